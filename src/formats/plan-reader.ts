import type { Plan } from '../core/plan/plan.ts';
import { readOutline } from './outline/outline-reader.ts';
import { readPlanJson } from './plan-json/plan-json-reader.ts';
import type { ReadResult } from './problem.ts';

/** Reads a plan in either of its forms: JSON where the text begins with a brace, else the outline. */
export function readPlan(text: string): ReadResult<Plan | null> {
  return /^\ufeff?\s*[{[]/.test(text) ? readPlanJson(text) : readOutline(text);
}
