'use client';

import { memo, useMemo, type KeyboardEvent } from 'react';
import type { LeafCard, SpaceCard, TreeRow } from '../../core/report/links-card';
import type { Finding } from '../../core/rules/parts/rule';
import { MessageText } from '../parts/MessageText';
import { ScreenLink } from '../parts/ScreenLink';
import { counted } from '../parts/numbers';
import { toneOf } from '../parts/tones';
import { useActions } from '../session/context';
import { about, columnGap, layOutTree } from './layout';

/** The findings that stand in a link's line. */
export const findingsOf = (findings: readonly Finding[], { at, to }: Pick<LeafCard, 'at' | 'to'>): Finding[] =>
  findings.filter(({ groups, range }) => groups.includes('link') && range.from >= at && range.to <= to);

/** Height of a row without findings, and where in it lines run. */
const rowHeight = 34;
const middle = 17;
const railInset = 16;

/** One origin's URL space, or that of several that share it: rows in the order in which a URL tries them. */
export function UrlTree({
  space,
  findings,
  chosen,
}: {
  space: SpaceCard;
  findings: readonly Finding[];
  chosen: string | null;
}) {
  const layout = useMemo(() => layOutTree(space), [space]);
  return (
    <section aria-label={`URL space of ${space.origins.join(' and ') || 'the app'}`} className="mb-6">
      <header className="flex flex-wrap gap-x-3 gap-y-0.5 items-baseline mb-2">
        <h2 className="part-head">
          {space.origins.length === 0 ? (
            'Paths, without an origin'
          ) : (
            <>
              URL space of <span className="font-mono">{space.origins.join('  ')}</span>
            </>
          )}
        </h2>
        <span className="text-mute">{counted(space.rows.length, 'pattern')}; a URL takes the topmost that fits</span>
      </header>
      <ol onKeyDown={moveFocus} style={{ minWidth: layout.width }}>
        {space.rows.map((row, index) => {
          const own = findingsOf(findings, row.leaf);
          return (
            <Row
              key={`${row.leaf.at} ${index}`}
              row={row}
              lefts={layout.lefts}
              end={layout.ends[index]!}
              rails={layout.rails[index]!}
              findings={own}
              isChosen={row.leaf.screen === chosen}
              isBroken={row.leaf.clashes || own.some(({ severity }) => severity === 'error')}
              signature={JSON.stringify([row, own, [...layout.rails[index]!], layout.lefts, layout.ends[index]])}
            />
          );
        })}
      </ol>
    </section>
  );
}

/** Arrows go from one pattern to the next. */
function moveFocus(event: KeyboardEvent<HTMLElement>): void {
  const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
  if (step === 0 || event.ctrlKey || event.metaKey || event.altKey) return;
  const all = [...event.currentTarget.querySelectorAll<HTMLElement>('[data-pattern]')];
  const next = all[all.indexOf(document.activeElement as HTMLElement) + step];
  if (!next) return;
  event.preventDefault();
  next.focus();
}

interface RowProps {
  readonly row: TreeRow;
  readonly lefts: readonly number[];
  /** Horizontal position of the screen. */
  readonly end: number;
  readonly rails: ReadonlySet<number>;
  readonly findings: readonly Finding[];
  readonly isChosen: boolean;
  readonly isBroken: boolean;
  /** All of the above as one text, to compare rows: each analysis makes new objects. */
  readonly signature: string;
}

