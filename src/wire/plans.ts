/** What goes between the pages and the route handlers, and the JSON Schemas that incoming bodies are checked with. */
import type { JSONSchemaType } from 'ajv';

export interface PlanSummary {
  readonly id: string;
  /** What the plan is called in the list; the app's own name stands in the text. */
  readonly name: string;
  /** Grows by one with each saved change of the text. */
  readonly version: number;
  /** Milliseconds since 1970-01-01T00:00Z. */
  readonly updatedAt: number;
}

export interface PlanDocument extends PlanSummary {
  readonly text: string;
}

export interface NewPlan {
  readonly name?: string;
  readonly from?: 'empty' | 'demo';
  readonly text?: string;
  /** A plan as JSON, as `docs/schema/plan.schema.json` has it; takes the place of a text. */
  readonly model?: Record<string, unknown>;
}

export interface SaveText {
  readonly text: string;
  /** The version that the change was made on. */
  readonly version: number;
}

export interface RenamePlan {
  readonly name: string;
}

/** RFC 9457. `current` is there where a newer text stands in the way of a save. */
export interface Problem {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly detail: string;
  readonly errors?: readonly { readonly at: string; readonly message: string }[];
  readonly current?: PlanDocument;
}

export const problemType = {
  overtaken: 'urn:andante:problem:overtaken',
} as const;

/** Something that can be seen, and nothing that ends a line, turns the direction of writing, or is half of a sign. */
const name = { type: 'string', minLength: 1, maxLength: 120, pattern: '^(?=.*\\S)[^\\u0000-\\u001f\\u007f-\\u009f\\u061c\\u200e\\u200f\\u2028-\\u202e\\u2066-\\u2069\\ud800-\\udfff]*$' } as const;

export const newPlanSchema: JSONSchemaType<NewPlan> = {
  type: 'object',
  additionalProperties: false,
  properties: {
    name: { ...name, nullable: true },
    from: { type: 'string', enum: ['empty', 'demo'], nullable: true },
    text: { type: 'string', nullable: true },
    model: { type: 'object', nullable: true, required: [], additionalProperties: true },
  },
  required: [],
};

export const saveTextSchema: JSONSchemaType<SaveText> = {
  type: 'object',
  additionalProperties: false,
  properties: { text: { type: 'string' }, version: { type: 'integer', minimum: 1 } },
  required: ['text', 'version'],
};

export const renamePlanSchema: JSONSchemaType<RenamePlan> = {
  type: 'object',
  additionalProperties: false,
  properties: { name },
  required: ['name'],
};
