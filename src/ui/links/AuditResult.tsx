'use client';

import dynamic from 'next/dynamic';
import type { AuditReport, LostGroup } from '../../core/audit/audit';
import { byScreen } from '../../core/audit/rows';
import { useActions, useSnapshot } from '../session/context';
import { number } from '../parts/numbers';

/** The chart is a large part that only audits want. */
const AuditChart = dynamic(() => import('./AuditChart'), { ssr: false, loading: () => <p className="text-mute">…</p> });

/** Most screens and reasons shown; the CSV file has all. */
const mostScreens = 20;
const mostReasons = 12;

/** Result of an audit: screens by number of URLs, and lost URLs by reason. */
export function AuditResult({ report }: { report: AuditReport }) {
  const screens = byScreen(report);
  const { total, opens, gated, lost, unreadable, ambiguous, lostGroups, unreadableGroups, ambiguousGroups } = report;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <p className="flex flex-wrap gap-x-4 gap-y-1" role="status" data-testid="audit-counts">
        <span>
          <strong className="font-semibold">{number.format(total)}</strong> {total === 1 ? 'URL' : 'URLs'}
        </span>
        <Share count={opens} of={total} tone="text-primary" word="open" />
        <Share count={gated} of={total} tone="text-warning" word="gated" />
        <Share count={lost} of={total} tone="text-error" word="lost" />
        <Share count={unreadable} of={total} tone="text-error" word="no URL of the app" />
        <Share count={ambiguous} of={total} tone="text-error" word="ambiguous" />
      </p>
      {screens.length > 0 && (
        <section aria-label="What they open">
          <h3 className="part-head mb-1">What they open</h3>
          <AuditChart rows={screens.slice(0, mostScreens)} />
          <table className="sr-only">
            <caption>URLs that open each screen</caption>
            <thead>
              <tr>
                <th>screen</th>
                <th>open it</th>
                <th>gated</th>
              </tr>
            </thead>
            <tbody>
              {screens.slice(0, mostScreens).map(({ screen, ...counts }) => (
                <tr key={screen}>
                  <th scope="row">{screen}</th>
                  <td>{counts.opens}</td>
                  <td>{counts.gated}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {screens.length > mostScreens && <p className="text-mute">and {screens.length - mostScreens} more screens</p>}
        </section>
      )}
      <Groups title="Lost, by nearest pattern" groups={lostGroups} />
      <Groups title="No URL of the app" groups={unreadableGroups} />
      {ambiguousGroups.length > 0 && (
        <section aria-label="Ambiguous">
          <h3 className="part-head mb-1">Ambiguous: several patterns fit equally well</h3>
          <ul className="grid gap-1">
            {ambiguousGroups.slice(0, mostReasons).map(({ patterns, count, examples }) => (
              <li key={patterns.join(' ')} className="grid grid-cols-[4.5rem_minmax(0,1fr)] gap-x-3">
                <span className="text-right tabular-nums font-semibold text-error">{number.format(count)}</span>
                <span>
                  <span className="font-mono text-[12px] break-all">{patterns.join('  ')}</span>{' '}
                  <Example examples={examples} />
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

function Share({ count, of, tone, word }: { count: number; of: number; tone: string; word: string }) {
  if (count === 0) return null;
  return (
    <span>
      <strong className={`font-semibold ${tone}`}>{number.format(count)}</strong> {word}{' '}
      <span className="text-mute">{((100 * count) / of).toFixed(count < of / 1000 ? 2 : 1)} %</span>
    </span>
  );
}

function Groups({ title, groups }: { title: string; groups: readonly LostGroup[] }) {
  const links = useSnapshot('links');
  const { openAt } = useActions();
  if (groups.length === 0) return null;
  const leaves = links?.spaces.flatMap(({ rows }) => rows.map(({ leaf }) => leaf)) ?? [];
  return (
    <section aria-label={title}>
      <h3 className="part-head mb-1">{title}</h3>
      <ul className="grid gap-1.5">
        {groups.slice(0, mostReasons).map(({ pattern, screen, why, count, examples }) => {
          const leaf = leaves.find((each) => each.pattern === pattern && each.screen === screen);
          return (
            <li key={`${pattern} ${why}`} className="grid grid-cols-[4.5rem_minmax(0,1fr)] gap-x-3">
              <span className="text-right tabular-nums font-semibold text-error">{number.format(count)}</span>
              <span>
                {pattern !== null &&
                  (leaf ? (
                    <>
                      <button
                        type="button"
                        className="font-mono text-[12px] underline decoration-base-300 underline-offset-3 hover:text-primary cursor-pointer break-all text-left"
                        onClick={() => openAt(leaf.at)}
                      >
                        {pattern}
                      </button>
                      :{' '}
                    </>
                  ) : (
                    <>
                      <span className="font-mono text-[12px] break-all">{pattern}</span>:{' '}
                    </>
                  ))}
                {why} <Example examples={examples} />
              </span>
            </li>
          );
        })}
      </ul>
      {groups.length > mostReasons && (
        <p className="text-mute mt-1">and {groups.length - mostReasons} more reasons, all in the file</p>
      )}
    </section>
  );
}

const Example = ({ examples }: { examples: readonly string[] }) =>
  examples.length === 0 ? null : (
    <span className="block font-mono text-[12px] text-mute truncate" title={examples.join('\n')}>
      {examples[0]}
    </span>
  );
