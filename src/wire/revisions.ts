/** Types of the revisions of a plan between pages and route handlers, and the JSON Schemas of incoming bodies. */
import type { JSONSchemaType } from 'ajv';
import { nameSchema } from './names';

/**
 * Why a text was kept:
 *
 * - `marked`: somebody marked it
 * - `begun`: it is the first text of the plan
 * - `edits`: a stretch of edits ended with it
 * - `restored`: a revision took its place
 * - `conflict`: it gave way to the text of another window
 * - `shortened`: a change removed more than half of it
 */
const revisionReasons = ['marked', 'begun', 'edits', 'restored', 'conflict', 'shortened'] as const;
export type RevisionReason = (typeof revisionReasons)[number];

/** Numbers of a text's verdict. */
export interface RevisionCounts {
  readonly errors: number;
  readonly warnings: number;
  readonly screens: number;
  readonly stranded: number;
}

export interface RevisionSummary {
  readonly id: string;
  /** Milliseconds since 1970-01-01T00:00Z. */
  readonly madeAt: number;
  readonly reason: RevisionReason;
  /** Null for one that nobody has named; such ones thin out with age. */
  readonly name: string | null;
  readonly note: string;
  readonly lines: number;
  /** SHA-256 of the text, in hexadecimal digits. */
  readonly digest: string;
  /** Null until a page has worked them out. */
  readonly counts: RevisionCounts | null;
}

export interface RevisionDocument extends RevisionSummary {
  readonly text: string;
}

export interface NewRevision {
  readonly text: string;
  readonly reason: 'marked' | 'conflict';
  readonly name?: string;
  readonly note?: string;
  readonly counts?: RevisionCounts;
}

/** What may change of a revision. Without a name it thins out with age. */
export interface RevisionPatch {
  readonly name?: string | null;
  readonly note?: string;
  readonly counts?: RevisionCounts;
}

/** A plan with its history as one file. */
export interface HistoryFile {
  readonly andante: 'plan with history';
  /** The version of this form. */
  readonly format: 1;
  readonly name: string;
  readonly text: string;
  /** The oldest first. */
  readonly revisions: readonly Pick<RevisionDocument, 'madeAt' | 'reason' | 'name' | 'note' | 'counts' | 'text'>[];
}

const note = { type: 'string', maxLength: 2000 } as const;
const count = { type: 'integer', minimum: 0 } as const;
const counts = {
  type: 'object',
  additionalProperties: false,
  properties: { errors: count, warnings: count, screens: count, stranded: count },
  required: ['errors', 'warnings', 'screens', 'stranded'],
} as const;

export const newRevisionSchema: JSONSchemaType<NewRevision> = {
  type: 'object',
  additionalProperties: false,
  properties: {
    text: { type: 'string' },
    reason: { type: 'string', enum: ['marked', 'conflict'] },
    name: { ...nameSchema, nullable: true },
    note: { ...note, nullable: true },
    counts: { ...counts, nullable: true },
  },
  required: ['text', 'reason'],
};

export const revisionPatchSchema: JSONSchemaType<RevisionPatch> = {
  type: 'object',
  additionalProperties: false,
  properties: {
    name: { ...nameSchema, nullable: true },
    note: { ...note, nullable: true },
    counts: { ...counts, nullable: true },
  },
  required: [],
};

export const historyFileSchema: JSONSchemaType<HistoryFile> = {
  type: 'object',
  additionalProperties: false,
  properties: {
    andante: { type: 'string', const: 'plan with history' },
    format: { type: 'integer', const: 1 },
    name: nameSchema,
    text: { type: 'string' },
    revisions: {
      type: 'array',
      maxItems: 1000,
      items: {
        type: 'object',
        additionalProperties: false,
        properties: {
          madeAt: { type: 'integer', minimum: 0 },
          reason: { type: 'string', enum: revisionReasons },
          name: { ...nameSchema, nullable: true },
          note,
          counts: { ...counts, nullable: true },
          text: { type: 'string' },
        },
        required: ['madeAt', 'reason', 'name', 'note', 'counts', 'text'],
      },
    },
  },
  required: ['andante', 'format', 'name', 'text', 'revisions'],
} as unknown as JSONSchemaType<HistoryFile>;
