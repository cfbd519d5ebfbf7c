'use client';

import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, useEffect, useMemo, useRef } from 'react';
import type { Finding } from '../../core/rules/parts/rule';
import { useAddress, useSnapshot } from '../session/context';
import { AcceptedRow, FindingRow } from './FindingRow';
import { accepted, FindingsHead } from './FindingsHead';

/** The height of a row whose summary fits into one line, in pixels. */
const rowHeight = 24;

const matches = (finding: Finding, only: string | null): boolean =>
  only === null ||
  finding.rule === only ||
  (finding.groups as readonly string[]).includes(only) ||
  finding.severity === only;

/**
 * All findings in the order of the text, each with its next step. Only the rows in sight are drawn: there may be
 * thousands. Memoized: not every keystroke changes it.
 * `current` is the place, among all findings, of the one under the caret; -1 for none.
 */
export const FindingsList = memo(function FindingsList({ current: place }: { current: number }) {
  const overview = useSnapshot('overview');
  const { only } = useAddress();
  const { findings, counts, stage } = overview;
  const found = useMemo(() => findings.filter((finding) => matches(finding, only)), [findings, only]);
  const current = place < 0 ? -1 : found.indexOf(findings[place]!);
  const rows = only === accepted ? overview.accepted.length : found.length;
  const scroller = useRef<HTMLDivElement>(null);
  const virtualizer = useVirtualizer({
    count: rows,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 4,
    initialRect: { width: 0, height: 6 * rowHeight },
  });
  useEffect(() => {
    // With the next frame, in whose layout it is free; here it would cost one of its own.
    const frame = requestAnimationFrame(() => {
      if (current >= 0) virtualizer.scrollToIndex(current);
    });
    return () => cancelAnimationFrame(frame);
  }, [current, virtualizer]);
  return (
    <section
      aria-label="Findings"
      className="@container border-t border-rule bg-base-100 flex flex-col h-[176px] contain-strict"
    >
      <FindingsHead found={found.length} />
      <div ref={scroller} className="overflow-auto flex-1 pb-2">
        <ul className="relative" style={{ height: virtualizer.getTotalSize() }}>
          {virtualizer.getVirtualItems().map(({ index, start, key }) => (
            <li
              key={key}
              ref={virtualizer.measureElement}
              data-index={index}
              aria-setsize={rows}
              aria-posinset={index + 1}
              aria-current={only !== accepted && index === current ? 'true' : undefined}
              className="absolute inset-x-0 top-0 hover:bg-base-200 aria-[current]:bg-base-200"
              style={{ transform: `translateY(${start}px)` }}
            >
              {only === accepted ? (
                <AcceptedRow {...overview.accepted[index]!} />
              ) : (
                <FindingRow finding={found[index]!} isCurrent={index === current} />
              )}
            </li>
          ))}
        </ul>
        {findings.length === 0 && counts.screens > 0 && stage === 'decided' && (
          <p className="px-[18px] py-1 text-mute">
            Nothing found: every screen is reached and every argument supplied.
          </p>
        )}
        {findings.length > 0 && found.length === 0 && only !== accepted && (
          <p className="px-[18px] py-1 text-mute">Nothing of this kind is left.</p>
        )}
      </div>
    </section>
  );
});
