/** Findings that come and go, matched by what they are about, wherever the text has moved. */
import type { Finding } from '../../rules/parts/rule';
import { remembered } from '../../base/remembered';
import type { FindingEffect, Weight } from './effect';
import type { Versions } from './versions';

/** What a finding is about, in names of the new plan. */
interface Subject {
  readonly rule: string;
  /** Null for one without a place at this level. */
  readonly place: string | null;
  readonly argument: string;
  readonly variant: string;
}

/** Where findings are, in either plan, in words that say the same of both. */
interface Level {
  readonly placeBefore: (versions: Versions, finding: Finding) => string | null;
  readonly placeAfter: (versions: Versions, finding: Finding) => string | null;
  readonly inAnyVariant: boolean;
}

const inPart = {
  placeBefore: (versions, { range }) => {
    const part = versions.oldPartAt(range.from);
    // No part of the new plan has the key of one that has gone.
    return part === null ? '' : (versions.newPart(part)?.key ?? `gone ${part.key}`);
  },
  placeAfter: (versions, { range }) => versions.newPartAt(range.from)?.key ?? '',
} satisfies Partial<Level>;

/** How much has to agree for two findings to be one: everything first, then less. */
const levels: readonly Level[] = [
  {
    // Most findings are on screens that nobody touched, which then need not be cut into parts.
    placeBefore: (versions, { range }) => versions.untouchedPlace('before', range.from),
    placeAfter: (versions, { range }) => versions.untouchedPlace('after', range.from),
    inAnyVariant: false,
  },
  { ...inPart, inAnyVariant: false },
  { ...inPart, inAnyVariant: true },
];

export interface FindingMatch {
  readonly stays: ReadonlyMap<Finding, Finding>;
  readonly goes: readonly Finding[];
  readonly comes: readonly Finding[];
}

/** Matches the findings of two plans. Linear in their number. */
export function matchFindings(versions: Versions): FindingMatch {
  const { old, now } = versions;
  const stays = new Map<Finding, Finding>();
  const matched = new Set<Finding>();
  for (const { placeBefore, placeAfter, inAnyVariant } of levels) {
    const keyOf = ({ rule, place, argument, variant }: Subject): string | null =>
      place === null ? null : [rule, place, argument, inAnyVariant ? '' : variant].join('\n');
    const open = new Map<string, Finding[]>();
    for (const finding of now.findings) {
      if (matched.has(finding)) continue;
      const key = keyOf(subjectAfter(finding, placeAfter(versions, finding)));
      if (key !== null) remembered(open, key, () => [] as Finding[]).push(finding);
    }
    for (const finding of old.findings) {
      if (stays.has(finding)) continue;
      const key = keyOf(subjectBefore(versions, finding, placeBefore(versions, finding)));
      const other = key === null ? undefined : open.get(key)?.shift();
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

function subjectBefore(versions: Versions, finding: Finding, place: string | null): Subject {
  const { rule, subject, argument, variant } = finding;
  const screen = versions.oldScreen(subject);
  const renamed = screen && argument !== null ? versions.argumentAfter(screen, argument) : null;
  return {
    rule,
    place,
    argument: renamed ?? argument ?? '',
    variant: variant === null ? '' : (versions.variantAfter(variant) ?? `gone ${variant}`),
  };
}

const subjectAfter = ({ rule, argument, variant }: Finding, place: string | null): Subject => ({
  rule,
  place,
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
