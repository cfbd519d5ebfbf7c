'use client';

import { useMemo } from 'react';
import type { Since } from '../../core/compare/report/since';
import type { ScreenDetail } from '../../core/report/detail';
import type { ScreenCard } from '../../core/report/overview';
import { counted } from '../parts/numbers';
import type { Chart as ChartLayout, Edge, ChartNode, GhostNode } from '../../core/chart/layout';
import { pathOf, routeEdges } from '../../core/chart/route';
import type { VisibleArea } from '../parts/visible-area';

interface Props {
  chart: ChartLayout;
  scale: number;
  selected: ScreenCard | null;
  detail: ScreenDetail | null;
  /** What has become of the screens since a revision; null where none is chosen. */
  since: Since | null;
  /** Labels of the screens that the answer to a question is about. */
  lit: ReadonlySet<string>;
  visible: VisibleArea;
  onSelect: (label: string) => void;
  onFold: (module: number | null) => void;
}

const laneHead = 132;
const topHead = 28;
/**
 * Lines that climb over more rows than this are drawn as stubs until one of their ends is selected: too many of them
 * side by side say nothing.
 */
const farthest = 16;

/** Columns are taps, lanes are modules. */
export function Chart({ chart, scale, selected, detail, since, lit, visible, onSelect, onFold }: Props) {
  const { nodes, lanes, columns, columnWidth, width, height } = chart;
  // Without a selection the shortest ways and whatever is broken; with one, all the ways in and out of it as well.
  const routed = useMemo(() => {
    const isNear = (edge: Edge): boolean => edge.from === selected?.index || edge.to === selected?.index;
    return routeEdges(
      chart,
      chart.edges.filter((edge) => edge.first || edge.tone !== 'holds' || isNear(edge)),
      scale,
    );
  }, [chart, selected?.index, scale]);
  const onPath = useMemo(() => pathEdges(detail), [detail]);
  const drawn = routed.map(({ edge, points, stub, climb }) => {
    const isAskedFor = edge.from === selected?.index || edge.to === selected?.index || isOnPath(edge, onPath);
    return { edge, points: climb > farthest * chart.metrics.row && !isAskedFor ? stub : points };
  });
  const inSight = drawn.filter(
    ({ points }) =>
      points.some(({ x }) => x >= visible.left && x <= visible.right) &&
      points.some(({ y }) => y >= visible.top) &&
      points.some(({ y }) => y <= visible.bottom),
  );
  const ordered = [...inSight].sort((a, b) => weightOf(a.edge, selected, onPath) - weightOf(b.edge, selected, onPath));
  const first = nodes[0]?.screen.index;
  const marks = useMemo(() => marksOf(since), [since]);
  return (
    <div
      style={{ width: laneHead + width, minWidth: '100%' }}
      role="group"
      aria-label="Screens by distance from a cold start"
    >
      <div className="sticky top-0 z-10 bg-base-100 border-b border-rule" style={{ height: topHead }}>
        <div
          className="sticky left-0 float-left bg-base-100 h-full z-10"
          style={{ width: laneHead, height: topHead - 1 }}
        />
        <div className="relative" style={{ marginLeft: laneHead }}>
          {Array.from({ length: columns }, (_, taps) => (
            <span
              key={taps}
              className="absolute top-1.5 text-mute text-[11px] whitespace-nowrap"
              style={{ left: 24 * scale + taps * columnWidth - 6 }}
            >
              {taps === 0 ? 'at start' : counted(taps, 'tap')}
            </span>
          ))}
        </div>
      </div>
      <div className="relative" style={{ height }}>
        <div className="sticky left-0 z-10 float-left bg-base-100" style={{ width: laneHead, height }}>
          {lanes.map((lane) => (
            <button
              key={lane.name}
              type="button"
              aria-expanded={!lane.folded}
              onClick={() => onFold(lane.module)}
              title={`${lane.folded ? 'Unfold' : 'Fold'} ${lane.name || 'the screens in no module'}`}
              className="absolute left-0 pl-4 pr-2 pt-2 text-left border-t border-rule cursor-pointer hover:bg-base-200 grid content-start overflow-hidden"
              style={{ top: lane.top, height: lane.height, width: laneHead - 10 }}
            >
              <span className="font-mono font-semibold truncate">{lane.name || 'no module'}</span>
              {lane.folded ? (
                <span className="text-mute text-[11px]">{counted(lane.count, 'screen')} folded</span>
              ) : (
                lane.height > 40 && <span className="text-mute text-[11px] truncate">{lane.owner}</span>
              )}
            </button>
          ))}
          <span className="double-bar absolute right-0 text-base-content" style={{ top: 0, height }} aria-hidden />
        </div>
        <div className="relative" style={{ marginLeft: laneHead, width, height }}>
          <svg className="absolute inset-0 pointer-events-none" width={width} height={height} aria-hidden>
            {lanes.map((lane) => (
              <line
                key={lane.name}
                x1={0}
                x2={width}
                y1={lane.top + 0.5}
                y2={lane.top + 0.5}
                stroke="var(--color-base-300)"
              />
            ))}
            {Array.from({ length: columns - 1 }, (_, at) => {
              const x = Math.round(24 * scale + (at + 1) * columnWidth - 12 * scale) + 0.5;
              return (
                <line key={at} x1={x} x2={x} y1={0} y2={height} stroke="var(--color-base-300)" strokeDasharray="1 5" />
              );
            })}
            {ordered.map(({ edge, points }) => (
              <path
                key={`${edge.from}-${edge.to}`}
                d={pathOf(points, 7 * scale)}
                fill="none"
                {...strokeOf(edge, selected, onPath)}
              />
            ))}
          </svg>
          {nodes.map((node) => {
            const isSelected = node.screen.index === selected?.index;
            const shown =
              node.y >= visible.top &&
              node.y <= visible.bottom &&
              node.x + columnWidth >= visible.left &&
              node.x <= visible.right;
            if (!shown && !isSelected) return null;
            const focusable =
              isSelected || (node.screen.index === first && (!selected || !chart.nodeOf[selected.index]));
            return (
              <NodeButton
                key={node.screen.index}
                node={node}
                chart={chart}
                scale={scale}
                isSelected={isSelected}
                isLit={lit.has(node.screen.label)}
                focusable={focusable}
                mark={marks.get(node.screen.label) ?? null}
                onSelect={onSelect}
              />
            );
          })}
          {chart.ghosts.map((ghost) => (
            <GhostLabel key={ghost.ghost.label} {...ghost} chart={chart} scale={scale} />
          ))}
        </div>
      </div>
    </div>
  );
}

