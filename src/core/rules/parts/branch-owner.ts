import type { DeadBranch } from '../../reach';
import { say, words, type Message } from './message';

/** What a branch stands on, as messages call it, and the name that `accept` uses. */
export function ownerOf({ of }: DeadBranch): {
  readonly label: string;
  readonly on: Message;
  readonly subject: string | null;
} {
  if ('trigger' in of) return { label: of.trigger, on: say`${of.screen.label}`, subject: of.screen.label };
  return {
    label: of.label,
    on: of.menu.title ? say`the menu “${words(of.menu.title)}”` : say`the menu`,
    subject: of.menu.title || null,
  };
}
