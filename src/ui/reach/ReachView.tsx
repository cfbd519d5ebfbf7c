'use client';

import { memo, useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { PlanPanel } from '../screen/PlanPanel';
import { ScreenPanel } from '../screen/ScreenPanel';
import { useAddress, useSession, useSnapshot } from '../session/context';
import { Chart } from './Chart';
import { layOut, type Ghost } from '../../core/chart/layout';
import type { Since } from '../../core/compare/report/since';
import type { Overview } from '../../core/report/overview';
import { AnswerPanel } from '../questions/AnswerPanel';
import { QuestionLine } from '../questions/QuestionLine';
import { useAnswer } from '../questions/use-answer';
import { neighbour, type Direction } from './neighbour';
import { Shelf } from './Shelf';
import { SinceSwitch } from '../changes/SinceSwitch';
import { useSince } from '../changes/use-since';
import { useVisibleArea } from '../parts/visible-area';

const scales = [0.5, 0.65, 0.8, 1, 1.25, 1.5] as const;
const usual = scales.indexOf(1);
const arrows: Record<string, Direction> = { ArrowLeft: 'left', ArrowRight: 'right', ArrowUp: 'up', ArrowDown: 'down' };

/** The chart of distances in taps, and the screens that nobody can reach. */
export const ReachView = memo(function ReachView({ planId }: { readonly planId: string }) {
  const session = useSession();
  const overview = useSnapshot('overview');
  const detail = useSnapshot('detail');
  const address = useAddress();
  const [step, setStep] = useState<number>(usual);
  const [folded, setFolded] = useState<ReadonlySet<number | null>>(new Set());
  const scale = scales[step]!;
  const marked = useSince(planId);
  const answer = useAnswer();
  const lit = useMemo(() => new Set(answer.card?.screens), [answer.card]);
  const ghosts = useMemo(() => ghostsOf(marked.since, overview), [marked.since, overview]);
  const chart = useMemo(() => layOut(overview, scale, folded, undefined, ghosts), [overview, scale, folded, ghosts]);
  const selected = overview.screens.find((screen) => screen.label === address.screen) ?? null;
  const scroller = useRef<HTMLDivElement>(null);
  const visible = useVisibleArea(scroller);
  const zoom = (by: number): void => setStep((now) => Math.min(scales.length - 1, Math.max(0, now + by)));

  // Scrolls to the selected screen, however it was selected.
  const node = selected ? chart.nodeOf[selected.index] : undefined;
  const place = node ? `${node.x}:${node.y}` : null;
  useEffect(() => {
    if (!node || !scroller.current) return;
    const { scrollLeft, scrollTop, clientWidth, clientHeight } = scroller.current;
    const left = node.x - 60;
    const right = node.x + chart.columnWidth + 140;
    const to: ScrollToOptions = {};
    if (node.y < scrollTop + 20 || node.y > scrollTop + clientHeight - 70) to.top = node.y - clientHeight / 2;
    if (left < scrollLeft || right > scrollLeft + clientWidth) to.left = left - 40;
    if (to.top !== undefined || to.left !== undefined) scroller.current.scrollTo(to);
    // Only a new place scrolls; a new analysis that leaves it where it is does not.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [place]);

  // Ctrl and the wheel zoom the chart, not the page: a listener of our own, since React's cannot prevent it.
  useEffect(() => {
    const element = scroller.current;
    const onWheel = (event: WheelEvent): void => {
      if (!event.ctrlKey) return;
      event.preventDefault();
      zoom(event.deltaY < 0 ? 1 : -1);
    };
    element?.addEventListener('wheel', onWheel, { passive: false });
    return () => element?.removeEventListener('wheel', onWheel);
  }, []);

  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const direction = arrows[event.key];
    if (direction) {
      const next = neighbour(chart, selected?.index ?? null, direction);
      if (next !== null) {
        address.go({ screen: overview.screens[next]!.label }, { replace: true });
        requestAnimationFrame(() =>
          scroller.current?.querySelector<HTMLElement>('[data-selected]')?.focus({ preventScroll: true }),
        );
      }
    } else if (event.key === 'Enter' && selected) {
      address.go({ view: 'plan' });
      session.goTo(selected.at, overview);
    } else if (event.key === '+' || event.key === '=') zoom(1);
    else if (event.key === '-') zoom(-1);
    else if (event.key === '0') setStep(usual);
    else if (event.key === 'Escape' && selected) address.go({ screen: null });
    else return;
    event.preventDefault();
  };

  return (
    <main className="grid grid-cols-[minmax(0,1fr)_clamp(300px,29vw,420px)] min-h-0">
      <div className="grid grid-rows-[auto_minmax(0,1fr)_auto] min-h-0 border-r border-rule relative">
        <div>
          <QuestionLine answer={answer} />
          <AnswerPanel {...answer} />
        </div>
        <div ref={scroller} className="overflow-auto relative min-h-0" onKeyDown={onKeyDown} data-testid="chart">
          {chart.nodes.length > 0 || chart.lanes.some((lane) => lane.folded) ? (
            <Chart
              chart={chart}
              scale={scale}
              selected={selected}
              detail={selected && detail}
              since={marked.since}
              lit={lit}
              visible={visible}
              onSelect={(label) => address.go({ screen: label })}
              onFold={(module) =>
                setFolded((now) => {
                  const next = new Set(now);
                  if (!next.delete(module)) next.add(module);
                  return next;
                })
              }
            />
          ) : (
            <div className="p-8 max-w-md">
              <h2 className="font-semibold text-[15px] mb-1">
                {overview.screens.length === 0 ? 'No screens yet' : 'Nothing has a distance yet'}
              </h2>
              <p>
                {overview.screens.length === 0
                  ? 'Write the first screens in the Plan view; each appears here at its distance from a cold start.'
                  : 'Distances are counted from the screen that comes first. Say which one that is.'}
              </p>
            </div>
          )}
        </div>
        <Shelf stranded={chart.stranded} undecided={chart.undecided} selected={selected}>
          <SinceSwitch revisions={marked.revisions} chosen={marked.chosen} sum={sumOf(marked.since)} />
          <ZoomButtons step={step} onZoom={zoom} onUsual={() => setStep(usual)} />
        </Shelf>
      </div>
      <div className="overflow-auto px-[18px] py-4 min-w-0 bg-paper">
        {selected && detail ? <ScreenPanel detail={detail} /> : <PlanPanel />}
      </div>
    </main>
  );
});

interface ZoomProps {
  readonly step: number;
  readonly onZoom: (by: number) => void;
  readonly onUsual: () => void;
}

function ZoomButtons({ step, onZoom, onUsual }: ZoomProps) {
  const scale = scales[step]!;
  return (
    <div className="flex items-center shrink-0" role="group" aria-label="Zoom">
      <button
        type="button"
        className="btn btn-ghost btn-xs btn-square"
        aria-label="Smaller"
        title="Smaller ( − )"
        disabled={step === 0}
        onClick={() => onZoom(-1)}
      >
        −
      </button>
      <button
        type="button"
        className="btn btn-ghost btn-xs font-mono font-normal"
        aria-label={`${Math.round(scale * 100)}%, back to 100%`}
        title="Original size ( 0 )"
        onClick={onUsual}
      >{`${Math.round(scale * 100)}%`}</button>
      <button
        type="button"
        className="btn btn-ghost btn-xs btn-square"
        aria-label="Larger"
        title="Larger ( + )"
        disabled={step === scales.length - 1}
        onClick={() => onZoom(1)}
      >
        +
      </button>
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
