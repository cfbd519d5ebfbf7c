import { addTransition } from '../../edit/transitions';
import { isIn, openings, type Module, type Plan, type Screen, type Transition } from '../../plan/model';
import { isKnown } from '../../plan/types';
import type { Reach } from '../../reach';
import { remembered } from '../../base/remembered';
import { screenOf } from '../../supply/site';
import type { WayIn } from '../../supply/supply';
import { example } from '../parts/example';
import { enumerate, say, type Message } from '../parts/message';
import type { Context, Fix, Rule } from '../parts/rule';
import { nameWayIn } from '../parts/supply-parts';

export const stranded: Rule = {
  id: 'reach/stranded',
  severity: 'error',
  groups: ['reach', 'stranded'],
  reason: 'No walk reaches the screen.',
  explanation:
    'Nobody will ever see this screen. A control that should lead to it is missing, a condition on the way ' +
    'never holds, or the screen is left over. If only stranded screens lead to it, reaching one of them is ' +
    'enough.',
  ...example`
      app "Huts"
      start hut
    - screen hut "Hut" {}
    + screen hut "Hut" {
    +   on "Map" push map
    + }
      screen map "Map" {}
  `,
  *check(context) {
    const { text, plan, reach, supply } = context;
    const lost = plan.screens.filter((screen) => isStranded(reach, screen));
    if (lost.length === 0) return;
    const hosts = new Hosts(plan, reach);
    for (const screen of lost) {
      const ways = supply.into[screen.index]!.filter(
        ({ site }) => (site.kind === 'transition' || site.kind === 'needs') && screenOf(site) !== screen,
      );
      // If a reached screen opens it, a condition stands in the way, and another way in would not help.
      const closed =
        ways.find((way) => isReached(reach, screenOf(way.site))) ?? (screen === plan.start?.target ? screen : null);
      yield {
        range: screen.nameNode,
        summary:
          supply.into[screen.index]!.every(({ site }) => screenOf(site) === screen) && !closed
            ? say`Nothing leads to ${screen.label}.`
            : say`No walk reaches ${screen.label}.`,
        detail: closed
          ? sayWhatNeverHolds(context, screen, closed)
          : reasonFor(screen, ways, supply.into[screen.index]!),
        subject: screen.label,
        // A fix cannot write an unknown type.
        fixes:
          closed || screen.needs.length > 0 || screen.parameters.some(({ type }) => !isKnown(type))
            ? []
            : hosts.for(screen).map((host): Fix => {
                const { edits, unsupplied } = addTransition(text, plan, host, screen);
                const held =
                  unsupplied.length > 0
                    ? `, which then holds ${unsupplied.map((parameter) => parameter.name).join(', ')}`
                    : '';
                return { label: `Add a transition from ${host.label}${held}`, edits };
              }),
      };
    }
  },
};

/** Stranded in every variant. */
const isStranded = (reach: Reach, screen: Screen): boolean =>
  reach.variants.every((variant) => variant.verdicts[screen.index]?.reachable === 'no');

const isReached = (reach: Reach, screen: Screen | null): boolean =>
  screen !== null && reach.variants.some((variant) => variant.verdicts[screen.index]?.reachable === 'yes');

function reasonFor(screen: Screen, ways: readonly WayIn[], all: readonly WayIn[]): Message {
  const labels = [...new Set(ways.map((way) => screenOf(way.site)!.label))];
  if (labels.length === 1) return say`Only ${labels[0]!} leads here, and no walk reaches it either.`;
  if (labels.length > 1) return say`Only ${enumerate(labels)} lead here, and no walk reaches them either.`;
  const [other] = all.filter(({ site }) => screenOf(site) === null);
  if (other) return say`${nameWayIn(other)} leads to it, but no run gets that far.`;
  const itself = screen.transitions.some((transition) => opensSelf(transition, screen));
  return itself
    ? say`It only leads to itself, so nobody will ever see it.`
    : say`No trigger on another screen opens it, so nobody will ever see it.`;
}

/** Why a screen is not reached although a reached one opens it: a condition, its own or that of the trigger. */
function sayWhatNeverHolds({ text }: Context, screen: Screen, way: WayIn | Screen): Message {
  const [needs] = screen.needs;
  const condition = 'site' in way && way.site.kind === 'transition' ? way.site.branch.node.condition : null;
  if ('site' in way && condition)
    return say`${nameWayIn(way)} opens it only when ${text.slice(condition.from, condition.to)}, which never holds.`;
  if (needs?.node.condition)
    return say`It needs ${text.slice(needs.node.condition.from, needs.node.condition.to)}, which never holds.`;
  return 'site' in way
    ? say`${nameWayIn(way)} opens it, but no run gets that far.`
    : say`It is the start screen, but no run shows it.`;
}

const opensSelf = ({ branches }: Transition, screen: Screen): boolean =>
  branches.some((branch) => openings(branch.steps).some((step) => step.call?.target === screen));

/** How many screens are offered to lead to a stranded one. */
const offered = 2;

/**
 * The reached screens that could best lead to a stranded one: of its module before others, near the start before far.
 */
class Hosts {
  /** Unreached screens by the reason that they share. */
  private readonly known = new Map<string, readonly Screen[]>();

  constructor(
    private readonly plan: Plan,
    private readonly reach: Reach,
  ) {}

  /** Costs O(screens of its module), once for all stranded screens of a module that are there in the same variants. */
  for({ module, only }: Screen): readonly Screen[] {
    return remembered(this.known, `${module?.name ?? ''} ${only ? [...only].join() : ''}`, () =>
      this.find(module, only),
    );
  }

  private find(module: Module | null, only: Screen['only']): Screen[] {
    const variants = this.reach.variants.filter(({ name }) => isIn(only, name));
    const taps = new Map<Screen, number>();
    const tapsOf = (host: Screen): number =>
      remembered(taps, host, () =>
        variants.reduce((least, { verdicts }) => Math.min(least, verdicts[host.index]?.taps ?? Infinity), Infinity),
      );
    const hosts = (module?.screens ?? this.plan.screens)
      .filter((host) => tapsOf(host) < Infinity)
      .sort((a, b) => tapsOf(a) - tapsOf(b))
      .slice(0, offered);
    const start = this.plan.start?.target;
    if (start && hosts.length < offered && !hosts.includes(start) && tapsOf(start) < Infinity) hosts.push(start);
    return hosts;
  }
}
