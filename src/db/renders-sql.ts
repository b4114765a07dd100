import type { Db } from './pool.ts';

export const RENDER_STATES = ['queued', 'running', 'done', 'failed', 'cancelled'] as const;
export const RENDER_KINDS = ['programme', 'bed-wav', 'bed-flac'] as const;
export type RenderKind = (typeof RENDER_KINDS)[number];
export type RenderState = (typeof RENDER_STATES)[number];

export interface Render {
  readonly id: string;
  readonly workoutId: string;
  /** The finished video, or the music bed alone. */
  readonly kind: RenderKind;
  /** null for a music bed. */
  readonly takeId: string | null;
  readonly revision: number;
  readonly state: RenderState;
  readonly progress: number;
  readonly message: string | null;
  readonly sha256: string | null;
  readonly createdAt: Date;
}

const COLUMNS =
  'id, kind, workout_id AS "workoutId", take_id AS "takeId", revision, state, progress, message, sha256, created_at AS "createdAt"';

export async function insertRender(
  db: Db,
  workoutId: string,
  takeId: string | null,
  revision: number,
  kind: RenderKind = 'programme',
): Promise<Render> {
  const { rows } = await db.query<Render>(
    `INSERT INTO renders (workout_id, take_id, revision, kind) VALUES ($1, $2, $3, $4) RETURNING ${COLUMNS}`,
    [workoutId, takeId, revision, kind],
  );
  return rows[0] as Render;
}

export async function renderById(db: Db, id: string): Promise<Render | null> {
  return (await db.query<Render>(`SELECT ${COLUMNS} FROM renders WHERE id = $1`, [id])).rows[0] ?? null;
}

export async function rendersOf(db: Db, workoutId: string): Promise<Render[]> {
  return (
    await db.query<Render>(`SELECT ${COLUMNS} FROM renders WHERE workout_id = $1 ORDER BY created_at DESC LIMIT 20`, [
      workoutId,
    ])
  ).rows;
}

/** Takes a render up; false where it was cancelled or is done meanwhile. */
export async function beginRender(db: Db, id: string): Promise<boolean> {
  const { rowCount } = await db.query(
    `UPDATE renders SET state = 'running', progress = 0, beat_at = now() WHERE id = $1 AND state IN ('queued', 'running')`,
    [id],
  );
  return rowCount === 1;
}

/** Notes progress; false where the render was cancelled meanwhile. */
export async function beatRender(db: Db, id: string, progress: number): Promise<boolean> {
  const { rowCount } = await db.query(
    `UPDATE renders SET progress = $2, beat_at = now() WHERE id = $1 AND state = 'running'`,
    [id, Math.min(1, Math.max(0, progress))],
  );
  return rowCount === 1;
}

export async function finishRender(db: Db, id: string, sha256: string): Promise<boolean> {
  const { rowCount } = await db.query(
    `UPDATE renders SET state = 'done', progress = 1, sha256 = $2 WHERE id = $1 AND state = 'running'`,
    [id, sha256],
  );
  return rowCount === 1;
}

export async function failRender(db: Db, id: string, message: string): Promise<void> {
  await db.query(`UPDATE renders SET state = 'failed', message = $2 WHERE id = $1 AND state IN ('queued', 'running')`, [
    id,
    message.slice(0, 500),
  ]);
}

export async function cancelRender(db: Db, id: string): Promise<boolean> {
  const { rowCount } = await db.query(
    `UPDATE renders SET state = 'cancelled' WHERE id = $1 AND state IN ('queued', 'running')`,
    [id],
  );
  return rowCount === 1;
}

/** Renders whose worker gave no sign of life for so many seconds: it died. */
export async function orphanedRenders(db: Db, seconds: number): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>(
    `SELECT id FROM renders WHERE state = 'running' AND beat_at < now() - make_interval(secs => $1)`,
    [seconds],
  );
  return rows.map((row) => row.id);
}
