import type { Generated } from 'kysely';
import type { RevisionReason } from '../wire/revisions';

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

/** A text that a plan had. */
export interface RevisionTable {
  /** Order of keeping. */
  serial: Generated<number>;
  id: string;
  plan_id: string;
  text: string;
  /** Size of the text in UTF-8, and its lines: lists do not read the text. */
  bytes: number;
  lines: number;
  /** SHA-256 of the text, in hexadecimal digits. */
  digest: string;
  /** Null for one that nobody has named. */
  name: string | null;
  note: string;
  reason: RevisionReason;
  made_at: number;
  /** JSON of `RevisionCounts`; null until a page has worked them out. */
  counts: string | null;
}

export interface Tables {
  plan: PlanTable;
  audit: AuditTable;
  revision: RevisionTable;
}
