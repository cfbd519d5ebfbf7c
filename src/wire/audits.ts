/** Audits of URLs that are kept with a plan, and the JSON Schema of incoming ones. */
import type { JSONSchemaType } from 'ajv';
import type { AuditReport } from '../core/audit/audit';

export interface AuditSummary {
  readonly id: string;
  /** Name of the audited file. */
  readonly name: string;
  readonly variant: string;
  /** Milliseconds since 1970-01-01T00:00Z. */
  readonly createdAt: number;
  readonly total: number;
  /** How many open nothing. */
  readonly lost: number;
}

export interface AuditDocument extends Omit<AuditSummary, 'total' | 'lost'> {
  readonly report: AuditReport;
}

export type NewAudit = Pick<AuditDocument, 'name' | 'variant' | 'report'>;

const count = { type: 'integer', minimum: 0 } as const;
const text = { type: 'string', maxLength: 5000 } as const;
const examples = { type: 'array', maxItems: 10, items: { type: 'string', maxLength: 1000 } } as const;

const object = (properties: Record<string, object>): object => ({
  type: 'object',
  additionalProperties: false,
  required: Object.keys(properties),
  properties,
});
const groups = (properties: Record<string, object>): object => ({
  type: 'array',
  maxItems: 20_000,
  items: object({ ...properties, count, examples }),
});
const lost = groups({
  pattern: { ...text, type: ['string', 'null'] },
  screen: { ...text, type: ['string', 'null'] },
  why: text,
});

// Said once for all groups, which the type of schemas cannot follow.
export const newAuditSchema = object({
  name: { type: 'string', minLength: 1, maxLength: 300 },
  variant: { type: 'string', minLength: 1, maxLength: 300 },
  report: object({
    total: count,
    opens: count,
    gated: count,
    lost: count,
    unreadable: count,
    ambiguous: count,
    opened: groups({ pattern: text, screen: text, gated: { type: 'boolean' }, ambiguous: count }),
    lostGroups: lost,
    unreadableGroups: lost,
    ambiguousGroups: groups({ patterns: { type: 'array', maxItems: 20_000, items: text } }),
  }),
}) as unknown as JSONSchemaType<NewAudit>;
