import type { Publication } from '../core/delivery/publication.ts';
import type { Db } from './pool.ts';

/** The newest first. */
export async function publicationsOf(db: Db, workoutId: string): Promise<Publication[]> {
  const { rows } = await db.query<{ entry: Publication }>(
    "SELECT entry FROM publications WHERE workout_id = $1 ORDER BY entry->>'on' DESC, created_at DESC",
    [workoutId],
  );
  return rows.map((r) => r.entry);
}

/** Adds one, or puts it in the place of the one with its id. */
export async function putPublication(db: Db, workoutId: string, entry: Publication): Promise<void> {
  await db.query(
    `INSERT INTO publications (id, workout_id, entry) VALUES ($1, $2, $3)
     ON CONFLICT (id) DO UPDATE SET entry = $3 WHERE publications.workout_id = $2`,
    [entry.id, workoutId, JSON.stringify(entry)],
  );
}

export async function deletePublication(db: Db, workoutId: string, id: string): Promise<void> {
  await db.query('DELETE FROM publications WHERE workout_id = $1 AND id = $2', [workoutId, id]);
}
