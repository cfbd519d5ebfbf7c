/** A half-open interval of a plan's text, in UTF-16 code units from 0: what `text.slice(from, to)` takes. */
export interface Range {
  readonly from: number;
  readonly to: number;
}
