import { type Version, deleteVersion, insertVersion, versionsOf } from '../db/versions-sql.ts';
import { checked } from './checked.ts';
import { Refusal } from './refusal.ts';
import type { Context } from './context.ts';
import { checkId, getWorkout } from './workouts.ts';

/** Gives the newest revision a name. */
export async function nameVersion(context: Context, workoutId: string | undefined, body: unknown): Promise<Version> {
  const { name } = checked('nameVersion', body);
  const { id, revision } = await getWorkout(context, workoutId);
  const version = await insertVersion(context.pool, id, name.trim(), revision);
  if (version === null)
    throw new Refusal(409, `There is a version “${name.trim()}” already. Give this one another name.`);
  return version;
}

export async function listVersions(context: Context, workoutId: string | undefined): Promise<Version[]> {
  return versionsOf(context.pool, (await getWorkout(context, workoutId)).id);
}

/** Takes the name away; the revision itself stays in the history. */
export async function forgetVersion(
  context: Context,
  workoutId: string | undefined,
  id: string | undefined,
): Promise<void> {
  if (!(await deleteVersion(context.pool, checkId(workoutId, 'workout'), checkId(id, 'version'))))
    throw new Refusal(404, 'There is no such version.');
}
