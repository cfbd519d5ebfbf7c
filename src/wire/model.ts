import type { ValidateFunction } from 'ajv';
import { Ajv } from 'ajv';
import planSchema from '../../docs/schema/plan.schema.json';
import type { PlanModel } from '../core/model/model';

let validate: ValidateFunction<PlanModel> | null = null;

/** What does not fit: where in the JSON (a JSON Pointer, RFC 6901), and why. */
export interface Misfit {
  readonly at: string;
  readonly message: string;
}

/** A plan's model, if JSON is one; otherwise the first places where it is none. */
export function asModel(json: unknown): PlanModel | readonly Misfit[] {
  validate ??= new Ajv({ allowUnionTypes: true }).compile<PlanModel>(planSchema);
  if (validate(json)) return json;
  return (validate.errors ?? []).map((error) => ({ at: error.instancePath || '/', message: error.message ?? 'does not fit' }));
}

export const isMisfit = (result: PlanModel | readonly Misfit[]): result is readonly Misfit[] => Array.isArray(result);
