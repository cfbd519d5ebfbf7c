import type { Check } from '../../check';
import type { Screen } from '../../plan/model';
import { required, type Type } from '../../plan/types';
import { screenOf } from '../../supply/site';
import type { Handover, JourneyAnswer } from '../parts/answer';
import type { PlanQuestion } from '../parts/question';

/**
 * Lists all ways on which values of a type become arguments of screens, of all variants, in the order of the text.
 * Linear in the calls.
 */
export function answerJourney(
  { text, plan, supply }: Check,
  { type }: Extract<PlanQuestion, { kind: 'journey' }>,
  variant: string,
): JourneyAnswer {
  const carries = (of: Type): boolean => {
    const bare = required(of);
    return bare.kind === 'list' ? carries(bare.of) : 'name' in bare && bare.name === type;
  };
  const takes = ({ parameters }: Screen): readonly string[] =>
    parameters.filter((one) => carries(one.type)).map(({ name }) => name);
  const calls = supply.waysIn.flatMap(({ site, target, cells }): Handover[] =>
    cells
      .filter(({ parameter, status }) => carries(parameter.type) && status !== 'missing' && status !== 'absent')
      .map(({ parameter, value }) => ({
        from: screenOf(site)?.label ?? null,
        value: value && text.slice(value.from, value.to),
        by: site.kind,
        to: target.label,
        argument: parameter.name,
      })),
  );
  const links = plan.screens.flatMap((screen): Handover[] =>
    screen.links.length === 0
      ? []
      : takes(screen).map((argument) => ({ from: null, value: null, by: 'link', to: screen.label, argument })),
  );
  return { kind: 'journey', variant, type, handovers: [...calls, ...links] };
}
