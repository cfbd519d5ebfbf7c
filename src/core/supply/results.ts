/** Results of screens: who asks for them, who hands them back, and whether they fit. */
import type { Name, ValueNode } from '../language/syntax';
import type { Asks, Branch, Named, Plan, Result, Screen, Step, Transition } from '../plan/model';
import { eachStep, eachStepList } from '../plan/steps';
import { assignable, required, showType, type Type } from '../plan/types';
import { judgeValue, type ValueStatus } from './judge';
import { scopeOfTransition } from './site';

/** A step of a trigger. */
interface Place {
  readonly screen: Screen;
  readonly transition: Transition;
  readonly branch: Branch;
  readonly step: Step;
}

/** A step that hands a result back. */
export interface Answer extends Place {
  readonly result: Result;
}

/** A step that asks the screen that it opens for its result. */
export interface Question extends Place {
  readonly asks: Asks;
  readonly target: Screen;
}

interface Misfit {
  readonly status: Exclude<ValueStatus, 'supplied'>;
  /** The type of the result; null if it is unknown. */
  readonly type: Type | null;
}

/** A result that does not fit what its screen returns. */
export interface BadAnswer extends Misfit {
  readonly at: Answer;
  readonly value: ValueNode;
  readonly wanted: Named;
}

/** A result that does not fit the value that gets it. */
export interface BadQuestion extends Misfit {
  readonly at: Question;
  readonly value: Name;
  /** Type of the value; null if the screen has none of that name. */
  readonly wanted: Type | null;
}

export interface Results {
  readonly answers: readonly Answer[];
  readonly questions: readonly Question[];
  readonly badAnswers: readonly BadAnswer[];
  readonly badQuestions: readonly BadQuestion[];
  /** Screens that return something that no run can ever hand to anybody. */
  readonly unasked: readonly Screen[];
  /** Screens that somebody asks, and that no trigger can ever answer for. */
  readonly unanswered: readonly Screen[];
}

/** Judges all results of a plan. Linear in its steps. What a screen that returns nothing is asked has no misfit. */
export function checkResults(plan: Plan): Results {
  const answers: Answer[] = [];
  const questions: Question[] = [];
  const replacing = new Set<Screen>();
  for (const list of eachStepList(plan)) {
    for (const step of eachStep(list.steps)) {
      if (step.kind === 'replace' && step.call?.target) replacing.add(step.call.target);
      if (list.kind !== 'trigger') continue;
      const { screen, transition, branch } = list;
      const place = { screen, transition, branch, step };
      if ('result' in step && step.result) answers.push({ ...place, result: step.result });
      if ('asks' in step && step.asks && step.call?.target)
        questions.push({ ...place, asks: step.asks, target: step.call.target });
    }
  }
  return {
    answers,
    questions,
    badAnswers: answers.flatMap((at) => judgeAnswer(plan, at) ?? []),
    badQuestions: questions.flatMap((at) => judgeQuestion(at) ?? []),
    ...unmatched(plan, answers, questions, replacing),
  };
}

function judgeAnswer(plan: Plan, at: Answer): BadAnswer | null {
  const { screen, transition, branch, result } = at;
  if (!screen.returns) return null;
  const wanted = { name: screen.name, type: screen.returns.type };
  const { status, type } = judgeValue(wanted.type, result.value, scopeOfTransition(transition, branch, plan), false);
  return status === 'supplied' ? null : { status, type, at, value: result.value, wanted };
}

function judgeQuestion(at: Question): BadQuestion | null {
  const { screen, target, asks } = at;
  const type = target.returns?.type ?? null;
  const held = screen.holds.find(({ name }) => name === asks.value.text);
  const misfit = { at, value: asks.value, wanted: held?.type ?? null, type };
  if (!held) return { ...misfit, status: 'unknown-value' };
  if (!type || assignable(type, held.type)) return null;
  return { ...misfit, status: assignable(required(type), held.type) ? 'may-be-absent' : 'wrong-type' };
}

/**
 * A screen is asked by a step. Another one can answer in its place if it returns the same type: it has replaced the
 * asked screen, or pops further than itself.
 */
function unmatched(
  { screens }: Plan,
  answers: readonly Answer[],
  questions: readonly Question[],
  replacing: ReadonlySet<Screen>,
): Pick<Results, 'unasked' | 'unanswered'> {
  const typeOf = ({ returns }: Screen): string => (returns ? showType(returns.type) : '');
  const asked = new Set(questions.map(({ target }) => target));
  const askedTypes = new Set([...asked].map(typeOf));
  const answering = new Set(answers.map(({ screen }) => screen));
  const popsFurther = new Set(
    answers.filter(({ step, branch }) => step.kind === 'close' || branch.steps.length > 1).map(({ screen }) => screen),
  );
  const standsIn = (screen: Screen): boolean => replacing.has(screen) || popsFurther.has(screen);
  const typesOfOthers = new Set([...answering].filter(standsIn).map(typeOf));
  return {
    unasked: screens.filter(
      (screen) => screen.returns && !asked.has(screen) && !(standsIn(screen) && askedTypes.has(typeOf(screen))),
    ),
    unanswered: [...asked].filter(
      (screen) => screen.returns && !answering.has(screen) && !typesOfOthers.has(typeOf(screen)),
    ),
  };
}
