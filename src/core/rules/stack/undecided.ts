import { isIn, type Claim, type Plan } from '../../plan/model';
import { type Bounded, deciding, type Exact, suspecting, type Suspects, type VariantReach } from '../../reach';
import { enumerate, say, words, type Message } from '../parts/message';
import type { Context, Found, Rule } from '../parts/rule';
import type { Work } from '../../base/slices';

export const undecided: Rule = {
  id: 'stack/undecided',
  severity: 'note',
  groups: ['stack', 'back'],
  reason: 'Whether something happens is left open: tabs share flags, or there is too much to work out.',
  explanation:
    'Two stacks with a common memory can do whatever any machine can, so of tabs that share flags not everything can be ' +
    'decided. What is named here happens in no walk that was tried, and is not ruled out. Empty all stacks where a flag changes, ' +
    'with a reset, and all of it is decided; or accept it. Where there are too many flags for all their values to be worked ' +
    'out together, let fewer screens set and ask for the same ones.',
  wrong:
    'app "Huts"\nstart home\nflag a\ntabs {\n  "Home" home\n  "More" more\n}\nscreen home "Home" { on "Pay" when a push pay }\nscreen pay "Pay" {}\nscreen more "More" { on "A" sets a = true }\nrule "A way home" from pay always reach home\n',
  right:
    'app "Huts"\nstart home\nflag a\ntabs {\n  "Home" home\n  "More" more\n}\nscreen home "Home" { on "Pay" when a push pay }\nscreen pay "Pay" {}\nscreen more "More" { on "A" sets a = true then reset home }\nrule "A way home" from pay always reach home\n',
  *check(context) {
    const { plan, reach } = context;
    for (const variant of reach.variants) {
      const found = yield* whatIsUndecided(context, variant);
      if (found) yield { ...found, subject: null, variant: plan.variants.length > 1 ? variant.name : null };
    }
  },
};

const inVariant = (plan: Plan, { name }: VariantReach): ReturnType<typeof words> =>
  words(plan.variants.length > 1 ? ` in ${name}` : '');

const isBroken = ({ title }: Claim): Message => say`that the rule “${words(title)}” is broken`;

/** The screens of which it is not known whether any run shows them. */
function isReached({ screens }: Plan, { verdicts }: VariantReach): Message[] {
  const open = screens.filter(({ index }) => verdicts[index]!.reachable === 'undecided');
  return open.length === 0
    ? []
    : [say`that ${enumerate(open.map(({ label }) => label))} ${words(open.length === 1 ? 'is' : 'are')} ever shown`];
}

const listed = (open: readonly Message[]): Message =>
  open.flatMap((each, index) => (index === 0 ? each : [...say`; `, ...each]));

type Open = Pick<Found, 'range' | 'summary' | 'detail'>;

function* whatIsUndecided(context: Context, variant: VariantReach): Work<Open | null> {
  switch (variant.kind) {
    case 'exact':
      return yield* openClaims(context.plan, variant);
    case 'bounded':
      return yield* openInTabs(context, variant);
    case 'undecided':
      return variant.because === 'too much' ? allOpen(context, variant) : null;
  }
}

/** Of tabs that share flags. */
function* openInTabs(context: Context, variant: Bounded): Work<Open | null> {
  const { plan } = context;
  const open = [...isReached(plan, variant), ...whatIsOpen(yield* suspecting(context.plan, variant))];
  const bar = plan.tabBars.find(({ only }) => isIn(only, variant.name));
  if (open.length === 0 || !bar) return null;
  return {
    range: { from: bar.node.from, to: bar.node.from + 'tabs'.length },
    summary: say`Tabs share flags${inVariant(plan, variant)}, and that leaves something undecided.`,
    detail: [...say`No walk that was tried shows it, and it is not ruled out: `, ...listed(open), ...say`.`],
  };
}

/** Of rules for which more has to be worked out than all stacks. */
function* openClaims(plan: Plan, variant: Exact): Work<Open | null> {
  const open: Claim[] = [];
  for (const claim of plan.claims)
    if (claim.first && claim.second && (yield* deciding(variant.stacks, claim)) === 'undecided') open.push(claim);
  if (open.length === 0) return null;
  return {
    range: open[0]!.node,
    summary: say`There is too much to work out${inVariant(plan, variant)} to decide a rule.`,
    detail: [
      ...say`No walk that was tried shows, and it is not ruled out, `,
      ...listed(open.map(isBroken)),
      ...say`. `,
      ...advice,
    ],
  };
}

/** Of all that has to do with stacks. */
function allOpen({ plan }: Pick<Context, 'plan'>, variant: VariantReach): Open {
  const open = isReached(plan, variant);
  const rules = plan.claims.some(({ first, second }) => first && second)
    ? ' Whether the rules of the plan hold is not decided.'
    : '';
  return {
    range: plan.start!.target!.nameNode,
    summary: say`There is too much to work out${inVariant(plan, variant)}: not all stacks are known.`,
    detail: [
      ...say`What Back reveals is what was seen in walks, and nothing is said of stacks that grow, of private screens that come back, or of steps that miss what they go back to.${words(rules)} `,
      ...(open.length > 0 ? [...say`Not known is `, ...listed(open), ...say`. `] : []),
      ...advice,
    ],
  };
}

const advice: Message = say`The more conditions read flags, and the more screens one event opens that may be put off, the more has to be looked at together.`;

function whatIsOpen({ claims, revealed, missing, cycles }: Suspects): Message[] {
  const open: Message[] = [];
  for (const [claim, walk] of claims) if (!walk) open.push(isBroken(claim));
  const shown = [...revealed].flatMap(([screen, walk]) => (walk ? [] : [screen.label]));
  if (shown.length > 0) open.push(say`that going back shows ${enumerate(shown)} without what is needed there`);
  const lost = [
    ...new Set(
      [...missing].flatMap(([step, walk]) => (walk || !('target' in step) || !step.target ? [] : [step.target.label])),
    ),
  ];
  if (lost.length > 0) open.push(say`that ${enumerate(lost)} is not there to go back to`);
  for (const { confirmed, screens } of cycles.values())
    if (!confirmed)
      open.push(
        say`that ${enumerate(
          screens.map(({ label }) => label),
          4,
        )} pile up without end`,
      );
  return open;
}
