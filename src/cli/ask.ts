import { check } from '../core/check';
import { ask } from '../core/ask/ask';
import type { PlanAnswer, AnswerWalk, FoundScreen } from '../core/ask/parts/answer';
import { forms, NoQuestion } from '../core/ask/parts/question';
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
export const questionHelp = `\nQuestions:\n${forms.map(({ form, example }) => `  ${form.padEnd(42)} ${example}`).join('\n')}\n`;

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
          `${printable(sentence)}\n${rows(answer)
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

function rows(answer: PlanAnswer): string[] {
  switch (answer.kind) {
    case 'path':
      return [
        ...(answer.path
          ? [...answer.path.before.map((step) => colours.dim(printable(step))), ...answer.path.steps.map(printable)]
          : []),
        ...(answer.verdict === 'no' && answer.keep ? [`To keep it so: ${printable(answer.keep)}`] : []),
      ];
    case 'lost':
      return [
        ...answer.stranded.map((found) => foundRow(found)),
        ...answer.farther.map(
          ({ screen, before, after, fromOutside }) =>
            `${printable(screen).padEnd(24)} ${tapsText(before)} before, ${fromOutside ? 'only by links and entries now' : `${after} now`}`,
        ),
        ...answer.walks.map((title) => `walk “${printable(title)}” breaks`),
      ];
    case 'journey':
      return answer.handovers.map(({ from, value, by, to, argument }) =>
        printable(`${(from ?? by).padEnd(24)} ${value ?? argument} → ${to}.${argument}`),
      );
    default:
      return answer.screens.map((found) => foundRow(found));
  }
}

const foundRow = ({ screen, taps, walk }: FoundScreen): string =>
  `${printable(screen).padEnd(24)} ${taps === null ? '' : `${tapsText(taps)}  `}${colours.dim(walkText(walk))}`.trimEnd();

const walkText = (walk: AnswerWalk | null): string => (walk ? printable(walk.steps.join(', ')) : '');

const tapsText = (taps: number): string => `${taps} ${taps === 1 ? 'tap' : 'taps'}`;
