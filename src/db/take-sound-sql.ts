import { CARES, type Care, eachCare } from '../core/sound/care-loudness.ts';
import type { TakeLevels } from '../core/sound/take-levels.ts';
import type { VoiceMeasure } from '../core/sound/voice-measure.ts';
import type { TakeSound } from '../core/signal/take-sound.ts';
import type { Db } from './pool.ts';

export async function putWaveform(db: Db, takeId: string, peaksASecond: number, peaks: Uint8Array): Promise<void> {
  await db.query(
    `INSERT INTO take_waveforms (take_id, peaks_a_second, peaks) VALUES ($1, $2, $3)
     ON CONFLICT (take_id) DO UPDATE SET peaks_a_second = EXCLUDED.peaks_a_second, peaks = EXCLUDED.peaks`,
    [takeId, peaksASecond, Buffer.from(peaks)],
  );
}

export async function waveformOf(db: Db, takeId: string): Promise<{ peaksASecond: number; peaks: Uint8Array } | null> {
  const { rows } = await db.query<{ peaksASecond: number; peaks: Buffer }>(
    'SELECT peaks_a_second AS "peaksASecond", peaks FROM take_waveforms WHERE take_id = $1',
    [takeId],
  );
  return rows[0] ?? null;
}

export async function putLevels(
  db: Db,
  takeId: string,
  { halfLu, clippedMs, voice, cared }: TakeLevels,
): Promise<void> {
  const bytes = (row: ArrayLike<number>) => Buffer.from(Uint8Array.from(row));
  await db.query(
    'UPDATE take_waveforms SET half_lu = $2, clipped_ms = $3, voice = $4, cared_half_lu = $5 WHERE take_id = $1',
    [
      takeId,
      bytes(halfLu),
      clippedMs,
      voice === null ? null : JSON.stringify(voice),
      cared === null ? null : Buffer.concat(CARES.map((care) => bytes(cared[care]))),
    ],
  );
}

/** null: nobody listened to it yet, or before loudness was measured. */
export async function levelsOf(db: Db, takeId: string): Promise<TakeLevels | null> {
  interface Row {
    readonly halfLu: Buffer;
    readonly clippedMs: number[];
    readonly voice: VoiceMeasure | null;
    readonly cared: Buffer | null;
  }
  const { rows } = await db.query<Row>(
    `SELECT half_lu AS "halfLu", clipped_ms AS "clippedMs", voice, cared_half_lu AS cared FROM take_waveforms
     WHERE take_id = $1 AND half_lu IS NOT NULL`,
    [takeId],
  );
  const [row] = rows;
  if (row === undefined) return null;
  const { cared } = row;
  const long = (cared?.length ?? 0) / CARES.length;
  const from = (care: Care) => CARES.indexOf(care) * long;
  return { ...row, cared: cared && eachCare((care) => cared.subarray(from(care), from(care) + long)) };
}

export async function putTakeSound(db: Db, takeId: string, sound: TakeSound): Promise<void> {
  await db.query('UPDATE takes SET sound = $2 WHERE id = $1', [takeId, JSON.stringify(sound)]);
}

/**
 * Takes over what was heard in another take of the same file: waveform, loudness, voice, music. Gives false where no
 * other was heard to the end.
 */
export async function takeOverHeard(db: Db, takeId: string): Promise<boolean> {
  const { rowCount } = await db.query(
    `WITH other AS (
       SELECT o.sound, w.peaks_a_second, w.peaks, w.half_lu, w.clipped_ms, w.voice,
              w.cared_half_lu
       FROM takes t JOIN takes o ON o.sha256 = t.sha256 AND o.id <> t.id JOIN take_waveforms w ON w.take_id = o.id
       WHERE t.id = $1 AND o.sound ? 'music' AND w.half_lu IS NOT NULL
       LIMIT 1
     ), wave AS (
       INSERT INTO take_waveforms (take_id, peaks_a_second, peaks, half_lu, clipped_ms, voice, cared_half_lu)
       SELECT $1, peaks_a_second, peaks, half_lu, clipped_ms, voice, cared_half_lu FROM other
       ON CONFLICT (take_id) DO UPDATE SET peaks_a_second = EXCLUDED.peaks_a_second, peaks = EXCLUDED.peaks,
         half_lu = EXCLUDED.half_lu, clipped_ms = EXCLUDED.clipped_ms, voice = EXCLUDED.voice,
         cared_half_lu = EXCLUDED.cared_half_lu
     )
     UPDATE takes SET sound = other.sound FROM other WHERE takes.id = $1`,
    [takeId],
  );
  return rowCount === 1;
}

/** The same for its small pictures and its light copy. */
export async function takeOverPictures(db: Db, takeId: string): Promise<boolean> {
  const { rowCount } = await db.query(
    `UPDATE takes t SET thumbs_sha256 = o.thumbs_sha256, thumbs = o.thumbs, proxy_sha256 = o.proxy_sha256
     FROM (
       SELECT o.* FROM takes t JOIN takes o ON o.sha256 = t.sha256 AND o.id <> t.id
       JOIN take_work w ON w.take_id = o.id AND w.kind = 'picture' AND w.state = 'done'
       WHERE t.id = $1 AND o.thumbs IS NOT NULL
       LIMIT 1
     ) o
     WHERE t.id = $1`,
    [takeId],
  );
  return rowCount === 1;
}
