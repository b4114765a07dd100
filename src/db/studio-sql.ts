import type { Exercise } from '../core/exercise/exercise.ts';
import type { Speaker } from '../core/workout/studio.ts';
import type { Db } from './pool.ts';

interface ExerciseRow {
  name: string;
  start_position: string;
  end_position: string;
  equipment: string[];
  pattern: string;
  muscles: string[];
  sided: boolean;
  impact: string;
  effort: string;
  seconds_a_rep: number;
  set_up: string;
  form: string;
  caution: string;
  breath: string;
  easier: string;
  harder: string;
  camera: string;
}

function toExercise(row: ExerciseRow): Exercise {
  return {
    name: row.name,
    start: row.start_position,
    end: row.end_position,
    equipment: row.equipment,
    pattern: row.pattern,
    muscles: row.muscles,
    sided: row.sided,
    impact: row.impact,
    effort: row.effort,
    secondsARep: Math.round(row.seconds_a_rep * 1000) / 1000,
    setUp: row.set_up,
    form: row.form,
    caution: row.caution,
    breath: row.breath,
    easier: row.easier,
    harder: row.harder,
    camera: row.camera,
  } as Exercise;
}

/** Any number; changes of what the studio has come one after the other. */
const LOCK = 7_205_115;

export async function lockStudio(db: Db): Promise<void> {
  await db.query('SELECT pg_advisory_xact_lock($1)', [LOCK]);
}

export async function ownExercises(db: Db): Promise<Exercise[]> {
  return (await db.query<ExerciseRow>('SELECT * FROM exercises ORDER BY name')).rows.map(toExercise);
}

export async function countExercises(db: Db): Promise<number> {
  return Number((await db.query<{ count: string }>('SELECT count(*) FROM exercises')).rows[0]?.count ?? 0);
}

/** Adds an exercise, or puts it in the place of the one of that name. */
export async function putExercise(db: Db, e: Exercise): Promise<void> {
  await db.query(
    `INSERT INTO exercises (name, start_position, end_position, equipment, pattern, muscles, sided, impact, effort,
     seconds_a_rep, set_up, form, caution, breath, easier, harder, camera)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17)
     ON CONFLICT (studio_id, name) DO UPDATE SET start_position = $2, end_position = $3, equipment = $4, pattern = $5,
     muscles = $6, sided = $7, impact = $8, effort = $9, seconds_a_rep = $10,
       set_up = $11, form = $12, caution = $13, breath = $14, easier = $15, harder = $16, camera = $17,
       updated_at = now()`,
    [
      e.name,
      e.start,
      e.end,
      e.equipment,
      e.pattern,
      e.muscles,
      e.sided,
      e.impact,
      e.effort,
      e.secondsARep,
      e.setUp,
      e.form,
      e.caution,
      e.breath,
      e.easier,
      e.harder,
      e.camera,
    ],
  );
}

export async function deleteExercise(db: Db, name: string): Promise<boolean> {
  return ((await db.query('DELETE FROM exercises WHERE name = $1', [name])).rowCount ?? 0) > 0;
}

export async function figures(db: Db): Promise<ReadonlyMap<string, unknown>> {
  return new Map(
    (await db.query<{ name: string; value: unknown }>('SELECT name, value FROM studio_figures')).rows.map((row) => [
      row.name,
      row.value,
    ]),
  );
}

export async function putFigures(db: Db, name: string, value: unknown): Promise<void> {
  await db.query(
    `INSERT INTO studio_figures (name, value) VALUES ($1, $2) ON CONFLICT (studio_id, name) DO UPDATE
     SET value = $2, updated_at = now()`,
    [name, JSON.stringify(value)],
  );
}

interface SpeakerRow {
  name: string;
  syllable_s: number;
  consonant_s: number;
  word_s: number;
  short_pause_s: number;
  long_pause_s: number;
  start_s: number;
  lines: number;
  error: number;
}

export async function speakers(db: Db): Promise<Speaker[]> {
  return (await db.query<SpeakerRow>('SELECT * FROM speakers ORDER BY name')).rows.map((r) => ({
    name: r.name,
    lines: r.lines,
    error: r.error,
    model: {
      syllableS: r.syllable_s,
      consonantS: r.consonant_s,
      wordS: r.word_s,
      shortPauseS: r.short_pause_s,
      longPauseS: r.long_pause_s,
      startS: r.start_s,
    },
  }));
}

export async function putSpeaker(db: Db, { name, model: m, lines, error }: Speaker): Promise<void> {
  await db.query(
    `INSERT INTO speakers (name, syllable_s, consonant_s, word_s, short_pause_s, long_pause_s, start_s, lines, error)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9)
     ON CONFLICT (studio_id, name) DO UPDATE SET syllable_s = $2, consonant_s = $3, word_s = $4, short_pause_s = $5,
     long_pause_s = $6, start_s = $7, lines = $8, error = $9, updated_at = now()`,
    [name, m.syllableS, m.consonantS, m.wordS, m.shortPauseS, m.longPauseS, m.startS, lines, error],
  );
}

export async function deleteSpeaker(db: Db, name: string): Promise<boolean> {
  return ((await db.query('DELETE FROM speakers WHERE lower(name) = lower($1)', [name])).rowCount ?? 0) > 0;
}
