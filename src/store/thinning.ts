/** Which revisions of a plan are kept as they grow old. */

/** What thinning reads of a revision. */
export interface Aged {
  readonly serial: number;
  readonly madeAt: number;
  readonly name: string | null;
  /** Size of its text in UTF-8. */
  readonly bytes: number;
}

const hour = 60 * 60 * 1000;
const day = 24 * hour;
const week = 7 * day;

/** Most bytes of the texts of all revisions of one plan, and most revisions. */
export const mostBytes = 32 * 1024 * 1024;
export const mostRevisions = 1000;

/**
 * Revisions to delete: without a name one stays for each hour of the last day, for each day of the last month, and for
 * each week before, the last one of each; all of the last hour stay. Named ones stay. Where the rest is still more than
 * a plan may have, the oldest without a name go, too. The newest stays in any case.
 */
export function thinned(revisions: readonly Aged[], now: number): Set<number> {
  const newestFirst = [...revisions].sort((a, b) => b.madeAt - a.madeAt || b.serial - a.serial);
  const gone = new Set<number>();
  const taken = new Set<string>();
  newestFirst.forEach(({ serial, madeAt, name }, index) => {
    if (name !== null || now - madeAt < hour) return;
    const period = now - madeAt < day ? hour : now - madeAt < 30 * day ? day : week;
    const slot = `${period} ${Math.floor(madeAt / period)}`;
    if (taken.has(slot) && index > 0) gone.add(serial);
    taken.add(slot);
  });
  let bytes = 0;
  let count = 0;
  newestFirst.forEach(({ serial, name, bytes: own }, index) => {
    if (gone.has(serial)) return;
    bytes += own;
    count++;
    if (name === null && index > 0 && (bytes > mostBytes || count > mostRevisions)) {
      gone.add(serial);
      bytes -= own;
      count--;
    }
  });
  return gone;
}

/** Whether named revisions alone leave no room for one more of this size. */
export function isFull(revisions: readonly Aged[], more: number): boolean {
  const named = revisions.filter(({ name }) => name !== null);
  return named.length >= mostRevisions || named.reduce((sum, { bytes }) => sum + bytes, more) > mostBytes;
}
