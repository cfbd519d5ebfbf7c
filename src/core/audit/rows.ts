/** An audit as rows of a table, and as text. */
import type { AuditReport, LostGroup } from './audit';

export const auditColumns = ['outcome', 'screen', 'pattern', 'reason', 'count', 'share', 'example'] as const;

export type AuditRow = Readonly<Record<(typeof auditColumns)[number], string | number>>;

/**
 * A row for each group, the largest first of each outcome. Ambiguous URLs are counted twice: also among those that open
 * a screen.
 */
export function auditRows({ total, opened, lostGroups, unreadableGroups, ambiguousGroups }: AuditReport): AuditRow[] {
  const share = (count: number): string => (total === 0 ? '0' : (count / total).toFixed(4));
  const lost =
    (outcome: string) =>
    ({ pattern, screen, why, count, examples }: LostGroup): AuditRow => ({
      outcome,
      screen: screen ?? '',
      pattern: pattern ?? '',
      reason: why,
      count,
      share: share(count),
      example: examples[0] ?? '',
    });
  return [
    ...opened.map(({ screen, pattern, count, gated, examples }): AuditRow => ({
      outcome: gated ? 'gated' : 'opens',
      screen,
      pattern,
      reason: '',
      count,
      share: share(count),
      example: examples[0] ?? '',
    })),
    ...lostGroups.map(lost('lost')),
    ...unreadableGroups.map(lost('no URL')),
    ...ambiguousGroups.map(({ patterns, count, examples }): AuditRow => ({
      outcome: 'ambiguous',
      screen: '',
      pattern: patterns.join(' '),
      reason: 'as specific as one another',
      count,
      share: share(count),
      example: examples[0] ?? '',
    })),
  ];
}

/** How many URLs each screen opens, the most first. */
export function byScreen({
  opened,
}: AuditReport): { readonly screen: string; readonly opens: number; readonly gated: number }[] {
  const screens = new Map<string, { opens: number; gated: number }>();
  for (const { screen, count, gated } of opened) {
    const counts = screens.get(screen) ?? { opens: 0, gated: 0 };
    counts[gated ? 'gated' : 'opens'] += count;
    screens.set(screen, counts);
  }
  return [...screens]
    .map(([screen, counts]) => ({ screen, ...counts }))
    .sort((a, b) => b.opens + b.gated - a.opens - a.gated);
}
