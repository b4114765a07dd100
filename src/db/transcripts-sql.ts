import type { TranscriptFormat } from '../formats/transcript-reader.ts';
import type { Db } from './pool.ts';

interface TranscriptRow {
  readonly takeId: string;
  readonly format: TranscriptFormat;
  readonly text: string;
}

/** Sets a transcript; the one before is kept for one step back. Returns its revision. */
export async function putTranscript(db: Db, row: TranscriptRow): Promise<number> {
  const { rows } = await db.query<{ revision: number }>(
    `INSERT INTO transcripts (take_id, format, text) VALUES ($1, $2, $3)
     ON CONFLICT (take_id) DO UPDATE SET previous_format = transcripts.format, previous_text = transcripts.text,
     format = EXCLUDED.format,
       text = EXCLUDED.text, revision = transcripts.revision + 1, updated_at = now()
     RETURNING revision`,
    [row.takeId, row.format, row.text],
  );
  return rows[0]!.revision;
}

/** Puts the transcript before the last change back, and the last in its place. False where there is none. */
export async function swapTranscript(db: Db, takeId: string): Promise<boolean> {
  const { rowCount } = await db.query(
    `UPDATE transcripts SET format = previous_format, text = previous_text, previous_format = format,
     previous_text = text, revision = revision + 1, updated_at = now()
     WHERE take_id = $1 AND previous_text IS NOT NULL`,
    [takeId],
  );
  return rowCount === 1;
}

interface KeptTranscript extends TranscriptRow {
  readonly hasPrevious: boolean;
  readonly revision: number;
}

/** The transcript that nobody else changes until the transaction ends; its take is locked where there is none yet. */
export async function lockTranscript(db: Db, takeId: string): Promise<KeptTranscript | null> {
  await db.query('SELECT 1 FROM takes WHERE id = $1 FOR UPDATE', [takeId]);
  return transcriptOf(db, takeId);
}

export async function transcriptOf(db: Db, takeId: string): Promise<KeptTranscript | null> {
  const { rows } = await db.query<KeptTranscript>(
    `SELECT take_id AS "takeId", format, text, previous_text IS NOT NULL AS "hasPrevious", revision FROM transcripts
     WHERE take_id = $1`,
    [takeId],
  );
  return rows[0] ?? null;
}
