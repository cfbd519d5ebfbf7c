import type { Check } from '../check';
import type { VariantReach } from '../reach';
import type { Severity } from '../rules/parts/rule';

/** The numbers of the verdict line and of the JSON report. */
export interface Counts {
  readonly screens: number;
  readonly reached: number;
  readonly stranded: number;
  readonly undecided: number;
  readonly transitions: number;
  /** Arguments to bring, over all ways in. */
  readonly arguments: number;
  /** Arguments that are supplied (even by a fixed value), have a default, or may be absent. */
  readonly supplied: number;
  readonly missing: number;
  readonly links: number;
  readonly errors: number;
  readonly warnings: number;
  readonly notes: number;
}

/** Parts of a check that counts read: of reach the verdicts alone. */
export interface Counted extends Pick<Check, 'plan' | 'supply' | 'findings'> {
  readonly reach: { readonly variants: readonly Pick<VariantReach, 'verdicts'>[] };
}

export function countAll({ plan, reach, supply, findings }: Counted): Counts {
  const all = supply.waysIn.reduce((sum, wayIn) => sum + wayIn.cells.length, 0);
  const flawed = supply.flaws.filter(({ cell }) => cell.status !== 'fixed-id').length;
  const of = (severity: Severity): number => findings.filter((finding) => finding.severity === severity).length;
  const verdicts = plan.screens.map((screen) =>
    reach.variants.map((variant) => variant.verdicts[screen.index]!.reachable),
  );
  const reached = verdicts.filter((each) => each.includes('yes')).length;
  const stranded = verdicts.filter((each) => each.every((verdict) => verdict === 'no')).length;
  return {
    screens: plan.screens.length,
    reached,
    stranded,
    undecided: plan.screens.length - reached - stranded,
    transitions: plan.screens.reduce((sum, screen) => sum + screen.transitions.length, 0),
    arguments: all,
    supplied: all - flawed,
    missing: supply.flaws.filter(({ cell }) => cell.status === 'missing').length,
    links: plan.screens.reduce((sum, screen) => sum + screen.links.length, 0),
    errors: of('error'),
    warnings: of('warning'),
    notes: of('note'),
  };
}
