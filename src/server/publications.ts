import { PUBLICATION_LIMITS, type Publication } from '../core/delivery/publication.ts';
import { inTransaction } from '../db/pool.ts';
import { deletePublication, publicationsOf, putPublication } from '../db/publications-sql.ts';
import { lockStudio } from '../db/studio-sql.ts';
import { checked } from './checked.ts';
import { Refusal } from './refusal.ts';
import type { Context } from './context.ts';
import { checkUnchanged } from './small-change.ts';
import { getWorkout } from './workouts.ts';

/** What of a workout went out, the newest first. */
export async function listPublications(context: Context, workoutId: string | undefined): Promise<Publication[]> {
  return publicationsOf(context.pool, (await getWorkout(context, workoutId)).id);
}

/** Notes that a film went out, changes the note or takes it back, as `before` and `after` say. */
export async function changePublication(context: Context, workoutId: string | undefined, body: unknown): Promise<void> {
  const { before, after } = checked('changePublication', body);
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
