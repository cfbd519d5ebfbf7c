import { createReadStream } from 'node:fs';
import { StringDecoder } from 'node:string_decoder';
import Papa from 'papaparse';
import { Audit } from '../core/audit/audit';
import { LineCutter, RowWatch, urlIn } from '../core/audit/lines';
import { check } from '../core/check';
import { printable } from '../core/language/controls';
import type { Plan } from '../core/plan/model';
import { auditColumns, auditRows } from '../core/audit/rows';
import { UrlReader, type UrlCard } from '../core/report/url-card';
import { plain, type Message } from '../core/rules/parts/message';
import { NoPlan } from '../wire/plan-file';
import { jsonText } from './json';
import { auditText, linkText } from './link-text';
import { forEachWhole, nameOf } from './read';
import { complain } from './complain';

export const linkFormats = ['text', 'json', 'csv'] as const;

export interface LinkOptions {
  readonly format: (typeof linkFormats)[number];
  readonly variant?: string;
  /** A file of URLs; `-` is standard input. */
  readonly audit?: string;
  /** Column with the URLs in a CSV file: its name, or its number from 1. */
  readonly column?: string;
}

/** Says what a plan does with URLs. Exit code 1 if some open nothing. */
export function openLinks(file: string, urls: readonly string[], { format, column, ...asked }: LinkOptions): number {
  if (urls.length === 0) return refuse('Give one URL or more, or a file of them with --audit.');
  if (column !== undefined) return refuse('--column is for a file with --audit.');
  const read = readPlan(file, asked.variant);
  return read ? tellUrls(read.plan, read.variant, urls, format) : 2;
}

/** Counts what the URLs of a file open. Exit code 1 if some open nothing. */
export async function auditLinks(
  file: string,
  urls: readonly string[],
  options: LinkOptions & { readonly audit: string },
): Promise<number> {
  if (urls.length > 0) return refuse('Give URLs or a file of them with --audit, not both.');
  if (options.audit === '-' && file === '-')
    return refuse('The plan and the URLs cannot both come from standard input.');
  const read = readPlan(file, options.variant);
  return read ? audit(read.plan, read.variant, options.audit, options) : 2;
}

/** The plan and the variant that is asked about, or null after saying why there is none. */
function readPlan(file: string, asked: string | undefined): { plan: Plan; variant: string } | null {
  let read: { plan: Plan; variant: string } | null = null;
  forEachWhole([file], ({ file: name }, text) => {
    const { plan } = check(text);
    const variant = asked ?? plan.variants[0]!;
    if (!plan.variants.includes(variant))
      throw new NoPlan(`${nameOf(name)} has no variant ${variant}; it has ${plan.variants.join(', ')}.`);
    read = { plan, variant };
  });
  return read;
}

function refuse(sentence: string): number {
  complain(sentence);
  return 2;
}

function tellUrls(plan: Plan, variant: string, urls: readonly string[], format: LinkOptions['format']): number {
  const reader = new UrlReader(plan, variant);
  const cards = urls.map((url) => reader.card(url));
  if (format === 'json') process.stdout.write(jsonText({ app: plan.name, variant, urls: cards.map(asJson) }));
  else if (format === 'csv')
    process.stdout.write(
      `${Papa.unparse(cards.map(asRow).map(onLines), { columns: ['url', 'outcome', 'screen', 'pattern', 'arguments', 'stack', 'back', 'reason'], escapeFormulae: true, newline: '\n' })}\n`,
    );
  else process.stdout.write(cards.map((card) => linkText(card)).join('\n'));
  return cards.some(({ state }) => state === 'lost' || state === 'unreadable') ? 1 : 0;
}

const outcomes: Readonly<Record<UrlCard['state'], string>> = {
  opens: 'opens',
  gated: 'gated',
  lost: 'lost',
  unreadable: 'no URL',
};

/** A row of CSV whose cells steer no terminal. */
const onLines = <Row extends object>(row: Row): object =>
  Object.fromEntries(
    Object.entries(row).map(([column, cell]) => [column, typeof cell === 'string' ? printable(cell) : cell]),
  );

const plainly = (message: Message | null): string | null => message && plain(message);

