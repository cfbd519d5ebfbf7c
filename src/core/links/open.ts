import type { Link, Plan } from '../plan/model';
import type { Values } from '../plan/value';
import { buildUrl } from './build';
import { patternOf, type Pattern } from './pattern';
import { isMatched, spaceOf } from './space';

/** A link that a URL takes, and the values that it brings. */
export interface Opened {
  readonly link: Link;
  readonly values: Values;
}

/** The link that a URL takes in a variant; null if it takes none, or cannot be read. */
export function openUrl(plan: Plan, variant: string, url: string): Opened | null {
  const found = spaceOf(plan, variant).match(url);
  return isMatched(found) ? { link: found.pattern.link, values: found.values } : null;
}

const known = new WeakMap<Link, { readonly pattern: Pattern | null }>();

/** The URL of a link with these values, from the path on; null if there is none. */
export function urlOf(link: Link, values: Values): string | null {
  let made = known.get(link);
  if (!made) known.set(link, (made = { pattern: patternOf(link, 0) }));
  return made.pattern && buildUrl(made.pattern, values);
}
