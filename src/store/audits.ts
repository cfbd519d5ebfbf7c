import { customAlphabet } from 'nanoid';
import type { AuditReport } from '../core/audit/audit';
import type { AuditDocument, AuditSummary, NewAudit } from '../wire/audits';
import type { Database } from './database';
import { hasPlan } from './revisions';

const newId = customAlphabet('0123456789abcdefghjkmnpqrstvwxyz', 12);

/** Most audits kept with a plan; a further one replaces the oldest. */
export const mostKept = 20;

const summary = ['id', 'name', 'variant', 'created_at as createdAt', 'total', 'lost'] as const;

/**
 * Results of URL audits, kept with their plans. Every method is one transaction. Results of a deleted plan are hidden.
 */
export class AuditStore {
  constructor(
    private readonly db: Database,
    private readonly now: () => number = Date.now,
  ) {}

  /** The last first; undefined for an unknown plan. */
  list(planId: string): Promise<AuditSummary[] | undefined> {
    return this.db
      .transaction()
      .execute(async (tx) =>
        !(await hasPlan(tx, planId))
          ? undefined
          : tx.selectFrom('audit').select(summary).where('plan_id', '=', planId).orderBy('serial', 'desc').execute(),
      );
  }

  find(planId: string, id: string): Promise<AuditDocument | undefined> {
    return this.db.transaction().execute(async (tx) => {
      if (!(await hasPlan(tx, planId))) return undefined;
      const row = await tx
        .selectFrom('audit')
        .select(['id', 'name', 'variant', 'created_at as createdAt', 'report'])
        .where('plan_id', '=', planId)
        .where('id', '=', id)
        .executeTakeFirst();
      return row && { ...row, report: JSON.parse(row.report) as AuditReport };
    });
  }

  /** Undefined for an unknown plan. */
  create(planId: string, { name, variant, report }: NewAudit): Promise<AuditSummary | undefined> {
    return this.db.transaction().execute(async (tx) => {
      if (!(await hasPlan(tx, planId))) return undefined;
      const made = await tx
        .insertInto('audit')
        .values({
          id: newId(),
          plan_id: planId,
          name,
          variant,
          created_at: this.now(),
          total: report.total,
          lost: report.lost + report.unreadable,
          report: JSON.stringify(report),
        })
        .returning(summary)
        .executeTakeFirstOrThrow();
      const kept = tx
        .selectFrom('audit')
        .select('serial')
        .where('plan_id', '=', planId)
        .orderBy('serial', 'desc')
        .limit(mostKept);
      await tx.deleteFrom('audit').where('plan_id', '=', planId).where('serial', 'not in', kept).execute();
      return made;
    });
  }

  delete(planId: string, id: string): Promise<boolean> {
    return this.db.transaction().execute(async (tx) => {
      if (!(await hasPlan(tx, planId))) return false;
      const result = await tx.deleteFrom('audit').where('plan_id', '=', planId).where('id', '=', id).executeTakeFirst();
      return result.numDeletedRows > 0n;
    });
  }
}
