'use client';

import { memo, useCallback, useLayoutEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { layOut } from '../../core/chart/layout';
import { remembered } from '../../core/base/remembered';
import type { Chart as ChartLayout, Ghost } from '../../core/chart/chart';
import { declaredLanes, type LaneOrder } from '../../core/chart/order';
import { tidyLanes } from '../../core/chart/tidy';
import type { Since } from '../../core/compare/report/since';
import type { Overview } from '../../core/report/overview';
import { SinceSwitch } from '../changes/SinceSwitch';
import { useSince } from '../changes/use-since';
import { usePlainKey } from '../parts/use-plain-key';
import { useSize } from '../parts/use-size';
import { AnswerPanel } from '../questions/AnswerPanel';
import { QuestionLine } from '../questions/QuestionLine';
import { useAnswer } from '../questions/use-answer';
import { PlanPanel } from '../screen/PlanPanel';
import { ScreenPanel } from '../screen/ScreenPanel';
import { useAddress, useSession, useSnapshot } from '../session/context';
import { fittingZoom, isLegible, isWhole, leastZoom, towards } from './camera';
import { Chart } from './Chart';
import { ChartList } from './ChartList';
import { neighbour, type Direction } from './neighbour';
import { Shelf } from './Shelf';
import { useCamera, type CameraControl } from './use-camera';
import { useFolding } from './use-folding';
import { Tools, zoomStep } from './Tools';

const arrows: Record<string, Direction> = { ArrowLeft: 'left', ArrowRight: 'right', ArrowUp: 'up', ArrowDown: 'down' };
/** What a press of a key pans, in pixels. */
const pan = 120;
/** Zooming in beyond this unfolds the lane at the pointer. */
const unfoldsFrom = 1.15;

/** The chart of distances in taps, and the screens that nobody can reach. */
export const ReachView = memo(function ReachView({ planId }: { readonly planId: string }) {
  const session = useSession();
  const overview = useSnapshot('overview');
  const detail = useSnapshot('detail');
  const address = useAddress();
  const marked = useSince(planId);
  const answer = useAnswer();
  const [isList, setList] = useState(false);
  const lit = useMemo(() => new Set(answer.card?.screens), [answer.card]);
  const gone = useMemo(() => ghostsOf(marked.since, overview), [marked.since, overview]);
  const area = useRef<HTMLDivElement>(null);
  const size = useSize(area);
  const lanes = useLanes(overview);
  const whole = useMemo(() => wholeChart(overview, lanes, gone), [overview, lanes, gone]);
  const selected = overview.screens.find((screen) => screen.label === address.screen) ?? null;

  const { folded, isSettled, fold, foldAll } = useFolding(overview, whole, size, selected);
  const chart = useMemo(
    () => (folded.size === 0 ? whole : layOut(overview, { lanes, gone, folded })),
    [whole, overview, lanes, gone, folded],
  );

  const { go } = address;
  const select = useCallback((label: string): void => go({ screen: label }), [go]);
  const control = useCamera(area, chart, size, ({ zoom, y }, pointer) => {
    if (zoom < unfoldsFrom) return;
    const at = (pointer.y - y) / zoom;
    const lane = chart.lanes.find(({ top, height }) => at >= top && at < top + height);
    if (lane?.folded) fold(lane.module);
  });
  const fit = (): void => {
    if (size) control.set({ x: 0, y: 0, zoom: fittingZoom(chart, size) });
  };

  // Opens with the whole in sight, or at the selected screen where its name could not be read.
  const node = selected ? chart.nodeOf[selected.index] : undefined;
  const isOpen = useRef(false);
  const place = node ? `${node.x}:${node.y}` : null;
  useLayoutEffect(() => {
    if (!size || !isSettled) return;
    if (!isOpen.current) {
      isOpen.current = true;
      const zoom = fittingZoom(chart, size);
      if (!node || isLegible(chart, size)) control.set({ x: 0, y: 0, zoom });
      else control.set({ x: size.width / 3 - node.x, y: size.height / 2 - node.y, zoom: 1 });
      return;
    }
    const next = node && towards(control.now(), node, chart, size);
    if (next) control.set(next);
    // Only a new place moves the camera; a new analysis that leaves it where it is does not.
    // oxlint-disable-next-line react-hooks/exhaustive-deps
  }, [place, isSettled]);

  // A window of another size shows the whole again, if that was in sight.
  const measured = useRef(size);
  useLayoutEffect(() => {
    const before = measured.current;
    measured.current = size;
    if (size && before && before !== size && isOpen.current && isWhole(control.now(), chart, before))
      control.set({ x: 0, y: 0, zoom: fittingZoom(chart, size) });
    // oxlint-disable-next-line react-hooks/exhaustive-deps
  }, [size]);

  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const direction = arrows[event.key];
    if (direction && event.shiftKey) panTowards(control, direction);
    else if (direction) {
      const next = neighbour(chart, selected?.index ?? null, direction);
      if (next !== null) {
        address.go({ screen: overview.screens[next]!.label }, { replace: true });
        requestAnimationFrame(() =>
          area.current?.querySelector<HTMLElement>('[data-selected]')?.focus({ preventScroll: true }),
        );
      }
    } else if (event.key === 'Enter' && selected && isScreen(event.target)) {
      address.go({ view: 'plan' });
      session.goTo(selected.at, overview);
    } else if (event.key === '+' || event.key === '=') control.zoomBy(zoomStep);
    else if (event.key === '-') control.zoomBy(1 / zoomStep);
    else if (event.key === '0') control.zoomBy(1 / control.now().zoom);
    else if (event.key === 'Escape' && selected) address.go({ screen: null });
    else return;
    event.preventDefault();
  };

  usePlainKey('f', fit);
  const isEmpty = chart.nodes.length === 0 && chart.foldedNodes.length === 0;
  return (
    <main className="grid grid-cols-[minmax(0,1fr)_clamp(300px,29vw,420px)] min-h-0 compact:block">
      <div className="grid grid-rows-[auto_minmax(0,1fr)_auto] min-h-0 border-r border-rule relative compact:grid-rows-[auto_max(240px,60vh)_auto]">
        <div>
          <div className="flex flex-wrap items-center gap-x-5 gap-y-1.5 px-4 py-1.5 border-b border-rule bg-base-100">
            <QuestionLine answer={answer} />
            <SinceSwitch {...marked} sum={sumOf(marked.since)} />
          </div>
          <AnswerPanel {...answer} />
        </div>
        <div className="relative min-h-0" onKeyDown={onKeyDown} data-testid="chart">
          {isList && <ChartList chart={chart} overview={overview} />}
          <div className={isList || isEmpty ? 'invisible absolute inset-0' : 'h-full'}>
            <Chart
              overview={overview}
              chart={chart}
              control={control}
              area={area}
              size={size}
              selected={selected}
              detail={selected && detail}
              since={marked.since}
              lit={lit}
              onSelect={select}
              onFold={fold}
            />
          </div>
          {isEmpty && !isList && <NoChart hasScreens={overview.screens.length > 0} />}
        </div>
        <Shelf stranded={chart.stranded} undecided={chart.undecided} selected={selected}>
          <Tools
            control={control}
            least={size ? leastZoom(chart, size) : 0}
            onFit={fit}
            isList={isList}
            onList={() => setList(!isList)}
            isFolded={whole.lanes.length > 1 ? folded.size > 0 : null}
            onFold={foldAll}
          />
        </Shelf>
      </div>
      <div className="overflow-auto contain-strict px-[18px] py-4 min-w-0 bg-paper compact:contain-none compact:border-t border-rule">
        {selected && detail ? <ScreenPanel detail={detail} /> : <PlanPanel />}
      </div>
    </main>
  );
});

