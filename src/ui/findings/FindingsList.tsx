'use client';

import { memo, useEffect, useRef, useState } from 'react';
import type { Finding } from '../../core/rules/parts/rule';
import { MessageText } from '../parts/MessageText';
import { counted } from '../parts/numbers';
import { toneOf } from '../parts/tones';
import { useWorkspace } from '../session/context';
import { WatchWalk } from './WatchWalk';
import { wordsOf } from './group-words';

/** How many rows are drawn before one asks for more. */
const page = 60;

/** What the address says where the accepted findings are looked at in place of the open ones. */
const accepted = 'accepted';

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
  const { snapshot, address, showFinding, applyFix } = useWorkspace();
  const { findings, counts, stage } = snapshot.overview;
  const [shown, setShown] = useState(page);
  const found = findings.filter((finding) => matches(finding, address.only));
  const severities = [
    ['error', counts.errors],
    ['warning', counts.warnings],
    ['note', counts.notes],
  ] as const;
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
      <div className="flex items-center gap-4 px-[18px] pt-2.5 pb-1.5">
        <button
          type="button"
          className={`cursor-pointer ${address.only === null ? 'font-semibold' : 'text-mute'}`}
          onClick={() => address.go({ only: null })}
        >
          {stage === 'decided' ? counted(findings.length, 'finding') : 'Findings'}
        </button>
        {severities
          .filter(([, count]) => count > 0)
          .map(([severity, count]) => (
            <button
              key={severity}
              type="button"
              aria-pressed={address.only === severity}
              className={`cursor-pointer ${address.only === severity ? 'font-semibold' : 'text-mute'}`}
              onClick={() => address.go({ only: address.only === severity ? null : severity })}
            >
              {counted(count, severity)}
            </button>
          ))}
        {snapshot.overview.accepted.length > 0 && (
          <button
            type="button"
            aria-pressed={address.only === accepted}
            className={`cursor-pointer ${address.only === accepted ? 'font-semibold' : 'text-mute'}`}
            onClick={() => address.go({ only: address.only === accepted ? null : accepted })}
          >
            {snapshot.overview.accepted.length} accepted
          </button>
        )}
        {address.only !== null &&
          address.only !== accepted &&
          !severities.some(([severity]) => severity === address.only) && (
            <span className="rule-tag tone-primary">
              {wordsOf(address.only)} · {found.length}{' '}
              <button
                type="button"
                className="cursor-pointer font-semibold"
                aria-label="Show all findings"
                onClick={() => address.go({ only: null })}
              >
                ×
              </button>
            </span>
          )}
        <span className="flex-1" />
        <kbd className="key-hint">F8 next</kbd>
      </div>
      <ul ref={list} className="overflow-auto flex-1 pb-2">
        {found.slice(0, shown).map((finding, index) => {
          const fix = finding.fixes[0];
          return (
            <li
              key={`${finding.rule}:${finding.range.from}:${index}`}
              aria-current={index === current ? 'true' : undefined}
              className="grid grid-cols-[148px_minmax(0,1fr)_auto] gap-x-3 items-baseline px-[18px] py-[3px] hover:bg-base-200 aria-[current]:bg-base-200"
            >
              <span
                className={`rule-tag ${toneOf[finding.severity]} truncate justify-self-stretch`}
                title={finding.rule}
              >
                {finding.rule}
              </span>
              <button type="button" className="text-left cursor-pointer" onClick={() => showFinding(finding)}>
                <MessageText message={finding.summary} />
                {index === current && (
                  <span className="block text-mute">
                    <MessageText message={finding.detail} />
                  </span>
                )}
              </button>
              <span className={index === current ? 'flex flex-col items-end' : 'flex flex-wrap gap-x-4 justify-end'}>
                {index === current && <WatchWalk finding={finding} />}
                {fix && (
                  <button type="button" className="fix-button" onClick={() => applyFix(fix)}>
                    {fix.label}
                  </button>
                )}
              </span>
            </li>
          );
        })}
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
        {address.only === accepted &&
          snapshot.overview.accepted.map(({ finding, because }, index) => (
            <li
              key={index}
              className="grid grid-cols-[148px_minmax(0,1fr)] gap-x-3 items-baseline px-[18px] py-[3px] hover:bg-base-200"
            >
              <span className="rule-tag tone-primary truncate justify-self-stretch" title={finding.rule}>
                {finding.rule}
              </span>
              <button type="button" className="text-left cursor-pointer" onClick={() => showFinding(finding)}>
                <MessageText message={finding.summary} /> <span className="text-mute">Accepted: {because}</span>
              </button>
            </li>
          ))}
        {findings.length > 0 && found.length === 0 && address.only !== accepted && (
          <li className="px-[18px] py-1 text-mute">Nothing of this kind is left.</li>
        )}
      </ul>
    </section>
  );
});
