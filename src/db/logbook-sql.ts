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

/** An entry with its place in the list: when it was kept, to the microsecond. */
interface PlacedLogRow extends LogRow {
  readonly placeAt: string;
}

export async function putLogEntry(db: Db, row: Omit<LogRow, 'keptAt'>): Promise<void> {
  await db.query(
    `INSERT INTO logbook (take_id, workout_id, title, instructor, entry) VALUES ($1, $2, $3, $4, $5)
     ON CONFLICT (take_id) DO UPDATE SET title = EXCLUDED.title, instructor = EXCLUDED.instructor,
     entry = EXCLUDED.entry, kept_at = now()`,
    [row.takeId, row.workoutId, row.title, row.instructor, JSON.stringify(row.entry)],
  );
}

const SELECT = `SELECT take_id AS "takeId", workout_id AS "workoutId", title, instructor, entry, kept_at AS "keptAt",
   kept_at::text AS "placeAt" FROM logbook`;

/** The whole logbook, newest first: what the studio's figures are learned from. */
export async function logbook(db: Db): Promise<LogRow[]> {
  return (await db.query<LogRow>(`${SELECT} ORDER BY kept_at DESC, take_id DESC`)).rows;
}

/** So many entries of the logbook after a place, newest first. */
export async function logbookAfter(db: Db, after: readonly string[] | null, most: number): Promise<PlacedLogRow[]> {
  const { rows } = await db.query<PlacedLogRow>(
    `${SELECT} WHERE $1::timestamptz IS NULL OR (kept_at, take_id) < ($1::timestamptz, $2::uuid)
     ORDER BY kept_at DESC, take_id DESC LIMIT $3`,
    [after?.[0] ?? null, after?.[1] ?? null, most],
  );
  return rows;
}

export async function deleteLogEntry(db: Db, takeId: string): Promise<boolean> {
  return ((await db.query('DELETE FROM logbook WHERE take_id = $1', [takeId])).rowCount ?? 0) > 0;
}
