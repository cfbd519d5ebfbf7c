import type { ChangeRequest } from '../../core/propose/request';

/**
 * A change that the user has begun, with its subject; the dialog has fields for the rest. Offsets are those of the
 * current text.
 */
export type Draft =
  | { readonly kind: 'rename'; readonly at: number; readonly name: string }
  | { readonly kind: 'delete' | 'start' | 'move' | 'way' | 'signature'; readonly screen: string }
  | { readonly kind: 'between' | 'extract'; readonly at: number }
  /** A null screen is still to be chosen. */
  | { readonly kind: 'link'; readonly screen: string | null }
  | { readonly kind: 'list'; readonly module: string | null }
  | { readonly kind: 'lower'; readonly module: string; readonly name: string };

/** Titles of the dialogs, and the labels of their buttons. */
export const words: Readonly<Record<ChangeRequest['kind'], readonly [title: string, button: string]>> = {
  rename: ['Rename', 'Rename everywhere'],
  delete: ['Delete a screen', 'Delete it'],
  start: ['Start with another screen', 'Start with it'],
  move: ['Move a screen', 'Move it'],
  way: ['Add a way out', 'Add it'],
  signature: ['Change the arguments', 'Change them'],
  lower: ['Let each screen take an argument itself', 'Let each take it'],
  between: ['Put a screen between', 'Put it there'],
  extract: ['Let the screen hold a value', 'Hold it'],
  list: ['Add many screens', 'Add them'],
  link: ['Add a link', 'Add it'],
};