/** How a screen has changed its place since a revision: `new`, or by how many taps it is farther. */
function marksOf(since: Since | null): ReadonlyMap<string, string> {
  return new Map([
    ...(since?.added ?? []).map((label) => [label, 'new'] as const),
    ...(since?.moved ?? []).map(({ label, was }) => [label, `was ${was}`] as const),
  ]);
}

const shortened = (label: string, characters: number): string =>
  label.length > characters ? `${label.slice(0, characters - 1)}…` : label;

/** A screen that has gone, at its old place. */
function GhostLabel({ ghost, x, y, characters, chart, scale }: GhostNode & { chart: ChartLayout; scale: number }) {
  const { row, gutter } = chart.metrics;
  return (
    <span
      data-gone={ghost.label}
      title={`${ghost.label} stood here`}
      className="absolute font-mono whitespace-nowrap text-mute line-through decoration-1"
      style={{
        left: x + 10 * scale,
        top: y - 6.5 * scale,
        width: chart.columnWidth - gutter - 10 * scale,
        height: row / 2,
        fontSize: 12.5 * scale,
        lineHeight: 1,
      }}
    >
      {shortened(ghost.label, characters)}
      <span className="sr-only"> stood here, {counted(ghost.taps, 'tap')} away</span>
    </span>
  );
}

/** The edges of the shortest walk to the selected screen, as `from-to`. */
function pathEdges(selected: ScreenDetail | null): ReadonlySet<string> {
  const walk = selected?.walk ?? [];
  const edges = new Set<string>();
  walk.forEach((step, index) => {
    const before = walk[index - 1]?.shows;
    if (before !== undefined) edges.add(`${before}-${step.shows}`);
    else edges.add(`start-${step.shows}`);
  });
  return edges;
}

const isOnPath = (edge: Edge, onPath: ReadonlySet<string>): boolean =>
  edge.first && (onPath.has(`${edge.from}-${edge.to}`) || onPath.has(`start-${edge.to}`));

/** Drawing order: later elements lie on top. */
function weightOf(edge: Edge, selected: ScreenCard | null, onPath: ReadonlySet<string>): number {
  if (edge.tone !== 'holds') return 3;
  if (isOnPath(edge, onPath)) return 2;
  return edge.from === selected?.index || edge.to === selected?.index ? 1 : 0;
}

function strokeOf(edge: Edge, selected: ScreenCard | null, onPath: ReadonlySet<string>) {
  const dash = edge.tone !== 'holds' ? '6 4' : edge.kind === 'reset' ? '1.5 4' : undefined;
  const near = edge.from === selected?.index || edge.to === selected?.index;
  const stroke =
    edge.tone === 'broken'
      ? 'var(--color-error)'
      : edge.tone === 'doubtful'
        ? 'var(--color-warning)'
        : isOnPath(edge, onPath) || near
          ? 'var(--color-primary)'
          : 'color-mix(in oklab, var(--mute) 55%, var(--color-base-100))';
  return {
    stroke,
    strokeWidth: isOnPath(edge, onPath) ? 2.25 : near || edge.tone !== 'holds' ? 1.5 : 1.1,
    strokeDasharray: dash,
    strokeLinecap: 'round' as const,
  };
}

