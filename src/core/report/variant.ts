import type { Check } from '../check';
import type { VariantReach } from '../reach/reach';

/** The verdicts of the variant of that name; of the first one where there is none of that name. */
export const reachOf = ({ reach }: Pick<Check, 'reach'>, variant: string | null): VariantReach =>
  reach.variants.find(({ name }) => name === variant) ?? reach.variants[0]!;
