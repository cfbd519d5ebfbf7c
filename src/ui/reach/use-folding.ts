'use client';

import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Chart } from '../../core/chart/chart';
import type { Overview, ScreenCard } from '../../core/report/overview';
import { useAddress } from '../session/context';
import { isLegible, type Size } from './camera';
import { lanesOf, readLanes, writeLanes } from './lanes';

export interface Folding {
  /** The modules whose lanes are folded. */
  readonly folded: ReadonlySet<number | null>;
  /** Whether it is known how the chart opens. */
  readonly isSettled: boolean;
  /** Folds or unfolds a lane. Always the same function. */
  readonly fold: (module: number | null) => void;
  readonly foldAll: (to: boolean) => void;
}

/**
 * Which lanes are folded: as the address says; otherwise all if the names of the whole chart could not be read when it
 * opened. The lane of a selected screen is unfolded: to fold it lets go of the screen.
 *
 * @param whole the chart without a folded lane
 */
export function useFolding(overview: Overview, whole: Chart, size: Size | null, selected: ScreenCard | null): Folding {
  const { lanes, go } = useAddress();
  const [opensFolded, setOpensFolded] = useState<boolean | null>(null);
  if (opensFolded === null && overview.stage === 'decided' && size !== null)
    setOpensFolded(whole.lanes.length > 1 && !isLegible(whole, size));
  const all = useMemo(() => lanesOf(overview), [overview]);
  const folded = useMemo(() => {
    const unfolded = readLanes(lanes, overview.modules) ?? (opensFolded ? new Set<number | null>() : all);
    return new Set([...all].filter((module) => !unfolded.has(module) && !(selected && selected.module === module)));
  }, [all, overview.modules, lanes, opensFolded, selected]);

  const write = (unfolded: ReadonlySet<number | null>): void => {
    const isLeft = selected !== null && !unfolded.has(selected.module);
    go({ lanes: writeLanes(unfolded, overview.modules), ...(isLeft ? { screen: null } : {}) }, { replace: true });
  };
  const foldNow = (module: number | null): void =>
    write(new Set([...all].filter((lane) => folded.has(lane) === (lane === module))));
  // The chart is not drawn anew because this one is: it is looked up when it is needed.
  const latest = useRef(foldNow);
  useEffect(() => {
    latest.current = foldNow;
  });
  const fold = useCallback((module: number | null): void => latest.current(module), []);
  return { folded, isSettled: opensFolded !== null, fold, foldAll: (to) => write(to ? new Set() : all) };
}
