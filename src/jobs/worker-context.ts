import type pg from 'pg';
import type { WorkoutDocument } from '../core/workout/document.ts';
import type { Produced } from '../core/workout/pipeline.ts';
import type { Take } from '../db/takes-sql.ts';
import type { FileStore } from '../media/file-store.ts';

/** What a job is handed. */
export interface WorkerContext {
  readonly pool: pg.Pool;
  readonly store: FileStore;
  readonly fontsFolder: string;
  /** Aborted when the worker is asked to end. */
  readonly stopping: AbortSignal;
  readonly produceAt: (workoutId: string, revision: number, take: Take) => Promise<{ document: WorkoutDocument; produced: Produced }>;
}
