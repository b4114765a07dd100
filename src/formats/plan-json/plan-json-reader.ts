import Joi from 'joi';
import type { Plan } from '../../core/plan/plan.ts';
import { doubleNames } from '../json-names.ts';
import { type ReadProblem, type ReadResult, refuseText } from '../problem.ts';
import { faultOf, planSchema } from './plan-schema.ts';

/** The name and version that a plan file carries. */
const PLAN_FORMAT = 'euphon-plan';
const PLAN_VERSION = 1;

const fileSchema = Joi.object({
  format: Joi.valid(PLAN_FORMAT).required(),
  version: Joi.valid(PLAN_VERSION).required(),
  plan: planSchema,
}).required();

export function writePlanJson(plan: Plan): string {
  return JSON.stringify({ format: PLAN_FORMAT, version: PLAN_VERSION, plan }, null, 2) + '\n';
}

/** Reads Euphon's JSON. A field that is wrong is named with its path; null where no plan could be made of it. */
export function readPlanJson(text: string): ReadResult<Plan | null> {
  const refused = refuseText(text, 'a plan as JSON');
  if (refused !== null) return { value: null, problems: [refused] };
  const fail = (code: string, message: string): { value: null; problems: ReadProblem[] } => ({
    value: null,
    problems: [{ code, line: 0, message, severity: 'error' }],
  });
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (error) {
    return fail('not-json', `This is not JSON: ${error instanceof Error ? error.message.slice(0, 80) : 'unreadable'}.`);
  }
  const fault = faultOf(fileSchema, data);
  return fault === null
    ? { value: (data as { plan: Plan }).plan, problems: doubleNames(text) }
    : fail('bad-field', fault);
}
