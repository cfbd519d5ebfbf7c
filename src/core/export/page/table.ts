import Papa from 'papaparse';
import { printable } from '../../language/controls';

export type TableCell = string | number | boolean | null;

/** A row: each column has a cell. */
export type TableRow<Column extends string> = Readonly<Record<Column, TableCell>>;

export interface Table<Column extends string = string> {
  /** Name of its file, without an ending. */
  readonly name: string;
  readonly columns: readonly Column[];
  readonly rows: readonly TableRow<Column>[];
}

/** Checks that each row has all columns; the type of the rows follows from the names. */
export const table = <Column extends string>(
  name: string,
  columns: readonly Column[],
  rows: readonly TableRow<Column>[],
): Table => ({ name, columns, rows });

/**
 * A table as CSV (RFC 4180). A cell that a spreadsheet would take for a formula gets a leading apostrophe. Characters
 * that steer a terminal become dots. Null is an empty cell.
 */
export const csvOf = ({ columns, rows }: Table): string =>
  `${Papa.unparse(
    { fields: [...columns], data: rows.map((row) => columns.map((column) => cellText(row[column]!))) },
    { escapeFormulae: true, newline: '\r\n' },
  )}\r\n`;

const cellText = (cell: TableCell): string | number | boolean | null =>
  typeof cell === 'string' ? printable(cell) : cell;

/** A table as JSON Lines: one object a row, its columns in order. */
export const jsonLinesOf = ({ columns, rows }: Table): string =>
  rows.map((row) => `${JSON.stringify(Object.fromEntries(columns.map((column) => [column, row[column]])))}\n`).join('');
