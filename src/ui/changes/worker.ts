/** The worker that compares two texts: typing and verdicts do not wait for it. */
import { check, type Check } from '../../core/check';
import { compare } from '../../core/compare/compare';
import { comparisonCard } from '../../core/compare/report/cards';
import { since } from '../../core/compare/report/since';
import { countAll } from '../../core/report/counts';
import type { ChangesAnswer, ChangesQuestion } from './messages';

declare const self: DedicatedWorkerGlobalScope;

/** Checks of the last texts: one stays the same while the other is typed. */
const known = new Map<string, Check>();
const mostKnown = 3;
const waiting: ChangesQuestion[] = [];
let isBusy = false;

function checkOf(text: string): Check {
  const found = known.get(text) ?? check(text);
  known.delete(text);
  known.set(text, found);
  for (const [oldest] of known) if (known.size > mostKnown) known.delete(oldest);
  return found;
}

function answerTo(question: ChangesQuestion): ChangesAnswer {
  const { id } = question;
  if (question.kind === 'compare')
    return { id, card: comparisonCard(compare(checkOf(question.before), checkOf(question.after))) };
  if (question.kind === 'since')
    return { id, since: since(checkOf(question.before), checkOf(question.after), question.variant) };
  const { errors, warnings, screens, stranded } = countAll(check(question.text));
  return { id, counts: { errors, warnings, screens, stranded } };
}

/** Answers questions in turn, comparisons first. Of several it makes only the last: a view asks one at a time. */
async function answerAll(): Promise<void> {
  isBusy = true;
  while (waiting.length > 0) {
    const compares = waiting.filter(({ kind }) => kind !== 'count');
    const question = compares.at(-1) ?? waiting[0]!;
    for (const { id } of compares.slice(0, -1)) self.postMessage({ id, overtaken: true } satisfies ChangesAnswer);
    waiting.splice(0, waiting.length, ...waiting.filter((one) => one !== question && one.kind === 'count'));
    try {
      self.postMessage(answerTo(question));
    } catch (error) {
      const said = error instanceof Error ? error.message : String(error);
      self.postMessage({ id: question.id, error: said } satisfies ChangesAnswer);
    }
    // Lets later questions in.
    await new Promise((resolve) => setTimeout(resolve));
  }
  isBusy = false;
}

self.onmessage = ({ data }: MessageEvent<ChangesQuestion>) => {
  waiting.push(data);
  if (!isBusy) void answerAll();
};
