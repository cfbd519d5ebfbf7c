import { remembered } from '../../base/remembered';
import type { Pairing } from '../pairing/pair';
import type { PlanPart } from '../parts/part';
import type { Bare, Change, Moved, Renamed } from './change';
import { concernsOf } from './concerns';
import type { PartDiff, PartPair } from './diff';
import { outOfOrder } from './order';

/**
 * All changes from one plan to the other in the order of a review: first what may break, then what is new, then what
 * only has another name or place.
 */
export function changesOf(pairing: Pairing, diff: PartDiff): Change[] {
  const bare: Bare<Change>[] = [
    ...wholes(diff.removed).map((one) => ({ kind: 'removed' as const, ...one, guess: guessFor(one.part, pairing) })),
    ...changedParts(diff),
    ...wholes(diff.added).map((one) => ({ kind: 'added' as const, ...one })),
    ...renamesOf(pairing),
    ...movedParts(diff),
  ];
  return bare.map((change) => ({ ...change, concerns: concernsOf(change) }));
}

function renamesOf({ before, after, toAfter }: Pairing): Bare<Renamed>[] {
  return [...toAfter].flatMap(([symbol, other]) => {
    const [was, is] = [before.declared.get(symbol)!, after.declared.get(other)!];
    if (was.name === is.name) return [];
    const screen = after.plan.screens[screenOf(is.kind === 'screen' ? other : is.owner)] ?? null;
    const renamed: Bare<Renamed> = {
      kind: 'renamed',
      what: is.kind,
      from: was.name,
      to: is.name,
      screen: screen?.label ?? null,
      module: screen?.module?.name ?? (is.owner?.startsWith('module ') ? is.owner.slice('module '.length) : null),
      before: placeOf(was.uses),
      after: placeOf(is.uses),
    };
    return [renamed];
  });
}

/** Index of a screen's symbol; -1 for other symbols. */
const screenOf = (symbol: string | null): number =>
  symbol?.startsWith('screen ') ? Number(symbol.slice('screen '.length)) : -1;

const placeOf = (uses: readonly { from: number; to: number; declares: boolean }[]): { from: number; to: number } => {
  const { from, to } = uses.find((one) => one.declares)!;
  return { from, to };
};

function changedParts({ pairs }: PartDiff): Bare<Change>[] {
  return pairs.flatMap(({ before, after }) => {
    const aspects = aspectsBetween(before, after);
    return aspects.length > 0 ? [{ kind: 'changed' as const, before, after, aspects }] : [];
  });
}

/** The aspects in which two parts differ. */
function aspectsBetween(before: PlanPart, after: PlanPart): string[] {
  const doc = before.doc === after.doc ? [] : ['doc'];
  if (before.text === after.text && before.name === after.name) return doc;
  const [was, is] = [before.aspects(), after.aspects()];
  const found = [...new Set([...Object.keys(was), ...Object.keys(is)])].filter((name) => was[name] !== is[name]);
  // What no aspect has a word for, such as which of two steps comes first.
  return found.length === 0 && before.text !== after.text ? ['text', ...doc] : [...found, ...doc];
}

/** Screens in another module, and parts whose order counts at another place. */
function movedParts({ pairs }: PartDiff): Bare<Moved>[] {
  const byOwner = new Map<string, PartPair[]>();
  const moved: Bare<Moved>[] = [];
  for (const pair of pairs) {
    const { before, after } = pair;
    if (after.kind === 'screen' && before.owner !== after.owner)
      moved.push({ kind: 'moved', before, after, to: 'module' });
    if (after.place !== null)
      remembered(byOwner, `${after.owner ?? ''} ${after.kind}`, () => [] as PartPair[]).push(pair);
  }
  for (const siblings of byOwner.values()) {
    const inOrder = siblings.sort((a, b) => a.before.place! - b.before.place!);
    const out = outOfOrder(inOrder.map(({ after }) => after.place!));
    inOrder.forEach(({ before, after }, index) => {
      if (out.has(index)) moved.push({ kind: 'moved', before, after, to: 'place' });
    });
  }
  return moved;
}

/** Parts that lie in no other one of the list, each with those in its block. */
function wholes(parts: readonly PlanPart[]): { readonly part: PlanPart; readonly within: readonly PlanPart[] }[] {
  const tops = new Map<string, { part: PlanPart; within: PlanPart[] }>();
  const topOf = new Map<string, { part: PlanPart; within: PlanPart[] }>();
  for (const part of parts) {
    // A module and its screens are things of their own.
    const top = part.owner === null || part.kind === 'screen' ? undefined : topOf.get(part.owner);
    if (top) top.within.push(part);
    else tops.set(part.key, { part, within: [] });
    topOf.set(part.key, top ?? tops.get(part.key)!);
  }
  return [...tops.values()];
}

/** Name of what a removed part may have become. */
function guessFor({ kind, name, screen }: PlanPart, { before, after, guesses }: Pairing): string | null {
  for (const [symbol, other] of guesses) {
    const was = before.declared.get(symbol)!;
    const isSame =
      was.kind === kind &&
      (kind === 'screen'
        ? before.plan.screens[screenOf(symbol)]!.label === screen
        : was.name === name && before.plan.screens[screenOf(was.owner)]?.label === (screen ?? undefined));
    if (isSame) return after.declared.get(other)!.name;
  }
  return null;
}
