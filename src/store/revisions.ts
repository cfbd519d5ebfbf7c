import { createHash } from 'node:crypto';
import { customAlphabet } from 'nanoid';
import type {
  HistoryFile,
  NewRevision,
  RevisionCounts,
  RevisionDocument,
  RevisionPatch,
  RevisionReason,
  RevisionSummary,
} from '../wire/revisions';
import type { Database } from './database';
import type { RevisionTable } from './schema';
import { isFull, thinned, type Aged } from './thinning';

const newId = customAlphabet('0123456789abcdefghjkmnpqrstvwxyz', 12);

/** SHA-256 of a text in UTF-8, in hexadecimal digits. */
const digestOf = (text: string): string => createHash('sha256').update(text, 'utf8').digest('hex');

/** A text to keep, and why. */
export interface Kept {
  readonly text: string;
  readonly reason: RevisionReason;
  readonly madeAt: number;
  readonly name?: string | null;
  readonly note?: string;
  readonly counts?: RevisionCounts | null;
}

/**
 * Keeps a text of a plan, within the caller's transaction, and thins the others out. One that was kept last is not kept
 * once more: it gets the name and the note, if there are new ones. An empty text is not kept.
 *
 * @returns id of the revision; null for an empty text, or where named revisions leave no room
 */
export async function keepRevision(tx: Database, planId: string, kept: Kept, now: number): Promise<string | null> {
  const { text, reason, madeAt, name = null, note = '', counts = null } = kept;
  if (text.trim() === '') return null;
  const digest = digestOf(text);
  const last = await tx
    .selectFrom('revision')
    .select(['id', 'digest', 'name'])
    .where('plan_id', '=', planId)
    .orderBy('made_at', 'desc')
    .orderBy('serial', 'desc')
    .limit(1)
    .executeTakeFirst();
  if (last?.digest === digest && (name === null || last.name === null)) {
    if (name !== null) await tx.updateTable('revision').set({ name, note, reason }).where('id', '=', last.id).execute();
    return last.id;
  }
  const bytes = Buffer.byteLength(text);
  if (isFull(await aged(tx, planId), bytes)) return null;
  const id = newId();
  await tx
    .insertInto('revision')
    .values({
      id,
      plan_id: planId,
      text,
      bytes,
      lines: text.split('\n').length,
      digest,
      name,
      note,
      reason,
      made_at: madeAt,
      counts: counts && JSON.stringify(counts),
    })
    .execute();
  const gone = [...thinned(await aged(tx, planId), now)];
  if (gone.length > 0) await tx.deleteFrom('revision').where('serial', 'in', gone).execute();
  return id;
}

const aged = (tx: Database, planId: string): Promise<Aged[]> =>
  tx
    .selectFrom('revision')
    .select(['serial', 'made_at as madeAt', 'name', 'bytes'])
    .where('plan_id', '=', planId)
    .execute();

export type MarkResult =
  | { readonly kind: 'kept'; readonly revision: RevisionSummary }
  /** Named revisions leave no room. */
  | { readonly kind: 'full' }
  | { readonly kind: 'gone' };

/** The revisions of plans. Those of a deleted plan are hidden until it is brought back. */
export class RevisionStore {
  constructor(
    private readonly db: Database,
    private readonly now: () => number = Date.now,
  ) {}

  /** The newest first; undefined for an unknown plan. */
  list(planId: string): Promise<RevisionSummary[] | undefined> {
    return this.db.transaction().execute(async (tx) => {
      if (!(await hasPlan(tx, planId))) return undefined;
      const rows = await this.rows(tx, planId).execute();
      return rows.map((row) => summaryOf(row));
    });
  }

  find(planId: string, id: string): Promise<RevisionDocument | undefined> {
    return this.db.transaction().execute(async (tx) => {
      if (!(await hasPlan(tx, planId))) return undefined;
      const row = await this.rows(tx, planId).select('text').where('id', '=', id).executeTakeFirst();
      return row && { ...summaryOf(row), text: row.text };
    });
  }

