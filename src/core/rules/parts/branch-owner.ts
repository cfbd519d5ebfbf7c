import type { DeadBranch } from '../../reach';
import { say, words, type Message } from './message';

/** Owner of a branch, as messages call it, and its name for `accept`. */
export interface BranchOwner {
  /** `“Lounge” on hut` */
  readonly what: Message;
  /** When it could happen: `hut is shown` */
  readonly when: Message;
  readonly subject: string | null;
}

export function ownerOf({ of }: DeadBranch): BranchOwner {
  if ('trigger' in of) {
    const { label } = of.screen;
    return { what: say`“${words(of.trigger)}” on ${label}`, when: say`${label} is shown`, subject: label };
  }
  if ('menu' in of) {
    const { title } = of.menu;
    const menu = title ? say`the menu “${words(title)}”` : say`the menu`;
    return { what: say`“${words(of.label)}” on ${menu}`, when: say`${menu} is shown`, subject: title || null };
  }
  return {
    what: say`The event “${words(of.title)}”`,
    when: say`a screen is shown on which it can happen`,
    subject: of.title || null,
  };
}
