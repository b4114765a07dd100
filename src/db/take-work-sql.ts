import type { Db } from './pool.ts';

export const TAKE_WORK_KINDS = ['listen', 'picture', 'sync', 'words'] as const;
export type TakeWorkKind = (typeof TAKE_WORK_KINDS)[number];

/** Long work on a take as the page shows it. */
export interface TakeWork {
  readonly kind: TakeWorkKind;
  readonly state: 'queued' | 'running' | 'done' | 'failed' | 'stopped';
  readonly progress: number;
  readonly message: string | null;
}

/** Notes that work is wanted, also where it was done before. */
export async function queueTakeWork(db: Db, takeId: string, kind: TakeWorkKind): Promise<void> {
  await db.query(
    `INSERT INTO take_work (take_id, kind) VALUES ($1, $2)
     ON CONFLICT (take_id, kind) DO UPDATE SET state = 'queued', progress = 0, message = NULL, beat_at = now(),
       owner = NULL, token = NULL, lease_until = NULL`,
    [takeId, kind],
  );
}

export async function workOf(db: Db, takeId: string): Promise<TakeWork[]> {
  return (
    await db.query<TakeWork>('SELECT kind, state, progress, message FROM take_work WHERE take_id = $1 ORDER BY kind', [
      takeId,
    ])
  ).rows;
}

/** Stops work that waits or is being done; whoever does it loses its lease. */
export async function stopTakeWork(db: Db, takeId: string, kind: TakeWorkKind): Promise<boolean> {
  const { rowCount } = await db.query(
    `UPDATE take_work SET state = 'stopped', message = 'Stopped.', owner = NULL, token = NULL, lease_until = NULL
     WHERE take_id = $1 AND kind = $2 AND state IN ('queued', 'running')`,
    [takeId, kind],
  );
  return rowCount === 1;
}
