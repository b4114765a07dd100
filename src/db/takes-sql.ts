import type { TakeSound } from '../core/signal/take-sound.ts';
import type { Lie } from '../core/sync/clock-map.ts';
import type { MediaFacts, TakeRole, ThumbSheet } from '../core/sync/media-facts.ts';
import { frameRate } from '../core/time/frames.ts';
import { type Length, type Micros, takeTime } from '../core/time/micros.ts';
import type { Db } from './pool.ts';

export interface MediaFile {
  readonly sha256: string;
  readonly extension: string;
  readonly bytes: number;
}

export interface Take extends MediaFacts {
  readonly id: string;
  readonly workoutId: string;
  readonly name: string;
  readonly file: MediaFile;
  readonly role: TakeRole;
  /** Which take it is another camera or recorder of, and how it lies to it; null: not laid over it yet. */
  readonly ofTake: string | null;
  /** The line that it is a recording of, where it is a pick-up. */
  readonly pickUp: string | null;
  readonly lie: Lie | null;
  readonly sound: TakeSound | null;
  readonly proxy: MediaFile | null;
  readonly thumbs: (ThumbSheet & { readonly file: MediaFile }) | null;
}

interface TakeRow {
  pick_up: string | null;
  role: TakeRole;
  of_take: string | null;
  offset_us: string | null;
  drift_ppm: number | null;
  spread_us: string | null;
  sound: TakeSound | null;
  thumbs: ThumbSheet | null;
  proxy_sha256: string | null;
  proxy_extension: string;
  proxy_bytes: string;
  thumbs_sha256: string | null;
  thumbs_extension: string;
  thumbs_bytes: string;
  id: string;
  workout_id: string;
  name: string;
  sha256: string;
  extension: string;
  bytes: string;
  duration_us: string;
  rate_num: number;
  rate_den: number;
  width: number;
  height: number;
  video_codec: string;
  audio_codec: string | null;
  video_start_us: string;
}

const SELECT_TAKE = `SELECT t.*, CASE WHEN h.deleted_at IS NULL THEN t.of_take END AS of_take, m.extension, m.bytes,
  p.extension AS proxy_extension, p.bytes AS proxy_bytes, s.extension AS thumbs_extension, s.bytes AS thumbs_bytes
  FROM takes t JOIN media_files m ON m.sha256 = t.sha256 LEFT JOIN media_files p ON p.sha256 = t.proxy_sha256
  LEFT JOIN media_files s ON s.sha256 = t.thumbs_sha256
  LEFT JOIN takes h ON h.id = t.of_take`;

function toTake(row: TakeRow): Take {
  return {
    id: row.id,
    workoutId: row.workout_id,
    name: row.name,
    file: { sha256: row.sha256, extension: row.extension, bytes: Number(row.bytes) },
    duration: takeTime(Number(row.duration_us)),
    rate: frameRate(row.rate_num, row.rate_den),
    width: row.width,
    height: row.height,
    videoCodec: row.video_codec,
    audioCodec: row.audio_codec,
    videoStart: Number(row.video_start_us) as Micros,
    role: row.role,
    pickUp: row.pick_up,
    ofTake: row.of_take,
    sound: row.sound,
    lie:
      row.offset_us === null || row.drift_ppm === null
        ? null
        : {
            offsetUs: Number(row.offset_us) as Micros,
            driftPpm: row.drift_ppm,
            spreadUs: Number(row.spread_us ?? 0) as Length,
          },
    proxy:
      row.proxy_sha256 === null
        ? null
        : { sha256: row.proxy_sha256, extension: row.proxy_extension, bytes: Number(row.proxy_bytes) },
    thumbs:
      row.thumbs_sha256 === null || row.thumbs === null
        ? null
        : {
            ...row.thumbs,
            file: { sha256: row.thumbs_sha256, extension: row.thumbs_extension, bytes: Number(row.thumbs_bytes) },
          },
  };
}

export async function insertMediaFile(db: Db, file: MediaFile): Promise<void> {
  // Brought in again, it is new again for the sweeper.
  await db.query(
    `INSERT INTO media_files (sha256, extension, bytes) VALUES ($1, $2, $3) ON CONFLICT (sha256) DO UPDATE
     SET created_at = now()`,
    [file.sha256, file.extension, file.bytes],
  );
}

export interface MoreOfTake {
  readonly uploadId?: string | null;
  readonly id?: string | undefined;
  /** It is a still picture, made into a film. */
  readonly picture?: boolean;
  /** It is a line of this take that was spoken again. */
  readonly pickUp?: { readonly of: string; readonly id: string } | undefined;
}