interface NodeProps {
  node: ChartNode;
  chart: ChartLayout;
  scale: number;
  isSelected: boolean;
  /** Whether the answer to a question is about it. */
  isLit: boolean;
  focusable: boolean;
  /** How its place has changed; null where it has not, or nobody asks. */
  mark: string | null;
  onSelect: (label: string) => void;
}

function NodeButton({ node, chart, scale, isSelected, isLit, focusable, mark, onSelect }: NodeProps) {
  const { screen } = node;
  const { row, details } = chart.metrics;
  const isStrong = isSelected || isLit;
  const names = screen.takes.join(' ');
  const dot =
    screen.worst === null ? null : { error: 'bg-error', warning: 'bg-warning', note: 'bg-info' }[screen.worst];
  const distance = screen.taps === 0 ? 'at start' : counted(screen.taps ?? 0, 'tap');
  return (
    <button
      type="button"
      tabIndex={focusable ? 0 : -1}
      data-selected={isSelected || undefined}
      aria-pressed={isSelected}
      data-screen={screen.label}
      data-lit={isLit || undefined}
      title={[screen.label, screen.title && `“${screen.title}”`, names].filter(Boolean).join('\n')}
      onClick={() => onSelect(screen.label)}
      className={`absolute text-left font-mono cursor-pointer rounded-field whitespace-nowrap hover:bg-base-200 ${isSelected ? 'bg-primary-wash hover:bg-primary-wash' : ''}`}
      style={{
        left: node.x - 7 * scale,
        top: node.y - row / 2 + 4 * scale,
        height: row - 6 * scale,
        width: chart.columnWidth - chart.metrics.gutter + 6 * scale,
        fontSize: 12.5 * scale,
        lineHeight: 1,
      }}
    >
      <Dot isStrong={isStrong} row={row} scale={scale} />
      <span
        className={`absolute ${isStrong ? 'font-semibold' : ''} ${isLit ? 'text-primary' : ''}`}
        style={{ left: 17 * scale, top: row / 2 - 4 * scale - 6.5 * scale }}
      >
        {shortened(screen.label, node.characters)}
        {dot && (
          <span
            aria-hidden
            className={`inline-block rounded-full align-super ${dot}`}
            style={{ width: 5 * scale, height: 5 * scale, marginLeft: 3 * scale }}
          />
        )}
        {mark && !details && <MarkWord word={mark} scale={scale} />}
      </span>
      {details && <Beneath names={names} mark={mark} chart={chart} scale={scale} />}
      <span className="sr-only">
        {[distance, dot && counted(screen.found, 'finding'), mark, isLit && 'in the answer']
          .filter((said) => said !== null && said !== false)
          .map((said) => `, ${said}`)
          .join('')}
      </span>
    </button>
  );
}

/** The mark of a screen; larger and in colour for one that is selected, or that an answer is about. */
function Dot({ isStrong, row, scale }: { readonly isStrong: boolean; readonly row: number; readonly scale: number }) {
  const radius = isStrong ? 5 : 4;
  return (
    <span
      aria-hidden
      className={`absolute rounded-full ${isStrong ? 'bg-primary' : 'bg-base-content'}`}
      style={{
        left: (7 - radius) * scale,
        top: row / 2 - (4 + radius) * scale,
        width: 2 * radius * scale,
        height: 2 * radius * scale,
      }}
    />
  );
}

interface BeneathProps extends Pick<NodeProps, 'mark' | 'chart' | 'scale'> {
  readonly names: string;
}

/** The line beneath a name: how the place has changed, and the arguments. */
function Beneath({ names, mark, chart, scale }: BeneathProps) {
  if (names === '' && mark === null) return null;
  const { row, gutter } = chart.metrics;
  return (
    <span
      className="absolute text-mute truncate"
      style={{
        left: 17 * scale,
        top: row / 2 + 5 * scale,
        fontSize: 10.5 * scale,
        maxWidth: chart.columnWidth - gutter - 14 * scale,
        lineHeight: 1.15,
      }}
    >
      {mark && <MarkWord word={mark} scale={scale} />} {names}
    </span>
  );
}

/** A word about a change, in the tone of what is good to know. */
function MarkWord({ word, scale }: { readonly word: string; readonly scale: number }) {
  return (
    <span aria-hidden className="font-sans font-semibold text-info" style={{ fontSize: 10.5 * scale }}>
      {word}
    </span>
  );
}
