/** The notes in the editor's margin: one short remark beside each line that says something. */
import type { Check } from '../check';
import {
  isIn,
  mayBeLeftOut,
  openings,
  type Parameter,
  type Returns,
  type Screen,
  type Step,
  type Transition,
} from '../plan/model';
import type { Verdict } from '../reach';
import type { Cell, SupplyStatus, WayIn } from '../supply/supply';
import { reachOf } from './variant';

/** `holds` is proved, `broken` and `doubtful` have a finding, `plain` is a remark. */
export type Tone = 'holds' | 'broken' | 'doubtful' | 'plain';

export interface MarginNote {
  /** Offset on the line that the note belongs to. */
  readonly at: number;
  readonly text: string;
  readonly tone: Tone;
}

const counted = (count: number, one: string, many: string): string =>
  count === 0 ? `no ${one}` : `${count} ${count === 1 ? one : many}`;

/** Words for arguments with problems, the worst first: the margin has room for one. */
const remarks: readonly [SupplyStatus, Tone, (names: string) => string][] = [
  ['missing', 'broken', (names) => `${names} missing`],
  ['wrong-type', 'broken', (names) => `${names} does not fit`],
  ['unknown-value', 'broken', (names) => `${names} unknown`],
  ['may-be-absent', 'doubtful', (names) => `${names} may be absent`],
  ['fixed-id', 'doubtful', (names) => `${names} always the same`],
];

const rankOf: ReadonlyMap<SupplyStatus, number> = new Map(remarks.map(([status], rank) => [status, rank]));

/** The notes for a whole plan, in the order of the text, in one variant (by default the first). Linear in the plan. */
export function marginNotes(check: Check, variant: string | null = null): MarginNote[] {
  const {
    plan,
    supply: { into, byStep },
  } = check;
  // Notes stand beside the typed text, so they do not wait for the whole analysis.
  const { name, verdicts } = reachOf({ reach: check.soonest }, variant);
  const notes: MarginNote[] = [];
  for (const screen of plan.screens) {
    const entering = into[screen.index]!;
    notes.push(
      isIn(screen.only, name)
        ? noteOnScreen(screen, verdicts[screen.index]!, entering.length, Boolean(plan.start?.target))
        : { at: screen.nameNode.from, text: `not in ${name}`, tone: 'plain' },
    );
    screen.parameters.forEach((parameter, index) => {
      if (!parameter.module)
        notes.push(
          noteOnParameter(
            parameter,
            entering.map(({ cells }) => cells[index]!),
          ),
        );
    });
    if (screen.returns) notes.push(noteOnResult(screen.returns, entering));
    for (const transition of screen.transitions) {
      const note = noteOnTransition(transition, byStep);
      if (note) notes.push(note);
    }
  }
  for (const { parameters, screens } of plan.modules) {
    parameters.forEach((parameter, index) => {
      // Those of a module come first on each of its screens. Only ways in from outside bring them.
      const cells = screens.flatMap((screen) => into[screen.index]!.map(({ cells }) => cells[index]!));
      notes.push(
        noteOnParameter(
          parameter,
          cells.filter(({ status }) => status !== 'handed-on'),
        ),
      );
    });
  }
  return notes.sort((a, b) => a.at - b.at);
}

/** How many of the ways in bring an argument. */
function noteOnParameter(parameter: Parameter, cells: readonly Cell[]): MarginNote {
  let bring = 0;
  for (const { status } of cells) if (status === 'supplied' || status === 'fixed-id') bring++;
  return {
    at: parameter.node.from,
    text: bring === 0 ? 'nobody brings it' : `${bring} of ${cells.length} ${bring === 1 ? 'brings' : 'bring'} it`,
    tone: !mayBeLeftOut(parameter) && bring < cells.length ? 'doubtful' : 'plain',
  };
}

/** How many of the ways in ask for the result of a screen. */
function noteOnResult({ node }: Returns, entering: readonly WayIn[]): MarginNote {
  const asking = entering.filter(({ site }) => site.kind === 'transition' && site.step.asks).length;
  return {
    at: node.from,
    text: asking === 0 ? 'nobody asks' : `${asking} of ${entering.length} ${asking === 1 ? 'asks' : 'ask'} for it`,
    tone: asking < entering.length ? 'doubtful' : 'plain',
  };
}

function noteOnScreen(screen: Screen, verdict: Verdict, entering: number, hasStart: boolean): MarginNote {
  const { reachable, taps, byEvent, isShortest } = verdict;
  const at = screen.nameNode.from;
  const ways = counted(entering, 'way in', 'ways in');
  if (reachable === 'no') return { at, text: 'stranded', tone: 'broken' };
  // Without a start nothing is decided of any screen, which has been said once.
  if (taps === null) return { at, text: hasStart ? `undecided · ${ways}` : ways, tone: 'plain' };
  const distance = byEvent
    ? 'after an event'
    : taps === 0
      ? 'at start'
      : `${isShortest === false ? 'at most ' : ''}${counted(taps, 'tap', 'taps')}`;
  return { at, text: `${distance} · ${ways}`, tone: 'plain' };
}

/** The worst status of the arguments that a transition passes; null if it passes none. */
function noteOnTransition(transition: Transition, byStep: ReadonlyMap<Step, WayIn>): MarginNote | null {
  const at = transition.node.from;
  let supplied = false;
  let worst: { readonly rank: number; readonly names: string[] } | undefined;
  for (const step of transition.branches.flatMap((branch) => openings(branch.steps))) {
    if (!step.call) continue;
    const wayIn = byStep.get(step);
    if (!wayIn) return { at, text: 'no such screen', tone: 'broken' };
    const [surplus] = wayIn.surplus;
    if (surplus) return { at, text: `${surplus.argument.name.text} not taken`, tone: 'broken' };
    for (const { status, parameter } of wayIn.cells) {
      supplied = true;
      const rank = rankOf.get(status);
      if (rank === undefined || rank > (worst?.rank ?? remarks.length)) continue;
      if (worst?.rank === rank) worst.names.push(parameter.name);
      else worst = { rank, names: [parameter.name] };
    }
  }
  if (worst) {
    const [, tone, say] = remarks[worst.rank]!;
    return { at, text: say(worst.names.join(', ')), tone };
  }
  return supplied ? { at, text: '✓ supplied', tone: 'holds' } : null;
}
