import type { ValidateFunction } from 'ajv';
import { Ajv } from 'ajv';
import planSchema from '../../docs/schema/plan.schema.json';
import { maximumJsonDepth } from '../core/base/limits';
import type { PlanModel } from '../core/model/model';

let validate: ValidateFunction<PlanModel> | null = null;

/** A mismatch: its place in the JSON (a JSON Pointer, RFC 6901), and the reason. */
export interface Misfit {
  readonly at: string;
  readonly message: string;
}

/** A plan's model, if JSON is one; otherwise the first places that do not fit. */
export function asModel(json: unknown): PlanModel | readonly Misfit[] {
  if (isDeeperThan(json, maximumJsonDepth))
    return [{ at: '/', message: `nests deeper than ${maximumJsonDepth} levels` }];
  validate ??= new Ajv({ allowUnionTypes: true }).compile<PlanModel>(planSchema);
  if (validate(json)) return json;
  return (validate.errors ?? []).map((error) => ({
    at: error.instancePath || '/',
    message: error.message ?? 'does not fit',
  }));
}

/** Whether JSON nests deeper than a number of levels. Goes level by level, so that any depth is fine. */
function isDeeperThan(json: unknown, levels: number): boolean {
  let level = [json];
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > levels) return true;
    level = level.flatMap((each): unknown[] => (typeof each === 'object' && each !== null ? Object.values(each) : []));
  }
  return false;
}

export const isMisfit = (result: PlanModel | readonly Misfit[]): result is readonly Misfit[] => Array.isArray(result);
