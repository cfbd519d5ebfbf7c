/**
 * The worker that audits a file of URLs: it reads the file piece by piece, so that neither its size nor its time are
 * the page's.
 */
import Papa from 'papaparse';
import { Audit, type AuditReport } from '../../core/audit/audit';
import { LineCutter, RowTooLong, RowWatch, urlIn } from '../../core/audit/lines';
import { parse } from '../../core/language/parse';
import { resolve } from '../../core/plan/resolve';

/** Message to the worker. To cancel, the page ends the worker. */
export interface AuditQuestion {
  readonly text: string;
  readonly variant: string;
  readonly file: File;
  /** Index of the column with the URLs in a CSV file; null for a file with one URL a line. */
  readonly column: number | null;
}

export type AuditAnswer =
  /** Findings so far; `read` counts bytes, of `file.size` in all. */
  | { readonly kind: 'progress'; readonly read: number; readonly report: AuditReport }
  | { readonly kind: 'done'; readonly report: AuditReport }
  | { readonly kind: 'failed'; readonly why: string };

declare const self: DedicatedWorkerGlobalScope;

/** Bytes of a CSV file read at once. */
const piece = 10 << 20;

/** Milliseconds between two answers. */
const rhythm = 150;

self.onmessage = ({ data }: MessageEvent<AuditQuestion>) => {
  run(data).catch((error: unknown) => answer({ kind: 'failed', why: whyFailed(error) }));
};

const answer = (message: AuditAnswer): void => self.postMessage(message);

function whyFailed(error: unknown): string {
  if (error instanceof RowTooLong) return error.message;
  const isGone = error instanceof Error && error.name === 'NotReadableError';
  return isGone ? 'The file cannot be read; it may have changed meanwhile.' : 'The file cannot be read.';
}

async function run({ text, variant, file, column }: AuditQuestion): Promise<void> {
  const audit = new Audit(resolve(parse(text)), variant);
  let last = performance.now();
  const tell = (read: number): void => {
    const now = performance.now();
    if (now - last < rhythm) return;
    last = now;
    answer({ kind: 'progress', read, report: audit.report() });
  };
  const add = (line: string): void => {
    const url = urlIn(line);
    if (url !== null) audit.add(url);
  };
  answer({ kind: 'progress', read: 0, report: audit.report() });
  await (column === null ? readLines(file, add, tell) : readColumn(file, column, add, tell));
  answer({ kind: 'done', report: audit.report() });
}

async function readLines(file: File, add: (line: string) => void, tell: (read: number) => void): Promise<void> {
  const decoder = new TextDecoder();
  const lines = new LineCutter();
  const reader = (file.stream() as ReadableStream<Uint8Array>).getReader();
  let read = 0;
  for (let chunk = await reader.read(); !chunk.done; chunk = await reader.read()) {
    read += chunk.value.length;
    lines.push(decoder.decode(chunk.value, { stream: true }), add);
    tell(read);
  }
  lines.push(decoder.decode(), add);
  lines.end(add);
}

/** The first row has the names of the columns. */
function readColumn(
  file: File,
  column: number,
  add: (url: string) => void,
  tell: (read: number) => void,
): Promise<void> {
  let isHead = true;
  const watch = new RowWatch();
  return new Promise((resolved, failed) => {
    Papa.parse<string[]>(file, {
      skipEmptyLines: true,
      chunkSize: piece,
      chunk: ({ data, meta }, parser) => {
        try {
          watch.piece(piece, meta.cursor);
        } catch (error) {
          // Aborting completes it, so that it has to have failed before.
          failed(error);
          parser.abort();
          return;
        }
        for (const row of data) {
          if (!isHead && row[column] !== undefined) add(row[column]);
          isHead = false;
        }
        tell(meta.cursor);
      },
      complete: () => resolved(),
      error: failed,
    });
  });
}
