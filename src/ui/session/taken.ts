/** The walk in an address. */
import type { WalkRequest } from '../../core/report/walk-card';

/**
 * Maximum length of a walk in an address, in characters: some two thousand steps. The server refuses longer addresses.
 */
export const longestWalk = 40_000;

/** A count as an address writes it; null for all else. */
export const readTaken = (written: string | null | undefined): number | null =>
  written && /^\d{1,5}$/.test(written) ? Number(written) : null;

/** One object, so that React sees no change. */
export const nothingTyped: WalkRequest['typed'] = {};
