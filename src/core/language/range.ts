/** A half-open interval of a plan's text, in UTF-16 code units from 0: what `text.slice(from, to)` takes. */
export interface Range {
  readonly from: number;
  readonly to: number;
}

/** The smallest range that holds both. */
export function span(a: Range, b: Range): Range {
  return { from: Math.min(a.from, b.from), to: Math.max(a.to, b.to) };
}

/** Whether the offset lies in the range or at either end: a caret just behind a name is still on that name. */
export function touches(range: Range, offset: number): boolean {
  return range.from <= offset && offset <= range.to;
}
