/** A state that the old version can save and the new one cannot read. */
import type { Plan } from '../../plan/model';
import { withValues } from '../../plan/value';
import { Data } from '../../walk/data';
import { activeStack, keyOf, type Configuration, type Frame, type Stack } from '../../walk/configuration';
import type { ExternalEvent } from '../../walk/event';
import { replay } from '../../walk/replay';
import { readTrail, retrace } from '../../walk/trail';
import { Walker } from '../../walk/walker';
import { write, type WrittenConfiguration } from '../../walk/written';
import type { StateEffect } from './effect';

/** Most configurations that are looked at. */
const most = 2000;

export interface SavedExample {
  readonly variant: string;
  readonly state: WrittenConfiguration;
}

/** A saved state that shows a loss, by walking the old plan; null if none was found near its evidence. */
export function savedExample(plan: Plan, { because, evidence }: StateEffect): SavedExample | null {
  const variant = because.why === 'variant' ? because.variant : (evidence[0]?.variant ?? plan.variants[0]!);
  const data = new Data(plan);
  const walker = new Walker(plan, variant, data);
  const wanted = (configuration: Configuration): boolean => shows(plan, because, configuration);
  const atEvidence = evidence.slice(0, 1).flatMap(({ walk }) => {
    const steps = readTrail((retrace(plan, variant, walk) ?? []).join(' '));
    return (steps && replay(plan, variant, steps, data).run.at(-1)?.configuration) ?? [];
  });
  const found =
    search(walker, [...atEvidence, ...walker.coldStart()], [], wanted) ??
    search(walker, [...walker.coldStart(), walker.nothing], walker.externalEvents(), wanted);
  return found && { variant, state: withValueOf(because, write(plan, found)) };
}

/**
 * The first configuration with a property, breadth first.
 *
 * @param external links and entries to open, beside what can happen within the app
 */
function search(
  walker: Walker,
  begin: readonly Configuration[],
  external: readonly ExternalEvent[],
  wanted: (configuration: Configuration) => boolean,
): Configuration | null {
  const seen = new Set<string>();
  const queue = [...begin];
  for (const configuration of queue) {
    const isOn = activeStack(configuration) !== null;
    if (isOn && wanted(configuration)) return configuration;
    for (const event of [...(isOn ? walker.allEvents(configuration) : []), ...external]) {
      for (const next of walker.after(configuration, event)) {
        const key = keyOf(next);
        if (seen.has(key) || seen.size >= most) continue;
        seen.add(key);
        queue.push(next);
      }
    }
  }
  return null;
}

function shows(plan: Plan, because: StateEffect['because'], { flags, stacks }: Configuration): boolean {
  const some = (wanted: (frame: Frame) => boolean): boolean => stacks.some((stack) => someFrame(stack, wanted));
  switch (because.why) {
    case 'variant':
    case 'tabs':
    case 'tab order':
      return true;
    case 'screen':
    case 'argument':
      return some(({ screen }) => screen.label === because.screen);
    case 'result':
      return some(({ asked, below }) => asked === because.name && below?.screen.label === because.screen);
    case 'flag':
      return flags[plan.flags.findIndex(({ name }) => name === because.flag)] === because.value;
    case 'link':
      return some(({ putOff }) => putOff?.kind === 'link' && putOff.link?.pattern === because.pattern);
  }
}

function someFrame(stack: Stack, wanted: (frame: Frame) => boolean): boolean {
  for (let frame = stack; frame; frame = frame.below) if (wanted(frame)) return true;
  return false;
}

/** The state with the value that cannot be read: the samples of a walk may be others. */
function withValueOf(because: StateEffect['because'], state: WrittenConfiguration): WrittenConfiguration {
  if (because.why !== 'argument' || because.value === undefined) return state;
  const { screen: label, name, value } = because;
  return {
    ...state,
    stacks: state.stacks.map((stack) =>
      stack.map((frame) =>
        frame.screen === label ? { ...frame, values: withValues(frame.values ?? {}, { [name]: value }) } : frame,
      ),
    ),
  };
}
