/** Resolves the URLs of a plan's entries. */
import type { Name } from '../../language/syntax';
import type { Failure } from '../../links/near';
import { isMatched, spaceOf, type Matched } from '../../links/space';
import type { UrlProblem } from '../../links/url';
import { isIn, type Entry, type Plan } from '../../plan/model';
import { toldIn } from './link-spaces';

export interface EntryUrl {
  readonly entry: Entry;
  readonly url: Name;
  /** The result in the first variant in which the URL opens nothing, otherwise in the entry's first variant. */
  readonly found:
    | { readonly kind: 'matched'; readonly matched: Matched; readonly variant: string }
    | { readonly kind: 'problem'; readonly problem: UrlProblem; readonly variant: string }
    | { readonly kind: 'nothing'; readonly variant: string };
  /** The variant to name; null if all variants of the entry agree. */
  readonly variant: string | null;
}

/** Every entry that opens a URL, with the result of that URL. */
export function entriesOpening(plan: Plan): EntryUrl[] {
  return plan.entries.flatMap((entry): EntryUrl[] => {
    const url = entry.node.url;
    const variants = plan.variants.filter((variant) => isIn(entry.only, variant));
    if (!url || variants.length === 0) return [];
    const all = variants.map((variant): EntryUrl['found'] => {
      const found = spaceOf(plan, variant).match(url.text);
      return isMatched(found)
        ? { kind: 'matched', matched: found, variant }
        : found
          ? { kind: 'problem', problem: found, variant }
          : { kind: 'nothing', variant };
    });
    const failing = all.filter(({ kind }) => kind !== 'matched');
    return [
      {
        entry,
        url,
        found: failing[0] ?? all[0]!,
        variant:
          failing.length === 0 || failing.length === all.length
            ? null
            : toldIn(
                plan,
                failing.map(({ variant }) => variant),
              ),
      },
    ];
  });
}

/** Whether a value fails, not the path to the screen. */
export const isValueOf = ({ why }: Failure): boolean => why === 'value' || why === 'item' || why === 'query';
