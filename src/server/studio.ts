import type { Exercise } from '../core/exercise/exercise.ts';
import { type ChangeFigures, USUAL_CHANGES } from '../core/script/change-over.ts';
import type { Studio } from '../core/workout/studio.ts';
import { inTransaction } from '../db/pool.ts';
import { countExercises, deleteExercise, figures, ownExercises, putExercise, putFigures } from '../db/studio-sql.ts';
import { MOST_EXERCISES, exerciseSchema } from '../formats/exercises/exercise-schema.ts';
import { writeExercisesCsv } from '../formats/exercises/exercises-csv.ts';
import { readExercises, writeExercisesJson } from '../formats/exercises/exercises-json.ts';
import { faultOf } from '../formats/plan-json/plan-schema.ts';
import type { ReadProblem } from '../formats/problem.ts';
import { changeFiguresSchema } from '../formats/workout-json/studio-schema.ts';
import { Refusal } from './answer.ts';
import type { Context } from './context.ts';

export async function getStudio(context: Context): Promise<Studio> {
  const set = await figures(context.pool);
  return { exercises: await ownExercises(context.pool), changes: { ...USUAL_CHANGES, ...(set.get('changes') as Partial<ChangeFigures> | undefined) } };
}

export async function setChangeFigures(context: Context, body: unknown): Promise<void> {
  const fault = faultOf(changeFiguresSchema, body);
  if (fault !== null) throw new Refusal(422, fault);
  await putFigures(context.pool, 'changes', body);
}

export async function saveExercise(context: Context, body: unknown): Promise<void> {
  const fault = faultOf(exerciseSchema, body);
  if (fault !== null) throw new Refusal(422, fault);
  if ((await countExercises(context.pool)) >= MOST_EXERCISES) throw new Refusal(409, `A studio keeps at most ${MOST_EXERCISES} exercises of its own.`);
  await putExercise(context.pool, body as Exercise);
}

export async function removeExercise(context: Context, name: string | undefined): Promise<void> {
  if (name === undefined || !(await deleteExercise(context.pool, name))) throw new Refusal(404, 'The studio has no exercise of that name.');
}

/** Brings in a table or JSON of exercises: what is right is kept, what is wrong is named with its line. All or nothing where nothing is right. */
export async function importExercises(context: Context, text: string): Promise<{ kept: number; problems: readonly ReadProblem[] }> {
  const { value, problems } = readExercises(text);
  if (value.length === 0) throw new Refusal(422, problems[0]?.message ?? 'No exercise was found in the file.');
  await inTransaction(context.pool, async (db) => {
    if ((await countExercises(db)) + value.length > MOST_EXERCISES) throw new Refusal(409, `With these the studio would have more than ${MOST_EXERCISES} exercises of its own.`);
    for (const exercise of value) await putExercise(db, exercise);
  });
  return { kept: value.length, problems };
}

export async function exportExercises(context: Context, format: string | undefined): Promise<{ text: string; mime: string }> {
  const exercises = await ownExercises(context.pool);
  if (format === 'csv') return { text: writeExercisesCsv(exercises), mime: 'text/csv' };
  if (format === 'json') return { text: writeExercisesJson(exercises), mime: 'application/json' };
  throw new Refusal(404, 'Exercises come as csv or json.');
}
