import type { Take } from '../db/takes-sql.ts';
import type { Held } from './run-leased.ts';
import type { WorkerContext } from './worker-context.ts';

/** What a piece of work on a take is handed; gives a sentence for the page, or null, and what to write with it. */
export interface TakeTask {
  readonly context: WorkerContext;
  readonly take: Take;
  readonly onProgress: (share: number) => void;
  readonly signal: AbortSignal;
  /** Writes while the work is still this worker's. */
  readonly write: Held['write'];
}
