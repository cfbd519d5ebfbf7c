'use client';

import { Bar, BarChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { number } from '../parts/numbers';

interface Row {
  readonly screen: string;
  readonly opens: number;
  readonly gated: number;
}

const barHeight = 26;
/** Most characters of a name beside a bar; the tip shows the whole name. */
const longest = 22;

const inks = { fontSize: 12, fill: 'var(--color-base-content)' } as const;

/** How many URLs open each screen. */
export default function AuditChart({ rows }: { rows: readonly Row[] }) {
  const data = rows.map((row) => ({ ...row, all: row.opens + row.gated, none: 0 }));
  const names = Math.min(longest, Math.max(0, ...rows.map(({ screen }) => screen.length)));
  return (
    <ResponsiveContainer
      width="100%"
      height={rows.length * barHeight + 8}
      initialDimension={{ width: 480, height: rows.length * barHeight + 8 }}
    >
      <BarChart
        data={data}
        layout="vertical"
        margin={{ top: 4, right: 0, bottom: 4, left: 0 }}
        barCategoryGap={5}
        accessibilityLayer={false}
      >
        <XAxis type="number" hide domain={[0, 'dataMax']} />
        <YAxis
          type="category"
          dataKey="screen"
          width={names * 7.6 + 14}
          tickLine={false}
          axisLine={false}
          interval={0}
          tick={{ ...inks, fontFamily: 'var(--font-mono)' }}
          tickFormatter={(name: string) => (name.length > longest ? `${name.slice(0, longest - 1)}…` : name)}
        />
        {/* The numbers, in a column of their own; a bar that is none belongs to it. */}
        <YAxis
          yAxisId="counts"
          orientation="right"
          type="category"
          dataKey="screen"
          width={72}
          tickLine={false}
          axisLine={false}
          interval={0}
          tick={inks}
          tickFormatter={(_name: string, index: number) => number.format(data[index]!.all)}
        />
        <Tooltip
          cursor={{ fill: 'var(--color-base-200)' }}
          isAnimationActive={false}
          contentStyle={{
            background: 'var(--paper)',
            border: '1px solid var(--color-base-300)',
            borderRadius: 6,
            padding: '4px 8px',
          }}
          labelStyle={{ fontFamily: 'var(--font-mono)' }}
        />
        <Bar dataKey="opens" name="open it" stackId="all" fill="var(--color-primary)" isAnimationActive={false} />
        <Bar dataKey="gated" name="gated" stackId="all" fill="var(--color-warning)" isAnimationActive={false} />
        <Bar yAxisId="counts" dataKey="none" isAnimationActive={false} legendType="none" tooltipType="none" />
      </BarChart>
    </ResponsiveContainer>
  );
}
