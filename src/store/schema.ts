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

export interface AuditTable {
  /** Order of creation. */
  serial: Generated<number>;
  id: string;
  plan_id: string;
  /** Of the file that was audited. */
  name: string;
  variant: string;
  created_at: number;
  /** How many URLs there were, and how many opened nothing. */
  total: number;
  lost: number;
  /** JSON. */
  report: string;
}

export interface Tables {
  plan: PlanTable;
  audit: AuditTable;
}
