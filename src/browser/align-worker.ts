import { expose } from 'comlink';
import type { Plan } from '../core/plan/plan.ts';
import type { Edit } from '../core/workout/document.ts';
import { type Aligned, type TakeFacts, alignWorkout } from '../core/workout/align-takes.ts';

/** A thin shell round the core's alignment, so that typing never waits for it. */
const api = {
  align: (plan: Plan, edit: Pick<Edit, 'pins' | 'noTimers'>, take: TakeFacts, lacking: readonly string[]): Aligned =>
    alignWorkout({ plan, edit }, take, lacking),
};
export type AlignWorker = typeof api;

expose(api);
