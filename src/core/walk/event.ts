import type { TextRange } from '../language/range';
import type { Branch, Entry, Link, MenuItem, PlanEvent, Tab, Transition } from '../plan/model';
import type { Values } from '../plan/value';

/** An action of a user, something that happens by itself, or a way in from outside. */
export type AppEvent =
  /** `beside`: on the list that is in sight beside the top. */
  | { readonly kind: 'trigger'; readonly transition: Transition; readonly beside?: true }
  | { readonly kind: 'item'; readonly item: MenuItem; readonly beside?: true }
  | { readonly kind: 'tab'; readonly tab: Tab }
  | { readonly kind: 'back' }
  | { readonly kind: 'event'; readonly event: PlanEvent }
  /** `values` come from the URL; samples if the URL is unknown. */
  | { readonly kind: 'link'; readonly link: Link; readonly values?: Values }
  | { readonly kind: 'entry'; readonly entry: Entry };

/** Whether an event is a tap on the list that is in sight beside the top. */
export const isBeside = (event: AppEvent): boolean => 'beside' in event && event.beside === true;

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
    case 'event':
      return event.event;
    case 'link':
      return event.link;
    case 'entry':
      return event.entry;
  }
}

/** An event of which one branch happens. */
export type BranchingEvent = Extract<AppEvent, { kind: 'trigger' | 'item' | 'event' }>;

export const isBranching = (event: AppEvent): event is BranchingEvent =>
  event.kind === 'trigger' || event.kind === 'item' || event.kind === 'event';

/** The branches of an event, in the order in which they are tried. */
export function branchesOf(event: BranchingEvent): readonly Branch[] {
  switch (event.kind) {
    case 'trigger':
      return event.transition.branches;
    case 'item':
      return event.item.branches;
    case 'event':
      return event.event.branches;
  }
}

/** The statement of an event; null for Back, links and entries. */
export function statementOf(event: AppEvent): TextRange | null {
  switch (event.kind) {
    case 'trigger':
      return event.transition.node;
    case 'item':
      return event.item.node;
    case 'tab':
      return event.tab.node;
    case 'event':
      return event.event.node;
    default:
      return null;
  }
}

export type ExternalEvent = Extract<AppEvent, { kind: 'link' | 'entry' }>;
