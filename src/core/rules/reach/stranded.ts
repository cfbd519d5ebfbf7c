import { addTransition } from '../../edit/transitions';
import type { Plan, Screen } from '../../plan/model';
import type { Reach } from '../../reach/reach';
import { enumerate, say, type Message } from '../message';
import type { Fix, Rule } from '../rule';

export const stranded: Rule = {
  id: 'reach/stranded',
  severity: 'error',
  reason: 'No run of the app reaches the screen.',
  explanation:
    'A screen that no walk from a cold start can show was built for nobody: either a control that should lead to it was ' +
    'forgotten, or the screen is left over. Where only stranded screens lead to it, reaching one of those is enough.',
  wrong: 'app "Huts"\nstart hut\nscreen hut "Hut" {}\nscreen map "Map" {}\n',
  right: 'app "Huts"\nstart hut\nscreen hut "Hut" {\n  on "Map" push map\n}\nscreen map "Map" {}\n',
  *check({ text, plan, reach }) {
    const lost = plan.screens.filter((screen) => isStranded(reach, screen));
    if (lost.length === 0) return;
    const callers = callersOf(plan);
    for (const screen of lost) {
      const others = (callers.get(screen) ?? []).filter((caller) => caller !== screen);
      yield {
        range: screen.nameNode,
        summary: others.length === 0 ? say`Nothing leads to ${screen.label}.` : say`No walk gets to ${screen.label}.`,
        detail: reasonFor(screen, others),
        subject: screen.label,
        fixes: hostsFor(plan, reach, screen).map((host): Fix => {
          const { edits, unsupplied } = addTransition(text, host, screen);
          const held = unsupplied.length > 0 ? `, which then holds ${unsupplied.map((parameter) => parameter.name).join(', ')}` : '';
          return { label: `Add a transition from ${host.label}${held}`, edits };
        }),
      };
    }
  },
};

/** Stranded in every variant. */
export const isStranded = (reach: Reach, screen: Screen): boolean =>
  reach.variants.every((variant) => variant.verdicts[screen.index]?.reachable === 'no');

function reasonFor(screen: Screen, others: readonly Screen[]): Message {
  if (others.length > 0) {
    const labels = others.map((other) => other.label);
    return labels.length === 1
      ? say`Only ${labels[0]!} leads here, and no walk gets there either.`
      : say`Only ${enumerate(labels)} lead here, and no walk gets to them either.`;
  }
  const itself = screen.transitions.some((transition) => transition.steps.some((step) => 'call' in step && step.call?.target === screen));
  return itself ? say`It only leads to itself, so nobody will ever see it.` : say`No trigger on another screen opens it, so nobody will ever see it.`;
}

/** Which screens have a transition that opens a screen, in the order of the text. */
function callersOf(plan: Plan): Map<Screen, Screen[]> {
  const callers = new Map<Screen, Screen[]>();
  for (const screen of plan.screens) {
    for (const transition of screen.transitions) {
      for (const step of transition.steps) {
        if (!('call' in step) || !step.call?.target) continue;
        const known = callers.get(step.call.target) ?? [];
        if (known.at(-1) !== screen) known.push(screen);
        callers.set(step.call.target, known);
      }
    }
  }
  return callers;
}

/** How many screens are offered to lead to a stranded one. */
const offered = 2;

/**
 * The reached screens that could best lead to a stranded one: of its module before others, near the start before far.
 * Where the plan is large, only the first so many of each kind are looked at.
 */
function hostsFor(plan: Plan, reach: Reach, screen: Screen): Screen[] {
  const verdicts = reach.variants[0]?.verdicts ?? [];
  const taps = (host: Screen): number => verdicts[host.index]?.taps ?? Infinity;
  const hosts = (screen.module?.screens ?? plan.screens).filter((host) => taps(host) < Infinity).sort((a, b) => taps(a) - taps(b));
  const start = plan.start?.target;
  if (start && hosts.length < offered && !hosts.includes(start)) hosts.push(start);
  return hosts.slice(0, offered);
}
