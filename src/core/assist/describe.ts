/** Describes the name at a place of the text: for the hover, for going to its declaration, and for all its uses. */
import type { Check } from '../check';
import type { TextRange } from '../language/range';
import type { Screen } from '../plan/model';
import type { Reference } from '../plan/names';
import { references, symbolAt } from '../plan/references';
import { reachOf } from '../report/variant';

export interface Description {
  /** Range of the name. */
  readonly range: TextRange;
  readonly name: string;
  /** Text of the line that declares it; null without a declaration. */
  readonly declaration: string | null;
  readonly at: number | null;
  /** Its doc comment, or null. */
  readonly doc: string | null;
  /** Facts about it, a sentence each. */
  readonly facts: readonly string[];
  /** Every place that names it, its declaration included, in the order of the text. */
  readonly uses: readonly TextRange[];
}

/**
 * Describes the name at an offset of the checked text, in one variant; null if no name stands there. Linear in the
 * plan.
 */
export function describe(check: Check, offset: number, variant: string | null = null): Description | null {
  const { plan, text } = check;
  const all = references(plan);
  const here = symbolAt(all, offset);
  if (!here) return null;
  const uses = all.filter((one) => one.symbol === here.symbol);
  const declared = uses.find((one) => one.declares) ?? null;
  const [kind, index] = here.symbol.split(' ');
  const screen = kind === 'screen' ? (plan.screens[Number(index)] ?? null) : null;
  const places = new Set(uses.filter((one) => !one.declares).map((one) => one.from)).size;
  return {
    range: { from: here.from, to: here.to },
    name: text.slice(here.from, here.to),
    declaration: declared && lineAt(text, declared.from),
    at: declared?.from ?? null,
    doc: screen?.node.doc ?? docOf(check, declared),
    facts: [
      ...(screen ? factsOf(check, screen, variant) : []),
      `${places === 0 ? 'Named nowhere else' : places === 1 ? 'Named in one other place' : `Named in ${places} other places`}.`,
    ],
    uses: uses.map(({ from, to }) => ({ from, to })),
  };
}

function lineAt(text: string, offset: number): string {
  const end = text.indexOf('\n', offset);
  return text
    .slice(text.lastIndexOf('\n', offset - 1) + 1, end < 0 ? text.length : end)
    .trim()
    .replace(/\s*\{$/, '');
}

/** The doc comment of the declaration that a name stands in. */
function docOf({ plan }: Check, declared: Reference | null): string | null {
  const node = declared && plan.tree.declarations.find((one) => one.from <= declared.from && declared.to <= one.to);
  return node && 'doc' in node && 'name' in node && node.name?.from === declared.from ? node.doc : null;
}

function factsOf(check: Check, screen: Screen, variant: string | null): string[] {
  const { reachable, taps, fromOutside, byEvent, isShortest } = reachOf(check, variant).verdicts[screen.index]!;
  const ways = check.supply.into[screen.index]!.length;
  const out = screen.transitions.length;
  const found = check.findings.filter((finding) => finding.subject === screen.label).length;
  const step = byEvent ? 'step' : 'tap';
  const distance = `${isShortest === false ? 'At most ' : ''}${taps} ${taps === 1 ? step : `${step}s`}`;
  return [
    reachable === 'no'
      ? 'Stranded: no walk gets there.'
      : taps === null
        ? 'Whether it is reached is undecided.'
        : taps === 0
          ? 'A cold start shows it.'
          : `${distance} from ${fromOutside ? 'outside' : 'a cold start'}${byEvent ? ', with an event' : ''}.`,
    `${ways === 1 ? '1 way in' : `${ways} ways in`}, ${out === 1 ? '1 way out' : `${out} ways out`}${found > 0 ? `, ${found === 1 ? '1 finding' : `${found} findings`}` : ''}.`,
  ];
}
