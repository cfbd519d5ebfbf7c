import type { ScreenReference } from '../language/syntax';
import { remembered } from '../base/remembered';
import type { Module, Screen } from './model';

/** The screen that a reference outside of all screens names; null if there is none, or more than one. */
export function screenNamed(screens: readonly Screen[], reference: ScreenReference | null): Screen | null {
  if (!reference) return null;
  const { module, name } = reference;
  const named = screens.filter((one) => one.name === name.text && (!module || one.module?.name === module.text));
  return named.length === 1 ? named[0]! : null;
}

/** The screens of one name. */
interface Namesakes {
  readonly all: Screen[];
  /** First screen of each module; null stands for no module. */
  readonly first: Map<string | null, Screen>;
}

/** Finds screens by name: bare if it is unique or belongs to the own module, otherwise with the module. */
export class Directory {
  private readonly byName = new Map<string, Namesakes>();

  constructor(screens: readonly Screen[]) {
    for (const screen of screens) {
      const { all, first } = remembered(this.byName, screen.name, () => ({ all: [], first: new Map() }));
      const module = screen.module?.name ?? null;
      all.push(screen);
      // Two screens of one name in a module are reported elsewhere; here the first one counts.
      if (!first.has(module)) first.set(module, screen);
    }
  }

  /** The screens that a reference may mean: one where all is well. */
  find(reference: ScreenReference, from: Module | null): readonly Screen[] {
    const named = this.byName.get(reference.name.text);
    if (!named) return [];
    const { all, first } = named;
    if (reference.module) return listed(first.get(reference.module.text));
    if (all.length < 2) return all;
    const own = first.get(from?.name ?? null);
    if (own) return [own];
    return first.size === 1 ? all.slice(0, 1) : all;
  }
}

const listed = (screen: Screen | undefined): readonly Screen[] => (screen ? [screen] : []);
