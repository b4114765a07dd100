import type { MediaFacts } from '../core/take/media-facts.ts';
import { frameRate } from '../core/time/frames.ts';
import type { Micros } from '../core/time/micros.ts';
import type { TranscriptFormat } from '../formats/transcript-reader.ts';
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
}

interface TakeRow {
  id: string; workout_id: string; name: string; sha256: string; extension: string; bytes: string; duration_us: string; rate_num: number; rate_den: number;
  width: number; height: number; video_codec: string; audio_codec: string | null; video_start_us: string;
}

const SELECT_TAKE = 'SELECT t.*, m.extension, m.bytes FROM takes t JOIN media_files m USING (sha256)';

function toTake(row: TakeRow): Take {
  return {
    id: row.id, workoutId: row.workout_id, name: row.name, file: { sha256: row.sha256, extension: row.extension, bytes: Number(row.bytes) },
    duration: Number(row.duration_us) as Micros, rate: frameRate(row.rate_num, row.rate_den), width: row.width, height: row.height,
    videoCodec: row.video_codec, audioCodec: row.audio_codec, videoStart: Number(row.video_start_us) as Micros,
  };
}

export async function insertMediaFile(db: Db, file: MediaFile): Promise<void> {
  await db.query('INSERT INTO media_files (sha256, extension, bytes) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING', [file.sha256, file.extension, file.bytes]);
}

/** The same file brought in twice is the same take. */
export async function insertTake(db: Db, workoutId: string, sha256: string, name: string, probe: MediaFacts): Promise<string> {
  const { rows } = await db.query<{ id: string }>(
    `INSERT INTO takes (workout_id, sha256, name, duration_us, rate_num, rate_den, width, height, video_codec, audio_codec, video_start_us)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)
     ON CONFLICT (workout_id, sha256) DO UPDATE SET name = EXCLUDED.name RETURNING id`,
    [workoutId, sha256, name, probe.duration, probe.rate.num, probe.rate.den, probe.width, probe.height, probe.videoCodec, probe.audioCodec, probe.videoStart],
  );
  return (rows[0] as { id: string }).id;
}

export async function takeById(db: Db, id: string): Promise<Take | null> {
  const { rows } = await db.query<TakeRow>(`${SELECT_TAKE} WHERE t.id = $1`, [id]);
  return rows[0] === undefined ? null : toTake(rows[0]);
}

export async function takesOf(db: Db, workoutId: string): Promise<Take[]> {
  const { rows } = await db.query<TakeRow>(`${SELECT_TAKE} WHERE t.workout_id = $1 ORDER BY t.created_at, t.id`, [workoutId]);
  return rows.map(toTake);
}

export async function deleteTake(db: Db, id: string): Promise<boolean> {
  return ((await db.query('DELETE FROM takes WHERE id = $1', [id])).rowCount ?? 0) > 0;
}

export interface TranscriptRow {
  readonly takeId: string;
  readonly format: TranscriptFormat;
  readonly text: string;
}

export async function putTranscript(db: Db, row: TranscriptRow): Promise<void> {
  await db.query(
    `INSERT INTO transcripts (take_id, format, text) VALUES ($1, $2, $3)
     ON CONFLICT (take_id) DO UPDATE SET format = EXCLUDED.format, text = EXCLUDED.text, updated_at = now()`,
    [row.takeId, row.format, row.text],
  );
}

export async function transcriptOf(db: Db, takeId: string): Promise<TranscriptRow | null> {
  const { rows } = await db.query<TranscriptRow>('SELECT take_id AS "takeId", format, text FROM transcripts WHERE take_id = $1', [takeId]);
  return rows[0] ?? null;
}

export async function putWaveform(db: Db, takeId: string, peaksASecond: number, peaks: Uint8Array): Promise<void> {
  await db.query(
    `INSERT INTO take_waveforms (take_id, peaks_a_second, peaks) VALUES ($1, $2, $3)
     ON CONFLICT (take_id) DO UPDATE SET peaks_a_second = EXCLUDED.peaks_a_second, peaks = EXCLUDED.peaks`,
    [takeId, peaksASecond, Buffer.from(peaks)],
  );
}

export async function waveformOf(db: Db, takeId: string): Promise<{ peaksASecond: number; peaks: Uint8Array } | null> {
  const { rows } = await db.query<{ peaksASecond: number; peaks: Buffer }>('SELECT peaks_a_second AS "peaksASecond", peaks FROM take_waveforms WHERE take_id = $1', [takeId]);
  return rows[0] ?? null;
}
