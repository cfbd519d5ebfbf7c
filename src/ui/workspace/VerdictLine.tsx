'use client';

import type { ReactNode } from 'react';
import type { Group } from '../../core/rules/parts/rule';
import { counted } from '../parts/numbers';
import type { View } from '../session/views';
import { useStanding, useWorkspace } from '../session/context';
import { saveReport } from './report-file';

interface Part {
  readonly key: string;
  readonly only: string | null;
  /** Where it is seen, if not among the findings. */
  readonly view?: View;
  readonly tone: '' | 'text-error' | 'text-warning' | 'text-info';
  readonly content: ReactNode;
}

const line = 'flex flex-wrap min-h-[37px] px-4 py-2 gap-y-1 border-b border-rule bg-base-100';

/** The verdict in sentences with numbers; each part leads to the findings behind it. */
export function VerdictLine() {
  const { session, snapshot, address } = useWorkspace();
  const standing = useStanding();
  const { overview } = snapshot;
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
  const by = (group: Group): number => overview.findings.filter(({ groups }) => groups.includes(group)).length;
  const number = (n: number): ReactNode => <strong className="font-semibold">{n}</strong>;
  const parts: Part[] = [];
  if (counts.screens === 0) {
    parts.push({ key: 'empty', only: null, tone: '', content: 'No screens yet' });
  } else if (overview.start === null) {
    parts.push({
      key: 'reach',
      only: 'plan',
      tone: 'text-warning',
      content: (
        <>
          Name a start: without one nothing can be said about {number(counts.undecided)}{' '}
          {counts.undecided === 1 ? 'screen' : 'screens'}
        </>
      ),
    });
  } else {
    parts.push({
      key: 'reach',
      only: 'reach',
      tone: '',
      content: (
        <>
          {number(counts.reached)} of {counts.screens} screens can be reached
        </>
      ),
    });
  }
  if (overview.start !== null && counts.undecided > 0)
    parts.push({
      key: 'undecided',
      only: null,
      tone: 'text-warning',
      content: <>{number(counts.undecided)} undecided</>,
    });
  if (counts.stranded > 0)
    parts.push({
      key: 'stranded',
      only: 'stranded',
      tone: 'text-error',
      content: <>{number(counts.stranded)} stranded</>,
    });
  if (counts.arguments > 0)
    parts.push({
      key: 'supply',
      only: 'supply',
      tone: '',
      content: (
        <>
          {number(counts.supplied)} of {counts.arguments} arguments supplied
        </>
      ),
    });
  if (counts.missing > 0)
    parts.push({
      key: 'missing',
      only: 'missing',
      tone: 'text-error',
      content: <>{number(counts.missing)} missing</>,
    });
  const doubtful = by('doubtful');
  if (doubtful > 0)
    parts.push({
      key: 'doubtful',
      only: 'doubtful',
      tone: 'text-warning',
      content: (
        <>
          {number(doubtful)} {doubtful === 1 ? 'argument' : 'arguments'} in doubt
        </>
      ),
    });
  const unread = by('unread');
  if (unread > 0)
    parts.push({
      key: 'unread',
      only: 'unread',
      tone: 'text-error',
      content: (
        <>
          {number(unread)} {unread === 1 ? 'name or line' : 'names or lines'} not understood
        </>
      ),
    });
  const ways = by('ways');
  if (ways > 0)
    parts.push({
      key: 'ways',
      only: 'ways',
      tone: 'text-warning',
      content: (
        <>
          {number(ways)} {ways === 1 ? 'finding' : 'findings'} about ways through the app
        </>
      ),
    });
  const claims = by('claims');
  if (claims > 0)
    parts.push({
      key: 'rules',
      only: 'claims',
      tone: 'text-error',
      content: (
        <>
          {number(claims)} {claims === 1 ? 'rule' : 'rules'} broken
        </>
      ),
    });
  const stacks = by('back');
  if (stacks > 0)
    parts.push({
      key: 'stack',
      only: 'back',
      tone: 'text-warning',
      content: (
        <>
          {number(stacks)} {stacks === 1 ? 'finding' : 'findings'} about Back and stacks
        </>
      ),
    });
  const walks = by('walk');
  if (walks > 0)
    parts.push({
      key: 'walk',
      only: 'walk',
      tone: 'text-error',
      content: (
        <>
          {number(walks)} kept {walks === 1 ? 'walk' : 'walks'} broken
        </>
      ),
    });
  const names = by('name');
  if (names > 0)
    parts.push({
      key: 'name',
      only: 'name',
      tone: 'text-warning',
      content: (
        <>
          {number(names)} {names === 1 ? 'name' : 'names'} to look at
        </>
      ),
    });
  const order = by('order');
  if (order > 0)
    parts.push({
      key: 'order',
      only: 'order',
      tone: 'text-info',
      content: (
        <>
          {number(order)} {order === 1 ? 'finding' : 'findings'} about menus and modules
        </>
      ),
    });
  if (overview.findings.length === 0 && counts.screens > 0)
    parts.push({ key: 'fine', only: null, tone: '', content: 'Nothing found' });
  const clashes = by('clash');
  if (counts.links > 0) {
    const fine = clashes === 0 && by('open') === 0 && ', no clash';
    parts.push({
      key: 'links',
      view: 'links',
      only: null,
      tone: '',
      content: (
        <>
          {number(counts.links)} {counts.links === 1 ? 'link pattern' : 'link patterns'}
          {fine}
        </>
      ),
    });
  }
  if (clashes > 0)
    parts.push({
      key: 'clashes',
      view: 'links',
      only: null,
      tone: 'text-error',
      content: (
        <>
          {number(clashes)} {clashes === 1 ? 'clash' : 'clashes'}
        </>
      ),
    });
  const links = by('links');
  if (links > 0)
    parts.push({
      key: 'entries',
      only: 'links',
      tone: 'text-warning',
      content: (
        <>
          {number(links)} {links === 1 ? 'finding' : 'findings'} about links and entries
        </>
      ),
    });
  return (
    <section
      aria-label="Verdict"
      aria-live="off"
      aria-busy={standing.kind === 'behind'}
      className={line}
      title={counted(overview.findings.length, 'finding')}
    >
      {standing.kind === 'behind' && (
        <span className="pr-4 mr-4 border-r border-rule text-warning">Of an earlier text; being analysed anew…</span>
      )}
      {parts.map(({ key, only, view = 'plan', tone, content }) => {
        const inner = <span className={tone}>{content}</span>;
        const shape = 'flex items-center pr-4 mr-4 border-r last:border-r-0 border-rule whitespace-nowrap';
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
    </section>
  );
}
