import { expose } from 'comlink';
import { type FitLimits, fitToLength } from '../core/plan/fit.ts';
import { bestOrder } from '../core/plan/order.ts';
import type { Block, Plan } from '../core/plan/plan.ts';
import type { Micros } from '../core/time/micros.ts';

/** A thin shell round the searches of the Plan station, so that typing never waits for them. */
const api = {
  fit: (plan: Plan, target: Micros, limits: FitLimits, locked: readonly string[]) => fitToLength(plan, target, limits, new Set(locked)),
  order: (block: Block, locked: readonly number[]) => bestOrder(block, new Set(locked)),
};
export type DesignWorker = typeof api;

expose(api);
