import { customAlphabet } from 'nanoid';
import type { DeletedPlan, PlanDocument, PlanSummary } from '../wire/plans';
import type { HistoryFile, RevisionReason } from '../wire/revisions';
import type { Database } from './database';
import { keepRevision } from './revisions';

/** Short enough to read in an address, long enough never to meet: 12 of 32 signs are 60 bits. */
const newId = customAlphabet('0123456789abcdefghjkmnpqrstvwxyz', 12);

/** Time in which a deleted plan can be restored, in milliseconds: 30 days. */
export const keptAfterDelete = 30 * 24 * 60 * 60 * 1000;

/** A pause this long ends a stretch of edits: what was written before it becomes a revision. In milliseconds. */
export const stretchPause = 10 * 60 * 1000;
/** A stretch without such a pause is cut after this time, in milliseconds. */
export const longestStretch = 60 * 60 * 1000;

export type SaveResult =
  | { readonly kind: 'saved'; readonly plan: PlanSummary }
  /** Another save came first; nothing was changed. */
  | { readonly kind: 'overtaken'; readonly current: PlanDocument }
  | { readonly kind: 'gone' };

/** Refuses to acknowledge a text that differs from the stored one: the error undoes the transaction. */
function needSame(stored: string, sent: string): void {
  if (stored !== sent) throw new Error('The database has kept another text than it was given.');
}

const summary = ['id', 'name', 'version', 'updated_at as updatedAt'] as const;

/** The plans of this workplace. Every method is one transaction; deleted plans are as if they were not there. */
export class PlanStore {
  constructor(
    private readonly db: Database,
    private readonly now: () => number = Date.now,
  ) {}

  /** The last changed first. */
  list(): Promise<PlanSummary[]> {
    return this.db
      .selectFrom('plan')
      .select(summary)
      .where('deleted_at', 'is', null)
      .orderBy('updated_at', 'desc')
      .orderBy('serial', 'desc')
      .execute();
  }

  find(id: string): Promise<PlanDocument | undefined> {
    return this.db
      .selectFrom('plan')
      .select([...summary, 'text'])
      .where('id', '=', id)
      .where('deleted_at', 'is', null)
      .executeTakeFirst();
  }

  create(name: string, text: string): Promise<PlanSummary> {
    return this.db.transaction().execute((tx) => this.insert(tx, name, text));
  }

  /** Makes a plan with its history. Revisions for which there is no room are left out, the oldest first. */
  createWithHistory({ name, text, revisions }: HistoryFile): Promise<PlanSummary> {
    return this.db.transaction().execute(async (tx) => {
      const plan = await this.insert(tx, name, text);
      const now = this.now();
      for (const revision of revisions) await keepRevision(tx, plan.id, revision, now);
      return plan;
    });
  }

  /** Makes a first plan if there is none; two servers that start at once make one. */
  createFirst(name: string, text: string): Promise<void> {
    return this.db.transaction().execute(async (tx) => {
      // Writing first: a transaction that reads first would let another one in between.
      const made = await this.insert(tx, name, text);
      const others = await tx
        .selectFrom('plan')
        .select('id')
        .where('id', '!=', made.id)
        .where('deleted_at', 'is', null)
        .limit(1)
        .execute();
      if (others.length > 0) await tx.deleteFrom('plan').where('id', '=', made.id).execute();
    });
  }

  private async insert(tx: Database, name: string, text: string): Promise<PlanSummary> {
    const now = this.now();
    const { text: stored, ...plan } = await tx
      .insertInto('plan')
      .values({ id: newId(), name, text, version: 1, created_at: now, updated_at: now, deleted_at: null })
      .returning([...summary, 'text'])
      .executeTakeFirstOrThrow();
    needSame(stored, text);
    return plan;
  }

