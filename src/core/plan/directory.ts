import type { ScreenReference } from '../language/syntax';
import type { Module, Screen } from './model';

/** Finds screens by name: bare where that is unique or one's own module has it, otherwise with the module. */
export class Directory {
  private readonly byName = new Map<string, Screen[]>();

  constructor(screens: readonly Screen[]) {
    for (const screen of screens) {
      const same = this.byName.get(screen.name);
      if (same) same.push(screen);
      else this.byName.set(screen.name, [screen]);
    }
  }

  /** The screens that a reference may mean: one where all is well. */
  find(reference: ScreenReference, from: Module | null): readonly Screen[] {
    const named = this.byName.get(reference.name.text) ?? [];
    if (reference.module) return named.filter((screen) => screen.module?.name === reference.module!.text).slice(0, 1);
    if (named.length < 2) return named;
    const own = named.filter((screen) => screen.module === from);
    if (own.length > 0) return own.slice(0, 1);
    const modules = new Set(named.map((screen) => screen.module));
    // The same name twice in one module is reported as such; here the first one counts.
    return modules.size === 1 ? named.slice(0, 1) : named;
  }
}
