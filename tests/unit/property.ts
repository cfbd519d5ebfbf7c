/** Properties, tried on fixed examples and on fresh ones. */
import fc from 'fast-check';
import { inject } from 'vitest';

/** Seed of the examples that every run tries. */
const fixedSeed = 20;

/**
 * Asserts a property on half of `count` examples of the fixed seed, and on a twentieth of `count` of this run's fresh
 * seed. With ANDANTE_RUNS=n, asserts it on n times `count` examples of the fresh seed instead.
 * @throws with the shrunk counterexample, its seed and its path
 */
export function forAll<Example>(property: fc.IProperty<Example>, count: number): void {
  const seed = inject('freshSeed');
  const factor = Number(process.env.ANDANTE_RUNS ?? 0);
  if (factor > 0) return fc.assert(property, { numRuns: count * factor, seed });
  fc.assert(property, { numRuns: Math.ceil(count / 2), seed: fixedSeed });
  fc.assert(property, { numRuns: Math.ceil(count / 20), seed });
}
