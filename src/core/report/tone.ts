import type { SupplyStatus, WayIn } from '../supply/supply';

/** How a way into a screen stands with its arguments. */
export type WayTone = 'holds' | 'doubtful' | 'broken';

const broken: ReadonlySet<SupplyStatus> = new Set(['missing', 'wrong-type', 'unknown-value']);
const doubtful: ReadonlySet<SupplyStatus> = new Set(['may-be-absent', 'fixed-id']);

/** The names of the arguments that fail: missing, of the wrong type, unknown, or not taken. */
export const brokenArguments = ({ cells, surplus }: WayIn): string[] => [
  ...cells.filter((cell) => broken.has(cell.status)).map((cell) => cell.parameter.name),
  ...surplus.map((one) => one.argument.name.text),
];

/** The names of the arguments that may fail. */
export const doubtfulArguments = ({ cells }: WayIn): string[] =>
  cells.filter((cell) => doubtful.has(cell.status)).map((cell) => cell.parameter.name);

export function toneOfWay({ cells, surplus }: WayIn): WayTone {
  if (surplus.length > 0 || cells.some((cell) => broken.has(cell.status))) return 'broken';
  return cells.some((cell) => doubtful.has(cell.status)) ? 'doubtful' : 'holds';
}
