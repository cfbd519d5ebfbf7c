import { holds } from '../../core/supply/supply';
import type { Overview } from '../../core/report/overview';
import type { SupplyBlock, SupplyRow } from '../../core/report/supply-table';

/** Filter of the Supply view. */
export interface SupplyFilter {
  /** Only screens with a broken or doubtful argument or result. */
  readonly wrong: boolean;
  /** Only screens of this module; the empty name means screens outside modules. */
  readonly module: string | null;
  /** Only ways in of this kind. */
  readonly way: SupplyRow['kind'] | null;
}

export const everything: SupplyFilter = { wrong: false, module: null, way: null };

/** The kinds of ways in, as the filter calls them. */
export const wayKinds: readonly (readonly [kind: SupplyRow['kind'], label: string])[] = [
  ['transition', 'triggers'],
  ['item', 'menus'],
  ['event', 'events'],
  ['tab', 'tabs'],
  ['entry', 'entries'],
  ['under', 'stacks of links'],
  ['needs', 'elses of needs'],
  ['start', 'the start'],
];

/** The filter in the address: `wrong`, `module:booking`, `way:item`, joined by commas; null for no filter. */
export function writeFilter({ wrong, module, way }: SupplyFilter): string | null {
  const parts = [
    ...(wrong ? ['wrong'] : []),
    ...(module === null ? [] : [`module:${module}`]),
    ...(way === null ? [] : [`way:${way}`]),
  ];
  return parts.length === 0 ? null : parts.join(',');
}

export function readFilter(written: string | null): SupplyFilter {
  const parts = (written ?? '').split(',');
  const valueOf = (key: string): string | null =>
    parts.find((part) => part.startsWith(`${key}:`))?.slice(key.length + 1) ?? null;
  const way = valueOf('way');
  return {
    wrong: parts.includes('wrong'),
    module: valueOf('module'),
    way: wayKinds.find(([kind]) => kind === way)?.[0] ?? null,
  };
}

const isWrong = (row: SupplyRow): boolean =>
  row.surplus.length > 0 ||
  row.cells.some(({ status }) => (status === 'gets' || status === 'unasked' ? false : !holds(status)));

/**
 * The blocks that are left, each with the rows that are left of it; a block without any is left out, unless it has none
 * anyway.
 */
export function applyFilter(
  blocks: readonly SupplyBlock[],
  { modules, screens }: Overview,
  { wrong, module, way }: SupplyFilter,
): SupplyBlock[] {
  return blocks.flatMap((block) => {
    const index = screens[block.screen]?.module ?? null;
    if (module !== null && (index === null ? '' : modules[index]!.name) !== module) return [];
    const rows = way === null ? block.rows : block.rows.filter((row) => row.kind === way);
    if (way !== null && rows.length === 0) return [];
    if (wrong && !rows.some(isWrong)) return [];
    return [rows === block.rows ? block : { ...block, rows }];
  });
}
