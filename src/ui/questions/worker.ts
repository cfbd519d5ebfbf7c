/** The worker that answers questions: typing and verdicts do not wait for it. */
import { ask } from '../../core/ask/ask';
import { NoQuestion } from '../../core/ask/parts/question';
import { rowsOf, screensOf, wayOf } from '../../core/ask/rows';
import { sayAnswer } from '../../core/ask/say';
import { suggest } from '../../core/ask/suggest';
import { check, type Check } from '../../core/check';
import { answerNewest } from '../parts/answer-newest';
import type { AnswerCard, AskMessage, AskReply } from './messages';

declare const self: DedicatedWorkerGlobalScope;

let last: Check | null = null;

/** The check of a text. It works out only what a question needs. */
const checkOf = (text: string): Check => (last?.text === text ? last : (last = check(text)));

function cardOf(text: string, question: string, variant: string | null): AnswerCard {
  const answer = ask(checkOf(text), question, variant);
  return {
    sentence: sayAnswer(answer),
    rows: rowsOf(answer),
    screens: screensOf(answer),
    way: wayOf(answer),
    keep: answer.kind === 'path' ? answer.keep : null,
  };
}

function replyTo(message: AskMessage): AskReply {
  const { id, text, question } = message;
  if (message.kind === 'suggest') return { id, suggestions: suggest(question, checkOf(text).plan) };
  try {
    return { id, card: cardOf(text, question, message.variant) };
  } catch (error) {
    if (error instanceof NoQuestion) return { id, refusal: error.message };
    return { id, refusal: `This cannot be worked out. ${error instanceof Error ? error.message : String(error)}` };
  }
}

answerNewest(self, replyTo, ({ kind }) => kind);
