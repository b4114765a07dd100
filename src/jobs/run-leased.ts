import {
  LEASE_S,
  LeaseLost,
  type Work,
  beatLease,
  endLease,
  giveBack,
  takeLease,
  writeLeased,
} from '../db/leases-sql.ts';
import { isDatabaseAway } from '../db/away.ts';
import type { Db } from '../db/pool.ts';
import type { WorkerContext } from './worker-context.ts';

const BEAT_MS = 500;

/** What work is handed while it holds its lease. */
export interface Held {
  readonly onProgress: (share: number) => void;
  /** Aborts when the work is stopped by a person, lost to another worker, or when this one is asked to end. */
  readonly signal: AbortSignal;
  /** Writes while the lease holds; throws LeaseLost, and writes nothing, where it does not. */
  readonly write: <T>(write: (db: Db) => Promise<T>) => Promise<T>;
  /** Writes the results and ends the work, in one transaction. */
  readonly finish: (state: 'done' | 'heard', message: string | null, write: (db: Db) => Promise<void>) => Promise<void>;
}

/** The sentence for a failure that is known; null: it is unexpected and is told in the log, too. */
type Sentence = (error: unknown) => string | null;

/**
 * Does one piece of long work under a lease: nobody else does it at the same time, a worker that was paused and wakes
 * up writes nothing over its successor, a failure becomes a sentence, and a worker that is asked to end gives it back.
 */
export async function runLeased(
  context: WorkerContext,
  work: Work,
  run: (held: Held) => Promise<void>,
  how: { readonly sentence: Sentence; readonly unexpected: string },
): Promise<void> {
  const { pool, owner, stopping, leaseS = LEASE_S } = context;
  const token = await takeLease(pool, work, owner, leaseS);
  if (token === null) return;
  const lost = new AbortController();
  let progress = 0;
  const beat = setInterval(
    () =>
      void beatLease(pool, work, { token, progress, leaseS }).then(
        (holds) => holds || lost.abort(),
        // A database that is away for a moment is asked again; the lease goes on meanwhile.
        () => undefined,
      ),
    BEAT_MS,
  );
  try {
    await run({
      onProgress: (share) => (progress = share),
      signal: AbortSignal.any([lost.signal, stopping]),
      write: (write) => writeLeased(pool, work, token, write),
      finish: (state, message, write) =>
        writeLeased(pool, work, token, async (db) => {
          await write(db);
          await endLease(db, work, state, message);
        }),
    });
  } catch (error) {
    if (lost.signal.aborted || error instanceof LeaseLost) return;
    if (stopping.aborted) return await giveBack(pool, work, token);
    // Nothing is wrong with the work: it is taken up again when the database is back and the lease has run out.
    if (isDatabaseAway(error)) throw error;
    const known = how.sentence(error);
    await writeLeased(pool, work, token, (db) => endLease(db, work, 'failed', known ?? how.unexpected)).catch(
      (failed: unknown) => {
        if (!(failed instanceof LeaseLost)) throw failed;
      },
    );
    if (known === null) throw error;
  } finally {
    clearInterval(beat);
  }
}
