'use client';

import { memo, useMemo } from 'react';
import {
  keyOfLane,
  metrics,
  type Chart,
  type ChartNode,
  type FoldedNode,
  type GhostNode,
  type Lane,
} from '../../core/chart/chart';
import { letterSize, shortened, showsArguments, toLabelAt, type PlacedLabel, type Zoom } from '../../core/chart/labels';
import type { Since } from '../../core/compare/report/since';
import type { ScreenCard } from '../../core/report/overview';
import { StrandedMark } from '../parts/StrandedMark';
import { counted } from '../parts/numbers';

interface Props {
  readonly chart: Chart;
  readonly zoom: Zoom;
  /** The labels that are shown and in sight. */
  readonly placed: readonly PlacedLabel[];
  readonly selected: number | null;
  /** Key of what somebody points at. */
  readonly pointed: number | null;
  /** What has become of the screens since a revision; null where none is chosen. */
  readonly since: Since | null;
  /** Labels of the screens that the answer to a question is about. */
  readonly lit: ReadonlySet<string>;
  readonly onSelect: (label: string) => void;
  readonly onFold: (module: number | null) => void;
}

/** Names of screens and folded lanes, as buttons. Remembered: while somebody pans, none of them changes. */
export const Labels = memo(function Labels({
  chart,
  zoom: { zoom, across },
  placed,
  selected,
  pointed,
  since,
  lit,
  onSelect,
  onFold,
}: Props) {
  const marks = useMemo(() => marksOf(since), [since]);
  const folded = useMemo(
    () => new Map(chart.foldedNodes.map((node) => [keyOfLane(node.lane.module, chart.nodeOf.length), node])),
    [chart],
  );
  const first = chart.nodes[0]?.screen.index;
  const isSelectedShown = selected !== null && chart.nodeOf[selected] !== undefined;
  return (
    <>
      {placed.map((label) => {
        const lane = folded.get(label.key);
        if (lane)
          return (
            <FoldedLabel
              key={label.key}
              node={lane}
              label={label}
              room={chart.columns[lane.column]!.room * across - toLabelAt(zoom)}
              zoom={zoom}
              across={across}
              isPointed={label.key === pointed}
              onFold={onFold}
            />
          );
        const node = chart.nodeOf[label.key];
        return node ? (
          <ScreenLabel
            key={label.key}
            node={node}
            label={label}
            chart={chart}
            zoom={zoom}
            across={across}
            isSelected={label.key === selected}
            isPointed={label.key === pointed}
            isLit={lit.has(node.screen.label)}
            isFocusable={isSelectedShown ? label.key === selected : label.key === first}
            mark={marks.get(node.screen.label) ?? null}
            onSelect={onSelect}
          />
        ) : null;
      })}
      {chart.ghosts.map((ghost) => (
        <GhostLabel key={ghost.ghost.label} {...ghost} zoom={zoom} across={across} />
      ))}
    </>
  );
});

/** How a screen has changed its place since a revision: `new`, or by how many taps it is farther. */
function marksOf(since: Since | null): ReadonlyMap<string, string> {
  return new Map([
    ...(since?.added ?? []).map((label) => [label, 'new'] as const),
    ...(since?.moved ?? []).map(({ label, was }) => [label, `was ${was}`] as const),
  ]);
}

const toneOf = { error: 'bg-error', warning: 'bg-warning', note: 'bg-info' } as const;

/** Letters of what stands beneath a name, in pixels; never smaller than can be read. */
const small = 11;

interface LabelProps {
  readonly node: ChartNode;
  readonly label: PlacedLabel;
  readonly chart: Chart;
  readonly zoom: number;
  readonly across: number;
  readonly isSelected: boolean;
  readonly isPointed: boolean;
  /** Whether the answer to a question is about it. */
  readonly isLit: boolean;
  readonly isFocusable: boolean;
  /** How its place has changed; null where it has not, or nobody asks. */
  readonly mark: string | null;
  readonly onSelect: (label: string) => void;
}

