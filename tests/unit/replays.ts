/** Whether the walk of a finding shows what is wrong. */
import { expect } from 'vitest';
import { check, type Check } from '../../src/core/check';
import type { Plan, Screen, Step } from '../../src/core/plan/model';
import { walkLabels, type Tap } from '../../src/core/reach/reach';
import type { Finding } from '../../src/core/rules/rule';
import { outcomesOf } from '../../src/core/walk/conditions';
import { activeStack, keyOf, screensOf, type Configuration, type Frame } from '../../src/core/walk/configuration';
import { Walker } from '../../src/core/walk/walker';

/** Where many outcomes are possible, those that differ only in what lies far beneath are not all followed. */
const mostAtOnce = 3000;

/** What a walk leads to. */
class Walked {
  /** The screens that a cold start can show. */
  readonly atStart: readonly Screen[];
  /** What is there before the last tap, and after it; nothing after a tap that leaves the app. */
  before: readonly Configuration[] = [];
  after: readonly Configuration[];
  /** The steps that went back to what was not in the stack, at the last tap. */
  missed: ReadonlySet<Step>;
  /** Whether each tap is offered where it is made, and shows what it is said to show. */
  isPossible = true;
  /** Whether a tap can do more than the walker tells. */
  readonly isBounded: boolean;

  constructor(readonly plan: Plan, readonly variant: string, readonly walk: readonly Tap[]) {
    const walker = new Walker(plan, variant);
    this.after = walker.coldStart();
    this.atStart = this.after.map((configuration) => activeStack(configuration)!.screen);
    this.missed = new Set(walker.missed);
    for (const [at, tap] of walk.entries()) {
      this.before = this.after.filter((configuration) => walker.isOffered(configuration, tap));
      const missed = new Set<Step>();
      const noting = (next: readonly Configuration[]): readonly Configuration[] => {
        walker.missed.forEach((step) => missed.add(step));
        return next;
      };
      const after = this.before.flatMap((configuration) => noting(walker.after(configuration, tap)));
      if (at === 0 && (tap.kind === 'link' || tap.kind === 'entry')) after.push(...noting(walker.open(tap)));
      this.missed = missed;
      const shown = new Map<string, Configuration>();
      for (const configuration of after) if (activeStack(configuration)!.screen === tap.shows && shown.size < mostAtOnce) shown.set(keyOf(configuration), configuration);
      this.after = [...shown.values()];
      // Whether a tap can leave the app the walker does not say where it can also stay.
      this.isPossible &&= this.after.length > 0 || (tap.shows === null && at === walk.length - 1 && (this.before.length > 0 || at === 0));
    }
    this.isBounded = walker.bounded;
  }

  /** Whether what is on top at the end can be so. */
  ends(fits: (top: Frame, configuration: Configuration) => boolean): boolean {
    return this.after.some((configuration) => fits(activeStack(configuration)!, configuration));
  }
}

type Fault = (walked: Walked, finding: Finding) => boolean;

const isOnTop: Fault = (walked, { subject }) => walked.ends(({ screen }) => screen.label === subject);

/** The walk ends where the value is handed over, or with the tap that does it. */
const handsOver: Fault = (walked, finding) => {
  const last = walked.walk.at(-1);
  const isTap = last?.kind === 'trigger' && last.transition.node.from <= finding.range.from && finding.range.to <= last.transition.node.to;
  return isTap ? last.transition.screen.label === finding.subject : isOnTop(walked, finding);
};

/** What the walk of each rule has to show. */
const faults: Readonly<Record<string, Fault>> = {
  'reach/link-only': (walked, finding) => isOnTop(walked, finding) && walked.walk.some(({ kind }) => kind === 'link' || kind === 'entry'),
  'reach/dead-end': (walked, { subject }) => walked.ends(({ screen, below }) => screen.label === subject && below === null),
  'reach/trap': ({ plan, variant, after }) => after.some((configuration) => !canShow(plan, variant, configuration, plan.start!.target!)),
  // The screen on top lies there once more, further down.
  'stack/grows': (walked) => walked.ends(({ screen, below }) => [...screensOf(below)].includes(screen)),
  'stack/back-target-missing': ({ missed }, { range }) => [...missed].some((step) => step.range.from === range.from && step.range.to === range.to),
  // It was there before, and is shown though what it needs does not hold.
  'stack/guarded-revealed': (walked, { subject }) => walked.ends((top, { flags }) => top.screen.label === subject
    && walked.before.some(({ stacks }) => stacks.some((stack) => framesOf(stack).includes(top)))
    && top.screen.needs.some(({ condition }) => !outcomesOf(condition, (flag) => flags[walked.plan.flags.indexOf(flag)]!).holds)),
  'stack/rule-broken': (walked, { range }) => {
    const { node: { claim }, first, second } = walked.plan.claims.find(({ node }) => node.from === range.from)!;
    const shown = [...walked.atStart, ...walked.walk.slice(0, -1).map(({ shows }) => shows)];
    return walked.ends(({ screen, below }) => {
      const beneath = [...screensOf(below)];
      switch (claim) {
        case 'never beneath': return screen === second && beneath.includes(first!);
        case 'always beneath': return screen === second && !beneath.includes(first!);
        case 'never after': return screen === first && shown.includes(second);
        default: return screen === first;
      }
    });
  },
};

/** So many configurations are looked at for what taps lead to. */
const most = 400;

/** Whether taps inside the app are seen to lead from a configuration to a screen. */
function canShow(plan: Plan, variant: string, from: Configuration, screen: Screen): boolean {
  const walker = new Walker(plan, variant);
  const seen = new Map([[keyOf(from), from]]);
  for (const configuration of seen.values()) {
    if (activeStack(configuration)!.screen === screen) return true;
    for (const event of walker.events(configuration)) for (const next of walker.after(configuration, event)) if (seen.size < most) seen.set(keyOf(next), next);
  }
  return false;
}

const framesOf = (stack: Frame | null): Frame[] => (stack ? [stack, ...framesOf(stack.below)] : []);

/** Expects that the walk of every finding can be walked, and shows what is wrong; says how many there are. */
export function expectWalksToReplay(text: string, { plan, findings, witnesses }: Pick<Check, 'plan' | 'findings' | 'witnesses'> = check(text)): number {
  let walks = 0;
  for (const finding of findings) {
    const { rule, walk } = finding;
    if (!walk) continue;
    walks++;
    const about = `${rule}: ${walk.join(' > ')} of\n${text}`;
    const witness = witnesses.get(finding)!;
    expect(walk, about).toEqual(walkLabels(witness.walk));
    const walked = new Walked(plan, witness.variant, witness.walk);
    if (walked.isBounded) continue;
    expect(walked.isPossible, `the taps of ${about}`).toBe(true);
    const shows = rule.startsWith('supply/') ? handsOver : faults[rule];
    expect(shows, `what shows the fault of ${rule}`).toBeDefined();
    expect(shows!(walked, finding), `what is shown by ${about}`).toBe(true);
  }
  return walks;
}
