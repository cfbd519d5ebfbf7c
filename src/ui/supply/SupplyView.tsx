'use client';

import { memo, useCallback, useEffect, useMemo, useState, type KeyboardEvent } from 'react';
import { placeOfFinding } from '../findings/same';
import { useVisibleArea } from '../parts/visible-area';
import { useActions, useAddress, useShown, useSnapshot } from '../session/context';
import { SinceSwitch } from '../changes/SinceSwitch';
import { useSince } from '../changes/use-since';
import { BlockTable } from './BlockTable';
import { CellDock } from './CellDock';
import { cellOfFinding, moveCell, type CellPlace, type Move } from './cells';
import { CountBar } from './CountBar';
import { applyFilter, readFilter, writeFilter, type SupplyFilter } from './filter';
import { FilterBar } from './FilterBar';
import { layOutBlocks, rowHeight, rowTop } from './layout';
import { Nothing } from './Nothing';
import { marksOf, sumOf } from './since-marks';
import { useScroller } from './use-scroller';

const moves: Readonly<Record<string, Move>> = {
  ArrowUp: 'up',
  ArrowDown: 'down',
  ArrowLeft: 'left',
  ArrowRight: 'right',
  Home: 'first',
  End: 'last',
};

/** Who brings each argument, from where, and who fails to. */
export const SupplyView = memo(function SupplyView({ planId }: { readonly planId: string }) {
  const overview = useSnapshot('overview');
  const supply = useSnapshot('supply');
  const address = useAddress();
  const { go } = address;
  const shown = useShown();
  const { openAt, applyFix } = useActions();
  const filter = readFilter(address.filter);
  const blocks = useMemo(
    () => applyFilter(supply?.blocks ?? [], overview, readFilter(address.filter)),
    [supply, overview, address.filter],
  );
  const marked = useSince(planId);
  const { since } = marked;
  const marks = useMemo(() => marksOf(since?.supply ?? null), [since]);
  const { ref: scroller, width, scrollTo } = useScroller();
  const visible = useVisibleArea(scroller);
  const layout = useMemo(() => layOutBlocks(blocks, width), [blocks, width]);
  const [selected, setSelected] = useState<CellPlace | null>(null);
  const cell = selected ? blocks[selected.block]?.rows[selected.row]?.cells[selected.column] : undefined;
  const chosen = overview.screens.find((screen) => screen.label === address.screen) ?? null;

  // F8 has put a finding in front of the user: its cell is selected, while rendering, so that nothing is drawn without
  // it.
  const [answered, setAnswered] = useState(shown);
  if (shown !== answered) {
    setAnswered(shown);
    const index = placeOfFinding(overview.findings, shown);
    const place = index < 0 ? null : cellOfFinding(blocks, index);
    if (place) setSelected(place);
  }

  /** Selects a cell, and its screen with it. */
  const select = useCallback(
    (place: CellPlace | null): void => {
      setSelected(place);
      const label = place && overview.screens[blocks[place.block]!.screen]?.label;
      if (label) go({ screen: label }, { replace: true });
    },
    [blocks, overview, go],
  );

  // Scrolls to the selection and gives it the focus.
  useEffect(() => {
    const placed = selected && layout.placed[selected.block];
    if (!placed) return;
    scrollTo(placed.top + rowTop(selected.row) - rowHeight, 2 * rowHeight);
    const frame = requestAnimationFrame(() =>
      scroller.current?.querySelector<HTMLElement>('[data-selected]')?.focus({ preventScroll: true }),
    );
    return () => cancelAnimationFrame(frame);
    // Only another selection; what else changes leaves it where it is.
    // oxlint-disable-next-line react-hooks/exhaustive-deps
  }, [selected]);

  // A screen that was chosen elsewhere is brought into sight; one chosen by its cell is there already.
  const chosenIndex = chosen?.index ?? null;
  useEffect(() => {
    const placed = layout.placed.find(({ block }) => block.screen === chosenIndex);
    if (placed && !(selected && blocks[selected.block]?.screen === chosenIndex))
      scrollTo(placed.top, Math.min(placed.height, 200));
    // Only another screen scrolls, and another number of columns, which moves everything; typing and filtering do not.
    // oxlint-disable-next-line react-hooks/exhaustive-deps
  }, [chosenIndex, layout.columns]);

  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const move = moves[event.key];
    const fix = cell && cell.finding !== null ? overview.findings[cell.finding]?.fixes[0] : undefined;
    if (move) select(moveCell(blocks, selected, move));
    else if (event.key === 'Enter' && cell) openAt(cell.at);
    else if (event.key === 's' && fix) applyFix(fix);
    else if (event.key === 'Escape' && selected) {
      setSelected(null);
      scroller.current?.focus();
    } else return;
    event.preventDefault();
  };
  const setFilter = (change: Partial<SupplyFilter>): void => {
    setSelected(null);
    go({ filter: writeFilter({ ...filter, ...change }) });
  };
  const tabbable = selected ?? moveCell(blocks, null, 'down');

  return (
    <main className="grid grid-rows-[auto_minmax(0,1fr)_auto] min-h-0 compact:grid-rows-[auto_max(240px,60vh)_auto]">
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2 px-[18px] pt-4 pb-3">
        {supply ? <CountBar counts={supply.counts} /> : <div className="h-[28px]" />}
        <span className="flex-1" />
        <SinceSwitch {...marked} sum={since && sumOf(since.supply)} />
        <FilterBar filter={filter} overview={overview} onChange={setFilter} />
      </div>
      <div
        ref={scroller}
        tabIndex={-1}
        className="overflow-auto relative min-h-0 px-[18px] outline-none"
        onKeyDown={onKeyDown}
        data-testid="supply"
      >
        {blocks.length === 0 && (
          <Nothing
            has={(supply?.blocks.length ?? 0) > 0}
            screens={overview.screens.length}
            onAll={() => setFilter({ wrong: false, module: null, way: null })}
          />
        )}
        <div className="relative" style={{ width: layout.width, height: layout.height }}>
          {layout.placed.map((placed, index) =>
            placed.top < visible.bottom && placed.top + placed.height > visible.top ? (
              <BlockTable
                key={placed.block.screen}
                index={index}
                placed={placed}
                from={visible.top}
                to={visible.bottom}
                selected={selected?.block === index ? selected : null}
                tabbable={tabbable?.block === index ? tabbable : null}
                chosen={chosenIndex === placed.block.screen}
                marks={marks.get(overview.screens[placed.block.screen]?.label ?? '') ?? null}
                onSelect={select}
                onOpen={openAt}
              />
            ) : null,
          )}
        </div>
      </div>
      <CellDock blocks={blocks} selected={selected} onOpen={openAt} />
    </main>
  );
});
