/** Changes to a plan that are shown before they are made: what they write, and what they change of the verdict. */
import { check, type Check } from '../check';
import { applyEdits, type TextEdit } from '../language/edits';
import { Lines } from '../language/lines';
import type { Screen } from '../plan/model';
import { countAll, type Counts } from '../report/counts';
import { plain } from '../rules/parts/message';
import { addListed, understandList, type ListedScreen } from '../edit/add-many';
import { addLink, patternFor } from '../edit/links';
import { rename, renameableAt } from '../edit/rename';
import { deleteScreen, extractLiteral, moveToModule, putBetween } from '../edit/restructure';
import { setStart } from '../edit/screens';
import { changeSignature, type WantedParameter } from '../edit/signature';
import { addTransition } from '../edit/transitions';

/** What somebody wants to do. Screens are known by their labels, places are offsets of the text that was checked. */
export type Request =
  | { readonly kind: 'rename'; readonly at: number; readonly to: string }
  | { readonly kind: 'delete'; readonly screen: string }
  | { readonly kind: 'start'; readonly screen: string }
  /** A null module is none. */
  | { readonly kind: 'move'; readonly screen: string; readonly module: string | null }
  | { readonly kind: 'way'; readonly from: string; readonly to: string }
  | { readonly kind: 'between' | 'extract'; readonly at: number; readonly name: string }
  /** A null pattern is made from the screen's name and arguments; a null `under` leaves the stack to the app. */
  | { readonly kind: 'link'; readonly screen: string; readonly pattern: string | null; readonly under: string | null }
  | { readonly kind: 'list'; readonly list: string; readonly module: string | null }
  | { readonly kind: 'signature'; readonly screen: string; readonly wanted: readonly WantedParameter[] };

/** A line that changes; null where it is new, or gone. */
export interface LineChange {
  /** Its number, in the text as it is. */
  readonly line: number;
  readonly before: string | null;
  readonly after: string | null;
}

export interface Proposal {
  readonly edits: readonly TextEdit[];
  readonly lines: readonly LineChange[];
  readonly before: Counts;
  readonly after: Counts;
  /** Summaries of the findings that would go, and of those that would come. */
  readonly gone: readonly string[];
  readonly come: readonly string[];
  /** What a pasted list is understood as; null for other requests. */
  readonly listed: readonly ListedScreen[] | null;
  /** The pattern of an added link; null for other requests. */
  readonly pattern: string | null;
  /** How many places a changed signature leaves for somebody to look at. */
  readonly open: number;
}

/** A proposal, or in one sentence why there is none. */
export type Proposed = Proposal | { readonly refusal: string };