  /** Keeps a text that somebody has marked, or that gave way in a conflict. */
  add(planId: string, { text, reason, name, note, counts }: NewRevision): Promise<MarkResult> {
    return this.db.transaction().execute(async (tx): Promise<MarkResult> => {
      if (!(await hasPlan(tx, planId))) return { kind: 'gone' };
      const now = this.now();
      const kept = { text, reason, madeAt: now, name: name?.trim() ?? null, note: note ?? '', counts: counts ?? null };
      const id = await keepRevision(tx, planId, kept, now);
      if (id === null) return { kind: 'full' };
      return {
        kind: 'kept',
        revision: summaryOf(await this.rows(tx, planId).where('id', '=', id).executeTakeFirstOrThrow()),
      };
    });
  }

  /** Changes the name, the note or the counts of a revision; undefined for an unknown one. */
  change(planId: string, id: string, { name, note, counts }: RevisionPatch): Promise<RevisionSummary | undefined> {
    return this.db.transaction().execute(async (tx) => {
      if (!(await hasPlan(tx, planId))) return undefined;
      const set = {
        ...(name !== undefined && { name: name?.trim() ?? null }),
        ...(note !== undefined && { note }),
        ...(counts !== undefined && { counts: JSON.stringify(counts) }),
      };
      if (Object.keys(set).length > 0)
        await tx.updateTable('revision').set(set).where('plan_id', '=', planId).where('id', '=', id).execute();
      const row = await this.rows(tx, planId).where('id', '=', id).executeTakeFirst();
      return row && summaryOf(row);
    });
  }

  /** Returns false for an unknown revision. */
  delete(planId: string, id: string): Promise<boolean> {
    return this.db.transaction().execute(async (tx) => {
      if (!(await hasPlan(tx, planId))) return false;
      const of = tx.deleteFrom('revision').where('plan_id', '=', planId).where('id', '=', id);
      return (await of.executeTakeFirst()).numDeletedRows > 0n;
    });
  }

  /** A plan with all its revisions; undefined for an unknown one. */
  history(planId: string): Promise<HistoryFile | undefined> {
    return this.db.transaction().execute(async (tx) => {
      const plan = await tx
        .selectFrom('plan')
        .select(['name', 'text'])
        .where('id', '=', planId)
        .where('deleted_at', 'is', null)
        .executeTakeFirst();
      if (!plan) return undefined;
      const rows = await this.rows(tx, planId).select('text').execute();
      return {
        andante: 'plan with history',
        format: 1,
        ...plan,
        revisions: rows.reverse().map((row) => {
          const { madeAt, reason, name, note, counts } = summaryOf(row);
          return { madeAt, reason, name, note, counts, text: row.text };
        }),
      };
    });
  }

  /** The newest first, without their texts. */
  private rows(tx: Database, planId: string) {
    return tx
      .selectFrom('revision')
      .select(['id', 'made_at', 'reason', 'name', 'note', 'lines', 'digest', 'counts'])
      .where('plan_id', '=', planId)
      .orderBy('made_at', 'desc')
      .orderBy('serial', 'desc');
  }
}

type Row = Pick<RevisionTable, 'id' | 'made_at' | 'reason' | 'name' | 'note' | 'lines' | 'digest' | 'counts'>;

const summaryOf = ({ id, made_at, reason, name, note, lines, digest, counts }: Row): RevisionSummary => ({
  id,
  madeAt: made_at,
  reason,
  name,
  note,
  lines,
  digest,
  counts: counts === null ? null : (JSON.parse(counts) as RevisionCounts),
});

/** Whether there is a plan that was not deleted. */
export async function hasPlan(tx: Database, planId: string): Promise<boolean> {
  return (
    (await tx
      .selectFrom('plan')
      .select('id')
      .where('id', '=', planId)
      .where('deleted_at', 'is', null)
      .executeTakeFirst()) !== undefined
  );
}
