'use client';

import { counted } from '../parts/numbers';
import { useAddress, useSession, useSnapshot, useStanding } from '../session/context';
import { saveReport } from './report-file';
import { verdictParts } from './verdict-parts';

const line =
  'relative flex flex-wrap min-h-[37px] px-4 py-2 gap-y-1 border-b border-rule bg-base-100 ' +
  'compact:overflow-x-auto [scrollbar-width:thin]';

/** A rule stands before each part, and is cut off before the first one of a line. Outlines of the focus are not. */
const parts =
  'flex flex-wrap gap-y-1 -ml-[13px] [clip-path:inset(-4px_-4px_-4px_9px)] compact:flex-nowrap compact:w-max';

/** The verdict in sentences with numbers; each part leads to the findings behind it. */
export function VerdictLine() {
  const session = useSession();
  const overview = useSnapshot('overview');
  const address = useAddress();
  const standing = useStanding();
  const { counts } = overview;
  if (standing.kind === 'failed') {
    return (
      <section aria-label="Verdict" role="alert" className={`${line} bg-error-wash gap-x-5`}>
        <p>
          <strong className="text-error">The analysis failed on this text.</strong> The text itself is safe, and is
          saved as you type.
          {overview.stage === 'decided' && ' What is shown is of an earlier text.'}
        </p>
        <button type="button" className="fix-button" onClick={() => saveReport(standing.error, session.text)}>
          Save a report with the text
        </button>
      </section>
    );
  }
  if (overview.stage !== 'decided') {
    return (
      <section aria-label="Verdict" aria-busy className={line}>
        {overview.stage === 'read' && (
          <p className="appear-late text-mute">{counted(counts.screens, 'screen')}, being analysed…</p>
        )}
      </section>
    );
  }
  return (
    <section
      aria-label="Verdict"
      aria-live="off"
      aria-busy={standing.kind === 'behind'}
      className={line}
      title={counted(overview.findings.length, 'finding')}
    >
      {standing.kind === 'behind' && (
        // Over the end of the line: beside the numbers it could make a second line, and all beneath would move.
        <span className="absolute right-0 inset-y-0 flex items-center px-4 border-l border-rule bg-base-100 text-warning">
          This is about an earlier text. Analysing…
        </span>
      )}
      <div className={parts}>
        {verdictParts(overview).map(({ key, only, view, tone, before, count, after }) => {
          const inner = (
            <span className={tone}>
              {before}
              {count !== null && <strong className="font-semibold">{count}</strong>}
              {after}
            </span>
          );
          const shape = 'flex items-center pl-3 mr-3 border-l border-rule whitespace-nowrap';
          return only === null && view === 'plan' ? (
            <span key={key} className={shape}>
              {inner}
            </span>
          ) : (
            <a
              key={key}
              className={`${shape} hover:underline underline-offset-3`}
              href={address.hrefOf({ view, only })}
              onClick={(event) => {
                if (event.metaKey || event.ctrlKey || event.shiftKey) return;
                event.preventDefault();
                address.go({ view, only });
              }}
            >
              {inner}
            </a>
          );
        })}
      </div>
    </section>
  );
}
