'use client';

import { useMemo, useState } from 'react';
import type { Chart, Lane } from '../../core/chart/chart';
import type { Overview, ScreenCard } from '../../core/report/overview';
import { counted } from '../parts/numbers';
import { ScreenLink } from '../parts/ScreenLink';
import { saidOfLane } from './Labels';

interface Props {
  readonly chart: Chart;
  readonly overview: Overview;
}

/** The chart as lists: modules, their screens with their distance, and the screens that each leads to. */
export function ChartList({ chart, overview }: Props) {
  const onward = useMemo(() => {
    const targets = overview.screens.map(() => new Set<number>());
    for (const { from, to } of overview.ways) if (from !== to) targets[from]!.add(to);
    return targets;
  }, [overview]);
  return (
    <ul aria-label="Screens by module" className="overflow-auto px-4 py-3 h-full">
      {chart.lanes.map((lane) => (
        <LaneList
          key={lane.name}
          lane={lane}
          screens={overview.screens.filter(({ module, there }) => there && module === lane.module)}
          onward={onward}
          isShort={overview.screens.length <= mostOpen}
        />
      ))}
    </ul>
  );
}

interface LaneListProps {
  readonly lane: Lane;
  readonly screens: readonly ScreenCard[];
  readonly onward: readonly ReadonlySet<number>[];
  /** Whether the plan is so short that all of it may be open at once. */
  readonly isShort: boolean;
}

const mostOpen = 60;

/** A module, which is opened at a press: a plan may have thousands of screens. */
function LaneList({ lane, screens, onward, isShort }: LaneListProps) {
  const [isOpen, setOpen] = useState(isShort);
  return (
    <li className="border-b border-rule">
      <button
        type="button"
        aria-expanded={isOpen}
        onClick={() => setOpen(!isOpen)}
        className="w-full text-left py-1.5 cursor-pointer hover:bg-base-200 flex items-baseline gap-3"
      >
        <span aria-hidden className="text-mute w-3">
          {isOpen ? '−' : '+'}
        </span>
        <span className="font-mono font-semibold">{lane.name || 'no module'}</span>
        <span className="text-mute text-[11px]">{saidOfLane(lane)}</span>
      </button>
      {isOpen && (
        <ul className="pb-2 pl-6">
          {[...screens].sort(nearestFirst).map((screen) => (
            <li key={screen.index} className="py-0.5">
              <ScreenLink index={screen.index} />{' '}
              <span className="text-mute">
                {[distanceOf(screen), screen.found > 0 && counted(screen.found, 'finding')].filter(Boolean).join(', ')}
                {onward[screen.index]!.size > 0 && ', leads to '}
              </span>
              {[...onward[screen.index]!].map((to, at) => (
                <span key={to}>
                  {at > 0 && ', '}
                  <ScreenLink index={to} />
                </span>
              ))}
            </li>
          ))}
        </ul>
      )}
    </li>
  );
}

const nearestFirst = (a: ScreenCard, b: ScreenCard): number =>
  (a.taps ?? Infinity) - (b.taps ?? Infinity) || a.index - b.index;

function distanceOf({ taps, reachable }: ScreenCard): string {
  if (taps === null) return reachable === 'no' ? 'stranded' : 'undecided';
  return taps === 0 ? 'at start' : counted(taps, 'tap');
}
