/** Each URL pattern and entry of a variant, with an example and the stack that it builds. */
import type { Check } from '../../check';
import { buildUrl } from '../../links/build';
import { isIn, type Link, type Plan } from '../../plan/model';
import { UrlReader, type UrlCard } from '../../report/url-card';
import { Data } from '../../walk/data';

export interface LinkRow {
  readonly kind: 'link' | 'entry';
  /** The pattern, or the entry’s label. */
  readonly name: string;
  /** `shortcut`, `widget`, … for an entry that says so. */
  readonly door: string | null;
  /** Label of the screen that it opens, or null. */
  readonly screen: string | null;
  /** A URL that opens it; null for an entry that names a screen, and where no URL can be built. */
  readonly url: string | null;
  /**
   * - `opens`: the screen is shown
   * - `gated`: another screen is shown first, until its needs hold
   * - `hidden`: another pattern takes the example
   * - `lost`: nothing opens
   */
  readonly state: 'opens' | 'gated' | 'hidden' | 'lost';
  /** Labels of the stack that it builds once all needs hold, bottom first. */
  readonly stack: readonly string[];
  /** Label of the screen that Back shows; null if Back leaves the app. */
  readonly back: string | null;
  /** The condition that puts it off, as written, or null. */
  readonly needs: string | null;
  /** Offset in the text. */
  readonly at: number;
}

/** Rows of a variant: patterns in the order of the plan, then entries. Costs a run of the walker a row. */
export function linkRows({ plan }: Pick<Check, 'plan'>, variant: string): LinkRow[] {
  const reader = new UrlReader(plan, variant);
  return [...patternRows(plan, variant, reader), ...entryRows(plan, variant, reader)];
}

function patternRows(plan: Plan, variant: string, reader: UrlReader): LinkRow[] {
  const data = new Data(plan);
  const origin = reader.space.origins[0]?.text ?? '';
  const patternOf = new Map(reader.space.patterns.map((pattern) => [pattern.link, pattern]));
  const links = plan.screens.flatMap((screen) => (isIn(screen.only, variant) ? screen.links : []));
  return links.map((link): LinkRow => {
    const pattern = patternOf.get(link);
    const path = pattern ? buildUrl(pattern, data.sampleFor(link)) : null;
    const url = path === null ? null : pattern!.origin ? path : origin + path;
    const row = {
      kind: 'link',
      name: link.pattern,
      door: null,
      screen: link.screen.label,
      at: link.node.from,
    } as const;
    if (url === null) return { ...row, url, state: 'lost', stack: [], back: null, needs: null };
    const card = reader.card(url);
    return { ...row, url, ...opened(card), state: stateOf(card, link) };
  });
}

function stateOf({ state, opens }: UrlCard, { node }: Link): LinkRow['state'] {
  if (!opens) return 'lost';
  if (opens.at !== node.from) return 'hidden';
  return state === 'gated' ? 'gated' : 'opens';
}

function entryRows(plan: Plan, variant: string, reader: UrlReader): LinkRow[] {
  return plan.entries
    .filter((entry) => isIn(entry.only, variant))
    .map((entry): LinkRow => {
      const row = { kind: 'entry', name: entry.label, door: entry.node.door, at: entry.node.from } as const;
      const target = entry.call?.target;
      if (target && isIn(target.only, variant)) {
        const arrival = reader.arrival({ kind: 'entry', entry });
        return { ...row, screen: target.label, url: null, state: arrival.state, ...opened(arrival) };
      }
      const card = entry.url === null ? null : reader.card(entry.url);
      const absolute = entry.url?.startsWith('/') ? (reader.space.origins[0]?.text ?? '') + entry.url : entry.url;
      return card?.opens
        ? {
            ...row,
            screen: card.opens.screen,
            url: absolute,
            state: card.state === 'gated' ? 'gated' : 'opens',
            ...opened(card),
          }
        : { ...row, screen: null, url: absolute, state: 'lost', stack: [], back: null, needs: null };
    });
}

/** The stack once nothing puts the link off any more. */
function opened({ cold, once }: Pick<UrlCard, 'cold' | 'once'>): Pick<LinkRow, 'stack' | 'back' | 'needs'> {
  const built = once ?? cold[0];
  return {
    stack: built?.stack ?? [],
    back: built?.back ?? null,
    needs: cold.find(({ putOffBy }) => putOffBy)?.putOffBy?.needs ?? null,
  };
}
