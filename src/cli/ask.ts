import { check } from '../core/check';
import { ask } from '../core/ask/ask';
import type { PlanAnswer } from '../core/ask/parts/answer';
import { forms, NoQuestion } from '../core/ask/parts/question';
import { rowsOf, wayOf } from '../core/ask/rows';
import { sayAnswer } from '../core/ask/say';
import { printable } from '../core/language/controls';
import { plain } from '../core/rules/parts/message';
import { NoPlan } from '../wire/plan-file';
import { colours } from './colours';
import { complain } from './complain';
import { jsonText } from './json';
import { forEachWhole, nameOf } from './read';

export const askFormats = ['text', 'json'] as const;

export interface AskOptions {
  readonly format: (typeof askFormats)[number];
  readonly variant?: string;
}

/** The questions and how they are written, for the help of the command. */
export const questionHelp = [
  '\nQuestions:',
  ...forms.map(({ form, example }) => `  ${form.padEnd(42)} ${example}`),
  '',
].join('\n');

/** Answers a question about a plan. */
export function askPlan(file: string, question: string, { format, variant }: AskOptions): number {
  let isRead = true;
  const readable = forEachWhole([file], ({ file: name }, text) => {
    const checked = check(text);
    if (variant !== undefined && !checked.plan.variants.includes(variant))
      throw new NoPlan(`${nameOf(name)} has no variant ${variant}; it has ${checked.plan.variants.join(', ')}.`);
    try {
      const answer = ask(checked, question, variant ?? null);
      const sentence = plain(sayAnswer(answer));
      if (format === 'json') process.stdout.write(jsonText({ app: checked.plan.name, question, sentence, answer }));
      else
        process.stdout.write(
          `${printable(sentence)}\n${textRows(answer)
            .map((row) => `  ${row}\n`)
            .join('')}`,
        );
    } catch (error) {
      if (!(error instanceof NoQuestion)) throw error;
      complain(error.message);
      isRead = false;
    }
  });
  return readable && isRead ? 0 : 2;
}

/** The rows of an answer, each name in a column of its own. */
function textRows(answer: PlanAnswer): string[] {
  const way = wayOf(answer);
  if (way) return way.walk.steps.map((step, at) => (at < way.before ? colours.dim(printable(step)) : printable(step)));
  const kept = answer.kind === 'path' && answer.keep ? [`To keep it so: ${printable(answer.keep)}`] : [];
  return [
    ...rowsOf(answer).map(({ screen, detail, walk }) => {
      const name = screen === null ? '' : `${printable(screen).padEnd(24)} `;
      const steps = walk ? `  ${colours.dim(printable(walk.steps.join(', ')))}` : '';
      return `${name}${printable(detail)}${steps}`.trimEnd();
    }),
    ...kept,
  ];
}
