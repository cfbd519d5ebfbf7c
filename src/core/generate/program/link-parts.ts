/** Parts of links that all generators ask for. */
import { readOrigin } from '../../links/origin';
import type { Pattern } from '../../links/pattern';
import type { Link } from '../../plan/model';
import type { LinkCode, Program, ScreenCode } from './program';
import { compareTexts } from './words';

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

/** An origin of the app's links, as generated code compares it. */
export interface OriginCode {
  readonly text: string;
  readonly scheme: string;
  /** Its host, and the spelling of the plan where that is another one; none for a scheme of the app's own. */
  readonly hosts: readonly string[];
  readonly port: string;
}

export const originsOf = ({ plan }: Program): OriginCode[] =>
  plan.origins.flatMap((written) => {
    const origin = readOrigin(written);
    if (!origin) return [];
    const { text, scheme, host, port } = origin;
    const hosts = host === null ? [] : [...new Set([host, hostIn(written) ?? host])];
    return [{ text, scheme, hosts, port }];
  });

/** The host of an origin as the plan writes it; null for a scheme without one. */
const hostIn = (origin: string): string | null => /^[^:]*:\/\/([^:/?#]*)/.exec(origin)?.[1]?.toLowerCase() || null;

/** The links of each screen that say what lies beneath, or that nothing does; by the names of the screens. */
export function linksWithStacks({ links, codeOf }: Program): [ScreenCode, LinkCode[]][] {
  const own = new Map<ScreenCode, LinkCode[]>();
  for (const link of links) {
    const code = codeOf.get(link.link.screen);
    if (code && link.link.under && link.under) own.set(code, [...(own.get(code) ?? []), link]);
  }
  return [...own].sort(([a], [b]) => compareTexts(a.screen.label, b.screen.label));
}
