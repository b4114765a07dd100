import { SOUND_PARTS } from '../core/sound/parts.ts';
import type { Certificate } from '../core/proof/certificate.ts';
import type { Db } from './pool.ts';

export const RENDER_STATES = ['queued', 'running', 'done', 'failed', 'cancelled'] as const;
const SOUND_KINDS = SOUND_PARTS.map((part) => `sound-${part}` as const);
export const RENDER_KINDS = ['programme', 'bed-wav', 'bed-flac', ...SOUND_KINDS] as const;
export type RenderKind = (typeof RENDER_KINDS)[number];
export type RenderState = (typeof RENDER_STATES)[number];

export interface Render {
  readonly id: string;
  readonly workoutId: string;
  /** The finished video, the music bed alone, or the sound of the programme, whole or a part of it. */
  readonly kind: RenderKind;
  /** null for what is no video. */
  readonly takeId: string | null;
  readonly revision: number;
  readonly state: RenderState;
  readonly progress: number;
  readonly message: string | null;
  readonly sha256: string | null;
  readonly createdAt: Date;
  /** What was read in the finished video; null: it was not read back. */
  readonly certificate: Certificate | null;
}

const COLUMNS =
  'id, kind, workout_id AS "workoutId", take_id AS "takeId", revision, state, progress, message, sha256, created_at AS "createdAt", certificate';

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

/** Notes the file of a finished render; its lease is ended in the same transaction. */
export async function setRenderFile(
  db: Db,
  id: string,
  file: { readonly sha256: string; readonly pictureKey: string | null; readonly certificate: Certificate | null },
): Promise<void> {
  await db.query("UPDATE renders SET sha256 = $2, picture_key = $3, certificate = $4, state = 'done' WHERE id = $1", [
    id,
    file.sha256,
    file.pictureKey,
    file.certificate === null ? null : JSON.stringify(file.certificate),
  ]);
}

/** The file of a finished video whose picture was made from the same; null: there is none. */
export async function fileWithPicture(
  db: Db,
  workoutId: string,
  pictureKey: string,
): Promise<{ sha256: string; extension: string } | null> {
  const { rows } = await db.query<{ sha256: string; extension: string }>(
    `SELECT m.sha256, m.extension FROM renders r JOIN media_files m ON m.sha256 = r.sha256
     WHERE r.workout_id = $1 AND r.picture_key = $2 AND r.state = 'done' ORDER BY r.created_at DESC LIMIT 1`,
    [workoutId, pictureKey],
  );
  return rows[0] ?? null;
}

export async function cancelRender(db: Db, id: string): Promise<boolean> {
  const { rowCount } = await db.query(
    `UPDATE renders SET state = 'cancelled', owner = NULL, token = NULL, lease_until = NULL WHERE id = $1 AND state IN ('queued', 'running')`,
    [id],
  );
  return rowCount === 1;
}
