/** Answers questions about a plan, each over all runs. */
import type { Check } from '../check';
import { variantNamed } from '../report/variant';
import type { PlanAnswer } from './parts/answer';
import { answerBack } from './answers/back';
import { answerFar } from './answers/far';
import { answerJourney } from './answers/journey';
import { answerLeads } from './answers/leads';
import { answerLost } from './answers/lost';
import { answerOnly } from './answers/only';
import { answerPath } from './answers/path';
import { answerSeen } from './answers/seen';
import { readQuestion, type PlanQuestion } from './parts/question';

/**
 * Answers a question. Costs two more checks of the plan at most.
 *
 * @param variant the variant that is asked about; the first one for null
 * @throws NoQuestion with a sentence for the user, if the question cannot be read
 */
export function ask(check: Check, text: string, variant: string | null): PlanAnswer {
  return answer(check, readQuestion(text, check.plan), variantNamed(check.plan, variant));
}

function answer(check: Check, question: PlanQuestion, variant: string): PlanAnswer {
  switch (question.kind) {
    case 'path':
      return answerPath(check, question, variant);
    case 'leads':
      return answerLeads(check, question, variant);
    case 'lost':
      return answerLost(check, question, variant);
    case 'far':
      return answerFar(check, question, variant);
    case 'only':
      return answerOnly(check, question, variant);
    case 'back':
      return answerBack(check, question, variant);
    case 'seen':
      return answerSeen(check, question, variant);
    case 'journey':
      return answerJourney(check, question, variant);
  }
}
