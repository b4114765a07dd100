import type { Db } from './pool.ts';

/** Notes that a worker lives. */
export async function noteWorker(db: Db, name: string): Promise<void> {
  await db.query(
    'INSERT INTO worker_beats (name, beat_at) VALUES ($1, now()) ON CONFLICT (name) DO UPDATE SET beat_at = now()',
    [name],
  );
}

/** Seconds since any worker gave a sign of life; null where none ever did. */
export async function workerSilence(db: Db): Promise<number | null> {
  const { rows } = await db.query<{ seconds: number | null }>(
    'SELECT extract(epoch FROM now() - max(beat_at))::float8 AS seconds FROM worker_beats',
  );
  return rows[0]?.seconds ?? null;
}
