import type { Check } from '../check';
import type { Plan } from '../plan/model';
import type { VariantReach } from '../reach';

/** The variant of that name; the first one for an unknown name. */
export const variantNamed = ({ variants }: Pick<Plan, 'variants'>, variant: string | null): string =>
  variants.find((name) => name === variant) ?? variants[0]!;

/** The verdicts of the variant of that name; of the first one for an unknown name. */
export const reachOf = ({ reach }: Pick<Check, 'reach'>, variant: string | null): VariantReach =>
  reach.variants.find(({ name }) => name === variant) ?? reach.variants[0]!;
