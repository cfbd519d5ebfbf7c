/** Who brings each argument of each screen: a block a screen, a row a way in, a column an argument; as plain data. */
import type { Check } from '../check';
import type { Finding } from '../rules/parts/rule';
import { showType } from '../plan/types';
import { placeOf, screenOf, stepOf, type Site } from '../supply/site';
import { holds, showValue, type SupplyStatus, type WayIn } from '../supply/supply';
import { nameOf } from './detail';

export interface SupplyCell {
  readonly status: SupplyStatus;
  /** As written, or null. */
  readonly value: string | null;
  /** The type of a value that does not fit; null for other statuses. */
  readonly type: string | null;
  /** Offset in the text: of the argument, otherwise of the call that lacks it. */
  readonly at: number;
  /** Place among the overview's findings; null if there is none, or if it is accepted. */
  readonly finding: number | null;
}

export interface SupplyRow {
  /** Index of the screen that it comes from, or null. */
  readonly screen: number | null;
  readonly name: string;
  readonly kind: Site['kind'];
  readonly step: string;
  readonly at: number;
  /** One for each column. */
  readonly cells: readonly SupplyCell[];
  /** Names that are given and that the screen does not take. */
  readonly surplus: readonly string[];
}

export interface SupplyBlock {
  readonly screen: number;
  readonly columns: readonly {
    readonly name: string;
    readonly type: string;
    readonly initial: string | null;
    /** The module whose screens all take it, or null. */
    readonly module: string | null;
  }[];
  readonly rows: readonly SupplyRow[];
}

export interface SupplyTable {
  /** Blocks of the screens with arguments, in the order of the text. */
  readonly blocks: readonly SupplyBlock[];
  readonly counts: Readonly<Record<SupplyStatus, number>>;
}

/** The table of a whole plan. Linear in all arguments on all ways in. */
export function supplyTable(check: Check): SupplyTable {
  const findings = findingsByCell(check.findings);
  const counts: Record<SupplyStatus, number> = {
    supplied: 0,
    'handed-on': 0,
    default: 0,
    absent: 0,
    missing: 0,
    'may-be-absent': 0,
    'wrong-type': 0,
    'unknown-value': 0,
    'fixed-id': 0,
  };
  const blocks = check.plan.screens
    .filter((screen) => screen.parameters.length > 0)
    .map((screen): SupplyBlock => ({
      screen: screen.index,
      columns: screen.parameters.map(({ name, type, initial, module }) => ({
        name,
        type: showType(type),
        initial: initial && showValue(initial),
        module: module && module.name,
      })),
      rows: check.supply.into[screen.index]!.map((wayIn) => row(wayIn, findings)),
    }));
  for (const { rows } of blocks) for (const { cells } of rows) for (const cell of cells) counts[cell.status]++;
  return { blocks, counts };
}

function row(wayIn: WayIn, findings: ReadonlyMap<string, number>): SupplyRow {
  const { site, call, cells, surplus } = wayIn;
  return {
    screen: screenOf(site)?.index ?? null,
    name: nameOf(site),
    kind: site.kind,
    step: stepOf(site),
    at: placeOf(site, call),
    cells: cells.map(({ parameter, status, argument, value, type }): SupplyCell => {
      const { from } = argument ?? call.list ?? call.reference;
      return {
        status,
        value: value && showValue(value),
        type: status === 'wrong-type' && type ? showType(type) : null,
        at: from,
        finding: holds(status) ? null : (findings.get(`supply/${status} ${from} ${parameter.name}`) ?? null),
      };
    }),
    surplus: surplus.map(({ argument }) => argument.name.text),
  };
}

/** The findings about single arguments, by rule, place and argument. */
function findingsByCell(findings: readonly Finding[]): Map<string, number> {
  const places = new Map<string, number>();
  findings.forEach(({ rule, range, argument }, index) => {
    if (argument !== null) places.set(`${rule} ${range.from} ${argument}`, index);
  });
  return places;
}
