/** The worker that makes what is handed over: typing and verdicts do not wait for it. */
import { check, type Check } from '../../core/check';
import type { ExportParts } from '../../core/export/job/job';
import { allOutputs, make, pack, type Made } from './make';
import { isLanguage, type Output } from './outputs';
import type { HandOverAnswer, HandOverOptions, HandOverQuestion } from './messages';

declare const self: DedicatedWorkerGlobalScope;

let checked: Check | null = null;
/** The last output, for a user who looks at its files one after another. */
let last: { readonly key: string; readonly of: Check; readonly made: Made } | null = null;
let parts: Promise<ExportParts> | null = null;
const waiting: HandOverQuestion[] = [];
let isBusy = false;

const answer = (message: HandOverAnswer, transfer: Transferable[] = []): void => self.postMessage(message, transfer);

/** Fonts and the script of the prototype: a file of the application. */
const fetchParts = (): Promise<ExportParts> =>
  (parts ??= fetch('/export-parts.json').then((response) => {
    if (!response.ok) throw new Error('The fonts and the script of the prototype cannot be loaded.');
    return response.json() as Promise<ExportParts>;
  }));

const checkOf = (text: string): Check => (checked?.text === text ? checked : (checked = check(text)));

async function madeOf(text: string, output: Output, options: HandOverOptions): Promise<Made> {
  const of = checkOf(text);
  const key = JSON.stringify([output, options]);
  if (last?.key === key && last.of === of) return last.made;
  const made = make(of, output, options, await fetchParts());
  last = { key, of, made };
  return made;
}

async function answerTo(question: HandOverQuestion): Promise<void> {
  const { id, text, options } = question;
  if (question.kind === 'pack') {
    const folders = new Map<string, Made['files']>();
    const outputs = question.output === null ? allOutputs : [question.output];
    for (const output of outputs) {
      const folder = outputs.length === 1 ? '' : isLanguage(output) ? `code/${output}` : output;
      folders.set(folder, (await madeOf(text, output, options)).files);
    }
    const zip = pack(folders);
    return answer({ id, zip }, [zip.buffer]);
  }
  const { files, gaps } = await madeOf(text, question.output, options);
  const shown = files.find(({ path }) => path === question.path) ?? files[0]!;
  answer({
    id,
    made: {
      output: question.output,
      files: files.map(({ path, text: made }) => ({ path, bytes: new TextEncoder().encode(made).length })),
      gaps,
      shown,
    },
  });
}

/** Answers questions in turn. Of several that ask for a preview, it answers only the last. */
async function answerAll(): Promise<void> {
  isBusy = true;
  for (let question = waiting.shift(); question; question = waiting.shift()) {
    if (question.kind === 'show' && waiting.some(({ kind }) => kind === 'show')) {
      answer({ id: question.id, overtaken: true });
      continue;
    }
    await answerTo(question).catch((error: unknown) => {
      parts = null;
      answer({ id: question.id, error: error instanceof Error ? error.message : String(error) });
    });
  }
  isBusy = false;
}

self.onmessage = ({ data }: MessageEvent<HandOverQuestion>) => {
  waiting.push(data);
  if (!isBusy) void answerAll();
};
