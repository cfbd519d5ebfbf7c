import { keyOfCycle, type Cycle, cyclesOf, SearchWithout, suspecting } from '../../reach';
import { isBranching, statementOf } from '../../walk/event';
import { labelOf, type Tap } from '../../walk/tap';
import { example } from '../parts/example';
import { enumerate, say, words } from '../parts/message';
import type { Context, Fix, Rule } from '../parts/rule';
import { inVariants, type Seen, sayVariant, sayWalk } from '../parts/stack-parts';

export const grows: Rule = {
  id: 'stack/grows',
  severity: 'warning',
  groups: ['stack', 'back'],
  reason: 'A ring of pushes lets the stack grow without end.',
  explanation:
    'Screens that push one another in a ring pile up. After five rounds of three screens a user has to press ' +
    'Back fifteen times, and the phone keeps all of them in memory. Go back to the first screen instead of ' +
    'pushing it again. If each round shows something new, as from a hut to its neighbour, accept the finding ' +
    'and say why.',
  ...example`
      app "Huts"
      start a
      screen a "A" { on "B" push b }
      screen b "B" { on "C" push c }
    - screen c "C" { on "A" push a }
    + screen c "C" { on "A" back to a }
  `,
  *check(context) {
    const found = yield* inVariants(
      context,
      function* ({ stacks }): Seen<string, Cycle> {
        const cycles = yield* cyclesOf(stacks.inside);
        // Growth by taps comes first, then growth that only links cause.
        if (stacks.all !== stacks.inside)
          cycles.push(
            ...(yield* cyclesOf(stacks.all)).filter(
              ({ screens }) => !cycles.some((cycle) => cycle.screens.some((screen) => screens.includes(screen))),
            ),
          );
        for (const cycle of cycles) yield [keyOfCycle(cycle), cycle];
      },
      function* (variant): Seen<string, Cycle> {
        for (const [key, cycle] of (yield* suspecting(context.plan, variant)).cycles)
          if (cycle.confirmed) yield [key, cycle];
      },
    );
    for (const {
      found: { screens, walk, closing },
      variant,
    } of found) {
      const labels = screens.map(({ label }) => label);
      const trigger = closing?.kind === 'trigger' ? closing.transition : null;
      yield {
        range: (closing && isBranching(closing) && statementOf(closing)) || screens[0]!.nameNode,
        summary:
          labels.length === 1
            ? say`${sayVariant(variant)}${labels[0]!} can be pushed onto itself again and again: the stack grows without end.`
            : say`${sayVariant(variant)}${enumerate(labels, 4)} open one another in a ring: the stack grows without end.`,
        detail: say`Once round: ${sayWalk(walk)}${words(closing ? `; “${labelOf(closing)}” closes the ring` : '')}. Back has to retrace every round.`,
        subject: trigger?.screen.label ?? labels[0]!,
        variant,
        walk,
        fixes: closing?.kind === 'trigger' ? goesBack(context, closing) : [],
      };
    }
  },
};

/** `back to` in place of the push that closes the cycle, if its target always lies beneath. */
function goesBack({ reach }: Context, { transition, shows }: Extract<Tap, { kind: 'trigger' }>): Fix[] {
  if (!shows || transition.screen === shows) return [];
  const always = reach.variants.every((variant) => {
    if (variant.kind !== 'exact') return true;
    const { stacks } = variant;
    const search = new SearchWithout(stacks.all, shows);
    return stacks.pathEdgesOf(transition.screen).every((pathEdge) => search.from(pathEdge) === null);
  });
  if (!always) return [];
  for (const { steps } of transition.branches) {
    const step = steps.at(-1);
    if (step?.kind !== 'push' || step.call?.target !== shows) continue;
    return [
      {
        label: `Go back to ${shows.label} instead`,
        edits: [{ from: step.range.from, to: step.range.to, insert: `back to ${shows.label}` }],
      },
    ];
  }
  return [];
}
