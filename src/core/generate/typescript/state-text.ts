/** The part of the TypeScript output that is the same for each plan: the state of an app. */
export const stateText = `/** The state of a running app, as immutable data. */
import type { Route } from './routes';
import type { Answers, Flags, Question, Variant } from './types';

/** An arrival that \`needs\` has put off: \`resume\` makes it. */
export interface Arrival {
  readonly by: 'push' | 'replace' | 'present' | 'reset' | 'switch' | 'link';
  readonly route: Route;
  /** The value that gets the result of the screen. */
  readonly asker: Question | null;
  /** The pattern of a link; null for other arrivals, and for an entry. */
  readonly link: string | null;
}

/** A screen on a stack. */
export interface Frame {
  readonly route: Route;
  /** Whether \`close\` pops through it. */
  readonly modal: boolean;
  /** The value of the screen beneath that waits for the result of this one. */
  readonly asked: Question | null;
  /** Results that have come back to this screen. */
  readonly answers: Answers;
  /** The arrival that the frame puts off. */
  readonly putOff: Arrival | null;
}

/** Frames, bottom first. */
export type Stack = readonly Frame[];

export interface State {
  readonly variant: Variant;
  readonly flags: Flags;
  /** Place of the active stack. */
  readonly active: number;
  /** The main stack, then one for each tab. */
  readonly stacks: readonly Stack[];
}

/** The stack in use. */
export const activeStack = ({ stacks, active }: State): Stack => stacks[active] ?? [];

/** The frame to draw. */
export const topOf = (state: State): Frame | undefined => activeStack(state).at(-1);
`;
