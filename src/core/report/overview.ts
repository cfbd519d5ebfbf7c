/**
 * Data of a whole plan for the views, small enough for a worker to post at every keystroke. `margin.ts` has the notes,
 * `detail.ts` the data of one screen. Places are offsets, screens are known by their index. The views lay it out and
 * decide nothing.
 */
import type { Check } from '../check';
import { isIn, type Screen, type Step } from '../plan/model';
import type { Accepted } from '../rules/parts/rule';
import { severities, type Finding, type Severity } from '../rules/parts/rule';
import { screenOf } from '../supply/site';
import type { Verdict } from '../reach';
import { countAll, type Counted, type Counts } from './counts';
import { reachOf, variantNamed } from './variant';
import { toneOfWay, type WayTone } from './tone';

export interface ScreenCard {
  /** Whether the variant has it. */
  readonly there: boolean;
  readonly index: number;
  readonly label: string;
  /** Place among the overview's modules. */
  readonly module: number | null;
  readonly title: string | null;
  /** The whole declaration, and its name. */
  readonly from: number;
  readonly to: number;
  readonly at: number;
  /** Names of the arguments. */
  readonly takes: readonly string[];
  readonly reachable: 'yes' | 'no' | 'undecided';
  readonly taps: number | null;
  /** Index of the screen before the last tap of the shortest walk; null at the start, and without a walk. */
  readonly parent: number | null;
  /** How many findings there are about this screen or within its text, and the gravest severity among them. */
  readonly found: number;
  readonly worst: Severity | null;
}

/** A step that opens a screen from another one. */
export interface Way {
  readonly from: number;
  readonly to: number;
  readonly kind: Step['kind'];
  readonly tone: WayTone;
}

export interface Overview {
  /** Progress of the analysis: none; parsed with names resolved but nothing decided; all decided. */
  readonly stage: 'unread' | 'read' | 'decided';
  /** All variants, and the one that this is of. */
  readonly variants: readonly string[];
  readonly variant: string;
  readonly app: string | null;
  readonly doc: string | null;
  readonly start: number | null;
  readonly counts: Counts;
  readonly modules: readonly { readonly name: string; readonly owner: string | null }[];
  readonly screens: readonly ScreenCard[];
  readonly ways: readonly Way[];
  readonly findings: readonly Finding[];
  /** Findings that the plan accepts, with its reasons. */
  readonly accepted: readonly Accepted[];
}

/** The overview before the text is parsed. */
export const unread: Overview = {
  stage: 'unread',
  variants: [],
  variant: '',
  app: null,
  doc: null,
  start: null,
  counts: {
    screens: 0,
    reached: 0,
    stranded: 0,
    undecided: 0,
    transitions: 0,
    arguments: 0,
    supplied: 0,
    missing: 0,
    links: 0,
    errors: 0,
    warnings: 0,
    notes: 0,
  },
  modules: [],
  screens: [],
  ways: [],
  findings: [],
  accepted: [],
};

const undecided: Verdict = {
  reachable: 'undecided',
  taps: null,
  fromOutside: false,
  byEvent: false,
  isShortest: null,
  walk: null,
  parent: null,
};

/** The overview after parsing alone: all declarations, every screen undecided, no findings. Linear in the plan. */
export function readOverview(
  { plan, supply }: Pick<Check, 'plan' | 'supply'>,
  variant: string | null = null,
): Overview {
  const verdicts = plan.screens.map(() => undecided);
  const reach = { variants: plan.variants.map((name) => ({ name, verdicts })) };
  return overviewOf({ plan, reach, supply, findings: [], accepted: [] }, variantNamed(plan, variant), verdicts, 'read');
}

/** The overview of one variant (by default the first). Linear in the plan and its findings. */
export function overview(check: Check, variant: string | null = null): Overview {
  const { plan, reach, supply, findings, accepted } = check;
  const { name, verdicts } = reachOf(check, variant);
  return overviewOf({ plan, reach, supply, findings, accepted }, name, verdicts, 'decided');
}

function overviewOf(
  known: Counted & Pick<Check, 'accepted'>,
  variant: string,
  verdicts: readonly Verdict[],
  stage: Overview['stage'],
): Overview {
  const { plan, supply, findings, accepted } = known;
  const ways: Way[] = [];
  for (const wayIn of supply.waysIn) {
    if (wayIn.site.kind !== 'transition' && wayIn.site.kind !== 'needs') continue;
    ways.push({
      from: screenOf(wayIn.site)!.index,
      to: wayIn.target.index,
      kind: wayIn.site.step.kind,
      tone: toneOfWay(wayIn),
    });
  }
  const moduleIndex = new Map(plan.modules.map((module, index) => [module, index]));
  const about = findingsByScreen(plan.screens, findings);
  return {
    stage,
    variants: plan.variants,
    variant,
    app: plan.name,
    doc: plan.doc,
    start: plan.start?.target?.index ?? null,
    counts: countAll(known),
    modules: plan.modules.map(({ name, owner }) => ({ name, owner })),
    screens: plan.screens.map((screen): ScreenCard => {
      const { reachable, taps, parent } = verdicts[screen.index]!;
      const here = about[screen.index]!;
      return {
        there: isIn(screen.only, variant),
        index: screen.index,
        label: screen.label,
        module: screen.module ? (moduleIndex.get(screen.module) ?? null) : null,
        title: screen.title?.value ?? null,
        from: screen.node.from,
        to: screen.node.to,
        at: screen.nameNode.from,
        takes: screen.parameters.map((parameter) => parameter.name),
        reachable,
        taps,
        parent: parent?.index ?? null,
        found: here.length,
        worst: severities.find((severity) => here.some((index) => findings[index]!.severity === severity)) ?? null,
      };
    }),
    ways,
    findings,
    accepted,
  };
}

/** For each screen the places, among the findings, of those about it or within its text, once each. */
export function findingsByScreen(screens: readonly Screen[], findings: readonly Finding[]): number[][] {
  const byLabel = new Map(screens.map((screen) => [screen.label, screen.index]));
  const about: number[][] = screens.map(() => []);
  let at = 0;
  findings.forEach((finding, index) => {
    // Both come in the order of the text, so one pass over the screens suffices.
    while (at < screens.length && screens[at]!.node.to < finding.range.from) at++;
    const within = screens[at];
    const subject = finding.subject === null ? undefined : byLabel.get(finding.subject);
    if (subject !== undefined) about[subject]!.push(index);
    if (within && within.index !== subject && within.node.from <= finding.range.from) about[within.index]!.push(index);
  });
  return about;
}
