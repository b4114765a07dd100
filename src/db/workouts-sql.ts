import type { Operation } from 'fast-json-patch';
import type { Length } from '../core/time/micros.ts';
import type { WorkoutDocument } from '../core/workout/document.ts';
import { upgradeDocument } from '../formats/workout-json/upgrade.ts';
import type { Db } from './pool.ts';

/** The columns kept beside a document so that a list needs no compiling. */
export interface WorkoutFacts {
  readonly title: string;
  readonly lengthUs: Length;
  readonly hasMoves: boolean;
  readonly hasCues: boolean;
  readonly accepted: boolean;
  readonly takeId: string | null;
}

export interface WorkoutRow {
  readonly id: string;
  readonly document: WorkoutDocument;
  readonly revision: number;
}

/**
 * `stored` is the document as it lies in the table, maybe of an earlier version: what the history's inverses were made
 * on.
 */
export interface StoredWorkoutRow extends WorkoutRow {
  readonly stored: unknown;
}

interface RawRow {
  readonly id: string;
  readonly document: unknown;
  readonly revision: number;
}

const read = (row: RawRow | undefined): StoredWorkoutRow | null =>
  row === undefined
    ? null
    : { id: row.id, revision: row.revision, stored: row.document, document: upgradeDocument(row.document) };

interface WorkoutListRow extends WorkoutFacts {
  /** When it was changed, to the microsecond: its place in the list. */
  readonly placeAt: string;
  readonly id: string;
  readonly revision: number;
  readonly updatedAt: Date;
  readonly takes: number;
  readonly hasTranscribedTake: boolean;
  readonly delivered: boolean;
  readonly template: boolean;
}

export interface Change {
  readonly revision: number;
  readonly patch: readonly Operation[];
  readonly inverse: readonly Operation[];
  readonly madeAt: Date;
  /** The name of whoever made it; null where that is not known, or accounts are off. */
  readonly by: string | null;
}

export async function insertWorkout(db: Db, document: WorkoutDocument, facts: WorkoutFacts): Promise<WorkoutRow> {
  const { rows } = await db.query<WorkoutRow>(
    `INSERT INTO workouts (document, title, length_us, has_moves, has_cues, accepted, take_id)
     VALUES ($1, $2, $3, $4, $5, $6, $7) RETURNING id, document, revision`,
    [JSON.stringify(document), ...factValues(facts)],
  );
  return rows[0]!;
}

export async function workoutById(db: Db, id: string): Promise<StoredWorkoutRow | null> {
  return read(
    (await db.query<RawRow>('SELECT id, document, revision FROM workouts WHERE id = $1 AND deleted_at IS NULL', [id]))
      .rows[0],
  );
}

/** The same, locked until the transaction ends, so that two changes at once come one after the other. */
export async function lockWorkout(db: Db, id: string): Promise<StoredWorkoutRow | null> {
  return read(
    (
      await db.query<RawRow>(
        'SELECT id, document, revision FROM workouts WHERE id = $1 AND deleted_at IS NULL FOR UPDATE',
        [id],
      )
    ).rows[0],
  );
}

export async function updateWorkout(
  db: Db,
  { id, revision, document }: WorkoutRow,
  facts: WorkoutFacts,
): Promise<void> {
  await db.query(
    `UPDATE workouts SET document = $3, title = $4, length_us = $5, has_moves = $6, has_cues = $7, accepted = $8,
     take_id = $9,
       revision = $2, updated_at = now() WHERE id = $1`,
    [id, revision, JSON.stringify(document), ...factValues(facts)],
  );
}

/** A change to keep; `changeId`: the one that its page gave it. */
interface NewChange extends Pick<Change, 'revision' | 'patch' | 'inverse'> {
  readonly changeId: string | null;
}

export async function insertChange(
  db: Db,
  workoutId: string,
  { revision, patch, inverse, changeId }: NewChange,
): Promise<void> {
  await db.query(
    'INSERT INTO workout_changes (workout_id, revision, patch, inverse, change_id) VALUES ($1, $2, $3, $4, $5)',
    [workoutId, revision, JSON.stringify(patch), JSON.stringify(inverse), changeId],
  );
}

