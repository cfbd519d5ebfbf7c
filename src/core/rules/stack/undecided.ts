import { isIn, openings, type Claim, type Flag, type Plan, type Screen, type TabBar } from '../../plan/model';
import { eachStepList } from '../../plan/steps';
import { flagsIn } from '../../plan/flags';
import { type Bounded, deciding, type Exact, leaksOf, suspecting, type Suspects, type VariantReach } from '../../reach';
import { example } from '../parts/example';
import { enumerate, say, words, type Message } from '../parts/message';
import type { Context, Found, Rule } from '../parts/rule';
import type { Work } from '../../base/slices';

export const undecided: Rule = {
  id: 'stack/undecided',
  severity: 'note',
  groups: ['stack', 'back'],
  reason: 'Andante cannot decide whether something happens.',
  explanation:
    'Tabs that share flags are stacks with a common memory, and no algorithm decides everything about those. ' +
    'Andante found no walk that does this, and no proof that none does. Where the app has few configurations, Andante ' +
    'looks at all of them. A reset where a flag changes makes all of it decidable. If the reason is the number of ' +
    'flags, let fewer screens set and read the same ones. Or accept the finding.',
  ...example`
      app "Huts"
      start home
      flag ticket
      tabs {
        "Home" home
        "Shop" shop
      }
      screen home "Home" {
        on "Hut" push hut(hutId: 1)
    -   on "Go in" when ticket sets ticket = false then push hall
    +   on "Go in" when ticket push hall
      }
      screen hut "Hut" {
        takes hutId: int
        on "Next hut" push hut(hutId: 2)
      }
      screen hall "Hall" { on "Go on" when ticket push vault }
      screen vault "Vault" {}
    - screen shop "Shop" { on "Buy" sets ticket = true then replace sold }
    - screen sold "Sold" {}
    + screen shop "Shop" { on "Buy" sets ticket = true then reset home }
      accept stack/grows on hut because "Back retraces the huts."
  `,
  *check(context) {
    const { plan, reach } = context;
    for (const variant of reach.variants) {
      const found = yield* whatIsUndecided(context, variant);
      if (found) yield { ...found, subject: null, variant: plan.variants.length > 1 ? variant.name : null };
    }
  },
};

const inVariant = (plan: Plan, name: string): ReturnType<typeof words> =>
  words(plan.variants.length > 1 ? ` in ${name}` : '');

const isBroken = ({ title }: Claim): Message => say`whether the rule “${words(title)}” is broken`;

const isRevealed = (screens: readonly Screen[]): Message[] =>
  screens.length === 0
    ? []
    : [say`whether Back reveals ${enumerate(screens.map(({ label }) => label))} although its needs fail`];

/** The screens that may be reached or not: the analysis does not know. */
function isReached({ screens }: Plan, { verdicts }: VariantReach): Message[] {
  const open = screens.filter(({ index }) => verdicts[index]!.reachable === 'undecided');
  return open.length === 0
    ? []
    : [say`whether ${enumerate(open.map(({ label }) => label))} ${words(open.length === 1 ? 'is' : 'are')} ever shown`];
}

const listed = (open: readonly Message[]): Message =>
  open.flatMap((each, index) => (index === 0 ? each : [...say`; `, ...each]));

type Open = Pick<Found, 'range' | 'summary' | 'detail'>;

function* whatIsUndecided(context: Context, variant: VariantReach): Work<Open | null> {
  switch (variant.kind) {
    case 'exact':
      return yield* openInExact(context.plan, variant);
    case 'bounded':
      return yield* openBetweenBounds(context, variant);
    case 'undecided':
      return variant.because === 'too much' ? allOpen(context, variant) : null;
  }
}

/** Finding for a variant between two bounds. */
function* openBetweenBounds({ plan }: Context, variant: Bounded): Work<Open | null> {
  const open = [...isReached(plan, variant), ...whatIsOpen(yield* suspecting(plan, variant))];
  if (open.length === 0) return null;
  const bar = plan.tabBars.find(({ only }) => isIn(only, variant.name));
  return variant.leftOpen.length > 0 || !bar
    ? openForFlags(plan, variant, open)
    : openForTabs(plan, variant, bar, open);
}

/** Finding for flags whose values together are too many. */
function openForFlags(plan: Plan, variant: Bounded, open: readonly Message[]): Open {
  const { name, leftOpen } = variant;
  const asked = flagsAskedFor(plan, variant);
  const unknown = (asked.length > 0 ? asked : leftOpen).map((flag) => flag.name);
  const { node } = leftOpen[0] ?? plan.flags[0]!;
  return {
    range: node.name ?? node,
    summary: say`Flags have too many values together${inVariant(plan, name)}, so Andante cannot decide everything.`,
    detail: [
      ...say`Neither a walk nor a proof settles `,
      ...listed(open),
      ...say`. `,
      ...(unknown.length > 0 ? say`No proof knows the values of ${enumerate(unknown, 4)}. ` : []),
      ...advice,
    ],
  };
}

