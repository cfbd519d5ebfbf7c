/** Who brings each argument of each screen: a block a screen, a row a way in, a column an argument; as plain data. */
import type { Check } from '../check';
import type { Finding } from '../rules/parts/rule';
import type { Step } from '../plan/model';
import { showType } from '../plan/types';
import type { BadQuestion } from '../supply/results';
import { placeOf, screenOf, stepOf, type Site } from '../supply/site';
import { holds, showValue, type SupplyStatus, type WayIn } from '../supply/supply';
import { nameOf } from './detail';

/** What becomes of an argument; or of a result: a value `gets` it, or nobody asks. */
export type CellStatus = SupplyStatus | 'gets' | 'unasked';

export interface SupplyCell {
  readonly status: CellStatus;
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
    /** `result` is what the screen hands back, once in the last column. */
    readonly kind: 'argument' | 'result';
    readonly name: string;
    readonly type: string;
    readonly initial: string | null;
    /** The module whose screens all take it, or null. */
    readonly module: string | null;
  }[];
  readonly rows: readonly SupplyRow[];
}

export interface SupplyTable {
  /** Blocks of the screens with arguments or a result, in the order of the text. */
  readonly blocks: readonly SupplyBlock[];
  readonly counts: Readonly<Record<SupplyStatus, number>>;
}

/** The table of a whole plan. Linear in all arguments on all ways in. */
export function supplyTable(check: Check): SupplyTable {
  const findings = findingsByCell(check.findings);
  const bad = new Map(check.supply.results.badQuestions.map((each) => [each.at.step, each]));
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
    .filter((screen) => screen.parameters.length > 0 || screen.returns)
    .map((screen): SupplyBlock => ({
      screen: screen.index,
      columns: [
        ...screen.parameters.map(({ name, type, initial, module }) => ({
          kind: 'argument' as const,
          name,
          type: showType(type),
          initial: initial && showValue(initial),
          module: module && module.name,
        })),
        ...(screen.returns
          ? [
              {
                kind: 'result' as const,
                name: 'returns',
                type: showType(screen.returns.type),
                initial: null,
                module: null,
              },
            ]
          : []),
      ],
      rows: check.supply.into[screen.index]!.map((wayIn) => row(wayIn, findings, bad)),
    }));
  for (const ways of check.supply.into) for (const { cells } of ways) for (const { status } of cells) counts[status]++;
  return { blocks, counts };
}

function row(wayIn: WayIn, findings: ReadonlyMap<string, number>, bad: ReadonlyMap<Step, BadQuestion>): SupplyRow {
  const { site, call, target, cells, surplus } = wayIn;
  return {
    screen: screenOf(site)?.index ?? null,
    name: nameOf(site),
    kind: site.kind,
    step: stepOf(site),
    at: placeOf(site, call),
    cells: [
      ...cells.map(({ parameter, status, argument, value, type }): SupplyCell => {
        const { from } = argument ?? call.list ?? call.reference;
        return {
          status,
          value: value && showValue(value),
          type: status === 'wrong-type' && type ? showType(type) : null,
          at: from,
          finding: holds(status) ? null : (findings.get(`supply/${status} ${from} ${parameter.name}`) ?? null),
        };
      }),
      ...(target.returns ? [resultCell(wayIn, findings, bad)] : []),
    ],
    surplus: surplus.map(({ argument }) => argument.name.text),
  };
}

/** What becomes of the screen's result on one way in. */
function resultCell(
  { site, call }: WayIn,
  findings: ReadonlyMap<string, number>,
  bad: ReadonlyMap<Step, BadQuestion>,
): SupplyCell {
  const asks = 'step' in site ? site.step.asks : null;
  // Outside of triggers nobody can ask.
  if (!asks?.screen || !('step' in site)) {
    const at = call.reference.from;
    return { status: 'unasked', value: null, type: null, at, finding: null };
  }
  const misfit = bad.get(site.step);
  const { from, text } = asks.value;
  return {
    status: misfit?.status ?? 'gets',
    value: text,
    type: misfit?.status === 'wrong-type' && misfit.wanted ? showType(misfit.wanted) : null,
    at: from,
    finding: misfit ? (findings.get(`result/${misfit.status} ${from}`) ?? null) : null,
  };
}

/** The findings about single arguments, by rule, place and argument; those about results by rule and place. */
function findingsByCell(findings: readonly Finding[]): Map<string, number> {
  const places = new Map<string, number>();
  findings.forEach(({ rule, range, argument }, index) => {
    if (argument !== null) places.set(`${rule} ${range.from} ${argument}`, index);
    else if (rule.startsWith('result/')) places.set(`${rule} ${range.from}`, index);
  });
  return places;
}
