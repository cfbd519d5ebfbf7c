import type { Generated } from 'kysely';
import type { KeptBefore } from '../wire/plans';

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
  /** Time of the deletion, or null; until it is purged the plan can be restored. */
  deleted_at: number | null;
}

export interface AuditTable {
  /** Order of creation. */
  serial: Generated<number>;
  id: string;
  plan_id: string;
  /** Name of the audited file. */
  name: string;
  variant: string;
  created_at: number;
  /** How many URLs there were, and how many opened nothing. */
  total: number;
  lost: number;
  /** JSON. */
  report: string;
}

/** A text that a plan had, kept when another took its place. */
export interface EarlierTable {
  /** Order of keeping. */
  serial: Generated<number>;
  id: string;
  plan_id: string;
  text: string;
  /** Reason for the replacement. */
  reason: KeptBefore;
  kept_at: number;
}

export interface Tables {
  earlier: EarlierTable;
  plan: PlanTable;
  audit: AuditTable;
}
