import type { Link, Screen } from '../plan/model';
import type { Values } from './value';

/** An arrival that `needs` did not let happen, to be made again by `resume`. */
export type Arrival = {
  readonly screen: Screen;
  /** What the screen arrives with; null for a walker without data. */
  readonly values: Values | null;
} & (
  | { readonly kind: 'push' | 'replace' | 'present' | 'reset' | 'switch' }
  /** A link builds a whole stack; null stands for an entry that names its screen. */
  | { readonly kind: 'link'; readonly link: Link | null }
);

/** A screen on a stack, and what lies beneath it. Stacks share their lower frames, so a step costs no copying. */
export interface Frame {
  readonly screen: Screen;
  /** `close` takes off through the nearest modal frame. */
  readonly modal: boolean;
  /** The screen's arguments and what it holds; null for a walker without data. */
  readonly values: Values | null;
  /** The arrival that the frame puts off; null for a frame that is no gate. */
  readonly putOff: Arrival | null;
  readonly below: Frame | null;
}

/** An empty stack is null. */
export type Stack = Frame | null;

/** The place of the main stack among the stacks; tab N has place N + 1. */
export const mainStack = 0;

/** All there is to know of a running app but its data. */
export interface Configuration {
  /** The flags' values, in the plan's order. */
  readonly flags: readonly string[];
  readonly active: number;
  /** The main stack, then one for each tab of the variant. */
  readonly stacks: readonly Stack[];
}

export const activeStack = ({ stacks, active }: Configuration): Stack => stacks[active] ?? null;

export function withStack(configuration: Configuration, stack: Stack): Configuration {
  const { flags, active, stacks } = configuration;
  return { flags, active, stacks: stacks.length === 1 ? [stack] : stacks.map((each, place) => (place === active ? stack : each)) };
}

/** The screens of a stack, the top one first. */
export function* screensOf(stack: Stack): Generator<Screen> {
  for (let frame = stack; frame; frame = frame.below) yield frame.screen;
}

/** A configuration as one string, every frame of every stack included: two are alike just where these are. */
export function keyOf({ flags, active, stacks }: Configuration): string {
  const parts: (string | number)[] = [flags.join(), active];
  for (const stack of stacks) {
    parts.push(';');
    for (let frame = stack; frame; frame = frame.below) {
      parts.push(`${frame.screen.index}${frame.modal ? 'm' : ''}`);
      // Two links of one screen may build different stacks.
      if (frame.putOff) parts.push(`${frame.putOff.kind}${frame.putOff.screen.index}${frame.putOff.kind === 'link' && frame.putOff.link ? `@${frame.putOff.link.node.from}` : ''}`);
    }
  }
  return parts.join(' ');
}
