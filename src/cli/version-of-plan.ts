import { existsSync } from 'node:fs';
import { check, type Check } from '../core/check';
import { Source } from '../core/report/source';
import { NoPlan } from '../wire/plan-file';
import { complain } from './complain';
import { readRevision, revisionFile } from './git';
import { readWhole, standardInput } from './read';

/** A plan of a file, of standard input, or of a revision of Git. */
export interface PlanVersion {
  readonly check: Check;
  readonly source: Source;
}

/**
 * Reads and checks a plan: a file, `-` for standard input, or `REVISION:path` of a Git repository. If a file has that
 * name, reads the file. Says on standard error why a plan cannot be read, and returns null.
 */
export function planVersion(name: string): PlanVersion | null {
  try {
    const revision = name === standardInput || existsSync(name) ? null : revisionFile(name);
    const whole = revision ? readRevision(revision) : readWhole(name);
    return { check: check(whole.text), source: new Source(name, whole) };
  } catch (error) {
    if (!(error instanceof NoPlan)) throw error;
    complain(error.message);
    return null;
  }
}
