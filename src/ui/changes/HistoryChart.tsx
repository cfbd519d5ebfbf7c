'use client';

import { Line, LineChart, ReferenceLine, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import type { RevisionSummary } from '../../wire/revisions';
import { timeOf, titleOf } from './words';

interface Props {
  /** The newest first. */
  readonly revisions: readonly RevisionSummary[];
  readonly from: string | null;
  readonly onPick: (id: string) => void;
}

const height = 96;
const lines = [
  { key: 'screens', name: 'screens', color: 'var(--color-primary)', axis: 'screens' },
  { key: 'errors', name: 'errors', color: 'var(--color-error)', axis: 'found' },
  { key: 'warnings', name: 'warnings', color: 'var(--color-warning)', axis: 'found' },
  { key: 'stranded', name: 'stranded', color: 'var(--color-info)', axis: 'found' },
] as const;

/**
 * Screens, errors, warnings and stranded screens over the revisions. A point picks its revision; the list beneath says
 * the same to keyboards and readers.
 */
export default function HistoryChart({ revisions, from, onPick }: Props) {
  const data = revisions
    .filter(({ counts }) => counts !== null)
    .map((one) => ({ id: one.id, title: `${titleOf(one)}, ${timeOf(one)}`, ...one.counts! }))
    .reverse();
  if (data.length < 2) return null;
  return (
    <div aria-hidden="true" className="text-[11px]">
      <ResponsiveContainer width="100%" height={height} initialDimension={{ width: 260, height }}>
        <LineChart
          data={data}
          margin={{ top: 6, right: 6, bottom: 2, left: 6 }}
          accessibilityLayer={false}
          onClick={({ activeTooltipIndex }) => {
            const one = data[Number(activeTooltipIndex)];
            if (one) onPick(one.id);
          }}
        >
          <XAxis dataKey="id" hide />
          <YAxis yAxisId="screens" hide domain={[0, 'dataMax']} />
          <YAxis yAxisId="found" hide domain={[0, 'dataMax + 1']} />
          <Tooltip
            isAnimationActive={false}
            labelFormatter={(_label, [first]) => (first?.payload as { title: string } | undefined)?.title ?? ''}
            contentStyle={{
              background: 'var(--paper)',
              border: '1px solid var(--color-base-300)',
              borderRadius: 6,
              padding: '4px 8px',
            }}
          />
          {data.some(({ id }) => id === from) && (
            <ReferenceLine x={from!} yAxisId="screens" stroke="var(--color-base-content)" strokeDasharray="2 3" />
          )}
          {lines.map(({ key, name, color, axis }) => (
            <Line
              key={key}
              yAxisId={axis}
              type="linear"
              dataKey={key}
              name={name}
              stroke={color}
              dot={{ r: 2 }}
              strokeWidth={1.5}
              isAnimationActive={false}
            />
          ))}
        </LineChart>
      </ResponsiveContainer>
      <p className="flex flex-wrap gap-x-3 text-mute">
        {lines.map(({ key, name, color }) => (
          <span key={key} className="flex items-center gap-1">
            <span className="inline-block w-3 h-0.5" style={{ background: color }} />
            {name}
          </span>
        ))}
      </p>
    </div>
  );
}