/** Orders of lanes, and charts with all lanes unfolded, by what they show: one comes back to the view at no cost. */
const tidied = new WeakMap<Overview, LaneOrder>();
const unfolded = new WeakMap<LaneOrder, { readonly overview: Overview; readonly chart: ChartLayout }>();

/** The chart with all lanes unfolded. */
function wholeChart(overview: Overview, lanes: LaneOrder, gone: readonly Ghost[]): ChartLayout {
  if (gone.length > 0) return layOut(overview, { lanes, gone });
  const known = unfolded.get(lanes);
  if (known?.overview === overview) return known.chart;
  const chart = layOut(overview, { lanes });
  unfolded.set(lanes, { overview, chart });
  return chart;
}

/**
 * An order of lanes in which few lines cross. It is found once all is decided, and stays as long as the modules do, so
 * that typing moves no lane.
 */
function useLanes(overview: Overview): LaneOrder {
  const modules = overview.modules.map(({ name }) => name).join(' ');
  const isDecided = overview.stage === 'decided';
  const [known, setKnown] = useState<{ readonly modules: string; readonly lanes: LaneOrder } | null>(null);
  if (known?.modules === modules) return known.lanes;
  if (!isDecided) return declaredLanes(overview);
  const next = { modules, lanes: remembered(tidied, overview, () => tidyLanes(overview)) };
  setKnown(next);
  return next.lanes;
}

function panTowards({ panBy }: CameraControl, direction: Direction): void {
  if (direction === 'left' || direction === 'right') panBy(direction === 'left' ? pan : -pan, 0);
  else panBy(0, direction === 'up' ? pan : -pan);
}

/** Whether the focus is on the name of a screen, not on a head, which Enter folds. */
const isScreen = (target: EventTarget): boolean => target instanceof HTMLElement && target.dataset.screen !== undefined;

function NoChart({ hasScreens }: { readonly hasScreens: boolean }) {
  return (
    <div className="p-8 max-w-md relative">
      <h2 className="font-semibold text-[15px] mb-1">{hasScreens ? 'Nothing has a distance yet' : 'No screens yet'}</h2>
      <p>
        {hasScreens
          ? 'Distances are counted from the screen that comes first. Say which one that is.'
          : 'Write the first screens in the Plan view; each appears here at its distance from a cold start.'}
      </p>
    </div>
  );
}

const sumOf = (since: Since | null): string | null =>
  since && `${since.added.length} new, ${since.gone.length} gone, ${since.moved.length} moved`;

/** Screens that have gone, as the chart places them: those of a module that has gone stand in no module. */
const ghostsOf = (since: Since | null, { modules }: Overview): Ghost[] =>
  (since?.gone ?? []).map(({ label, module, taps }) => {
    const index = modules.findIndex(({ name }) => name === module);
    return { label, module: index < 0 ? null : index, taps };
  });
