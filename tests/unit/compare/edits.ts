/** Random edits of a plan, as people make them: each knows which names it has changed. */
import fc from 'fast-check';
import { rename, renameableAt } from '../../../src/core/edit/rename';
import { applyEdits } from '../../../src/core/language/edits';
import { parse } from '../../../src/core/language/parse';
import type { Plan } from '../../../src/core/plan/model';
import { references } from '../../../src/core/plan/references';
import { resolve } from '../../../src/core/plan/resolve';

export const planOf = (text: string): Plan => resolve(parse(text));

/** A plan after edits, and the old name of each new one. */
export interface Edited {
  readonly text: string;
  readonly renamed: ReadonlyMap<string, string>;
}

export type Edit = (before: Edited) => Edited;

/** Gives one declaration a name that no plan has; the plan stays as it is if that is refused. */
const renaming =
  (at: number, name: string): Edit =>
  (before) => {
    const plan = planOf(before.text);
    // Loop variables are paired by their trigger, whatever their names.
    const declared = references(plan).filter(({ declares, symbol }) => declares && !symbol.startsWith('loop '));
    const chosen = declared[at % Math.max(1, declared.length)];
    const what = chosen && renameableAt(plan, chosen.from);
    if (!what || before.renamed.has(what.name) || before.renamed.has(name)) return before;
    const result = rename(plan, what, name);
    if ('refusal' in result) return before;
    return {
      text: applyEdits(before.text, result.edits),
      renamed: new Map([...before.renamed, [name, what.name]]),
    };
  };

const onText =
  (change: (text: string, plan: Plan) => string): Edit =>
  ({ text, renamed }) => ({ text: change(text, planOf(text)), renamed });

const withoutLine = (at: number): Edit =>
  onText((text) => {
    const lines = text.split('\n');
    const whole = lines.flatMap((line, index) => (/[{}]/.test(line) || line.trim() === '' ? [] : [index]));
    const chosen = whole[at % Math.max(1, whole.length)];
    return lines.filter((_line, index) => index !== chosen).join('\n');
  });

const onScreen = (at: number, change: (text: string, node: { from: number; to: number }) => string): Edit =>
  onText((text, { screens }) => (screens.length > 0 ? change(text, screens[at % screens.length]!.node) : text));

const withoutScreen = (at: number): Edit => onScreen(at, (text, { from, to }) => text.slice(0, from) + text.slice(to));
const withCopy = (at: number, name: string): Edit =>
  onScreen(at, (text, { from, to }) => {
    const copy = text.slice(from, to).replace(/^(private )?screen \w+/, `screen ${name}`);
    return `${text.slice(0, to)}\n${copy}\n${text.slice(to)}`;
  });
const withTitle = (at: number): Edit =>
  onText((text, { screens }) => {
    const titled = screens.flatMap(({ title }) => title ?? []);
    const chosen = titled[at % Math.max(1, titled.length)];
    return chosen ? `${text.slice(0, chosen.from)}"Something new"${text.slice(chosen.to)}` : text;
  });
/** Puts a screen into a module of its own, at the end. */
const intoModule = (at: number, name: string): Edit =>
  onScreen(at, (text, { from, to }) => {
    const screen = text.slice(from, to);
    return `${text.slice(0, from)}${text.slice(to)}\nmodule ${name} {\n${screen}\n}\n`;
  });
/** Lets two triggers of a screen, one after the other, change places. */
const withSwap = (at: number): Edit =>
  onText((text, { screens }) => {
    const pairs = screens.flatMap(({ transitions }) =>
      transitions.slice(1).map((one, index) => [transitions[index]!.node, one.node] as const),
    );
    const [first, second] = pairs[at % Math.max(1, pairs.length)] ?? [];
    if (!first || !second || /\n/.test(text.slice(first.from, first.to) + text.slice(second.from, second.to)))
      return text;
    const [a, b] = [text.slice(first.from, first.to), text.slice(second.from, second.to)];
    return text.slice(0, first.from) + b + text.slice(first.to, second.from) + a + text.slice(second.to);
  });
/** Makes some step lead to another screen. */
const withTarget = (at: number, to: number): Edit =>
  onText((text, { screens }) => {
    const uses = references(planOf(text)).filter(({ declares, symbol }) => !declares && symbol.startsWith('screen '));
    const chosen = uses[at % Math.max(1, uses.length)];
    const target = screens[to % Math.max(1, screens.length)];
    return chosen && target ? text.slice(0, chosen.from) + target.name + text.slice(chosen.to) : text;
  });

const place = fc.nat(200);

/** Renames alone. */
export const renameArbitrary: fc.Arbitrary<Edit> = fc.tuple(place, fc.nat(40)).map(([at, n]) => renaming(at, `zz${n}`));

export const editArbitrary: fc.Arbitrary<Edit> = fc.oneof(
  { weight: 3, arbitrary: renameArbitrary },
  { weight: 3, arbitrary: place.map(withoutLine) },
  { weight: 1, arbitrary: place.map(withoutScreen) },
  { weight: 1, arbitrary: fc.tuple(place, fc.nat(40)).map(([at, n]) => withCopy(at, `yy${n}`)) },
  { weight: 1, arbitrary: place.map(withTitle) },
  { weight: 1, arbitrary: place.map(withSwap) },
  { weight: 1, arbitrary: fc.tuple(place, fc.nat(40)).map(([at, n]) => intoModule(at, `mm${n}`)) },
  { weight: 2, arbitrary: fc.tuple(place, place).map(([at, to]) => withTarget(at, to)) },
);

export const edited = (text: string, edits: readonly Edit[]): Edited =>
  edits.reduce<Edited>((before, edit) => edit(before), { text, renamed: new Map() });
