/** Types of the requests and answers between pages and route handlers, and the JSON Schemas of incoming bodies. */
import type { JSONSchemaType } from 'ajv';
import { nameSchema } from './names';

export interface PlanSummary {
  readonly id: string;
  /** Name of the plan in the list; the app's name stands in the text. */
  readonly name: string;
  /** Grows by one with each saved change of the text. */
  readonly version: number;
  /** Milliseconds since 1970-01-01T00:00Z. */
  readonly updatedAt: number;
}

export interface PlanDocument extends PlanSummary {
  readonly text: string;
}

/** Plans to look at, each an app with mistakes in it. */
export const examples = [
  {
    id: 'demo',
    name: 'Saddleback Huts',
    about: 'Booking a bunk in a mountain hut: 29 screens, four modules, tabs, links, a sign-in.',
  },
  {
    id: 'tidewater',
    name: 'Tidewater',
    about: 'One app for a harbour town: 158 screens, eight modules of four teams, two panes, results, 50 links.',
  },
] as const;

export type ExampleId = (typeof examples)[number]['id'];

export interface NewPlan {
  readonly name?: string;
  readonly from?: 'empty' | ExampleId;
  readonly text?: string;
  /** A plan as JSON, as `docs/schema/plan.schema.json` has it; takes the place of a text. */
  readonly model?: Record<string, unknown>;
}

export interface SaveText {
  readonly text: string;
  /** The version that the change was made on. */
  readonly version: number;
  /** The reason to keep the replaced text. One that is more than twice as long is kept anyway. */
  readonly keep?: 'restored' | 'conflict';
}

/** A deleted plan, which can be restored until then. */
export interface DeletedPlan {
  readonly id: string;
  readonly name: string;
  readonly deletedAt: number;
  readonly until: number;
}

export interface RenamePlan {
  readonly name: string;
}

/** RFC 9457. A save that meets a newer text gets that text in `current`. */
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

export const newPlanSchema: JSONSchemaType<NewPlan> = {
  type: 'object',
  additionalProperties: false,
  properties: {
    name: { ...nameSchema, nullable: true },
    from: { type: 'string', enum: ['empty', ...examples.map(({ id }) => id)], nullable: true },
    text: { type: 'string', nullable: true },
    model: { type: 'object', nullable: true, required: [], additionalProperties: true },
  },
  required: [],
};

export const saveTextSchema: JSONSchemaType<SaveText> = {
  type: 'object',
  additionalProperties: false,
  properties: {
    text: { type: 'string' },
    version: { type: 'integer', minimum: 1 },
    keep: { type: 'string', enum: ['restored', 'conflict'], nullable: true },
  },
  required: ['text', 'version'],
};

export const renamePlanSchema: JSONSchemaType<RenamePlan> = {
  type: 'object',
  additionalProperties: false,
  properties: { name: nameSchema },
  required: ['name'],
};
