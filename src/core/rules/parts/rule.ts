import type { AcceptNode } from '../../language/syntax';
import type { TextEdit } from '../../language/edits';
import type { TextRange } from '../../language/range';
import type { Plan } from '../../plan/model';
import type { Reach } from '../../reach';
import type { Tap } from '../../walk/tap';
import type { Supply } from '../../supply/supply';
import type { Example } from './example';
import type { Message } from './message';

/**
 * - `error`: the app as planned fails a user
 * - `warning`: it may
 * - `note`: good to know
 */
export type Severity = 'error' | 'warning' | 'note';
export const severities: readonly Severity[] = ['error', 'warning', 'note'];

/**
 * Groups by which the verdict line counts findings. A finding is in a topic (`supply`), and usually in a part of it
 * (`missing`).
 */
export type Group =
  | 'plan'
  | 'start'
  | 'unread'
  | 'reach'
  | 'stranded'
  | 'ways'
  | 'supply'
  | 'missing'
  | 'doubtful'
  | 'result'
  | 'stack'
  | 'claims'
  | 'back'
  | 'walk'
  | 'name'
  | 'order'
  | 'link'
  | 'clash'
  | 'entry'
  | 'links'
  | 'open';

/** A way to mend a finding: the words of its button, and the edits. */
export interface Fix {
  readonly label: string;
  readonly edits: readonly TextEdit[];
  /** Whether the fix may not be enough: it is offered only if a check of the changed plan confirms it. */
  readonly onTrial?: true;
  /** Whether it only corrects a word or a mark. Many such fixes can be taken at once. */
  readonly spells?: true;
}

/** Report of a rule. */
export interface Found {
  /** The part of the text that is to blame. */
  readonly range: TextRange;
  /** The problem and its place, in one sentence. */
  readonly summary: Message;
  /** Why it hurts, and which values would fit. */
  readonly detail: Message;
  /** The screen that it is about, by label, or null. */
  readonly subject: string | null;
  /** The argument that it is about, for a finding about one argument on one way in. */
  readonly argument?: string;
  /** The variant in which it holds; left out if it holds in all. */
  readonly variant?: string | null;
  /** A walk that shows it. */
  readonly walk?: readonly Tap[] | null;
  /** The variant in which its walk can be walked, if that is neither the one above nor the first. */
  readonly walkIn?: string;
  /** A URL that shows it. */
  readonly url?: string;
  readonly fixes?: readonly Fix[];
}

export interface Finding {
  readonly rule: string;
  readonly severity: Severity;
  readonly groups: readonly Group[];
  readonly range: TextRange;
  readonly summary: Message;
  readonly detail: Message;
  readonly subject: string | null;
  /** The argument that it is about, for a finding about one argument on one way in; otherwise null. */
  readonly argument: string | null;
  /** The variant in which it holds; null if it holds in all. */
  readonly variant: string | null;
  /** A walk that shows it, as labels of taps. */
  readonly walk: readonly string[] | null;
  /** A URL that shows it. */
  readonly url: string | null;
  /** Best first. */
  readonly fixes: readonly Fix[];
}

/** A finding's walk, to be walked. */
export interface Witness {
  readonly variant: string;
  readonly walk: readonly Tap[];
}

/** A finding that the plan accepts, and why. */
export interface Accepted {
  readonly finding: Finding;
  readonly because: string;
}

/** Findings after accepts: the remaining ones, and the accepted ones. */
export interface Silenced {
  /** The remaining findings, in order. */
  readonly findings: readonly Finding[];
  readonly accepted: readonly Accepted[];
  /** The accepts that have silenced something. */
  readonly used: ReadonlySet<AcceptNode>;
}

/** Input of a rule. */
export interface Context {
  readonly text: string;
  readonly plan: Plan;
  readonly reach: Reach;
  readonly supply: Supply;
  /** The ids of all rules. */
  readonly rules: readonly string[];
  /** Findings of the other rules, for the one rule about them; empty for all others. */
  readonly silenced: Silenced;
}

/** A rule; its example is a plan that breaks it, and that plan put right. */
export interface Rule extends Example {
  /** `group/name`, as messages, `accept` and the command line write it. */
  readonly id: string;
  readonly severity: Severity;
  readonly groups: readonly Group[];
  /** Why the rule exists, in one line. */
  readonly reason: string;
  /** Why it hurts a user and what to do, for `andante explain` and the interface. */
  readonly explanation: string;
  /** Yields findings, or nothing to pause, every few milliseconds. */
  readonly check: (context: Context) => Iterable<Found | void>;
}