function ScreenLabel(props: LabelProps) {
  const { node, label, chart, zoom, across, isSelected, isPointed, isLit, isFocusable, mark, onSelect } = props;
  const { screen } = node;
  const size = letterSize(zoom);
  const names = screen.takes.join(' ');
  const gap = toLabelAt(zoom);
  return (
    <button
      type="button"
      tabIndex={isFocusable ? 0 : -1}
      data-selected={isSelected || undefined}
      aria-pressed={isSelected}
      aria-label={saidOfScreen(screen, mark, isLit)}
      data-screen={screen.label}
      data-key={label.key}
      data-lit={isLit || undefined}
      title={[screen.label, screen.title && `“${screen.title}”`, names].filter(Boolean).join('\n')}
      onClick={() => onSelect(screen.label)}
      className={`${looksOf(isSelected, isLit)} ${onTop(isPointed)}`}
      style={{ left: node.x * across + gap - padding, top: node.y * zoom - size / 2 - padding / 2, fontSize: size }}
    >
      <Name text={screen.label} characters={label.characters} />
      {screen.worst && (
        <span className={`inline-block rounded-full align-super size-[5px] ml-[3px] ${toneOf[screen.worst]}`} />
      )}
      {showsArguments(zoom) ? (
        <Beneath names={names} mark={mark} size={size} room={chart.columns[node.column]!.room * across - gap} />
      ) : (
        mark && <MarkWord word={mark} />
      )}
    </button>
  );
}

/**
 * A name as far as there is room. The document has all of it, so that a user can call a button by what is seen of it.
 * The sign for the rest is written here: of its own, the browser draws three dots, in the room of three letters.
 */
function Name({ text, characters }: { readonly text: string; readonly characters: number }) {
  if (text.length <= characters) return text;
  return (
    <span data-cut className="after:content-['…']">
      <span className="inline-block overflow-hidden align-bottom -my-1 py-1" style={{ width: `${characters - 1}ch` }}>
        {text}
      </span>
    </span>
  );
}

/** Space around a name, to the left and right, in pixels; half of it above and below. */
const padding = 4;

/** A name that somebody points at is shown in full, and may cover others. */
const onTop = (isPointed: boolean): string => (isPointed ? 'z-10' : '');

function looksOf(isSelected: boolean, isLit: boolean): string {
  // A ground of its own, where rows are so near that lines would run behind names.
  const ground = isSelected ? 'bg-primary-wash' : 'bg-base-100 hover:bg-base-200';
  const ink = `${isSelected || isLit ? 'font-semibold' : ''} ${isLit ? 'text-primary' : ''}`;
  const shape = 'absolute px-1 py-0.5 leading-none text-left whitespace-nowrap rounded-field';
  return `${shape} font-mono cursor-pointer ${ground} ${ink}`;
}

/** A screen in words, first those that are seen: `hut hutId season, 1 tap, 2 findings`. */
function saidOfScreen({ label, takes, taps, worst, found }: ScreenCard, mark: string | null, isLit: boolean): string {
  const distance = taps === 0 ? 'at start' : counted(taps ?? 0, 'tap');
  return [
    [label, mark, ...takes].filter(Boolean).join(' '),
    distance,
    worst && counted(found, 'finding'),
    isLit && 'in the answer',
  ]
    .filter(Boolean)
    .join(', ');
}

interface BeneathProps extends Pick<LabelProps, 'mark'> {
  readonly names: string;
  /** Letters of the name above, and the width that is there, in pixels. */
  readonly size: number;
  readonly room: number;
}

/** The line beneath a name: how the place has changed, and the arguments. */
function Beneath({ names, mark, size, room }: BeneathProps) {
  if (names === '' && mark === null) return null;
  return (
    <span
      className="absolute left-1 text-mute font-normal truncate"
      style={{ top: size + padding, fontSize: Math.max(small, 0.84 * size), maxWidth: room, lineHeight: 1.15 }}
    >
      {mark && <MarkWord word={mark} />} {names}
    </span>
  );
}

