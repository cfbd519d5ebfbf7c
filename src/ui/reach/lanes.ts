/** Which lanes of the chart are unfolded, as the address remembers it. */
import type { Overview } from '../../core/report/overview';

type Modules = Overview['modules'];

/** Screens in no module have a lane, too. */
const noModule = '-';

/** The lanes that are unfolded; names that the plan no longer has are left out. Null where the address says nothing. */
export function readLanes(written: string | null, modules: Modules): ReadonlySet<number | null> | null {
  if (written === null || !written.startsWith('open:')) return null;
  const names = new Set(written.slice('open:'.length).split(','));
  const indexes = modules.flatMap(({ name }, index) => (names.has(name) ? [index] : []));
  return new Set(names.has(noModule) ? [...indexes, null] : indexes);
}

export function writeLanes(unfolded: ReadonlySet<number | null>, modules: Modules): string {
  const names = [...unfolded].map((module) => (module === null ? noModule : modules[module]!.name));
  return `open:${names.sort().join(',')}`;
}

/** All lanes that have screens. */
export const lanesOf = ({ screens }: Overview): ReadonlySet<number | null> =>
  new Set(screens.filter(({ there }) => there).map(({ module }) => module));
