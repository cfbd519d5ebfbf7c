/** The walk in an address. */
import type { WalkRequest } from '../../core/report/walk-card';

/**
 * A walk longer than this, in characters, does not fit into what the server takes for an address: some two thousand
 * steps.
 */
export const longestWalk = 40_000;

/** A count as an address writes it; null for all else. */
export const readTaken = (written: string | null | undefined): number | null =>
  written && /^\d{1,5}$/.test(written) ? Number(written) : null;

/** One object, so that React sees no change. */
export const nothingTyped: WalkRequest['typed'] = {};
