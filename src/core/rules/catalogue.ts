/** All rules, in the order of the documents. */
import { noTitle } from './name/no-title';
import { cyclicType } from './plan/cyclic-type';
import { duplicateName } from './plan/duplicate-name';
import { noStart } from './plan/no-start';
import { syntax } from './plan/syntax';
import { unknownName } from './plan/unknown-name';
import { unknownType } from './plan/unknown-type';
import { stranded } from './reach/stranded';
import type { Context, Finding, Rule } from './rule';
import { fixedId } from './supply/fixed-id';
import { mayBeAbsent } from './supply/may-be-absent';
import { missing } from './supply/missing';
import { unknownArgument } from './supply/unknown-argument';
import { unknownValue } from './supply/unknown-value';
import { wrongType } from './supply/wrong-type';

export const catalogue: readonly Rule[] = [
  syntax, unknownName, duplicateName, unknownType, cyclicType, noStart,
  stranded,
  missing, unknownArgument, wrongType, unknownValue, mayBeAbsent, fixedId,
  noTitle,
];

export const ruleById = (id: string): Rule | undefined => catalogue.find((rule) => rule.id === id);

/** Runs every rule; the findings come in the order of the text. */
export function runRules(context: Context): Finding[] {
  const findings: Finding[] = [];
  for (const rule of catalogue) {
    for (const found of rule.check(context)) {
      findings.push({
        rule: rule.id, severity: rule.severity, variant: null, walk: null, url: null,
        range: { from: found.range.from, to: found.range.to },
        summary: found.summary, detail: found.detail, subject: found.subject, fixes: found.fixes ?? [],
      });
    }
  }
  return findings.sort((a, b) => a.range.from - b.range.from || a.range.to - b.range.to);
}
