/** The notes in the editor's margin: one short remark beside each line that says something. */
import type { Check } from '../check';
import type { Step } from '../plan/model';
import type { Verdict } from '../reach/reach';
import type { SupplyStatus, WayIn } from '../supply/supply';

/** `holds` is proved, `broken` and `doubtful` have a finding, `plain` is a remark. */
export type Tone = 'holds' | 'broken' | 'doubtful' | 'plain';

export interface MarginNote {
  /** Offset on the line that the note belongs to. */
  readonly at: number;
  readonly text: string;
  readonly tone: Tone;
}

const counted = (count: number, one: string, many: string): string => `${count} ${count === 1 ? one : many}`;

/** The worst comes first: it is what the margin has room for. */
const remarks: readonly [SupplyStatus, Tone, (names: string) => string][] = [
  ['missing', 'broken', (names) => `${names} missing`],
  ['wrong-type', 'broken', (names) => `${names} does not fit`],
  ['unknown-value', 'broken', (names) => `${names} unknown`],
  ['may-be-absent', 'doubtful', (names) => `${names} may be absent`],
  ['fixed-id', 'doubtful', (names) => `${names} always the same`],
];

export function marginNotes(
  { plan }: Check, verdicts: readonly Verdict[], waysIn: readonly (readonly WayIn[])[], byStep: ReadonlyMap<Step, WayIn>,
): MarginNote[] {
  const notes: MarginNote[] = [];
  for (const screen of plan.screens) {
    const verdict = verdicts[screen.index]!;
    const entering = waysIn[screen.index]!;
    const ways = counted(entering.length, 'way in', 'ways in');
    const at = screen.nameNode.from;
    if (verdict.reachable === 'no') notes.push({ at, text: 'stranded', tone: 'broken' });
    else if (verdict.taps === null) notes.push({ at, text: ways, tone: 'plain' });
    else notes.push({ at, text: `${verdict.taps === 0 ? 'at start' : counted(verdict.taps, 'tap', 'taps')} · ${ways}`, tone: 'plain' });

    for (const parameter of screen.parameters) {
      const index = screen.parameters.indexOf(parameter);
      const cells = entering.map((wayIn) => wayIn.cells[index]!);
      const bring = cells.filter((cell) => cell.status === 'supplied' || cell.status === 'fixed-id').length;
      const required = parameter.initial === null && parameter.type.kind !== 'optional';
      const text = bring === 0 ? 'nobody brings it' : `${bring} of ${cells.length} ${bring === 1 ? 'brings' : 'bring'} it`;
      notes.push({ at: parameter.node.from, text, tone: required && bring < cells.length ? 'doubtful' : 'plain' });
    }
    for (const transition of screen.transitions) {
      const calls = transition.steps.filter((step) => 'call' in step);
      if (calls.length === 0) continue;
      const unknown = calls.find((step) => step.call && !step.call.target);
      const reached = calls.map((step) => byStep.get(step)).filter((wayIn) => wayIn !== undefined);
      const cells = reached.flatMap((wayIn) => wayIn.cells);
      const surplus = reached.flatMap((wayIn) => wayIn.surplus);
      const remark = unknown
        ? { text: 'no such screen', tone: 'broken' as const }
        : surplus.length > 0
          ? { text: `${surplus[0]!.argument.name.text} not taken`, tone: 'broken' as const }
          : remarkOn(cells) ?? (cells.length > 0 ? { text: '✓ supplied', tone: 'holds' as const } : null);
      if (remark) notes.push({ at: transition.node.from, ...remark });
    }
  }
  return notes.sort((a, b) => a.at - b.at);
}

function remarkOn(cells: WayIn['cells']): { text: string; tone: Tone } | null {
  for (const [status, tone, text] of remarks) {
    const names = cells.filter((cell) => cell.status === status).map((cell) => cell.parameter.name);
    if (names.length > 0) return { text: text(names.join(', ')), tone };
  }
  return null;
}
