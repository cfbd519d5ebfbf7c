/** A half-open interval of a plan's text, in UTF-16 code units from 0: the arguments of `text.slice(from, to)`. */
export interface TextRange {
  readonly from: number;
  readonly to: number;
}