/** What a request would change. Checks the changed plan as a whole: as costly as a check. */
export function propose(now: Check, request: Request): Proposed {
  const { plan, supply } = now;
  const find = (label: string): Screen | undefined => plan.screens.find((screen) => screen.label === label);
  const gone = { refusal: 'That screen is no longer there.' };
  switch (request.kind) {
    case 'rename': {
      const what = renameableAt(plan, request.at);
      if (!what) return { refusal: 'Nothing that the plan declares is named here.' };
      const made = rename(plan, what, request.to);
      return 'refusal' in made ? made : proposal(now, made.edits);
    }
    case 'delete': {
      const screen = find(request.screen);
      return screen ? proposal(now, deleteScreen(plan, screen)) : gone;
    }
    case 'start': {
      const screen = find(request.screen);
      return screen ? proposal(now, [setStart(plan, screen)]) : gone;
    }
    case 'move': {
      const screen = find(request.screen);
      if (!screen) return gone;
      if ((screen.module?.name ?? null) === request.module) return { refusal: `${screen.label} is there already.` };
      return proposal(now, moveToModule(plan, screen, request.module));
    }
    case 'way': {
      const [from, to] = [find(request.from), find(request.to)];
      return from && to ? proposal(now, addTransition(plan.tree.text, plan, from, to).edits) : gone;
    }
    case 'between': {
      if (!/^[A-Za-z_]\w*$/.test(request.name))
        return { refusal: 'Give the new screen a name: letters, digits and underscores, and no digit first.' };
      if (plan.screens.some((screen) => screen.name === request.name))
        return { refusal: `There is a screen ${request.name} already.` };
      const edits = putBetween(plan, request.at, request.name);
      return edits ? proposal(now, edits) : { refusal: 'No step that opens a screen stands here.' };
    }
    case 'extract': {
      if (!/^[A-Za-z_]\w*$/.test(request.name))
        return { refusal: 'Give the value a name: letters, digits and underscores, and no digit first.' };
      const around = plan.screens.find((screen) => screen.node.from <= request.at && request.at <= screen.node.to);
      if (around && [...around.parameters, ...around.holds].some((one) => one.name === request.name))
        return { refusal: `${around.label} has ${request.name} already.` };
      const edits = extractLiteral(plan, request.at, request.name);
      return edits ? proposal(now, edits) : { refusal: 'No literal that is handed over stands here.' };
    }
    case 'link': {
      const screen = find(request.screen);
      if (!screen)
        return {
          refusal:
            request.screen === '' ? 'Name the screen that the link opens.' : `There is no screen ${request.screen}.`,
        };
      if (request.under !== null && !find(request.under)) return { refusal: `There is no screen ${request.under}.` };
      const pattern = request.pattern ?? patternFor(screen);
      if (!/^(\/|[A-Za-z][A-Za-z0-9+.-]*:)\S*$/.test(pattern))
        return {
          refusal: 'A pattern begins with a slash, or with the origin that it is meant for, and has no blanks.',
        };
      return proposal(now, [addLink(plan, screen, pattern, request.under)], { pattern });
    }
    case 'list': {
      const listed = understandList(plan, request.list);
      return proposal(now, addListed(plan, listed, request.module), { listed });
    }
    case 'signature': {
      const screen = find(request.screen);
      if (!screen) return gone;
      const wrong = request.wanted.find((one) => !/^[A-Za-z_]\w*$/.test(one.name));
      if (wrong) return { refusal: `${wrong.name === '' ? 'Nothing' : wrong.name} is no name for an argument.` };
      const names = request.wanted.map((one) => one.name);
      const twice =
        names.find((name, index) => names.indexOf(name) !== index) ??
        screen.holds.find((held) => names.includes(held.name))?.name;
      if (twice) return { refusal: `${screen.label} has ${twice} already.` };
      const { edits, open } = changeSignature(plan, supply, screen, request.wanted);
      return proposal(now, edits, { open });
    }
  }
}

function proposal(
  now: Check,
  edits: readonly TextEdit[],
  more: Partial<Pick<Proposal, 'listed' | 'open' | 'pattern'>> = {},
): Proposal {
  const then = check(applyEdits(now.text, edits));
  const told = (result: Check): string[] =>
    result.findings.map((finding) => `${finding.rule}: ${plain(finding.summary)}`);
  const [before, after] = [told(now), told(then)];
  return {
    edits,
    lines: changedLines(now.text, edits),
    before: countAll(now),
    after: countAll(then),
    gone: without(before, after),
    come: without(after, before),
    listed: null,
    open: 0,
    pattern: null,
    ...more,
  };
}

/** What of a list is not in another one, each as often as it is more often there. */
function without(list: readonly string[], other: readonly string[]): string[] {
  const left = new Map<string, number>();
  for (const one of other) left.set(one, (left.get(one) ?? 0) + 1);
  return list.filter((one) => {
    const count = left.get(one) ?? 0;
    left.set(one, count - 1);
    return count <= 0;
  });
}

