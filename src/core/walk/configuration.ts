import type { Link, Screen } from '../plan/model';
import { remembered } from '../base/remembered';
import type { Values } from '../plan/value';

/** A screen that has asked for a result, and its value that gets it; an empty name stands for an unknown value. */
export interface Asker {
  readonly screen: Screen;
  readonly value: string;
}

/** An arrival that `needs` did not let happen, to be made again by `resume`. */
export type Arrival = {
  readonly screen: Screen;
  /** Arguments of the screen; null for a walker without data. */
  readonly values: Values | null;
  /** Who gets the screen's result; left out where nobody asks. */
  readonly asker?: Asker | undefined;
} & (
  | { readonly kind: 'push' | 'replace' | 'present' | 'reset' | 'switch' }
  /** A link builds a whole stack; null means an entry that names its screen. */
  | { readonly kind: 'link'; readonly link: Link | null }
);

/** A screen on a stack, and the frames beneath it. Stacks share their lower frames, so a step copies nothing. */
export interface Frame {
  readonly screen: Screen;
  /** `close` takes off through the nearest modal frame. */
  readonly modal: boolean;
  /** The screen's arguments and values; null for a walker without data. */
  readonly values: Values | null;
  /** The value of the screen beneath that gets this screen's result; null if that has not asked. */
  readonly asked: string | null;
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
  return {
    flags,
    active,
    stacks: stacks.length === 1 ? [stack] : stacks.map((each, place) => (place === active ? stack : each)),
  };
}

/** The screens of a stack, the top one first. */
export function* screensOf(stack: Stack): Generator<Screen> {
  for (let frame = stack; frame; frame = frame.below) yield frame.screen;
}

/**
 * A configuration as one string with every frame of every stack. Two configurations are equal exactly if their strings
 * are.
 */
export const keyOf = ({ flags, active, stacks }: Configuration): string =>
  [flags.join(), active, ...stacks.map(keyOfStack)].join(';');

/** A stack as one string, its top first. */
export function keyOfStack(stack: Stack): string {
  const parts: string[] = [];
  for (let frame = stack; frame; frame = frame.below) parts.push(keyOfFrame(frame));
  return parts.join(' ');
}

/**
 * Numbers stacks, equal ones alike (hash consing): keys of configurations stay short, however deep their stacks are.
 * Costs O(1) for each frame that was not met before.
 */
export class StackNumbers {
  private readonly numbers = new Map<string, number>();
  private readonly known = new WeakMap<Frame, number>();

  /** A configuration as one string. Two configurations are equal exactly if their strings are. */
  keyOf({ flags, active, stacks }: Configuration): string {
    return [flags.join(), active, ...stacks.map((stack) => this.numberOf(stack))].join(' ');
  }

  /** 0 for an empty stack. */
  numberOf(stack: Stack): number {
    const unknown: Frame[] = [];
    let frame = stack;
    for (; frame && !this.known.has(frame); frame = frame.below) unknown.push(frame);
    let number = frame ? this.known.get(frame)! : 0;
    for (const each of unknown.reverse()) {
      const key = `${number} ${keyOfFrame(each)}`;
      number = remembered(this.numbers, key, () => this.numbers.size + 1);
      this.known.set(each, number);
    }
    return number;
  }
}

function keyOfFrame({ screen, modal, asked, putOff }: Frame): string {
  const marked = `${screen.index}${modal ? 'm' : ''}${asked === null ? '' : 'a'}`;
  if (!putOff) return marked;
  const asker = putOff.asker ? `a${putOff.asker.screen.index}` : '';
  // Two links of one screen may build different stacks.
  return `${marked}<${putOff.kind}${putOff.screen.index}${asker}${putOff.kind === 'link' && putOff.link ? `@${putOff.link.node.from}` : ''}`;
}
