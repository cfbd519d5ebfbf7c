/** Answers as data. `say.ts` has the words. */
import type { Carrier, PlanQuestion } from './question';

/** A walk as steps of the language, from a cold start of one variant. */
export interface AnswerWalk {
  readonly variant: string;
  readonly steps: readonly string[];
}

/** A screen of an answer. */
export interface FoundScreen {
  readonly screen: string;
  /** Taps to it, or null. */
  readonly taps: number | null;
  /** A walk that shows it, as the question asks; null if none is known. */
  readonly walk: AnswerWalk | null;
}

/** A value that goes from one place into an argument of a screen. */
export interface Handover {
  /** The screen that gives it; null for a start, a tab, a menu, a link or an event. */
  readonly from: string | null;
  /** The value as it is written; null if the argument's own name is the value, or a link brings it. */
  readonly value: string | null;
  readonly by: 'start' | 'transition' | 'needs' | 'item' | 'event' | 'tab' | 'entry' | 'under' | 'link';
  readonly to: string;
  readonly argument: string;
}

interface Asked<K extends PlanQuestion['kind']> {
  readonly kind: K;
  readonly variant: string;
}

/** Screens that the question asks for, and those on which nobody could decide. */
interface Screens {
  readonly screens: readonly FoundScreen[];
  readonly undecided: readonly string[];
}

/** A walk from a cold start: the steps until the first screen, and those from there to the other one. */
export interface Path {
  readonly before: readonly string[];
  readonly steps: readonly string[];
  /** The screen on top after each of these; null if the app is left. */
  readonly shows: readonly (string | null)[];
  /** Whether no taps inside the app lead there sooner from the end of the first steps. */
  readonly isShortest: boolean;
}

export interface PathAnswer extends Asked<'path'> {
  readonly from: string;
  readonly to: string;
  readonly condition: string | null;
  /** The screen that the way avoids; null for none. */
  readonly without: string | null;
  /** Over all runs of the variant. */
  readonly verdict: 'yes' | 'no' | 'undecided';
  /** Null also for a run that no walk of the language describes: a link into an app that a cold start does not open. */
  readonly path: Path | null;
  /** The answer as a walk or a rule of the language, to be kept in the plan; null if it cannot be one. */
  readonly keep: string | null;
}

/** A way into a screen. */
export interface Lead {
  /** The screen on top before; null for a menu, a tab, an event, a link or a start. */
  readonly from: string | null;
  /** As a walk writes it: `tap "Book"`, `back`; in words where no walk does. */
  readonly step: string;
}

export interface LeadsAnswer extends Asked<'leads'> {
  readonly screen: string;
  readonly leads: readonly Lead[];
  /** Whether Back is proved to reveal it on no other screen. */
  readonly whole: boolean;
}

export interface LostAnswer extends Asked<'lost'> {
  readonly screen: string;
  readonly trigger: string;
  /** Screens that no run shows any more; each walk is one of the present plan. */
  readonly stranded: readonly FoundScreen[];
  /** Screens that take more taps, or that only links and entries show now. */
  readonly farther: readonly {
    readonly screen: string;
    readonly before: number;
    readonly after: number;
    readonly fromOutside: boolean;
  }[];
  /** Titles of kept walks that break. */
  readonly walks: readonly string[];
  readonly undecided: readonly string[];
}

export interface FarAnswer extends Asked<'far'>, Screens {
  readonly most: number;
}

export interface OnlyAnswer extends Asked<'only'>, Screens {
  readonly by: Carrier;
}

export interface BackAnswer extends Asked<'back'>, Screens {
  readonly screen: string;
  /** Whether Back can leave the app; null if that is undecided. */
  readonly leaves: boolean | null;
  /** Whether the screens are proved to be all. */
  readonly whole: boolean;
}

export interface SeenAnswer extends Asked<'seen'>, Screens {
  readonly condition: string;
}

export interface JourneyAnswer extends Asked<'journey'> {
  readonly type: string;
  readonly handovers: readonly Handover[];
}

export type PlanAnswer =
  PathAnswer | LeadsAnswer | LostAnswer | FarAnswer | OnlyAnswer | BackAnswer | SeenAnswer | JourneyAnswer;
