/** What the outcomes of a trigger, a menu item or an event say, aspect by aspect. */
import type { BranchModel, StepModel } from '../../model/model';
import { argumentsText, conditionText, stepText } from '../../model/write-expression';
import type { Aspects } from './part';

/**
 * - `guard`: the conditions
 * - `target`: the screens that steps name
 * - `arguments`: what steps hand to screens
 * - `steps`: all but those
 * - `motion`: how screens come in
 */
export function branchAspects(branches: readonly BranchModel[]): Aspects {
  const each = (of: (branch: BranchModel) => readonly string[]): string =>
    branches.map((one) => of(one).join(', ')).join(' | ');
  return {
    guard: each(({ when }) => (when ? [conditionText(when)] : [])),
    ...stepAspects(branches.map(({ steps }) => steps)),
    motion: each(({ motion }) => (motion === undefined ? [] : [motion])),
  };
}

/** The aspects of lists of steps. */
export function stepAspects(lists: readonly (readonly StepModel[])[]): Aspects {
  const all = lists.map((steps) => steps.flatMap(withInner));
  const each = (of: (step: StepModel) => string | null): string =>
    all
      .map((steps) =>
        steps
          .map(of)
          .filter((text) => text !== null)
          .join(', '),
      )
      .join(' | ');
  return {
    target: each((step) => ('screen' in step ? step.screen : null)),
    arguments: each((step) => ('arguments' in step ? argumentsText(step.arguments) : null)),
    steps: each(bare),
  };
}

const withInner = (step: StepModel): StepModel[] => (step.do === 'resume' && step.or ? [step, step.or] : [step]);

/** A step without its screen and arguments. */
function bare(step: StepModel): string {
  if (step.do === 'resume') return step.or ? 'resume or' : 'resume';
  if ('arguments' in step) return `${step.do}${step.gives === undefined ? '' : ` gives ${step.gives}`}`;
  return 'screen' in step ? step.do : stepText(step);
}
