/** URLs that are answered before anybody has typed one. */
import { clashesOf } from '../links/clashes';
import type { UrlCard, UrlReader } from './url-card';

/** Most clashes that are shown. */
const mostClashes = 2;
/** Most answers of unlike kinds. */
const mostKinds = 6;
/** Most patterns whose answers are compared. */
const mostCompared = 200;

/**
 * What URLs do that tell most: those of each link of a chosen screen; without one, those of clashes, and one of each
 * kind of answer. Linear in the patterns.
 *
 * @param chosen label of the screen; null for none
 */
export function tellingUrls(reader: UrlReader, chosen: string | null): UrlCard[] {
  const { patterns } = reader.space;
  const ofChosen = patterns.filter(({ link }) => link.screen.label === chosen).slice(0, mostKinds);
  if (ofChosen.length > 0) return reader.examplesOf(ofChosen).map((url) => reader.card(url));
  const { overlaps } = clashesOf(reader.space);
  const telling = overlaps.slice(0, mostClashes).map(({ url }) => reader.card(url));
  const kinds = new Set(telling.map(kindOf));
  for (const url of reader.examplesOf(patterns.slice(0, mostCompared))) {
    if (kinds.size >= mostKinds) break;
    const card = reader.card(url);
    const kind = kindOf(card);
    if (kinds.has(kind)) continue;
    kinds.add(kind);
    telling.push(card);
  }
  return telling;
}

/** Equal for answers that have the same parts. */
const kindOf = ({ state, takes, cold, once, ties }: UrlCard): string =>
  JSON.stringify([
    state,
    [...new Set(takes.map(({ from }) => from))].sort(),
    cold.map(({ stack }) => Math.min(stack.length, 2)),
    once !== null,
    ties.length > 0,
  ]);
