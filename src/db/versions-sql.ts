import type { Db } from './pool.ts';

/** A revision that a person gave a name. */
export interface Version {
  readonly id: string;
  readonly name: string;
  readonly revision: number;
  readonly madeAt: Date;
  /** The name of whoever made it; null where that is not known, or accounts are off. */
  readonly by: string | null;
}

/** Null where the workout has a version of that name already. */
export async function insertVersion(
  db: Db,
  workoutId: string,
  name: string,
  revision: number,
): Promise<Version | null> {
  const { rows } = await db.query<Version>(
    `INSERT INTO workout_versions (workout_id, name, revision) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING
     RETURNING id, name, revision, made_at AS "madeAt", NULL AS by`,
    [workoutId, name, revision],
  );
  return rows[0] ?? null;
}

export async function versionsOf(db: Db, workoutId: string): Promise<Version[]> {
  return (
    await db.query<Version>(
      `SELECT v.id, v.name, v.revision, v.made_at AS "madeAt", p.name AS by FROM workout_versions v
       LEFT JOIN people p ON p.id = v.made_by WHERE v.workout_id = $1 ORDER BY v.revision DESC, v.made_at DESC`,
      [workoutId],
    )
  ).rows;
}

export async function deleteVersion(db: Db, workoutId: string, id: string): Promise<boolean> {
  return (
    ((await db.query('DELETE FROM workout_versions WHERE workout_id = $1 AND id = $2', [workoutId, id])).rowCount ??
      0) > 0
  );
}
