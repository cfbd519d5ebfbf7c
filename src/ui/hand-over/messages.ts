/** What the page and the worker of this view say to each other. */
import type { ExportOptions } from '../../core/export/job/job';
import type { Output } from './outputs';

export interface HandOverOptions extends ExportOptions {
  /** The package of Kotlin code; null for one named after the app. */
  readonly packageName: string | null;
}

export type HandOverQuestion = { readonly id: number; readonly text: string; readonly options: HandOverOptions } & (
  | {
      readonly kind: 'show';
      readonly output: Output;
      /** The file whose text is wanted; null for the first one. */
      readonly path: string | null;
    }
  /** Asks for a zip of one output, or of all of them. */
  | { readonly kind: 'pack'; readonly output: Output | null }
);

/** A file of an output. */
export interface MadeFile {
  readonly path: string;
  readonly bytes: number;
}

/** Something that the files lack. */
export interface GapCard {
  /** Offset in the text. */
  readonly at: number;
  readonly message: string;
}

export interface MadeOutput {
  readonly output: Output;
  readonly files: readonly MadeFile[];
  readonly gaps: readonly GapCard[];
  readonly shown: { readonly path: string; readonly text: string };
}

export type HandOverAnswer = { readonly id: number } & (
  | { readonly made: MadeOutput }
  | { readonly zip: Uint8Array<ArrayBuffer> }
  | { readonly error: string }
  /** A later question has overtaken it. */
  | { readonly overtaken: true }
);
