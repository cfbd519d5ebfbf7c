import Papa from 'papaparse';

/** Facts about a file before its audit. */
export interface AuditFile {
  readonly file: File;
  /** The names of a CSV file's columns; null for a file with one URL a line. */
  readonly columns: readonly string[] | null;
  /** The column that looks as if it had the URLs. */
  readonly column: number | null;
}

/** Thrown for a file that has to be unpacked first, with a sentence for the user. */
export class Packed extends Error {}

/** Bytes of a file that are read to find out its format. */
const beginning = 64 * 1024;

/** Looks at the beginning of a file: a CSV file has a first row of names, and URLs in one column. */
export async function lookAt(file: File): Promise<AuditFile> {
  const [first, second] = new Uint8Array(await file.slice(0, 2).arrayBuffer());
  if (first === 0x1f && second === 0x8b)
    throw new Packed(`${file.name} is packed with gzip. Unpack it first: gunzip ${file.name}`);
  const text = await file.slice(0, beginning).text();
  const whole = file.size > beginning ? text.slice(0, text.lastIndexOf('\n') + 1) : text;
  const rows = Papa.parse<string[]>(whole, { skipEmptyLines: true, preview: 20 }).data;
  const [names, ...others] = rows;
  const isCsv =
    /\.(csv|tsv)$/i.test(file.name) ||
    (names !== undefined &&
      names.length > 1 &&
      !names.some(isUrlish) &&
      others.length > 0 &&
      others.every((row) => row.length === names.length));
  if (!isCsv || !names) return { file, columns: null, column: null };
  const best = names.map((_name, column) => others.filter((row) => isUrlish(row[column] ?? '')).length);
  const most = Math.max(0, ...best);
  return { file, columns: names, column: most > 0 ? best.indexOf(most) : 0 };
}

const isUrlish = (text: string): boolean => /^(\/|[A-Za-z][A-Za-z0-9+.-]*:)/.test(text.trim());
