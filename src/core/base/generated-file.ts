/** A file that Andante writes for a plan. */
export interface GeneratedFile {
  /** Below the folder that the user names. */
  readonly path: string;
  readonly text: string;
}
