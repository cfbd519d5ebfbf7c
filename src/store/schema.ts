import type { Generated } from 'kysely';

/** Times are milliseconds since 1970-01-01T00:00Z. */
export interface PlanTable {
  /** Order of creation. */
  serial: Generated<number>;
  id: string;
  name: string;
  text: string;
  version: number;
  created_at: number;
  updated_at: number;
  /** Null unless the plan was deleted; until it is purged it can be brought back. */
  deleted_at: number | null;
}

export interface Tables {
  plan: PlanTable;
}
