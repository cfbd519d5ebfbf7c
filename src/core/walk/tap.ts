/** Taps: the steps of a user. */
import type { Screen } from '../plan/model';
import type { AppEvent } from './event';

/** One event of a walk, mostly a tap of the user, and the screen on top after it; null if it leaves the app. */
export type Tap = AppEvent & { readonly shows: Screen | null };

/** Label of an event, as the screen shows it. */
export function labelOf(event: AppEvent): string {
  switch (event.kind) {
    case 'trigger':
      return event.transition.trigger;
    case 'item':
      return event.item.label;
    case 'tab':
      return event.tab.label;
    case 'back':
      return 'Back';
    case 'event':
      return event.event.title;
    case 'link':
      return event.link.pattern;
    case 'entry':
      return event.entry.label;
  }
}

/** The word of the language for an event. Links and entries are taps of a user as well. */
export const tapWord = {
  trigger: 'tap',
  item: 'menu',
  tab: 'tab',
  back: 'back',
  event: 'event',
  link: 'tap',
  entry: 'tap',
} as const satisfies Record<AppEvent['kind'], string>;

export type TapWord = (typeof tapWord)[AppEvent['kind']];

/** The labels of a walk's taps, in order. */
export const walkLabels = (walk: readonly Tap[]): string[] => walk.map(labelOf);
