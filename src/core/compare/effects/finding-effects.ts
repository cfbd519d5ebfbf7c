/** Findings that come and go, matched by what they are about, wherever the text has moved. */
import type { Finding } from '../../rules/parts/rule';
import { remembered } from '../../base/remembered';
import type { FindingEffect, Weight } from './effect';
import type { Versions } from './versions';

/** How much has to agree for two findings to be one: everything first, then less. */
const levels: readonly ((of: Subject) => string)[] = [
  ({ rule, place, argument, variant }) => [rule, place, argument, variant].join('\n'),
  ({ rule, place, argument }) => [rule, place, argument].join('\n'),
];

/** What a finding is about, in names of the new plan. */
interface Subject {
  readonly rule: string;
  /** Key of the part; of one that has gone, a key that no new part has. */
  readonly place: string;
  readonly argument: string;
  readonly variant: string;
}

export interface FindingMatch {
  readonly stays: ReadonlyMap<Finding, Finding>;
  readonly goes: readonly Finding[];
  readonly comes: readonly Finding[];
}

/** Matches the findings of two plans. Linear in their number. */
export function matchFindings(versions: Versions): FindingMatch {
  const { old, now } = versions;
  const before = old.findings.map((finding) => ({ finding, subject: subjectBefore(versions, finding) }));
  const after = now.findings.map((finding) => ({ finding, subject: subjectAfter(versions, finding) }));
  const stays = new Map<Finding, Finding>();
  const matched = new Set<Finding>();
  for (const keyOf of levels) {
    const open = new Map<string, Finding[]>();
    for (const { finding, subject } of after)
      if (!matched.has(finding)) remembered(open, keyOf(subject), () => [] as Finding[]).push(finding);
    for (const { finding, subject } of before) {
      const other = stays.has(finding) ? undefined : open.get(keyOf(subject))?.shift();
      if (!other) continue;
      stays.set(finding, other);
      matched.add(other);
    }
  }
  return {
    stays,
    goes: old.findings.filter((finding) => !stays.has(finding)),
    comes: now.findings.filter((finding) => !matched.has(finding)),
  };
}

function subjectBefore(versions: Versions, { rule, range, subject, argument, variant }: Finding): Subject {
  const part = versions.oldPartAt(range.from);
  const screen = versions.oldScreen(subject);
  const renamed = screen && argument !== null ? versions.argumentAfter(screen, argument) : null;
  return {
    rule,
    place: part === null ? '' : (versions.newPart(part)?.key ?? `gone ${part.key}`),
    argument: renamed ?? argument ?? '',
    variant: variant === null ? '' : (versions.variantAfter(variant) ?? `gone ${variant}`),
  };
}

const subjectAfter = (versions: Versions, { rule, range, argument, variant }: Finding): Subject => ({
  rule,
  place: versions.newPartAt(range.from)?.key ?? '',
  argument: argument ?? '',
  variant: variant ?? '',
});

function weightOf({ severity }: Finding, comes: boolean): Weight {
  if (severity === 'note') return 'neutral';
  if (!comes) return 'better';
  return severity === 'error' ? 'breaking' : 'worse';
}

/** The findings that come or go and that no other effect tells of. */
export function findingEffects(
  versions: Versions,
  { goes, comes }: FindingMatch,
  told: ReadonlySet<Finding>,
): FindingEffect[] {
  const effect = (finding: Finding, isNew: boolean): FindingEffect => {
    const check = isNew ? versions.now : versions.old;
    const part = isNew ? versions.newPartAt(finding.range.from) : versions.oldPartAt(finding.range.from);
    const witness = check.witnesses.get(finding);
    return {
      kind: 'finding',
      comes: isNew,
      finding,
      weight: weightOf(finding, isNew),
      hurts: [],
      screen: part?.screen ?? null,
      module: part?.module ?? null,
      variants: finding.variant === null ? null : [finding.variant],
      before: isNew ? null : finding.range,
      after: isNew ? finding.range : null,
      evidence: witness ? [{ in: isNew ? 'after' : 'before', ...witness }] : [],
    };
  };
  return [
    ...comes.filter((finding) => !told.has(finding)).map((finding) => effect(finding, true)),
    ...goes.map((finding) => effect(finding, false)),
  ];
}