/** The revision that a change made; null: it was not made. */
export async function revisionOfChange(db: Db, workoutId: string, changeId: string): Promise<number | null> {
  const { rows } = await db.query<{ revision: number }>(
    'SELECT revision FROM workout_changes WHERE workout_id = $1 AND change_id = $2',
    [workoutId, changeId],
  );
  return rows[0]?.revision ?? null;
}

/** Changes after a revision, newest first, at most `most` of them; before `until`, where one is given. */
export async function changesAfter(
  db: Db,
  workoutId: string,
  { after, until = null, most }: { readonly after: number; readonly until?: number | null; readonly most: number },
): Promise<Change[]> {
  const { rows } = await db.query<Change>(
    `SELECT c.revision, c.patch, c.inverse, c.made_at AS "madeAt", p.name AS by FROM workout_changes c
     LEFT JOIN people p ON p.id = c.made_by WHERE c.workout_id = $1 AND c.revision > $2
     AND ($4::int IS NULL OR c.revision < $4) ORDER BY c.revision DESC LIMIT $3`,
    [workoutId, after, most, until],
  );
  return rows;
}

/** Workouts, those changed last first: so many of them after a place, or all templates. */
export async function listWorkouts(
  db: Db,
  of: { readonly after: readonly string[] | null; readonly most: number } | 'templates',
): Promise<WorkoutListRow[]> {
  const [which, values] =
    of === 'templates'
      ? ['AND w.template ORDER BY w.updated_at DESC, w.id DESC', []]
      : [
          `AND ($1::timestamptz IS NULL OR (w.updated_at, w.id) < ($1::timestamptz, $2::uuid))
     ORDER BY w.updated_at DESC, w.id DESC LIMIT $3`,
          [of.after?.[0] ?? null, of.after?.[1] ?? null, of.most],
        ];
  const { rows } = await db.query<Omit<WorkoutListRow, 'lengthUs' | 'takes'> & { lengthUs: string; takes: string }>(
    `SELECT w.id, w.revision, w.title, w.length_us AS "lengthUs", w.has_moves AS "hasMoves", w.has_cues AS "hasCues",
     w.accepted,
       w.take_id AS "takeId", w.updated_at AS "updatedAt", w.updated_at::text AS "placeAt", w.template,
       (SELECT count(*) FROM takes t WHERE t.workout_id = w.id AND t.deleted_at IS NULL) AS takes,
       EXISTS (SELECT 1 FROM takes t JOIN transcripts x ON x.take_id = t.id
       WHERE t.workout_id = w.id AND t.deleted_at IS NULL) AS "hasTranscribedTake",
       EXISTS (SELECT 1 FROM renders r WHERE r.workout_id = w.id AND r.state = 'done') AS delivered
     FROM workouts w WHERE w.deleted_at IS NULL ${which}`,
    values,
  );
  return rows.map((row) => ({ ...row, lengthUs: Number(row.lengthUs) as Length, takes: Number(row.takes) }));
}

export async function setTemplate(db: Db, id: string, template: boolean): Promise<boolean> {
  return ((await db.query('UPDATE workouts SET template = $2 WHERE id = $1', [id, template])).rowCount ?? 0) > 0;
}

/** Deletes a workout so that it can be brought back until it is swept. */
export async function deleteWorkout(db: Db, id: string): Promise<boolean> {
  const done = await db.query('UPDATE workouts SET deleted_at = now() WHERE id = $1 AND deleted_at IS NULL', [id]);
  return done.rowCount === 1;
}

export async function restoreWorkout(db: Db, id: string): Promise<boolean> {
  const done = await db.query('UPDATE workouts SET deleted_at = NULL WHERE id = $1 AND deleted_at IS NOT NULL', [id]);
  return done.rowCount === 1;
}

function factValues(facts: WorkoutFacts): unknown[] {
  return [facts.title, facts.lengthUs, facts.hasMoves, facts.hasCues, facts.accepted, facts.takeId];
}
