import Joi from 'joi';
import { FILM_KINDS } from '../core/delivery/films.ts';
import { PUBLICATION_LIMITS, type Publication } from '../core/delivery/publication.ts';
import { inTransaction } from '../db/pool.ts';
import { deletePublication, publicationsOf, putPublication } from '../db/publications-sql.ts';
import { lockStudio } from '../db/studio-sql.ts';
import { faultOf } from '../formats/plan-json/plan-schema.ts';
import { Refusal } from './refusal.ts';
import type { Context } from './context.ts';
import { checkUnchanged } from './small-change.ts';
import { getWorkout } from './workouts.ts';

const SCHEMA = Joi.object({
  id: Joi.string().guid().required(),
  on: Joi.string()
    .pattern(/^\d{4}-\d{2}-\d{2}$/)
    .required(),
  where: Joi.string().trim().min(1).max(PUBLICATION_LIMITS.places).required(),
  film: Joi.valid(...FILM_KINDS).required(),
  revision: Joi.number().integer().min(1).required(),
  sha256: Joi.string()
    .pattern(/^[0-9a-f]{64}$/)
    .required(),
  corrects: Joi.boolean().required(),
  note: Joi.string().allow('').max(PUBLICATION_LIMITS.note).required(),
} satisfies Record<keyof Publication, Joi.Schema>);

const CHANGE = Joi.object({ before: SCHEMA.required().allow(null), after: SCHEMA.required().allow(null) }).required();

/** What of a workout went out, the newest first. */
export async function listPublications(context: Context, workoutId: string | undefined): Promise<Publication[]> {
  return publicationsOf(context.pool, (await getWorkout(context, workoutId)).id);
}

/** Notes that a film went out, changes the note or takes it back, as `before` and `after` say. */
export async function changePublication(context: Context, workoutId: string | undefined, body: unknown): Promise<void> {
  const fault = faultOf(CHANGE, body);
  if (fault !== null) throw new Refusal(422, fault);
  const { before, after } = body as { before: Publication | null; after: Publication | null };
  const entry = after ?? before;
  if (entry === null) throw new Refusal(422, 'The change names nothing that went out.');
  if (Number.isNaN(Date.parse(entry.on))) throw new Refusal(422, `${entry.on} is no day.`);
  const { id } = await getWorkout(context, workoutId);
  await inTransaction(context.pool, async (db) => {
    await lockStudio(db);
    const all = await publicationsOf(db, id);
    checkUnchanged('This entry', { before, after }, all.find((p) => p.id === entry.id) ?? null);
    if (after === null) return deletePublication(db, id, entry.id);
    if (all.length >= PUBLICATION_LIMITS.ofAWorkout && before === null)
      throw new Refusal(409, `A workout keeps at most ${PUBLICATION_LIMITS.ofAWorkout} entries of what went out.`);
    await putPublication(db, id, after);
  });
}
