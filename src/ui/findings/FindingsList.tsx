'use client';

import { memo, useEffect, useRef, useState } from 'react';
import type { Finding } from '../../core/rules/parts/rule';
import { useAddress, useSnapshot } from '../session/context';
import { AcceptedRow, FindingRow } from './FindingRow';
import { accepted, FindingsHead } from './FindingsHead';

/** How many rows are drawn before one asks for more. */
const page = 60;

const matches = (finding: Finding, only: string | null): boolean =>
  only === null ||
  finding.rule === only ||
  (finding.groups as readonly string[]).includes(only) ||
  finding.severity === only;

/**
 * All findings in the order of the text, each with its next step. Remembered: not every keystroke changes it.
 *
 * `current` is the place, among all findings, of the one under the caret; -1 where there is none.
 */
export const FindingsList = memo(function FindingsList({ current: place }: { current: number }) {
  const overview = useSnapshot('overview');
  const address = useAddress();
  const { findings, counts, stage } = overview;
  const [shown, setShown] = useState(page);
  const found = findings.filter((finding) => matches(finding, address.only));
  const current = place < 0 ? -1 : found.indexOf(findings[place]!);
  const list = useRef<HTMLUListElement>(null);
  useEffect(() => {
    // With the next frame, in whose layout it is free; here it would cost one of its own.
    const frame = requestAnimationFrame(() =>
      list.current?.querySelector('[aria-current]')?.scrollIntoView({ block: 'nearest' }),
    );
    return () => cancelAnimationFrame(frame);
  }, [current]);
  return (
    <section aria-label="Findings" className="border-t border-rule bg-base-100 flex flex-col h-[176px] contain-strict">
      <FindingsHead found={found.length} />
      <ul ref={list} className="overflow-auto flex-1 pb-2">
        {found.slice(0, shown).map((finding, index) => (
          <FindingRow
            key={`${finding.rule}:${finding.range.from}:${index}`}
            finding={finding}
            isCurrent={index === current}
          />
        ))}
        {found.length > shown && (
          <li className="px-[18px] py-1">
            <button type="button" className="fix-button" onClick={() => setShown(shown + page * 5)}>
              Show more of {found.length}
            </button>
          </li>
        )}
        {findings.length === 0 && counts.screens > 0 && stage === 'decided' && (
          <li className="px-[18px] py-1 text-mute">
            Nothing found: every screen is reached and every argument supplied.
          </li>
        )}
        {address.only === accepted && overview.accepted.map((each, index) => <AcceptedRow key={index} {...each} />)}
        {findings.length > 0 && found.length === 0 && address.only !== accepted && (
          <li className="px-[18px] py-1 text-mute">Nothing of this kind is left.</li>
        )}
      </ul>
    </section>
  );
});
