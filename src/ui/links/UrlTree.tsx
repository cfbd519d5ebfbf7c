'use client';

import { defaultRangeExtractor, useVirtualizer } from '@tanstack/react-virtual';
import { memo, useEffect, useLayoutEffect, useMemo, useRef, useState, type KeyboardEvent, type RefObject } from 'react';
import type { LeafCard, SpaceCard, TreeRow } from '../../core/report/links-card';
import type { Finding } from '../../core/rules/parts/rule';
import { MessageText } from '../parts/MessageText';
import { ScreenLink } from '../parts/ScreenLink';
import { counted } from '../parts/numbers';
import { toneOf } from '../parts/tones';
import { useActions } from '../session/context';
import { about, columnGap, layOutTree } from './layout';

/** Of the findings about links, those that stand in one link's line. */
export const findingsOf = (findings: readonly Finding[], { at, to }: Pick<LeafCard, 'at' | 'to'>): Finding[] =>
  findings.filter(({ range }) => range.from >= at && range.to <= to);

/** Height of a row without findings, and where in it lines run. */
const rowHeight = 34;
const middle = 17;
const railInset = 16;

interface Props {
  readonly space: SpaceCard;
  readonly findings: readonly Finding[];
  /** Label of the selected screen, or null. */
  readonly chosen: string | null;
  /** The row that is scrolled to, or null. */
  readonly goal: number | null;
  /** What scrolls; it has one child. */
  readonly scroller: HTMLElement;
}

/**
 * One origin's URL space, or that of several that share it: rows in the order in which a URL tries them. Only the rows
 * in sight are drawn: there may be thousands.
 */
export const UrlTree = memo(function UrlTree({ space, findings, chosen, goal, scroller }: Props) {
  const list = useRef<HTMLOListElement>(null);
  const { top, width } = useRoom(list, scroller);
  const layout = useMemo(() => layOutTree(space, width), [space, width]);
  // The row with the focus stays, and the ones beside it, wherever the list is scrolled to. This is state, so they are
  // drawn before the next key, however late the scrolling is told.
  const [focused, setFocused] = useState<number | null>(null);
  const count = space.rows.length;
  const virtualizer = useVirtualizer({
    count,
    getScrollElement: () => scroller,
    estimateSize: () => rowHeight,
    scrollMargin: top,
    overscan: 8,
    initialRect: { width: 0, height: 20 * rowHeight },
    rangeExtractor: (range) => {
      const inSight = defaultRangeExtractor(range);
      if (focused === null) return inSight;
      const around = [focused - 1, focused, focused + 1];
      const also = around.filter((index) => index >= 0 && index < count);
      return [...new Set([...inSight, ...also])].sort((one, other) => one - other);
    },
  });
  // Only a new selection is scrolled to, not the same one whose row has moved.
  const shown = useRef<string | null>(null);
  useEffect(() => {
    if (goal === null) shown.current = null;
    if (goal === null || shown.current === chosen) return;
    // With the next frame, in whose layout it is free; here it would cost one of its own.
    const frame = requestAnimationFrame(() => {
      shown.current = chosen;
      // In the middle of the view, so that the findings beneath the pattern are in sight, too.
      const [nearest] = virtualizer.getOffsetForIndex(goal, 'auto') ?? [];
      if (nearest !== virtualizer.scrollOffset) virtualizer.scrollToIndex(goal, { align: 'center' });
    });
    return () => cancelAnimationFrame(frame);
  }, [goal, chosen, virtualizer]);
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
        <span className="text-mute">{counted(count, 'pattern')}; a URL takes the topmost that fits</span>
      </header>
      <ol
        ref={list}
        className="relative"
        style={{ minWidth: layout.width, height: virtualizer.getTotalSize() }}
        onKeyDown={moveFocus}
        onFocus={({ target }) => setFocused(indexOf(target))}
        onBlur={() => setFocused(null)}
      >
        {virtualizer.getVirtualItems().map(({ index, start }) => {
          const row = space.rows[index]!;
          const own = findingsOf(findings, row.leaf);
          const isChosen = row.leaf.screen === chosen;
          return (
            <li
              key={`${row.leaf.at} ${index}`}
              ref={virtualizer.measureElement}
              data-index={index}
              aria-setsize={count}
              aria-posinset={index + 1}
              data-chosen={isChosen || undefined}
              className={`absolute inset-x-0 top-0 rounded-field ${isChosen ? 'bg-primary-wash' : ''}`}
              style={{ transform: `translateY(${start - top}px)` }}
            >
              <Row
                row={row}
                lefts={layout.lefts}
                end={layout.ends[index]!}
                rails={layout.rails[index]!}
                findings={own}
                isBroken={row.leaf.clashes || own.some(({ severity }) => severity === 'error')}
                signature={JSON.stringify([row, own, [...layout.rails[index]!], layout.lefts, layout.ends[index]])}
              />
            </li>
          );
        })}
      </ol>
    </section>
  );
});

interface Room {
  /** Distance from the top of what scrolls, whatever grows above it. */
  readonly top: number;
  /** What is in sight without scrolling to the side. */
  readonly width: number;
}

/** Where an element begins, and how wide it may be. */
function useRoom(element: RefObject<HTMLElement | null>, scroller: HTMLElement): Room {
  const [room, setRoom] = useState<Room>({ top: 0, width: Infinity });
  useLayoutEffect(() => {
    const measure = (): void => {
      const next = { top: element.current!.offsetTop, width: element.current!.parentElement!.clientWidth };
      setRoom((now) => (now.top === next.top && now.width === next.width ? now : next));
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(scroller.firstElementChild!);
    return () => observer.disconnect();
  }, [element, scroller]);
  return room;
}

/** The index of the row that an element is in. */
const indexOf = (element: Element): number => Number(element.closest<HTMLElement>('[data-index]')?.dataset.index ?? 0);

/** Arrows go from one pattern to the next, which is always drawn. */
function moveFocus(event: KeyboardEvent<HTMLElement>): void {
  const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
  if (step === 0 || event.ctrlKey || event.metaKey || event.altKey) return;
  const index = indexOf(event.target as Element) + step;
  const next = event.currentTarget.querySelector<HTMLElement>(`[data-index="${index}"] [data-pattern]`);
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
  readonly isBroken: boolean;
  /** All of the above as one text, to compare rows: each analysis makes new objects. */
  readonly signature: string;
}

const Row = memo(
  function Row({ row, lefts, end, rails, findings, isBroken }: RowProps) {
    const { openAt } = useActions();
    const { column, segments, leaf } = row;
    const line = isBroken ? 'border-error' : 'border-rule';
    return (
      <>
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
      </>
    );
  },
  (before, after) => before.signature === after.signature && before.isBroken === after.isBroken,
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