const asJson = ({ text, state, opens, takes, cold, once, ties, remarks, why, nearest }: UrlCard): object => ({
  url: text,
  outcome: outcomes[state],
  screen: opens?.screen ?? null,
  pattern: opens?.pattern ?? null,
  arguments: Object.fromEntries(takes.map(({ name, value }) => [name, value])),
  cold,
  once,
  ties: ties.map(({ pattern, screen }) => ({ pattern, screen })),
  remarks: remarks.map(plain),
  reason: plainly(why),
  nearest: nearest.map(({ pattern, screen, why: reason }) => ({ pattern, screen, reason: plain(reason) })),
});

const asRow = ({ text, state, opens, takes, cold, why, nearest }: UrlCard): object => ({
  url: text,
  outcome: outcomes[state],
  screen: opens?.screen ?? nearest[0]?.screen ?? '',
  pattern: opens?.pattern ?? nearest[0]?.pattern ?? '',
  arguments: takes.flatMap(({ name, value }) => (value === null ? [] : [`${name}=${value}`])).join(' '),
  stack: cold[0]?.stack.join(' > ') ?? '',
  back: cold[0]?.back ?? '',
  reason: plainly(why) ?? '',
});

async function audit(plan: Plan, variant: string, file: string, { format, column }: LinkOptions): Promise<number> {
  const all = new Audit(plan, variant);
  const input = file === '-' ? process.stdin : createReadStream(file);
  try {
    if (column === undefined) await readLines(input, (line) => addLine(all, line));
    else await readColumn(input, column, (url) => addLine(all, url));
  } catch (error) {
    // Does not wait for the program that writes into the pipe.
    input.destroy();
    const { code, message } = error as NodeJS.ErrnoException;
    return refuse(
      code === 'ENOENT'
        ? `${file} does not exist.`
        : code === 'EISDIR'
          ? `${file} is a folder, not a file of URLs.`
          : code === 'EACCES'
            ? `${file} may not be read.`
            : message,
    );
  }
  const report = all.report();
  if (format === 'json') process.stdout.write(jsonText({ app: plan.name, variant, ...report }));
  else if (format === 'csv')
    process.stdout.write(
      `${Papa.unparse(auditRows(report).map(onLines), { columns: [...auditColumns], escapeFormulae: true, newline: '\n' })}\n`,
    );
  else process.stdout.write(auditText(report));
  return report.lost + report.unreadable > 0 ? 1 : 0;
}

function addLine(all: Audit, line: string): void {
  const url = urlIn(line);
  if (url !== null) all.add(url);
}

async function readLines(input: NodeJS.ReadableStream, each: (line: string) => void): Promise<void> {
  const decoder = new StringDecoder('utf8');
  const lines = new LineCutter();
  for await (const chunk of input) lines.push(decoder.write(chunk), each);
  lines.push(decoder.end(), each);
  lines.end(each);
}

/** Maximum number of bytes that a stream of a file delivers at once. */
const piece = 64 * 1024;

/** Reads one column of a CSV file (RFC 4180), whose first row has the names. */
function readColumn(input: NodeJS.ReadableStream, wanted: string, each: (url: string) => void): Promise<void> {
  let at: number | null = null;
  const watch = new RowWatch();
  const take = (row: readonly string[]): void => {
    if (at !== null) return row[at] === undefined ? undefined : each(row[at]!);
    at = columnOf(row, wanted);
    if (at === null) throw new Error(`There is no column ${wanted}; there are ${row.slice(0, 20).join(', ')}.`);
  };
  input.setEncoding('utf8');
  return new Promise((resolved, failed) => {
    Papa.parse<string[]>(input, {
      skipEmptyLines: true,
      chunk: ({ data, meta }, parser) => {
        try {
          watch.piece(piece, meta.cursor);
          data.forEach(take);
        } catch (error) {
          // Aborting completes it, so that it has to have failed before.
          failed(error);
          parser.abort();
        }
      },
      complete: () => resolved(),
      error: failed,
    });
  });
}

/** The place of a column, by its name in any case or by its number from 1; null if there is none. */
function columnOf(names: readonly string[], wanted: string): number | null {
  const byName = names.findIndex((name) => name.trim().toLowerCase() === wanted.trim().toLowerCase());
  if (byName >= 0) return byName;
  const number = Number(wanted);
  return Number.isInteger(number) && number >= 1 && number <= names.length ? number - 1 : null;
}
