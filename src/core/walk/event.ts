import type { Entry, Link, MenuItem, Tab, Transition } from '../plan/model';
import type { Values } from '../plan/value';

/** An action of a user, or a way in from outside. */
export type AppEvent =
  | { readonly kind: 'trigger'; readonly transition: Transition }
  | { readonly kind: 'item'; readonly item: MenuItem }
  | { readonly kind: 'tab'; readonly tab: Tab }
  | { readonly kind: 'back' }
  /** `values` come from the URL; samples if the URL is unknown. */
  | { readonly kind: 'link'; readonly link: Link; readonly values?: Values }
  | { readonly kind: 'entry'; readonly entry: Entry };

/** The part of the plan that an event uses; null for Back. */
export function partOf(event: AppEvent): object | null {
  switch (event.kind) {
    case 'trigger':
      return event.transition;
    case 'item':
      return event.item;
    case 'tab':
      return event.tab;
    case 'back':
      return null;
    case 'link':
      return event.link;
    case 'entry':
      return event.entry;
  }
}

export type ExternalEvent = Extract<AppEvent, { kind: 'link' | 'entry' }>;
