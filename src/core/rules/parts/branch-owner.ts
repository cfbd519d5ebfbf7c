import type { DeadBranch } from '../../reach';
import { say, words, type Message } from './message';

/** Owner of a branch, as messages call it, and its name for `accept`. */
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
