import type { ExactStacks } from '../../src/core/reach/queries/exact-stacks';
import type { VariantReach } from '../../src/core/reach/verdicts/reach';

/** All stacks of a variant whose stacks are exact; null for other variants. */
export const exactStacks = (variant: VariantReach): ExactStacks | null =>
  variant.kind === 'exact' ? variant.stacks : null;