  /**
   * Saves a text over the version that it was made from, and over no other. The replaced text may become a revision: for
   * a reason of the caller, as the plan's first text, if more than half of it goes, or if a stretch of edits is over.
   */
  save(id: string, text: string, version: number, keep: 'restored' | 'conflict' | null = null): Promise<SaveResult> {
    return this.db.transaction().execute(async (tx): Promise<SaveResult> => {
      const before = await tx
        .selectFrom('plan')
        .select(['text', 'version', 'created_at', 'updated_at'])
        .where('id', '=', id)
        .where('version', '=', version)
        .where('deleted_at', 'is', null)
        .executeTakeFirst();
      const now = this.now();
      if (before && before.text !== text) {
        const reason =
          keep ?? (2 * text.length < before.text.length ? 'shortened' : await endOfStretch(tx, id, before, now));
        // What ends by itself has the time of its last change. What somebody replaces has the time of that: it has to
        // stay for the hour in which nothing is thinned out.
        const madeAt = reason === 'edits' || reason === 'begun' ? before.updated_at : now;
        if (reason) await keepRevision(tx, id, { text: before.text, reason, madeAt }, now);
      }
      const plan = await tx
        .updateTable('plan')
        .set({ text, version: version + 1, updated_at: now })
        .where('id', '=', id)
        .where('version', '=', version)
        .where('deleted_at', 'is', null)
        .returning([...summary, 'text'])
        .executeTakeFirst();
      if (plan) {
        const { text: stored, ...saved } = plan;
        needSame(stored, text);
        return { kind: 'saved', plan: saved };
      }
      const current = await tx
        .selectFrom('plan')
        .select([...summary, 'text'])
        .where('id', '=', id)
        .where('deleted_at', 'is', null)
        .executeTakeFirst();
      if (!current) return { kind: 'gone' };
      // An equal text is no conflict: the answer to its first save was lost.
      return current.text === text ? { kind: 'saved', plan: current } : { kind: 'overtaken', current };
    });
  }

  rename(id: string, name: string): Promise<PlanSummary | undefined> {
    return this.db
      .updateTable('plan')
      .set({ name })
      .where('id', '=', id)
      .where('deleted_at', 'is', null)
      .returning(summary)
      .executeTakeFirst();
  }

  duplicate(id: string): Promise<PlanSummary | undefined> {
    return this.db.transaction().execute(async (tx) => {
      const plan = await tx
        .selectFrom('plan')
        .select(['name', 'text'])
        .where('id', '=', id)
        .where('deleted_at', 'is', null)
        .executeTakeFirst();
      return plan && this.insert(tx, `${[...plan.name].slice(0, 100).join('')} (copy)`, plan.text);
    });
  }

  async delete(id: string): Promise<boolean> {
    const result = await this.db
      .updateTable('plan')
      .set({ deleted_at: this.now() })
      .where('id', '=', id)
      .where('deleted_at', 'is', null)
      .executeTakeFirst();
    return result.numUpdatedRows > 0n;
  }

  /** Brings a deleted plan back. */
  restore(id: string): Promise<PlanSummary | undefined> {
    return this.db
      .updateTable('plan')
      .set({ deleted_at: null })
      .where('id', '=', id)
      .returning(summary)
      .executeTakeFirst();
  }

  /** The plans that can be restored, the last deleted first. */
  async listDeleted(): Promise<DeletedPlan[]> {
    const rows = await this.db
      .selectFrom('plan')
      .select(['id', 'name', 'deleted_at as deletedAt'])
      .where('deleted_at', '>=', this.now() - keptAfterDelete)
      .orderBy('deleted_at', 'desc')
      .orderBy('serial', 'desc')
      .execute();
    return rows.map(({ id, name, deletedAt }) => ({
      id,
      name,
      deletedAt: deletedAt!,
      until: deletedAt! + keptAfterDelete,
    }));
  }

  /** Takes plans out for good that were deleted long ago. */
  async purge(): Promise<void> {
    await this.db
      .deleteFrom('plan')
      .where('deleted_at', '<', this.now() - keptAfterDelete)
      .execute();
  }
}

/** Why a text becomes a revision when the next one is saved; null if its stretch of edits goes on. */
async function endOfStretch(
  tx: Database,
  id: string,
  before: { readonly version: number; readonly created_at: number; readonly updated_at: number },
  now: number,
): Promise<RevisionReason | null> {
  if (before.version === 1) return 'begun';
  if (now - before.updated_at >= stretchPause) return 'edits';
  const last = await tx
    .selectFrom('revision')
    .select('made_at')
    .where('plan_id', '=', id)
    .orderBy('made_at', 'desc')
    .limit(1)
    .executeTakeFirst();
  return now - (last?.made_at ?? before.created_at) >= longestStretch ? 'edits' : null;
}