/** The lines that edits change, in order. */
export function changedLines(text: string, edits: readonly TextEdit[]): LineChange[] {
  const lines = new Lines(text);
  const sorted = [...edits].sort((a, b) => a.from - b.from);
  const groups: { first: number; last: number; edits: TextEdit[] }[] = [];
  for (const edit of sorted) {
    const [first, last] = [lines.lineOf(edit.from), lines.lineOf(edit.to)];
    const group = groups.at(-1);
    // Neighbouring lines are looked at together: what one edit takes out another may write again.
    if (group && first <= group.last + 1) {
      group.last = Math.max(group.last, last);
      group.edits.push(edit);
    } else groups.push({ first, last, edits: [edit] });
  }
  return groups.flatMap(({ first, last, edits: own }) => {
    const from = lines.startOf(first);
    const old = text.slice(from, lines.startOf(last) + lines.textOf(last).length);
    const fresh = applyEdits(
      old,
      own.map((edit) => ({ from: edit.from - from, to: edit.to - from, insert: edit.insert })),
    ).split('\n');
    return align(old.split('\n'), fresh, first);
  });
}

/**
 * Pairs the lines of a stretch before and after: equal ones at both ends are left out, of the rest each goes with the
 * one most like it.
 */
function align(before: readonly string[], after: readonly string[], first: number): LineChange[] {
  let start = 0;
  while (start < before.length && start < after.length && before[start] === after[start]) start++;
  let end = 0;
  while (end < before.length - start && end < after.length - start && before.at(-1 - end) === after.at(-1 - end)) end++;
  const [old, fresh] = [before.slice(start, before.length - end), after.slice(start, after.length - end)];
  return pair(old, fresh)
    .map(([left, right]): LineChange => ({
      line: first + start + Math.min(left ?? placeAmong(right!, old.length, fresh.length), Math.max(0, old.length - 1)),
      before: left === null ? null : old[left]!,
      after: right === null ? null : fresh[right]!,
    }))
    .filter(
      (change) =>
        change.before !== change.after && ((change.before ?? '').trim() !== '' || (change.after ?? '').trim() !== ''),
    );
}

/** Where a new line stands among the old ones: as far down as it is among the new ones. */
const placeAmong = (place: number, old: number, fresh: number): number =>
  Math.floor((place * old) / Math.max(1, fresh));

/** Beyond so many lines a stretch is not compared line by line. */
const mostLines = 200;

/**
 * An alignment of two lists of lines by dynamic programming (Needleman & Wunsch 1970): places of lines that go
 * together, and of those that have no partner. O(old · new).
 */
function pair(old: readonly string[], fresh: readonly string[]): (readonly [number | null, number | null])[] {
  const all = [
    ...old.map((_line, index) => [index, null] as const),
    ...fresh.map((_line, index) => [null, index] as const),
  ];
  if (old.length === 0 || fresh.length === 0 || old.length > mostLines || fresh.length > mostLines) return all;
  const best: number[][] = Array.from({ length: old.length + 1 }, () => new Array<number>(fresh.length + 1).fill(0));
  for (let i = old.length - 1; i >= 0; i--) {
    for (let j = fresh.length - 1; j >= 0; j--)
      best[i]![j] = Math.max(best[i + 1]![j]!, best[i]![j + 1]!, best[i + 1]![j + 1]! + likeness(old[i]!, fresh[j]!));
  }
  const pairs: (readonly [number | null, number | null])[] = [];
  let [i, j] = [0, 0];
  while (i < old.length || j < fresh.length) {
    const together = i < old.length && j < fresh.length ? likeness(old[i]!, fresh[j]!) : 0;
    if (together > 0 && best[i]![j] === best[i + 1]![j + 1]! + together) pairs.push([i++, j++]);
    else if (j >= fresh.length || (i < old.length && best[i]![j] === best[i + 1]![j])) pairs.push([i++, null]);
    else pairs.push([null, j++]);
  }
  return pairs;
}

/**
 * How much two lines have in common at both ends, as a share of the longer one; nothing where that is less than a
 * third.
 */
function likeness(a: string, b: string): number {
  const [left, right] = [a.trim(), b.trim()];
  const longest = Math.max(left.length, right.length, 1);
  let start = 0;
  while (start < left.length && left[start] === right[start]) start++;
  let end = 0;
  while (end < Math.min(left.length, right.length) - start && left.at(-1 - end) === right.at(-1 - end)) end++;
  const share = (start + end) / longest;
  return share > 1 / 3 ? share : 0;
}