/** A word about a change, in the tone of what is good to know. */
function MarkWord({ word }: { readonly word: string }) {
  return <span className="font-sans font-semibold text-info text-[11px]">{word}</span>;
}

/** A screen that has gone, at its old place. */
function GhostLabel({ ghost, x, y, characters, zoom, across }: GhostNode & Zoom) {
  const size = letterSize(zoom);
  return (
    <span
      data-gone={ghost.label}
      title={`${ghost.label} stood here`}
      className="absolute font-mono whitespace-nowrap text-mute line-through decoration-1"
      style={{ left: x * across + toLabelAt(zoom), top: y * zoom - size / 2, fontSize: size, lineHeight: 1 }}
    >
      {shortened(ghost.label, characters)}
      <span className="sr-only"> stood here, {counted(ghost.taps, 'tap')} away</span>
    </span>
  );
}

/** What a folded lane holds: `12 screens, 1 stranded, 2 with errors`. */
export function saidOfLane({ count, stranded, worst }: Lane): string {
  return [
    counted(count, 'screen'),
    stranded > 0 && `${stranded} stranded`,
    worst.error > 0 && `${worst.error} with errors`,
    worst.warning > 0 && `${worst.warning} with warnings`,
    worst.note > 0 && `${worst.note} with notes`,
  ]
    .filter((part) => part !== false)
    .join(', ');
}

/** Height of a row that has room for the name of a lane and what it holds, in pixels. */
const twoLines = 23;

/** What the number of screens takes with the word, and what another number takes with its mark, in pixels. */
const wordWidth = 62;
const numberWidth = 24;

interface FoldedProps {
  readonly node: FoldedNode;
  readonly label: PlacedLabel;
  /** Width up to the lines of the next column, in pixels. */
  readonly room: number;
  readonly zoom: number;
  readonly across: number;
  readonly isPointed: boolean;
  readonly onFold: (module: number | null) => void;
}

const laneLooks =
  'absolute text-left cursor-pointer rounded-field whitespace-nowrap bg-base-100 hover:bg-base-200 px-1';

/** All screens of a folded lane. Its head, which has the focus in turn, does the same. */
function FoldedLabel({ node, label, room, zoom, across, isPointed, onFold }: FoldedProps) {
  const { lane } = node;
  const size = letterSize(zoom);
  const name = lane.name || 'no module';
  const numbers = [lane.stranded, ...Object.values(lane.worst)].filter((count) => count > 0).length;
  const hasWord = wordWidth + numbers * numberWidth <= room;
  return (
    <button
      type="button"
      tabIndex={-1}
      data-lane={name}
      data-key={label.key}
      title={`${name}: ${saidOfLane(lane)}\nUnfold`}
      onClick={() => onFold(lane.module)}
      className={`${laneLooks} ${onTop(isPointed)}`}
      style={{ left: node.x * across + toLabelAt(zoom) - 2, top: node.y * zoom - size / 2 - 2, lineHeight: 1 }}
    >
      <span className="font-mono font-semibold" style={{ fontSize: size }}>
        <Name text={name} characters={label.characters} />
      </span>
      {metrics.row * zoom >= twoLines && (
        <span className="flex items-baseline gap-1.5 text-[11px] text-mute mt-0.5">
          <span>
            {lane.count}
            <span className={hasWord ? '' : 'sr-only'}> {lane.count === 1 ? 'screen' : 'screens'}</span>
          </span>
          {lane.stranded > 0 && (
            <span className="inline-flex items-baseline gap-0.5">
              <StrandedMark size={10} />
              {lane.stranded}
              <span className="sr-only"> stranded</span>
            </span>
          )}
          {(['error', 'warning', 'note'] as const).map(
            (severity) =>
              lane.worst[severity] > 0 && (
                <span key={severity} className="inline-flex items-baseline gap-1" aria-hidden>
                  <span className={`self-center rounded-full size-[5px] ${toneOf[severity]}`} />
                  {lane.worst[severity]}
                </span>
              ),
          )}
        </span>
      )}
    </button>
  );
}
