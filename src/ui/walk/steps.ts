/** Steps of a walk, from taps. */
import { at, type Values } from '../../core/plan/value';
import type { WalkCard } from '../../core/report/walk-card';
import type { OfferCard, OutcomeCard } from '../../core/report/walk-offers';

/** Something that a letter, a click or Enter does. */
export interface Tap {
  readonly letter: string | null;
  readonly offer: OfferCard;
  readonly outcome: OutcomeCard;
}

/** Letters that mean something in every view, or here, tap nothing: open a link, keep, add a way out, supply. */
const letters = [...'abcdefghijmnpqrtuvwxyz'];

/** All possible taps, in order, each with its letter while letters last. Back has a key of its own. */
export function tapsOf(offers: readonly OfferCard[]): Tap[] {
  let next = 0;
  return offers.flatMap((offer) =>
    offer.outcomes.map((outcome): Tap => ({
      letter: offer.kind === 'back' ? null : (letters[next++] ?? null),
      offer,
      outcome,
    })),
  );
}

/** A step with the user's input: `tap "Hut card" with hut = 12`. */
export function stepOf({ offer, outcome }: Pick<Tap, 'offer' | 'outcome'>, typed: Values): string {
  const given = offer.inputs.flatMap(({ name }) => {
    const value = at(typed, name);
    return typeof value === 'string' ? [`${name} = ${value}`] : [];
  });
  return `${offer.head}${given.length > 0 ? ` with ${given.join(', ')}` : ''}${outcome.tail}`;
}

/** The steps after one more tap: the steps to come stay if the tap is the next of them, and go otherwise. */
export function withStep(
  { steps, taken }: Pick<WalkCard, 'steps' | 'taken'>,
  step: string,
): { readonly steps: string; readonly taken: number | null } {
  const texts = steps.slice(1).map(({ text }) => text);
  if (texts[taken] === step) return { steps: texts.join(' '), taken: taken + 1 };
  return { steps: [...texts.slice(0, taken), step].join(' '), taken: null };
}

/** The walked steps for a kept walk; the last one names the screen at the end. */
export function toKeep({ steps, taken, phone, state }: WalkCard, labelOf: (screen: number) => string): string[] {
  const texts = steps.slice(1, taken + 1).map(({ text }) => text);
  return state === 'on' && phone && steps[taken]?.kind !== 'expect'
    ? [...texts, `expect ${labelOf(phone.screen)}`]
    : texts;
}
