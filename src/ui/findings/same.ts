import type { Finding } from '../../core/rules/parts/rule';

/** The place of a finding in a later list; -1 if it is gone. A new analysis makes new objects for the same mistakes. */
export const placeOfFinding = (findings: readonly Finding[], wanted: Finding | null): number =>
  wanted === null
    ? -1
    : findings.findIndex(
        ({ rule, range, argument }) =>
          rule === wanted.rule && range.from === wanted.range.from && argument === wanted.argument,
      );
