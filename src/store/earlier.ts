import { customAlphabet } from 'nanoid';
import type { EarlierDocument, EarlierSummary, KeptBefore } from '../wire/plans';
import type { Database } from './database';

const newId = customAlphabet('0123456789abcdefghjkmnpqrstvwxyz', 12);

/** Most earlier texts kept with a plan; a further one replaces the oldest. */
export const mostEarlier = 20;

/** Keeps a text that a plan had. One that was kept last is not kept once more. */
export async function keepEarlier(
  tx: Database,
  planId: string,
  text: string,
  reason: KeptBefore,
  now: number,
): Promise<void> {
  const of = tx.selectFrom('earlier').where('plan_id', '=', planId).orderBy('serial', 'desc');
  const last = await of.select('text').limit(1).executeTakeFirst();
  if (text.trim() === '' || last?.text === text) return;
  await tx.insertInto('earlier').values({ id: newId(), plan_id: planId, text, reason, kept_at: now }).execute();
  await tx
    .deleteFrom('earlier')
    .where('plan_id', '=', planId)
    .where('serial', 'not in', of.select('serial').limit(mostEarlier))
    .execute();
}

/** Texts of plans that others have replaced. Texts of a deleted plan are hidden. */
export class EarlierStore {
  constructor(
    private readonly db: Database,
    private readonly now: () => number = Date.now,
  ) {}

  /** The last first; undefined for an unknown plan. */
  list(planId: string): Promise<EarlierSummary[] | undefined> {
    return this.db.transaction().execute(async (tx) => {
      if (!(await hasPlan(tx, planId))) return undefined;
      const rows = await tx
        .selectFrom('earlier')
        .select(['id', 'kept_at as keptAt', 'reason', 'text'])
        .where('plan_id', '=', planId)
        .orderBy('serial', 'desc')
        .execute();
      return rows.map(({ text, ...row }) => ({ ...row, lines: text.split('\n').length }));
    });
  }

  find(planId: string, id: string): Promise<EarlierDocument | undefined> {
    return this.db.transaction().execute(async (tx) => {
      if (!(await hasPlan(tx, planId))) return undefined;
      const row = await tx
        .selectFrom('earlier')
        .select(['id', 'kept_at as keptAt', 'reason', 'text'])
        .where('plan_id', '=', planId)
        .where('id', '=', id)
        .executeTakeFirst();
      return row && { ...row, lines: row.text.split('\n').length };
    });
  }

  /** Keeps a text that was given up in a conflict. Returns false for an unknown plan. */
  keep(planId: string, text: string): Promise<boolean> {
    return this.db.transaction().execute(async (tx) => {
      if (!(await hasPlan(tx, planId))) return false;
      await keepEarlier(tx, planId, text, 'conflict', this.now());
      return true;
    });
  }
}

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
