import Joi from 'joi';
import { type Version, deleteVersion, insertVersion, versionsOf } from '../db/versions-sql.ts';
import { faultOf } from '../formats/plan-json/plan-schema.ts';
import { Refusal } from './refusal.ts';
import type { Context } from './context.ts';
import { checkId, getWorkout } from './workouts.ts';

const nameSchema = Joi.object({ name: Joi.string().trim().min(1).max(120).required() }).required();

/** Gives the newest revision a name. */
export async function nameVersion(context: Context, workoutId: string | undefined, body: unknown): Promise<Version> {
  const fault = faultOf(nameSchema, body);
  if (fault !== null) throw new Refusal(422, fault);
  const { id, revision } = await getWorkout(context, workoutId);
  const { name } = body as { name: string };
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
