/** Types, values, conditions and steps of a plan's model, as the language writes them. */
import { indentUnit } from '../language/format';
import { quote } from '../language/tokens';
import type {
  ArgumentsModel,
  BranchModel,
  CallModel,
  ConditionModel,
  FieldModel,
  StepModel,
  TypeModel,
  ValueModel,
} from './model';

export function typeText(model: TypeModel): string {
  if (typeof model === 'string') return model;
  return 'list' in model ? `list of ${typeText(model.list)}` : `${typeText(model.optional)}?`;
}

export const fieldText = ({ name, type }: FieldModel): string => `${name}: ${typeText(type)}`;

export function valueText(model: ValueModel): string {
  if ('text' in model) return quote(model.text);
  if ('number' in model) return model.number;
  return 'bool' in model ? String(model.bool) : model.path.join('.');
}

/** `(hutId, season: winter)`; nothing for no arguments. */
export function argumentsText(given: ArgumentsModel): string {
  const written = given.map(({ name, value }) =>
    'path' in value && value.path.length === 1 && value.path[0] === name ? name : `${name}: ${valueText(value)}`,
  );
  return written.length > 0 ? `(${written.join(', ')})` : '';
}

export const callText = ({ screen, arguments: given }: CallModel): string => screen + argumentsText(given);

export function conditionText(model: ConditionModel): string {
  if ('flag' in model) return model.is === undefined ? model.flag : `${model.flag} is ${valueText(model.is)}`;
  if ('given' in model) return `${model.given.join('.')} is given`;
  if ('maybe' in model) return quote(model.maybe);
  if ('not' in model)
    return `not ${'and' in model.not || 'or' in model.not ? `(${conditionText(model.not)})` : conditionText(model.not)}`;
  const [word, [left, right]] = 'and' in model ? (['and', model.and] as const) : (['or', model.or] as const);
  const side = (one: ConditionModel, isRight: boolean): string => {
    const binds = 'or' in one ? 0 : 'and' in one ? 1 : 2;
    return binds < (word === 'or' ? 0 : 1) || (isRight && binds < 2 && binds === (word === 'or' ? 0 : 1))
      ? `(${conditionText(one)})`
      : conditionText(one);
  };
  return `${side(left, false)} ${word} ${side(right, true)}`;
}

export function stepText(model: StepModel): string {
  switch (model.do) {
    case 'back':
    case 'close':
      return `${model.do}${model.with ? ` with ${valueText(model.with)}` : ''}`;
    case 'back to':
    case 'back past':
      return `${model.do} ${model.screen}`;
    case 'sets':
      return `sets ${model.flag} = ${valueText(model.value)}`;
    case 'resume':
      return model.or ? `resume or ${stepText(model.or)}` : 'resume';
    case 'leave':
      return `leave ${quote(model.what)}`;
    default:
      return `${model.do} ${callText(model)}${model.gives === undefined ? '' : ` gives ${model.gives}`}`;
  }
}

export const stepsText = (all: readonly StepModel[]): string => all.map(stepText).join(' then ');

export const branchesText = (all: readonly BranchModel[]): string =>
  all
    .map(
      ({ when, steps, motion }, index) =>
        `${index > 0 ? `\n${indentUnit}${indentUnit}otherwise ` : ''}${when ? `when ${conditionText(when)} ` : ''}${stepsText(steps)}${motion === undefined ? '' : ` motion ${motion}`}`,
    )
    .join('');
