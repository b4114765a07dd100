import type { MadeKindName } from '../core/delivery/films.ts';
import type { MadeOptions } from '../core/delivery/stretch.ts';
import type { Certificate } from '../core/proof/certificate.ts';
import type { Db } from './pool.ts';

export type RenderKind = MadeKindName;
type RenderState = 'queued' | 'running' | 'done' | 'failed' | 'cancelled';

export interface Render {
  readonly id: string;
  readonly workoutId: string;
  /** A film of the programme, the music bed alone, or the sound of the programme, whole or a part of it. */
  readonly kind: RenderKind;
  /** null for what is not the finished film. */
  readonly takeId: string | null;
  readonly revision: number;
  readonly state: RenderState;
  readonly progress: number;
  readonly message: string | null;
  readonly sha256: string | null;
  /** How large the file is. */
  readonly bytes: number | null;
  readonly createdAt: Date;
  /** What was read in the finished video; null: it was not read back. */
  readonly certificate: Certificate | null;
  readonly options: MadeOptions | null;
}

const COLUMNS = `id, kind, workout_id AS "workoutId", take_id AS "takeId", revision, state, progress, message, sha256,
  created_at AS "createdAt", certificate, options,
  (SELECT bytes FROM media_files m WHERE m.sha256 = r.sha256)::float8 AS bytes`;

/** What is asked for. */
interface NewRender {
  readonly workoutId: string;
  readonly revision: number;
  readonly kind: RenderKind;
  /** Of the finished film alone. */
  readonly takeId?: string;
  readonly options?: MadeOptions;
}

export async function insertRender(db: Db, { workoutId, revision, kind, takeId, options }: NewRender): Promise<Render> {
  const { rows } = await db.query<Render>(
    `INSERT INTO renders AS r (workout_id, take_id, revision, kind, options) VALUES ($1, $2, $3, $4, $5)
     RETURNING ${COLUMNS}`,
    [workoutId, takeId ?? null, revision, kind, options === undefined ? null : JSON.stringify(options)],
  );
  return rows[0]!;
}

export async function renderById(db: Db, id: string): Promise<Render | null> {
  return (await db.query<Render>(`SELECT ${COLUMNS} FROM renders r WHERE id = $1`, [id])).rows[0] ?? null;
}

/** So many of a kind are listed. */
const MOST_OF_A_KIND = 12;

export async function rendersOf(db: Db, workoutId: string): Promise<Render[]> {
  return (
    await db.query<Render>(
      `SELECT ${COLUMNS} FROM (
         SELECT *, row_number() OVER (PARTITION BY kind ORDER BY created_at DESC) AS place FROM renders
         WHERE workout_id = $1
       ) r WHERE place <= $2 ORDER BY created_at DESC`,
      [workoutId, MOST_OF_A_KIND],
    )
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
    `UPDATE renders SET state = 'cancelled', owner = NULL, token = NULL, lease_until = NULL
     WHERE id = $1 AND state IN ('queued', 'running')`,
    [id],
  );
  return rowCount === 1;
}