const Row = memo(
  function Row({ row, lefts, end, rails, findings, isChosen, isBroken }: RowProps) {
    const { openAt } = useActions();
    const { column, segments, leaf } = row;
    const line = isBroken ? 'border-error' : 'border-rule';
    return (
      <li
        data-chosen={isChosen || undefined}
        className={`relative rounded-field ${isChosen ? 'bg-primary-wash' : ''}`}
        style={{ minHeight: rowHeight, contentVisibility: 'auto', containIntrinsicSize: `auto ${rowHeight}px` }}
      >
        {/* Rails of segments above that go on below, and the bend into this row. */}
        {[...rails]
          .filter((each) => each < column - 1)
          .map((each) => (
            <span
              key={each}
              aria-hidden
              className="absolute top-0 bottom-0 border-l border-rule"
              style={{ left: lefts[each]! + railInset }}
            />
          ))}
        {column > 0 && rails.has(column - 1) && (
          <span
            aria-hidden
            className="absolute top-0 bottom-0 border-l border-rule"
            style={{ left: lefts[column - 1]! + railInset }}
          />
        )}
        {column > 0 && (
          <span
            aria-hidden
            className="absolute top-0 border-l border-b border-rule rounded-bl-[9px]"
            style={{
              left: lefts[column - 1]! + railInset,
              width: lefts[column]! - lefts[column - 1]! - railInset,
              height: middle + 1,
            }}
          />
        )}
        {[...rails]
          .filter((each) => each >= column)
          .map((each) => (
            <span
              key={each}
              aria-hidden
              className="absolute bottom-0 border-l border-rule"
              style={{ left: lefts[each]! + railInset, top: middle }}
            />
          ))}
        <div className="flex items-center gap-3 pr-2" style={{ height: rowHeight }}>
          <button
            type="button"
            data-pattern
            className="relative flex items-center h-full cursor-pointer group shrink-0"
            style={{ width: end, paddingLeft: lefts[column] }}
            aria-label={`${leaf.pattern} to ${leaf.screen}: to the text`}
            title={`${leaf.pattern}\nto the text`}
            onClick={() => openAt(leaf.at)}
          >
            {segments.map(({ text, kind }, index) => (
              <span
                key={index}
                className="flex items-center shrink-0"
                style={{ width: lefts[column + index + 1]! - lefts[column + index]! }}
              >
                <span
                  title={text}
                  style={{
                    maxWidth:
                      lefts[column + index + 1]! -
                      lefts[column + index]! -
                      (index === segments.length - 1 ? 8 : columnGap),
                  }}
                  className={`font-mono text-[12px] px-2 py-0.5 rounded-field truncate group-hover:underline underline-offset-3 ${isBroken && index === segments.length - 1 ? 'bg-error-wash text-error' : kind === 'variable' || kind === 'rest' ? 'bg-url-wash text-url' : 'bg-base-200'}`}
                >
                  {text}
                </span>
                <span
                  aria-hidden
                  className={`flex-1 border-t ${index === segments.length - 1 ? `${line} ml-1.5` : 'border-rule'}`}
                />
              </span>
            ))}
            {end > lefts[column + segments.length]! && <span aria-hidden className={`flex-1 border-t ${line}`} />}
          </button>
          <span className={`font-semibold ${isBroken ? '[&_a]:text-error' : ''}`}>
            <ScreenLink index={leaf.index} />
          </span>
          <span className="text-mute text-[12px] truncate min-w-0" title={about(leaf)}>
            {about(leaf)}
          </span>
        </div>
        {findings.length > 0 && (
          <div
            className="grid gap-1.5 pb-2"
            style={{ marginLeft: Math.min(lefts[column]!, 120), maxWidth: 'min(560px, 42vw)' }}
          >
            {findings.map((finding) => (
              <InPlace key={`${finding.rule} ${finding.range.from}`} finding={finding} />
            ))}
          </div>
        )}
      </li>
    );
  },
  (before, after) =>
    before.signature === after.signature && before.isChosen === after.isChosen && before.isBroken === after.isBroken,
);

/** A finding in its place in the tree, with the URL that shows it. */
export function InPlace({ finding }: { finding: Finding }) {
  const { applyFix, showFinding } = useActions();
  return (
    <div className={`rounded-field px-2.5 py-1.5 ${toneOf[finding.severity]}`}>
      <p className="text-base-content">
        <button
          type="button"
          className={`font-semibold cursor-pointer hover:underline underline-offset-3 text-left ${finding.severity === 'error' ? 'text-error' : finding.severity === 'warning' ? 'text-warning' : 'text-info'}`}
          onClick={() => showFinding(finding)}
        >
          {finding.rule}
        </button>{' '}
        <MessageText message={finding.summary} />
      </p>
      <p className="text-base-content">
        <MessageText message={finding.detail} />
      </p>
      {finding.fixes.length > 0 && (
        <p className="flex flex-wrap gap-x-5 gap-y-1 mt-0.5">
          {finding.fixes.map((fix) => (
            <button key={fix.label} type="button" className="fix-button" onClick={() => applyFix(fix)}>
              {fix.label}
            </button>
          ))}
        </p>
      )}
    </div>
  );
}
