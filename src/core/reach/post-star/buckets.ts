/** Number of events in one row: as many as an event that happens by itself weighs. */
const log2 = 16;
const mask = 2 ** log2 - 1;

/**
 * Lists by a number of events, gone through in that order: buckets instead of a heap, since events are whole numbers
 * (Dial, "Shortest-path forest with topological ordering", CACM 1969). They lie in rows, so that a large step between
 * two numbers costs nothing.
 */
export class Buckets<Thing> {
  private readonly rows: (Thing[] | undefined)[][] = [];

  /** The list of a number of events, which may still grow; undefined if there is none. */
  at(events: number): Thing[] | undefined {
    return this.rows[events >>> log2]?.[events & mask];
  }

  add(events: number, thing: Thing): void {
    const row = (this.rows[events >>> log2] ??= []);
    const list = row[events & mask];
    if (list) list.push(thing);
    else row[events & mask] = [thing];
  }

  /** Takes the list of a number of events out; undefined if there is none. */
  take(events: number): Thing[] | undefined {
    const row = this.rows[events >>> log2];
    const list = row?.[events & mask];
    if (row && list) row[events & mask] = undefined;
    return list;
  }

  /** The first number of events, from one on, that has a list; infinite if none has. */
  next(from: number): number {
    for (let row = from >>> log2, at = from & mask; row < this.rows.length; row++, at = 0) {
      const lists = this.rows[row];
      for (; lists && at < lists.length; at++) if (lists[at]) return row * 2 ** log2 + at;
    }
    return Infinity;
  }
}
