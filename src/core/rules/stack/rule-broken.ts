import type { Claim, Plan } from '../../plan/model';
import type { Tap } from '../../walk/tap';
import { example } from '../parts/example';
import { say, words, type Message } from '../parts/message';
import type { Fix, Rule } from '../parts/rule';
import { confirmed, inVariants, type Seen, sayVariant, sayWalk } from '../parts/stack-parts';
import { askFor } from './asks';
import { goPast } from './go-past';
import { deciding, suspecting } from '../../reach';

export const ruleBroken: Rule = {
  id: 'stack/rule-broken',
  severity: 'error',
  groups: ['stack', 'claims'],
  reason: 'A run breaks a rule of the plan.',
  explanation:
    'A rule holds if it holds in every run: never A beneath B, never A after B, always A beneath B, from A ' +
    'always reach B. Andante checks all stacks that any run can build. The walk shows a run that breaks the ' +
    'rule. Remove the step that leads there, or end the flow with back past or reset.',
  ...example`
      app "Huts"
      start home
      screen home "Home" { on "Pay" push pay }
    - screen pay "Pay" { on "Done" push receipt }
    + screen pay "Pay" { on "Done" back past pay then push receipt }
      screen receipt "Receipt" {}
      rule "No order is paid twice" never pay beneath receipt
  `,
  *check(context) {
    const { plan } = context;
    const claims = plan.claims.filter((claim) => claim.first && claim.second);
    if (claims.length === 0) return;
    const found = yield* inVariants(
      context,
      function* ({ stacks }): Seen<Claim, readonly Tap[]> {
        for (const claim of claims) {
          const answer = yield* deciding(stacks, claim);
          if (answer !== 'holds' && answer !== 'undecided') yield [claim, answer];
        }
      },
      function* (variant) {
        yield* confirmed((yield* suspecting(context.plan, variant)).claims);
      },
    );
    for (const { key: claim, found: walk, variant } of found) {
      yield {
        range: claim.node,
        summary: say`${sayVariant(variant)}The rule “${words(claim.title)}” does not hold.`,
        detail: say`After ${sayWalk(walk)} ${whatIsShown(claim)}.`,
        subject: claim.title || null,
        variant,
        walk,
        fixes: fixesOf(plan, claim, walk),
      };
    }
  },
};

function fixesOf(plan: Plan, { node, first, second }: Claim, walk: readonly Tap[]): Fix[] {
  switch (node.claim) {
    case 'never after':
      return askFor(plan, first!, walk);
    case 'never beneath':
      return goPast(walk, first!, second!);
    default:
      return [];
  }
}

function whatIsShown({ node, first, second }: Claim): Message {
  const [a, b] = [first!.label, second!.label];
  switch (node.claim) {
    case 'never beneath':
      return say`${a} lies beneath ${b}, and Back leads to it`;
    case 'never after':
      return say`${a} is shown, and ${b} was shown before`;
    case 'always beneath':
      return say`${b} is shown without ${a} beneath it`;
    default:
      return say`${a} is shown, and nothing leads to ${b} from there`;
  }
}
