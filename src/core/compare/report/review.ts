/** The order of a review, and its sums in words. */
import { weights, type Effect, type Weight } from '../effects/effect';
import type { Comparison } from '../compare';
import { summaryOf } from './json';

export const headings: Readonly<Record<Weight, string>> = {
  breaking: 'Breaks',
  worse: 'Worse',
  better: 'Better',
  neutral: 'Different',
};

/** The effects by weight, what breaks first; weights without effects are left out. */
export const inReviewOrder = (
  effects: readonly Effect[],
): { readonly weight: Weight; readonly effects: readonly Effect[] }[] =>
  weights.flatMap((weight) => {
    const own = effects.filter((effect) => effect.weight === weight);
    return own.length > 0 ? [{ weight, effects: own }] : [];
  });

const things = (count: number, verb: string): string => `${count} ${count === 1 ? 'thing' : 'things'} ${verb}`;

/** What a change does, in a few words. */
export function titleOf({ changes, effects, after }: Comparison): string {
  const app = after.plan.name ?? 'The plan';
  const { breaking, worse } = summaryOf({ changes, effects });
  if (changes.length === 0) return `${app}: nothing has changed in meaning`;
  if (breaking > 0) return `${app}: ${things(breaking, breaking === 1 ? 'breaks' : 'break')}`;
  if (worse > 0) return `${app}: nothing breaks, ${things(worse, worse === 1 ? 'gets worse' : 'get worse')}`;
  return `${app}: nothing breaks or gets worse`;
}

/** `3 changes: 1 breaks something, 2 …` as one sentence. */
export function sayTotals(comparison: Pick<Comparison, 'changes' | 'effects'>): string {
  const { changes, breaking, worse, better, neutral } = summaryOf(comparison);
  const effects = [
    [breaking, breaking === 1 ? 'breaks' : 'break'],
    [worse, 'worse'],
    [better, 'better'],
    [neutral, 'different'],
  ] as const;
  const named = effects.filter(([count]) => count > 0).map(([count, word]) => `${count} ${word}`);
  const sum = named.length > 0 ? named.join(', ') : 'none';
  return `${changes} ${changes === 1 ? 'change' : 'changes'}. Effects: ${sum}.`;
}
