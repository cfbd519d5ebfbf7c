'use client';

import { usePathname, useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { readTaken } from './taken';
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
  /** Filter of the Supply view, as `writeFilter` writes it; null for none. */
  readonly filter: string | null;
  /** The walk that is walked, as steps of the language; null for a cold start. */
  readonly walk: string | null;
  /** How many of its steps are taken; null for all. */
  readonly taken: number | null;
  /** The audit that the Links view shows: its id, or `new` for one that the user is about to make; null for none. */
  readonly audit: string | null;
  /** What the Hand over view shows: a language or a format; null for the first. */
  readonly output: string | null;
  /** The file of it that is shown; null for the first. */
  readonly file: string | null;
  /**
   * The versions that the Changes view compares: the id of a revision, `plan:` with the id of a plan, `now`, or `file`;
   * null for the newest revision, and for the text as it is typed.
   */
  readonly from: string | null;
  readonly to: string | null;
  /** The revision since which Reach, Supply and Walk mark what has changed; null for none. */
  readonly since: string | null;
  /** The question that Reach answers; null for none. */
  readonly ask: string | null;
  /** The lanes that are unfolded in Reach, as `writeLanes` writes them; null where the size of the chart decides. */
  readonly lanes: string | null;
}

export interface Address extends Place {
  /** Goes to another place; omitted parts stay unchanged. `replace` adds nothing to the browser's history. */
  readonly go: (change: Partial<Place>, how?: { replace?: boolean }) => void;
  readonly hrefOf: (change: Partial<Place>) => string;
  /** The current place, which may not be drawn yet. */
  readonly now: () => Place;
  /** Calls back after the browser's own Back or Forward. Returns a function that ends that. */
  readonly onReturn: (listener: () => void) => () => void;
}

/** The place that an address names. */
function placeOf(path: string, search: { readonly get: (name: string) => string | null }): Place {
  const last = path.split('/')[3] ?? '';
  const view: View = isView(last) ? last : 'plan';
  return {
    view,
    screen: search.get('screen'),
    only: search.get('only'),
    variant: search.get('variant'),
    filter: search.get('filter'),
    walk: search.get('walk'),
    taken: readTaken(search.get('taken')),
    audit: search.get('audit'),
    output: search.get('output'),
    file: search.get('file'),
    from: search.get('from'),
    to: search.get('to'),
    since: search.get('since'),
    ask: search.get('ask'),
    lanes: search.get('lanes'),
  };
}

function addressOf(planId: string, place: Place): string {
  const { view, screen, only, variant, filter, walk, taken, audit, output, file, from, to, since, ask, lanes } = place;
  const query = new URLSearchParams();
  if (screen) query.set('screen', screen);
  if (only) query.set('only', only);
  if (variant) query.set('variant', variant);
  if (filter) query.set('filter', filter);
  if (walk) query.set('walk', walk);
  if (walk && taken !== null) query.set('taken', String(taken));
  if (audit) query.set('audit', audit);
  if (output) query.set('output', output);
  if (file) query.set('file', file);
  if (from) query.set('from', from);
  if (to) query.set('to', to);
  if (since) query.set('since', since);
  if (ask) query.set('ask', ask);
  if (lanes) query.set('lanes', lanes);
  const suffix = query.size > 0 ? `?${query.toString().replaceAll('%2F', '/')}` : '';
  return `/plans/${planId}${view === 'plan' ? '' : `/${view}`}${suffix}`;
}

/** View, selection and filter live in the address, so that any of them can be bookmarked and gone back from. */
export function usePlace(planId: string): Address {
  const path = usePathname();
  const search = useSearchParams();
  const place = useMemo(() => placeOf(path, search), [path, search]);
  const hrefOf = useCallback(
    (change: Partial<Place>): string => addressOf(planId, { ...place, ...change }),
    [planId, place],
  );
  // The address to come. Several callers may navigate before the next drawing, and until then the router may write an
  // older address once more.
  const latest = useRef(place);
  const mounted = useRef(false);
  const [listeners] = useState(() => new Set<() => void>());
  useEffect(() => {
    const onPop = (): void => {
      latest.current = placeOf(window.location.pathname, new URLSearchParams(window.location.search));
      for (const listener of listeners) listener();
    };
    window.addEventListener('popstate', onPop);
    queueMicrotask(() => {
      mounted.current = true;
    });
    return () => window.removeEventListener('popstate', onPop);
  }, [listeners]);
  const now = useCallback((): Place => latest.current, []);
  const onReturn = useCallback(
    (listener: () => void): (() => void) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    [listeners],
  );
  const go = useCallback(
    (change: Partial<Place>, { replace = false } = {}): void => {
      const before = addressOf(planId, latest.current);
      latest.current = { ...latest.current, ...change };
      const href = addressOf(planId, latest.current);
      if (href === before) return;
      const act = (): void => window.history[replace ? 'replaceState' : 'pushState'](null, '', href);
      // The router, which stands around all views, begins to follow the history when they are mounted, not before.
      if (mounted.current) act();
      else queueMicrotask(act);
    },
    [planId],
  );
  return useMemo(() => ({ ...place, go, hrefOf, now, onReturn }), [place, go, hrefOf, now, onReturn]);
}
