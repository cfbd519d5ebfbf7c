import type { StepList } from '../../plan/steps';

/** The control or the event that a list of steps belongs to; empty for the `else` of a screen. */
export function labelOfList(list: StepList): string {
  switch (list.kind) {
    case 'trigger':
      return list.transition.trigger;
    case 'else':
      return '';
    case 'item':
      return `${list.item.menu.title}: ${list.item.label}`;
    case 'event':
      return list.event.title;
  }
}
