/** The worker that compares two texts: typing and verdicts do not wait for it. */
import { check } from '../../core/check';
import { compare } from '../../core/compare/compare';
import { comparisonCard } from '../../core/compare/report/cards';
import { since } from '../../core/compare/report/since';
import { countAll } from '../../core/report/counts';
import { trailCard } from '../../core/report/walk-card';
import { answerNewest } from '../parts/answer-newest';
import { Checks } from './checks';
import type { ChangesAnswer, ChangesQuestion } from './messages';

declare const self: DedicatedWorkerGlobalScope;

let checks = new Checks();

function answerTo(question: ChangesQuestion): ChangesAnswer {
  const { id } = question;
  if (question.kind === 'compare')
    return { id, card: comparisonCard(compare(checks.ofOld(question.before), checks.ofTyped(question.after))) };
  if (question.kind === 'since')
    return { id, since: since(checks.ofOld(question.before), checks.ofTyped(question.after), question.variant) };
  if (question.kind === 'walk') {
    const { plan } = checks.ofOld(question.before);
    return {
      id,
      trail: plan.variants.includes(question.variant) ? trailCard(plan, question.steps, question.variant) : null,
    };
  }
  const { errors, warnings, screens, stranded } = countAll(check(question.text));
  return { id, counts: { errors, warnings, screens, stranded } };
}

function orWhy(question: ChangesQuestion): ChangesAnswer {
  try {
    return answerTo(question);
  } catch (error) {
    // The next answer reuses nothing of these texts.
    checks = new Checks();
    return { id: question.id, error: error instanceof Error ? error.message : String(error) };
  }
}

answerNewest(self, orWhy, ({ kind }) => (kind === 'count' ? null : 'compare'));