/** The flags whose values the proofs do not know, and which ways to the undecided screens ask for. */
function flagsAskedFor(plan: Plan, { name, verdicts, leftOpen }: Bounded): readonly Flag[] {
  const isUndecided = (screen: Screen): boolean => verdicts[screen.index]!.reachable === 'undecided';
  const asked = new Set<Flag>();
  for (const list of eachStepList(plan, name)) {
    const condition = 'branch' in list ? list.branch.condition : null;
    if (condition && openings(list.steps).some(({ call }) => call?.target && isUndecided(call.target)))
      for (const flag of flagsIn(condition)) asked.add(flag);
  }
  for (const screen of plan.screens.filter(isUndecided))
    for (const { condition } of screen.needs) for (const flag of flagsIn(condition)) asked.add(flag);
  return leftOpen.filter((flag) => asked.has(flag));
}

/** Finding for tabs that share flags. */
function openForTabs(plan: Plan, variant: Bounded, bar: TabBar, open: readonly Message[]): Open {
  return {
    range: { from: bar.node.from, to: bar.node.from + 'tabs'.length },
    summary: say`Tabs share flags${inVariant(plan, variant.name)}, so Andante cannot decide everything.`,
    detail: [...say`Neither a walk nor a proof settles `, ...listed(open), ...say`.`],
  };
}

/** Finding for rules of the plan, and leaks, that need more work than all stacks. */
function* openInExact(plan: Plan, { name, stacks }: Exact): Work<Open | null> {
  const claims: Claim[] = [];
  for (const claim of plan.claims)
    if (claim.first && claim.second && (yield* deciding(stacks, claim)) === 'undecided') claims.push(claim);
  const leaks = [...(yield* leaksOf(stacks))].flatMap(([screen, walk]) => (walk ? [] : [screen]));
  if (claims.length + leaks.length === 0) return null;
  return {
    range: claims[0]?.node ?? leaks[0]!.needs[0]!.node,
    summary: say`Too much to work out${inVariant(plan, name)}: Andante cannot decide ${words(claims.length > 0 ? 'a rule' : 'what Back reveals')}.`,
    detail: [
      ...say`Neither a walk nor a proof settles `,
      ...listed([...claims.map(isBroken), ...isRevealed(leaks)]),
      ...say`. `,
      ...advice,
    ],
  };
}

/** Finding for a variant whose stacks are not known. */
function allOpen({ plan }: Pick<Context, 'plan'>, variant: VariantReach): Open {
  const open = isReached(plan, variant);
  const rules = plan.claims.some(({ first, second }) => first && second)
    ? ' The rules of the plan are not decided.'
    : '';
  return {
    range: plan.start!.target!.nameNode,
    summary: say`Too much to work out${inVariant(plan, variant.name)}: Andante does not know all stacks.`,
    detail: [
      ...say`Back may reveal more than Andante saw in walks. It did not check whether stacks grow, whether Back reveals private screens, or whether steps go back to missing screens.${words(rules)} `,
      ...(open.length > 0 ? [...say`It is open `, ...listed(open), ...say`. `] : []),
      ...advice,
    ],
  };
}

const advice: Message = say`The work grows with the conditions that read flags, and with the screens with needs that one event opens.`;

function whatIsOpen({ claims, revealed, missed, cycles }: Suspects): Message[] {
  const open: Message[] = [];
  for (const [claim, walk] of claims) if (!walk) open.push(isBroken(claim));
  open.push(...isRevealed([...revealed].flatMap(([screen, walk]) => (walk ? [] : [screen]))));
  const without = [...missed].flatMap(([one, walk]) => (walk ? [] : [one]));
  const targets = new Set(without.flatMap((one) => ('target' in one && one.target ? [one.target.label] : [])));
  if (targets.size > 0) open.push(say`whether ${enumerate([...targets])} is not there to go back to`);
  const lost = new Set(without.flatMap((one) => ('kind' in one || !one.screen ? [] : [one.screen.label])));
  if (lost.size > 0) open.push(say`whether a result of ${enumerate([...lost])} reaches nobody`);
  for (const { confirmed, screens } of cycles.values())
    if (!confirmed)
      open.push(
        say`whether ${enumerate(
          screens.map(({ label }) => label),
          4,
        )} pile up without end`,
      );
  return open;
}
