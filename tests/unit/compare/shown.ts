/** Changes and effects as lines of data, for tests: no wording of messages. */
import type { Change } from '../../../src/core/compare/changes/change';
import type { Effect } from '../../../src/core/compare/effects/effect';

export function shownChange(change: Change): string {
  const of = ({ concerns }: Change): string => (concerns.length > 0 ? ` for ${concerns.join(', ')}` : '');
  switch (change.kind) {
    case 'added':
      return `added ${change.part.key}${of(change)}`;
    case 'removed':
      return `removed ${change.part.key}${change.guess === null ? '' : ` perhaps ${change.guess}`}${of(change)}`;
    case 'changed':
      return `changed ${change.after.key}: ${change.aspects.join(', ')}${of(change)}`;
    case 'moved':
      return `moved ${change.after.key} to another ${change.to}${of(change)}`;
    case 'renamed':
      return `renamed ${change.what} ${change.from} to ${change.to}${of(change)}`;
  }
}

export function shownEffect(effect: Effect): string {
  const { weight, kind, variants } = effect;
  return `${weight} ${kind}${variants === null ? '' : ` in ${variants.join(', ')}`}: ${factsOf(effect)}`;
}

function factsOf(effect: Effect): string {
  switch (effect.kind) {
    case 'finding':
      return `${effect.comes ? 'comes' : 'goes'} ${effect.finding.rule} on ${effect.finding.subject ?? 'the plan'}`;
    case 'reach': {
      const { screen, was, is } = effect;
      const shown = (each: typeof was): string =>
        each.reachable === 'yes' ? `${each.taps}${each.fromOutside ? ' from outside' : ''}` : each.reachable;
      return `${screen} ${shown(was)} > ${shown(is)}`;
    }
    case 'back':
      return `${effect.screen} +${effect.reveals.join()} -${effect.noLonger.join()} ${effect.leaves ?? ''}`.trim();
    case 'rule':
      return `${effect.title}: ${effect.was} > ${effect.is}`;
    case 'walk':
      return `${effect.title}: ${effect.breaks ? `step ${effect.breaks.step} ${effect.breaks.because.why}` : 'holds'}`;
    case 'url':
      return `${effect.url} > ${effect.opens ?? 'nothing'}${effect.loses.length > 0 ? ` without ${effect.loses.join()}` : ''}`;
    case 'state':
      return Object.values(effect.because).map(String).join(' ');
    case 'caller':
      return `${effect.by.key} of ${effect.screen} ${effect.has}${effect.finding ? ` ${effect.finding.rule}` : ''}`;
    case 'code':
      return `${effect.declares} ${effect.name}: ${effect.losses.map((loss) => Object.values(loss).join(' ')).join(', ')}`;
  }
}
