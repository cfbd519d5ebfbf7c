import type { Branch, OpeningStep, Screen } from '../../plan/model';
import { example } from '../parts/example';
import { say, words } from '../parts/message';
import type { Fix, Rule } from '../parts/rule';

export const doubled: Rule = {
  id: 'stack/doubled',
  severity: 'warning',
  groups: ['stack', 'back'],
  reason: 'A screen is pushed onto itself with the same arguments.',
  explanation:
    'The user taps, sees the same screen again, and has to go back twice. If you meant a refresh, that is no ' +
    'navigation. If you meant another screen, name it. To begin the screen anew, use replace.',
  ...example`
      app "Huts"
      flag reloaded
      start hut
      screen hut "Hut" {
        takes page: int = 1
    -   on "Reload" when not reloaded sets reloaded = true then push hut(page)
    +   on "Reload" when not reloaded sets reloaded = true then replace hut(page)
      }
  `,
  *check({ plan, reach }) {
    for (const screen of plan.screens) {
      if (reach.variants.every(({ verdicts }) => verdicts[screen.index]!.reachable === 'no')) continue;
      for (const transition of screen.transitions) {
        for (const branch of transition.branches) {
          // Most branches lead elsewhere, which is quickly seen.
          const step = branch.steps.some((each) => 'call' in each && each.call?.target === screen)
            ? doubling(screen, branch)
            : null;
          if (!step) continue;
          yield {
            range: step.range,
            summary: say`“${words(transition.trigger)}” pushes ${screen.label} onto itself with the same arguments.`,
            detail: step.asks
              ? say`Back then shows the same screen once more. Ask another screen, or leave the stack as it is.`
              : say`Back then shows the same screen once more. Replace it, or leave the stack as it is.`,
            subject: screen.label,
            // A replaced screen gets no result.
            fixes: step.asks ? [] : [replaceInstead(step)],
          };
        }
      }
    }
  },
};

const replaceInstead = ({ range, kind }: OpeningStep): Fix => ({
  label: 'Replace it instead',
  edits: [{ from: range.from, to: range.from + kind.length, insert: 'replace' }],
});

/** The first step of the branch that navigates, if it puts the screen onto itself with its own arguments. */
function doubling(screen: Screen, { steps }: Branch): OpeningStep | null {
  const step = steps.find(({ kind }) => kind !== 'leave' && kind !== 'sets');
  if (!step || (step.kind !== 'push' && step.kind !== 'present') || step.call?.target !== screen) return null;
  const given = new Map(
    step.call.arguments.map(({ name, value }) => [
      name.text,
      value === null ? name.text : value.kind === 'path' && value.names.length === 1 ? value.names[0]!.text : null,
    ]),
  );
  const same = screen.parameters.every(({ name, module }) =>
    given.has(name) ? given.get(name) === name : module !== null,
  );
  return same && !screen.holds.some(({ name }) => given.get(name) === name) ? step : null;
}
