'use client';

import type { ScreenCard } from '../../core/report/overview';
import type { ReactNode } from 'react';
import { MessageText } from '../parts/MessageText';
import { ScreenLink } from '../parts/ScreenLink';
import { StrandedMark } from '../parts/StrandedMark';
import { useActions, useSnapshot } from '../session/context';

const most = 100;

interface Props {
  readonly stranded: readonly ScreenCard[];
  readonly undecided: readonly ScreenCard[];
  readonly selected: ScreenCard | null;
  readonly children: ReactNode;
}

/** The screens that no walk reaches, each with the reason and a fix, and the legend of the chart. */
export function Shelf({ stranded, undecided, selected, children }: Props) {
  const overview = useSnapshot('overview');
  const { applyFix } = useActions();
  const reasons = new Map(
    overview.findings.filter(({ rule }) => rule === 'reach/stranded').map((finding) => [finding.subject, finding]),
  );
  const row = (screen: ScreenCard): string =>
    `flex flex-wrap items-baseline gap-x-4 gap-y-0.5 rounded-field px-1.5 py-0.5 ${selected?.index === screen.index ? 'bg-paper' : ''}`;
  return (
    <section
      aria-label="Stranded screens"
      className={`border-t border-rule ${stranded.length > 0 ? 'bg-error-wash' : 'bg-base-100'}`}
    >
      {stranded.length > 0 && (
        <div className="px-4 pt-2.5">
          <h2>
            <strong className="text-error font-semibold">{stranded.length} stranded</strong>{' '}
            <span className="text-mute ml-2">no walk gets here</span>
          </h2>
          <ul className="mt-1.5 max-h-[22vh] overflow-auto grid gap-1">
            {stranded.slice(0, most).map((screen) => {
              const finding = reasons.get(screen.label);
              return (
                <li key={screen.index} className={row(screen)}>
                  <span className="flex items-center gap-2.5">
                    <StrandedMark size={14} />
                    <ScreenLink index={screen.index} />
                  </span>
                  {finding && (
                    <span className="text-base-content">
                      <MessageText message={finding.detail} />
                    </span>
                  )}
                  {!finding && (
                    <span className="text-base-content">Another variant gets here, {overview.variant} does not.</span>
                  )}
                  {finding?.fixes.slice(0, 1).map((fix) => (
                    <button key={fix.label} type="button" className="fix-button" onClick={() => applyFix(fix)}>
                      {fix.label}
                    </button>
                  ))}
                </li>
              );
            })}
            {stranded.length > most && (
              <li className="text-mute px-1.5">
                and {stranded.length - most} more, all in the findings of the Plan view
              </li>
            )}
          </ul>
        </div>
      )}
      {undecided.length > 0 && (
        <div className="px-4 pt-2.5 bg-base-100">
          <h2>
            <strong className="text-warning font-semibold">{undecided.length} undecided</strong>{' '}
            <span className="text-mute ml-2">neither a walk nor a proof that there is none</span>
          </h2>
          <ul className="mt-1.5 max-h-[14vh] overflow-auto flex flex-wrap gap-x-4 gap-y-1">
            {undecided.slice(0, most).map((screen) => (
              <li key={screen.index} className={row(screen)}>
                <ScreenLink index={screen.index} />
              </li>
            ))}
            {undecided.length > most && <li className="text-mute px-1.5">and {undecided.length - most} more</li>}
          </ul>
        </div>
      )}
      <div className="flex items-center px-4 gap-4 compact:flex-wrap compact:gap-y-0">
        <Legend isSelected={selected !== null} />
        <span className="flex-1" />
        {children}
      </div>
    </section>
  );
}

/** What the lines mean; those of a selected screen take the place of the advice to select one. */
function Legend({ isSelected }: { readonly isSelected: boolean }) {
  const line = (dash: string | undefined, stroke: string, width: number) => (
    <svg width="26" height="8" aria-hidden>
      <line
        x1="1"
        x2="25"
        y1="4"
        y2="4"
        stroke={stroke}
        strokeWidth={width}
        strokeDasharray={dash}
        strokeLinecap="round"
      />
    </svg>
  );
  return (
    <ul className="flex flex-wrap gap-x-5 gap-y-1 py-2 text-[11px] text-mute" aria-label="Legend">
      <li className="flex items-center gap-1.5">
        <span className="size-2 rounded-full bg-base-content" aria-hidden />
        reached
      </li>
      <li className="flex items-center gap-1.5">{line(undefined, 'var(--mute)', 1.2)}the shortest way</li>
      <li className="flex items-center gap-1.5">{line('1.5 4', 'var(--mute)', 1.4)}reset</li>
      <li className="flex items-center gap-1.5">{line('6 4', 'var(--color-error)', 1.5)}an argument fails</li>
      <li className="flex items-center gap-1.5">{line('6 4', 'var(--color-warning)', 1.5)}or may fail</li>
      {isSelected ? (
        <li className="flex items-center gap-1.5">
          {line(undefined, 'var(--color-primary)', 2)}the walk to the selected screen, and its ways
        </li>
      ) : (
        <li>Select a screen to see all its ways.</li>
      )}
    </ul>
  );
}
