import { setImmediate as othersFirst } from 'node:timers/promises';
import { check, type Check } from '../core/check';

/** Checks a plan, all stacks included, and lets other requests be answered in between. */
export async function analyse(text: string): Promise<Check> {
  const result = check(text);
  const work = result.deepen();
  while (!work.next().done) await othersFirst();
  return result;
}
