import type { Condition, Screen } from '../plan/model';

/** What an analysis remembers of a run: whether a screen has been shown, on top or beside it. */
export interface Monitored {
  readonly screen: Screen;
  /** It counts only while this may hold; null if it always does. */
  readonly when: Condition | null;
  /** A screen that makes it forget that, once it is shown; null for none. */
  readonly until: Screen | null;
}