/** A file that becomes a take, and what was found in it. */
interface NewTake {
  readonly sha256: string;
  readonly name: string;
  readonly probe: MediaFacts;
}

/** The same file brought in twice is the same take. `id`: the one that it was awaited under. */
export async function insertTake(
  db: Db,
  workoutId: string,
  { sha256, name, probe }: NewTake,
  { uploadId = null, id, pickUp, picture = false }: MoreOfTake = {},
): Promise<string> {
  const { rows } = await db.query<{ id: string }>(
    `INSERT INTO takes (workout_id, sha256, name, duration_us, rate_num, rate_den, width, height, video_codec,
     audio_codec, video_start_us, upload_id, id, role, of_take, pick_up)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, coalesce($13::uuid, gen_random_uuid()), $14, $15, $16)
     ON CONFLICT (workout_id, sha256) DO UPDATE SET name = EXCLUDED.name, deleted_at = NULL,
     upload_id = coalesce(EXCLUDED.upload_id, takes.upload_id) RETURNING id`,
    [
      workoutId,
      sha256,
      name,
      probe.duration,
      probe.rate.num,
      probe.rate.den,
      probe.width,
      probe.height,
      probe.videoCodec,
      probe.audioCodec,
      probe.videoStart,
      uploadId,
      id ?? null,
      pickUp !== undefined ? 'pick-up' : picture ? 'picture' : 'take',
      pickUp?.of ?? null,
      pickUp?.id ?? null,
    ],
  );
  return rows[0]!.id;
}

export async function takeById(db: Db, id: string): Promise<Take | null> {
  const { rows } = await db.query<TakeRow>(`${SELECT_TAKE} WHERE t.id = $1 AND t.deleted_at IS NULL`, [id]);
  return rows[0] === undefined ? null : toTake(rows[0]);
}

export async function takesOf(db: Db, workoutId: string): Promise<Take[]> {
  const { rows } = await db.query<TakeRow>(
    `${SELECT_TAKE} WHERE t.workout_id = $1 AND t.deleted_at IS NULL ORDER BY t.created_at, t.id`,
    [workoutId],
  );
  return rows.map(toTake);
}

/** A take of another workout with the same recording, as it was probed; null: the recording is not here. */
export async function takeWithFile(db: Db, sha256: string): Promise<Take | null> {
  const { rows } = await db.query<TakeRow>(`${SELECT_TAKE} WHERE t.sha256 = $1 LIMIT 1`, [sha256]);
  return rows[0] === undefined ? null : toTake(rows[0]);
}

/** The take that an upload was made; null: none yet. */
export async function takeOfUpload(db: Db, uploadId: string): Promise<Take | null> {
  const { rows } = await db.query<TakeRow>(`${SELECT_TAKE} WHERE t.upload_id = $1 AND t.deleted_at IS NULL`, [
    uploadId,
  ]);
  return rows[0] === undefined ? null : toTake(rows[0]);
}

/** Deletes a take so that it can be brought back until it is swept. */
export async function deleteTake(db: Db, id: string): Promise<boolean> {
  const done = await db.query('UPDATE takes SET deleted_at = now() WHERE id = $1 AND deleted_at IS NULL', [id]);
  return done.rowCount === 1;
}

export async function restoreTake(db: Db, id: string): Promise<boolean> {
  const done = await db.query('UPDATE takes SET deleted_at = NULL WHERE id = $1 AND deleted_at IS NOT NULL', [id]);
  return done.rowCount === 1;
}

export async function putProxy(db: Db, takeId: string, sha256: string): Promise<void> {
  await db.query('UPDATE takes SET proxy_sha256 = $2 WHERE id = $1', [takeId, sha256]);
}

export async function putThumbs(db: Db, takeId: string, sha256: string, sheet: ThumbSheet): Promise<void> {
  await db.query('UPDATE takes SET thumbs_sha256 = $2, thumbs = $3 WHERE id = $1', [
    takeId,
    sha256,
    JSON.stringify(sheet),
  ]);
}

/** Says what a take is: one of its own, or another camera or recorder of one. How it lies to that is forgotten. */
export async function putRole(db: Db, takeId: string, role: TakeRole, ofTake: string | null): Promise<void> {
  await db.query(
    'UPDATE takes SET role = $2, of_take = $3, offset_us = NULL, drift_ppm = NULL, spread_us = NULL WHERE id = $1',
    [takeId, role, ofTake],
  );
}

export async function putLie(db: Db, takeId: string, lie: Lie): Promise<void> {
  await db.query('UPDATE takes SET offset_us = $2, drift_ppm = $3, spread_us = $4 WHERE id = $1', [
    takeId,
    lie.offsetUs,
    lie.driftPpm,
    lie.spreadUs,
  ]);
}
