/** All rules, in the order of the documents. */
import { walkLabels } from '../walk/tap';
import { silence } from './parts/accept';
import type { Accepted } from './parts/rule';
import { badArgument } from './entry/bad-argument';
import { unresolved } from './entry/unresolved';
import { alone } from './link/alone';
import { invalid } from './link/invalid';
import { missingArgument } from './link/missing-argument';
import { noOrigin } from './link/no-origin';
import { notCarriable } from './link/not-carriable';
import { overlap } from './link/overlap';
import { shadowed } from './link/shadowed';
import { undecidedLink } from './link/undecided';
import { unknownVariable } from './link/unknown-variable';
import { sameTarget } from './menu/same-target';
import { tooManyTabs } from './menu/too-many-tabs';
import { moduleCycle } from './module/cycle';
import { passedOn } from './module/passed-on';
import { noOwner } from './module/no-owner';
import { privateScreen } from './module/private';
import { noTitle } from './name/no-title';
import { sameTitle } from './name/same-title';
import { style } from './name/style';
import { unclearTrigger } from './name/unclear-trigger';
import { cyclicType } from './plan/cyclic-type';
import { duplicateName } from './plan/duplicate-name';
import { flagValue } from './plan/flag-value';
import { idleAccept } from './plan/idle-accept';
import { noStart } from './plan/no-start';
import { syntax } from './plan/syntax';
import { unknownName } from './plan/unknown-name';
import { unknownType } from './plan/unknown-type';
import { deadEnd } from './reach/dead-end';
import { deadTransition } from './reach/dead-transition';
import { eventOnly } from './reach/event-only';
import { gated } from './reach/gated';
import { neverBeside } from './reach/never-beside';
import { linkOnly } from './reach/link-only';
import { stranded } from './reach/stranded';
import { trap } from './reach/trap';
import { variantOnly } from './reach/variant-only';
import { lostResult } from './result/lost';
import { absentResult } from './result/may-be-absent';
import { unanswered } from './result/unanswered';
import { unasked } from './result/unasked';
import { undeclaredResult } from './result/undeclared';
import { unknownResult } from './result/unknown-value';
import { wrongResult } from './result/wrong-type';
import type { Context, Finding, Rule, Witness } from './parts/rule';
import type { Work } from '../base/slices';
import { backTargetMissing } from './stack/back-target-missing';
import { doubled } from './stack/doubled';
import { grows } from './stack/grows';
import { guardedRevealed } from './stack/guarded-revealed';
import { ruleBroken } from './stack/rule-broken';
import { undecided } from './stack/undecided';
import { constant } from './supply/constant';
import { defaultUnused } from './supply/default-unused';
import { fixedId } from './supply/fixed-id';
import { mayBeAbsent } from './supply/may-be-absent';
import { missing } from './supply/missing';
import { unknownArgument } from './supply/unknown-argument';
import { unknownValue } from './supply/unknown-value';
import { unpackedRecord } from './supply/unpacked-record';
import { wrongType } from './supply/wrong-type';
import { brokenWalk } from './walk/broken';

export const catalogue: readonly Rule[] = [
  syntax,
  unknownName,
  duplicateName,
  unknownType,
  cyclicType,
  flagValue,
  noStart,
  idleAccept,
  stranded,
  variantOnly,
  gated,
  linkOnly,
  eventOnly,
  neverBeside,
  deadTransition,
  deadEnd,
  trap,
  missing,
  unknownArgument,
  wrongType,
  unknownValue,
  mayBeAbsent,
  fixedId,
  unpackedRecord,
  constant,
  defaultUnused,
  undeclaredResult,
  wrongResult,
  unknownResult,
  absentResult,
  unasked,
  unanswered,
  lostResult,
  grows,
  backTargetMissing,
  guardedRevealed,
  ruleBroken,
  doubled,
  undecided,
  invalid,
  unknownVariable,
  missingArgument,
  notCarriable,
  noOrigin,
  overlap,
  shadowed,
  undecidedLink,
  alone,
  unresolved,
  badArgument,
  tooManyTabs,
  sameTarget,
  privateScreen,
  moduleCycle,
  passedOn,
  noOwner,
  noTitle,
  sameTitle,
  style,
  unclearTrigger,
  brokenWalk,
];

export const ruleIds: readonly string[] = catalogue.map((rule) => rule.id);

export const ruleById = (id: string): Rule | undefined => catalogue.find((rule) => rule.id === id);

/** Findings of all rules. */
export interface RulesRun {
  readonly findings: readonly Finding[];
  readonly accepted: readonly Accepted[];
  /** Walks of the findings that have one. */
  readonly witnesses: ReadonlyMap<Finding, Witness>;
}

/**
 * Runs every rule, and silences accepted findings. Findings come in the order of the text. Pauses every few
 * milliseconds.
 */
export function* runRules(given: Omit<Context, 'rules' | 'silenced'>): Work<RulesRun> {
  const witnesses = new Map<Finding, Witness>();
  const context: Context = { ...given, rules: ruleIds, silenced: { findings: [], accepted: [], used: new Set() } };
  const found: Finding[] = [];
  for (const rule of catalogue) {
    if (rule === idleAccept) continue;
    found.push(...(yield* run(rule, context, witnesses)));
    yield;
  }
  const silenced = silence(given.plan, found.sort(byPlace));
  const idle = yield* run(idleAccept, { ...context, silenced }, witnesses);
  return {
    findings: idle.length > 0 ? [...silenced.findings, ...idle].sort(byPlace) : silenced.findings,
    accepted: silenced.accepted,
    witnesses,
  };
}

const byPlace = (a: Finding, b: Finding): number => a.range.from - b.range.from || a.range.to - b.range.to;

function* run(rule: Rule, context: Context, witnesses: Map<Finding, Witness>): Work<Finding[]> {
  const findings: Finding[] = [];
  for (const found of rule.check(context)) {
    if (!found) {
      yield;
      continue;
    }
    const finding: Finding = {
      rule: rule.id,
      severity: rule.severity,
      groups: rule.groups,
      variant: found.variant ?? null,
      walk: found.walk ? walkLabels(found.walk) : null,
      url: found.url ?? null,
      range: { from: found.range.from, to: found.range.to },
      summary: found.summary,
      detail: found.detail,
      subject: found.subject,
      argument: found.argument ?? null,
      fixes: found.fixes ?? [],
    };
    findings.push(finding);
    if (found.walk)
      witnesses.set(finding, { variant: found.walkIn ?? found.variant ?? context.plan.variants[0]!, walk: found.walk });
  }
  return findings;
}
