import { expose } from 'comlink';
import type { Plan } from '../core/plan/plan.ts';
import type { Pin } from '../core/align/align.ts';
import { type Aligned, type TakeFacts, alignWorkout } from '../core/workout/pipeline.ts';

/** A thin shell round the core's alignment, so that typing never waits for it. */
const api = {
  align: (plan: Plan, pins: readonly Pin[], take: TakeFacts): Aligned => alignWorkout({ plan, edit: { pins } }, take),
};
export type AlignWorker = typeof api;

expose(api);
