/** Whether the walk of a finding shows the fault. */
import { expect } from 'vitest';
import { check, type Check } from '../../src/core/check';
import type { Screen } from '../../src/core/plan/model';
import { walkLabels } from '../../src/core/walk/tap';
import type { Finding } from '../../src/core/rules/parts/rule';
import { outcomesOf } from '../../src/core/walk/conditions';
import { activeStack, keyOf, screensOf, type Configuration, type Frame } from '../../src/core/walk/configuration';
import { listInSight } from '../../src/core/walk/in-sight';
import { Walker } from '../../src/core/walk/walker';
import { Walked } from './walked';

type Fault = (walked: Walked, finding: Finding) => boolean;

/** Whether some configuration at the end of the walk is like this. */
const ends = ({ after }: Walked, fits: (top: Frame, configuration: Configuration) => boolean): boolean =>
  after.some((configuration) => fits(activeStack(configuration)!, configuration));

const isOnTop: Fault = (walked, { subject }) => ends(walked, ({ screen }) => screen.label === subject);

/** The walk ends at the step that passes the value, or with the tap that runs it. */
const handsOver: Fault = (walked, finding) => {
  const last = walked.walk.at(-1);
  const isTap =
    last?.kind === 'trigger' &&
    last.transition.node.from <= finding.range.from &&
    finding.range.to <= last.transition.node.to;
  return isTap ? last.transition.screen.label === finding.subject : isOnTop(walked, finding);
};

/** The fault that the walk of each rule has to show. */
const faults: Readonly<Record<string, Fault>> = {
  'reach/link-only': (walked, finding) =>
    isOnTop(walked, finding) && walked.walk.some(({ kind }) => kind === 'link' || kind === 'entry'),
  'reach/event-only': (walked, finding) => isOnTop(walked, finding) && walked.walk.some(({ kind }) => kind === 'event'),
  'reach/dead-end': (walked, { subject }) =>
    ends(walked, ({ screen, below }) => screen.label === subject && below === null),
  'reach/trap': (walked) =>
    walked.after.some((configuration) => !canShow(walked, configuration, walked.plan.start!.target!)),
  // The screen on top lies there once more, further down.
  'stack/grows': (walked) => ends(walked, ({ screen, below }) => [...screensOf(below)].includes(screen)),
  'stack/back-target-missing': ({ missed }, { range }) =>
    [...missed].some((one) => 'kind' in one && one.range.from === range.from && one.range.to === range.to),
  'result/lost': ({ missed }, { range }) =>
    [...missed].some((one) => !('kind' in one) && one.value.from === range.from),
  // It was there before, and is shown although its needs fail.
  'stack/guarded-revealed': (walked, { subject }) =>
    ends(walked, (top, { flags }) => {
      const list = listInSight(top, walked.variant);
      const wasThere = walked.before.some(({ stacks }) => stacks.some((stack) => framesOf(stack).includes(top)));
      const shown = list?.screen.label === subject ? list : wasThere ? top : null;
      return (
        shown?.screen.label === subject &&
        shown.screen.needs.some(
          ({ condition }) => !outcomesOf(condition, (flag) => flags[walked.plan.flags.indexOf(flag)]!).holds,
        )
      );
    }),
  'stack/rule-broken': (walked, { range }) => {
    const claim = walked.plan.claims.find(({ node }) => node.from === range.from)!;
    return walked.breaks(claim, (from) => !canShow(walked, from, claim.second!));
  },
};

/** Maximum number of configurations searched for screens that taps lead to. */
const most = 400;

/** Whether taps inside the app are seen to lead from a configuration to a screen. */
function canShow({ plan, variant }: Walked, from: Configuration, screen: Screen): boolean {
  const walker = new Walker(plan, variant);
  const seen = new Map([[keyOf(from), from]]);
  for (const configuration of seen.values()) {
    if (activeStack(configuration)!.screen === screen) return true;
    for (const event of walker.events(configuration)) {
      for (const next of walker.after(configuration, event)) if (seen.size < most) seen.set(keyOf(next), next);
    }
  }
  return false;
}

const framesOf = (stack: Frame | null): Frame[] => (stack ? [stack, ...framesOf(stack.below)] : []);

type Checked = Pick<Check, 'plan' | 'findings' | 'witnesses'>;

/** Expects that the walk of every finding can be walked and shows its fault. Returns the number of walks. */
export function expectWalksToReplay(text: string, { plan, findings, witnesses }: Checked = check(text)): number {
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
