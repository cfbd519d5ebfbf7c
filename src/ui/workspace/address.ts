'use client';

import { usePathname, useSearchParams } from 'next/navigation';
import { useCallback, useMemo } from 'react';
import { isView, type View } from './views';

/** Which findings are listed: all, one severity's, or one rule's or group's (`supply/missing`, `supply`). */
export type FindingFilter = string | null;

export interface Place {
  readonly view: View;
  /** Label of the selected screen. */
  readonly screen: string | null;
  readonly only: FindingFilter;
  /** The variant whose verdicts are shown; null for the first. */
  readonly variant: string | null;
  /** What the Supply view leaves out, as it writes it; null for nothing. */
  readonly filter: string | null;
}

export interface Address extends Place {
  /** Goes to another place; what is left out stays as it is. `replace` leaves no trace in the browser's history. */
  go(change: Partial<Place>, how?: { replace?: boolean }): void;
  hrefOf(change: Partial<Place>): string;
}

/** View, selection and filter live in the address, so that any of them can be bookmarked and gone back from. */
export function useAddress(planId: string): Address {
  const path = usePathname();
  const search = useSearchParams();
  const last = path.split('/')[3] ?? '';
  const view: View = isView(last) ? last : 'plan';
  const screen = search.get('screen');
  const only = search.get('only');
  const variant = search.get('variant');
  const filter = search.get('filter');
  const hrefOf = useCallback((change: Partial<Place>): string => {
    const next = { view, screen, only, variant, filter, ...change };
    const query = new URLSearchParams();
    if (next.screen) query.set('screen', next.screen);
    if (next.only) query.set('only', next.only);
    if (next.variant) query.set('variant', next.variant);
    if (next.filter) query.set('filter', next.filter);
    const suffix = query.size > 0 ? `?${query.toString().replaceAll('%2F', '/')}` : '';
    return `/plans/${planId}${next.view === 'plan' ? '' : `/${next.view}`}${suffix}`;
  }, [planId, view, screen, only, variant, filter]);
  const go = useCallback((change: Partial<Place>, { replace = false } = {}): void => {
    const href = hrefOf(change);
    if (href === window.location.pathname + window.location.search) return;
    window.history[replace ? 'replaceState' : 'pushState'](null, '', href);
  }, [hrefOf]);
  return useMemo(() => ({ view, screen, only, variant, filter, go, hrefOf }), [view, screen, only, variant, filter, go, hrefOf]);
}
