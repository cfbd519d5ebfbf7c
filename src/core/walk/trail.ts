/** Walks as text of the language: the steps that a user is walking, or is going to watch. */
import { parse } from '../language/parse';
import type { WalkStepNode } from '../language/syntax';
import { quote } from '../language/tokens';
import { urlOf } from '../links/open';
import type { Plan, Screen } from '../plan/model';
import { labelOf, type Tap } from './tap';
import type { Assumptions } from './conditions';
import { activeStack, keyOf, type Configuration } from './configuration';
import { Data } from './data';
import { outcomesOfEvent } from './outcomes';
import { isBeside, type AppEvent } from './event';
import { listInSight } from './in-sight';
import { Walker } from './walker';

/** The steps of a text such as `tap "Book" back`; null if it cannot be read. */
export function readTrail(text: string): readonly WalkStepNode[] | null {
  const { declarations, problems } = parse(`walk "W" {\n${text}\n}`);
  const [walk] = declarations;
  return problems.length === 0 && declarations.length === 1 && walk?.kind === 'walk'
    ? (walk.body?.items ?? null)
    : null;
}

/** A step as the language writes it, without the user's input. */
export function headOf(event: AppEvent, data: Data): string {
  switch (event.kind) {
    case 'trigger':
      return `tap ${quote(labelOf(event))}`;
    case 'item':
      return `menu ${quote(labelOf(event))}`;
    case 'tab':
      return `tab ${quote(labelOf(event))}`;
    case 'back':
      return 'back';
    case 'event':
      return `event ${quote(labelOf(event))}`;
    case 'link':
      return `open ${urlOf(event.link, event.values ?? data.sampleFor(event.link)) ?? event.link.pattern}`;
    case 'entry':
      return `open ${quote(labelOf(event))}`;
  }
}

/** Assumed outcomes of conditions, as the language writes them after a step. */
export const tailOf = (assumed: Assumptions): string =>
  [...assumed].map(([text, holds]) => ` ${holds ? 'if' : 'unless'} ${quote(text)}`).join('');

interface TrailNode {
  /** Null if the app is left. */
  readonly configuration: Configuration | null;
  readonly step: string;
  readonly before: TrailNode | null;
}

/**
 * Writes a walk of the analysis as steps of the language. A replay finds the conditions under which each tap shows its
 * screen. Null if the walk cannot be replayed, which the tests rule out.
 */
export function retrace(plan: Plan, variant: string, walk: readonly Tap[]): string[] | null {
  const data = new Data(plan);
  const walker = new Walker(plan, variant, data);
  let now: readonly TrailNode[] = walker
    .coldStart()
    .map((configuration) => ({ configuration, step: '', before: null }));
  for (const { shows, ...event } of walk) {
    const next = new Map<string, TrailNode>();
    for (const before of now) {
      if (!before.configuration) continue;
      if (event.kind === 'trigger' && tappedIn(before.configuration, event, variant) !== event.transition.screen)
        continue;
      for (const { assumed, isDetermined, after } of outcomesOfEvent(walker, before.configuration, event)) {
        if ((after ? activeStack(after)!.screen : null) !== shows) continue;
        const key = after ? keyOf(after) : '';
        if (!next.has(key))
          next.set(key, {
            configuration: after,
            step: headOf(event, data) + tailOf(assumed) + (isDetermined || !shows ? '' : ` expect ${shows.label}`),
            before,
          });
      }
    }
    // Whether a tap leaves the app may depend on more than assumptions can express. The tap itself then ends the walk.
    if (shows === null && next.size === 0 && now[0])
      next.set('', { configuration: null, step: headOf(event, data), before: now[0] });
    now = [...next.values()];
  }
  const steps: string[] = [];
  for (let moment = now[0] ?? null; moment?.before; moment = moment.before) steps.push(moment.step);
  return now.length > 0 ? steps.reverse() : null;
}

/** The screen on which a trigger is tapped: the one on top, or the list that is in sight beside it. */
function tappedIn(configuration: Configuration, event: AppEvent, variant: string): Screen | undefined {
  const stack = activeStack(configuration);
  return (isBeside(event) ? listInSight(stack, variant) : stack)?.screen;
}
