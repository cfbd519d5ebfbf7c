/** Draws the seed that the properties of one test run use beside the fixed one, and prints it. */
import { randomInt } from 'node:crypto';
import type { TestProject } from 'vitest/node';

declare module 'vitest' {
  interface ProvidedContext {
    freshSeed: number;
  }
}

export default function setup(project: TestProject): void {
  const { ANDANTE_SEED: asked } = process.env;
  const freshSeed = asked === undefined ? randomInt(2 ** 31) : Number(asked);
  if (!Number.isInteger(freshSeed)) throw new Error(`ANDANTE_SEED=${asked} is not an integer.`);
  project.provide('freshSeed', freshSeed);
  console.log(`Fresh seed of the properties: ${freshSeed}. To replay it: ANDANTE_SEED=${freshSeed} npm run unit`);
}
