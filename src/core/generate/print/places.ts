/** Menus and events: the screens on which they are offered, as functions that guard them. */
import type { Only } from '../../plan/model';
import type { Screen } from '../../plan/model';
import type { EventCode, PlacesCode, Program } from '../program/program';
import { nameAll, pascalCase } from '../program/words';

/** Some codes, and the function that says whether they are offered. */
export interface Guarded {
  readonly guard: string;
  /** What the function says, in a sentence. */
  readonly about: string;
  readonly only: Only;
  readonly places: PlacesCode;
  readonly codes: readonly EventCode[];
}

/** The menus of a program. */
export function guardedMenus({ menus }: Program): Guarded[] {
  const guards = nameAll(
    menus,
    ({ menu }) => menu.title,
    (title) => `shows${pascalCase(title)}`,
  );
  return menus.map((one) => ({
    guard: guards.get(one)!,
    about: `Whether a screen shows the menu “${one.menu.title}”.`,
    only: one.menu.only,
    places: one.places,
    codes: one.items,
  }));
}

/** What happens by itself in a program. */
export function guardedHappenings({ happenings }: Program): Guarded[] {
  const guards = nameAll(
    happenings,
    ({ event }) => event.title,
    (title) => `mayHappen${pascalCase(title)}`,
  );
  return happenings.map((one) => ({
    guard: guards.get(one)!,
    about: `Whether “${one.event.title}” can happen on a screen.`,
    only: one.event.only,
    places: one.places,
    codes: [one.code],
  }));
}

/** A code, and its guard. */
export interface DispatchRow {
  readonly code: EventCode;
  readonly guard: string;
}

export const dispatchRows = (all: readonly Guarded[]): DispatchRow[] =>
  all.flatMap(({ guard, codes }) => codes.map((code) => ({ code, guard })));

/** The branches of a code behind its guard, which has looked at the variant. */
export const behindGuard = ({ branches }: EventCode): EventCode['branches'] =>
  branches.map((branch) => ({ ...branch, only: null }));

/** How a language asks where something is offered. */
export interface PlaceWords {
  readonly screen: (screen: Screen) => string;
  readonly is: (screen: string) => string;
  /** @param screens more than one, with commas between them */
  readonly isAmong: (screens: string) => string;
  readonly isTabRoot: string;
}

/** A condition on the screen; null if all of them will do. */
export function placeText({ tabBars }: Program, places: PlacesCode, words: PlaceWords): string | null {
  if (!places) return null;
  const [first, ...others] = places.screens.map(words.screen);
  const among =
    first === undefined ? null : others.length > 0 ? words.isAmong([first, ...others].join(', ')) : words.is(first);
  const roots = places.andTabRoots && tabBars.length > 0 ? words.isTabRoot : null;
  if (among !== null && roots !== null) return `(${among} || ${roots})`;
  return among ?? roots ?? 'false';
}
