/** Parts of links that all generators ask for. */
import type { Pattern } from '../../links/pattern';
import type { Link } from '../../plan/model';
import type { ScreenCode } from './program';

/** Arguments that a URL of a pattern brings, or may bring. */
export type BroughtByUrl = readonly { readonly name: string; readonly isList: boolean }[];

export function broughtBy({ segments, rest, query }: Pattern, { parameters }: ScreenCode): BroughtByUrl {
  const names = new Set(parameters.map(({ name }) => name));
  const inPath = segments.flatMap(({ parts }) =>
    parts.flatMap((part) => ('variable' in part ? [{ name: part.variable, isList: false }] : [])),
  );
  return [...inPath, ...(rest ? [rest] : []), ...query].filter(({ name }) => names.has(name));
}

/** Place of a link among those of its screen. */
export const placeOf = (link: Link): number => link.screen.links.indexOf(link);

/** The host of an origin as the plan writes it; null for a scheme without one. */
export const hostIn = (origin: string): string | null =>
  /^[^:]*:\/\/([^:/?#]*)/.exec(origin)?.[1]?.toLowerCase() ?? null;
