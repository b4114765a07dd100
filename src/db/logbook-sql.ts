import type { LogEntry } from '../core/logbook/logbook.ts';
import type { Db } from './pool.ts';

/** One recording in the logbook. */
export interface LogRow {
  readonly takeId: string;
  readonly workoutId: string;
  readonly title: string;
  readonly instructor: string;
  readonly entry: LogEntry;
  readonly keptAt: Date;
}

export async function putLogEntry(db: Db, row: Omit<LogRow, 'keptAt'>): Promise<void> {
  await db.query(
    `INSERT INTO logbook (take_id, workout_id, title, instructor, entry) VALUES ($1, $2, $3, $4, $5)
     ON CONFLICT (take_id) DO UPDATE SET title = EXCLUDED.title, instructor = EXCLUDED.instructor, entry = EXCLUDED.entry, kept_at = now()`,
    [row.takeId, row.workoutId, row.title, row.instructor, JSON.stringify(row.entry)],
  );
}

export async function logbook(db: Db): Promise<LogRow[]> {
  return (
    await db.query<LogRow>(
      'SELECT take_id AS "takeId", workout_id AS "workoutId", title, instructor, entry, kept_at AS "keptAt" FROM logbook ORDER BY kept_at DESC LIMIT 500',
    )
  ).rows;
}

export async function deleteLogEntry(db: Db, takeId: string): Promise<boolean> {
  return ((await db.query('DELETE FROM logbook WHERE take_id = $1', [takeId])).rowCount ?? 0) > 0;
}
