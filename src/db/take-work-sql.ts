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
     ON CONFLICT (take_id, kind) DO UPDATE SET state = 'queued', progress = 0, message = NULL, beat_at = now()`,
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

/** Takes work up, or notes how far it is; false where it was stopped or is done meanwhile. */
export async function beatTakeWork(db: Db, takeId: string, kind: TakeWorkKind, progress: number): Promise<boolean> {
  const { rowCount } = await db.query(
    `UPDATE take_work SET state = 'running', progress = $3, beat_at = now() WHERE take_id = $1 AND kind = $2 AND state IN ('queued', 'running')`,
    [takeId, kind, Math.min(1, Math.max(0, progress))],
  );
  return rowCount === 1;
}

export async function endTakeWork(
  db: Db,
  takeId: string,
  kind: TakeWorkKind,
  state: 'done' | 'failed' | 'stopped',
  message: string | null = null,
): Promise<boolean> {
  const { rowCount } = await db.query(
    `UPDATE take_work SET state = $3, progress = CASE WHEN $3 = 'done' THEN 1 ELSE progress END, message = $4 WHERE take_id = $1 AND kind = $2 AND state IN ('queued', 'running')`,
    [takeId, kind, state, message?.slice(0, 500) ?? null],
  );
  return rowCount === 1;
}

/** Work whose worker gave no sign of life for so many seconds: it died. */
export async function orphanedTakeWork(db: Db, seconds: number): Promise<{ takeId: string; kind: TakeWorkKind }[]> {
  return (
    await db.query<{ takeId: string; kind: TakeWorkKind }>(
      `SELECT take_id AS "takeId", kind FROM take_work WHERE state = 'running' AND beat_at < now() - make_interval(secs => $1)`,
      [seconds],
    )
  ).rows;
}
