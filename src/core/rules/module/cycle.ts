import type { Module, Plan } from '../../plan/model';
import type { WayIn } from '../../supply/supply';
import { ringThrough, stronglyConnectedComponents } from '../../plan/graph';
import { example } from '../parts/example';
import { say, words, type Message } from '../parts/message';
import type { Rule } from '../parts/rule';
import { nameWayIn } from '../parts/supply-parts';

export const moduleCycle: Rule = {
  id: 'module/cycle',
  severity: 'note',
  groups: ['order'],
  reason: 'Modules depend on each other in a ring.',
  explanation:
    'Nobody can build, test or reuse one of them without the others. Often `back` or `back to` can replace a ' +
    'transition that opens a screen of the calling module. Or a screen belongs to the other module.',
  ...example`
      app "Huts"
      start hut
      module a {
        screen hut "Hut" {
          on "Map" push map
        }
      }
      module b {
        screen map "Map" {
    -     on "Done" reset hut
    +     on "Done" back
        }
      }
  `,
  *check({ plan, supply }) {
    const needs = dependencies(plan, supply.waysIn);
    const next = (module: Module): readonly Module[] => [...needs.get(module)!.keys()];
    for (const component of stronglyConnectedComponents(plan.modules, next)) {
      if (component.length < 2) continue;
      const members = new Set(component);
      const first = plan.modules.find((module) => members.has(module))!;
      const ring = ringThrough(first, next);
      const shown = ring.slice(0, mostNamed);
      const ways = shown.map((module, index) => needs.get(module)!.get(ring[(index + 1) % ring.length]!)!);
      const more = component.length - shown.length;
      yield {
        range: first.node.name ?? first.node,
        summary: say`The modules ${[...(ring.length > mostNamed ? [...shown, { name: '…' }] : shown), first].map((module) => module.name).join(' > ')} depend on each other in a ring.`,
        detail: say`${ways.map(sayWay).flatMap((way, index) => (index > 0 ? say`; ${way}` : way))}.${more > 0 ? say` ${more} more ${words(more === 1 ? 'module belongs' : 'modules belong')} to the ring.` : ''}`,
        subject: first.name,
      };
    }
  },
};

/** Which modules each module opens screens of, each with the first way in that shows it. */
function dependencies(plan: Plan, waysIn: readonly WayIn[]): Map<Module, Map<Module, WayIn>> {
  const needs = new Map<Module, Map<Module, WayIn>>(plan.modules.map((module) => [module, new Map()]));
  for (const wayIn of waysIn) {
    const from = wayIn.site.kind === 'transition' ? wayIn.site.transition.screen.module : null;
    const to = wayIn.target.module;
    if (from && to && from !== to && !needs.get(from)!.has(to)) needs.get(from)!.set(to, wayIn);
  }
  return needs;
}

/** Most modules of a ring that a message names. */
const mostNamed = 12;

const sayWay = (wayIn: WayIn): Message => say`${nameWayIn(wayIn)} opens ${wayIn.target.label}`;
