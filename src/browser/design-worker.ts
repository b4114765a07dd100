import { expose } from 'comlink';
import type { Exercise } from '../core/exercise/exercise.ts';
import { bookWith } from '../core/exercise/library.ts';
import { type FitLimits, fitToLength } from '../core/plan/fit.ts';
import { bestOrder } from '../core/plan/order.ts';
import type { Block, Plan } from '../core/plan/plan.ts';
import type { Micros } from '../core/time/micros.ts';

/** A thin shell round the searches of the Plan station, so that typing never waits for them. */
const api = {
  fit: (plan: Plan, target: Micros, limits: FitLimits, locked: readonly string[]) =>
    fitToLength(plan, target, limits, { locked: new Set(locked) }),
  order: (block: Block, locked: readonly number[], own: readonly Exercise[]) =>
    bestOrder(block, new Set(locked), bookWith(own)),
};
export type DesignWorker = typeof api;

expose(api);
