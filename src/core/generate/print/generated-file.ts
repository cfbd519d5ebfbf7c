/** A file of generated code, without its header. */
export interface GeneratedFile {
  /** Below the folder that the user names. */
  readonly path: string;
  readonly text: string;
}
