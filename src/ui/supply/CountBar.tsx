'use client';

import type { SupplyTable } from '../../core/report/supply-table';

/** All arguments on all ways in, in proportion. */
export function CountBar({ counts }: { counts: SupplyTable['counts'] }) {
  const parts = [
    { count: counts.supplied, label: 'supplied', fill: 'var(--color-primary)', tone: 'text-primary' },
    {
      count: counts['handed-on'],
      label: 'handed on',
      fill: 'color-mix(in srgb, var(--color-primary) 75%, var(--color-base-100))',
      tone: 'text-primary italic',
    },
    {
      count: counts.default,
      label: 'default',
      fill: 'color-mix(in srgb, var(--color-primary) 45%, var(--color-base-100))',
      tone: '',
    },
    { count: counts.absent, label: 'optional, absent', fill: 'var(--color-base-300)', tone: '' },
    {
      count: counts['may-be-absent'] + counts['fixed-id'],
      label: 'doubtful',
      fill: 'var(--color-warning)',
      tone: 'text-warning',
    },
    {
      count: counts.missing + counts['wrong-type'] + counts['unknown-value'],
      label: 'missing or wrong',
      fill: 'var(--color-error)',
      tone: 'text-error',
    },
  ].filter(({ count }) => count > 0);
  const all = parts.reduce((sum, { count }) => sum + count, 0);
  if (all === 0) return null;
  return (
    <div className="w-full max-w-xl">
      <div className="flex h-[9px] gap-px" aria-hidden>
        {parts.map(({ label, count, fill }, index) => (
          <span
            key={label}
            className={`min-w-1 ${index === 0 ? 'rounded-l-full' : ''} ${index === parts.length - 1 ? 'rounded-r-full' : ''}`}
            style={{ flexGrow: count, background: fill }}
          />
        ))}
      </div>
      <ul className="flex flex-wrap gap-x-4 mt-1" aria-label="Arguments on all ways in">
        {parts.map(({ label, count, tone }) => (
          <li key={label} className="text-mute">
            <strong className={`font-semibold ${tone === '' ? 'text-base-content' : tone}`}>{count}</strong> {label}
          </li>
        ))}
      </ul>
    </div>
  );
}
