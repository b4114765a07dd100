import { type Edit, withTake, withTakeIds } from '../core/workout/document.ts';
import { inTransaction } from '../db/pool.ts';
import { awaitTake } from '../db/awaited-sql.ts';
import { insertTake, takeWithFile, takesOf } from '../db/takes-sql.ts';
import { putTranscript, transcriptOf } from '../db/transcripts-sql.ts';
import { insertVersion, versionsOf } from '../db/versions-sql.ts';
import { insertWorkout } from '../db/workouts-sql.ts';
import { writeWorkoutFile } from '../formats/workout-file/workout-file.ts';
import { Refusal } from './refusal.ts';
import { aside } from './aside/aside.ts';
import type { Context } from './context.ts';
import { FIRST_WORK, queueWork } from './take-work.ts';
import { amendWorkout, documentAt, factsOf, getWorkout } from './workouts.ts';

/** One whole workout as one file: the document, its named versions, and its takes with their words. */
export async function exportWorkoutFile(
  context: Context,
  id: string | undefined,
): Promise<{ readonly text: string; readonly title: string }> {
  const { id: workoutId, document } = await getWorkout(context, id);
  const versions = await Promise.all(
    (await versionsOf(context.pool, workoutId)).map(async ({ name, revision }) => ({
      name,
      document: await documentAt(context, workoutId, revision),
    })),
  );
  const takes = await Promise.all(
    (await takesOf(context.pool, workoutId)).map(async ({ id: takeId, name, file }) => {
      const row = await transcriptOf(context.pool, takeId);
      const transcript = row === null ? null : { format: row.format, text: row.text };
      return { id: takeId, name, sha256: file.sha256, transcript };
    }),
  );
  return { text: writeWorkoutFile({ document, versions, takes }), title: document.plan.title };
}

/**
 * Makes a workout of such a file. Takes whose recording is kept here are there at once; the others are awaited, with
 * their words and decisions, and their names come back.
 */
export async function importWorkoutFile(
  context: Context,
  text: string,
): Promise<{ readonly id: string; readonly missing: readonly string[] }> {
  const { value, problems } = await aside('readWorkoutFile', text);
  if (value === null) throw new Refusal(422, problems[0]?.message ?? 'This is not the file of a workout.');
  const queue = await context.queue();
  return inTransaction(context.pool, async (db) => {
    const { edit } = value.document;
    const bare = { ...value.document, edit: withTakeIds(edit, () => null) };
    const { id } = await insertWorkout(db, bare, factsOf(bare));
    const missing: string[] = [];
    // Each take has the id that it has here, or will have when it comes: what was decided waits in the document.
    const ids = new Map<string, string>();
    const hereAlready = new Set<string>();
    for (const take of value.takes) {
      const there = await takeWithFile(db, take.sha256);
      if (there === null) {
        missing.push(take.name);
        ids.set(take.id, await awaitTake(db, id, { ...take, chosen: take.id === edit.takeId }));
        continue;
      }
      const takeId = await insertTake(db, id, { sha256: take.sha256, name: take.name, probe: there });
      ids.set(take.id, takeId);
      hereAlready.add(take.id);
      if (take.transcript !== null) await putTranscript(db, { takeId, ...take.transcript });
      await queueWork(db, queue, takeId, ...FIRST_WORK);
    }
    const here = (of: Edit) =>
      withTakeIds(
        of.takeId !== null && hereAlready.has(of.takeId) ? of : withTake(of, null),
        (old) => ids.get(old) ?? null,
      );
    // Each named version is a revision of its own, oldest first; the document as it was saved is the last one.
    for (const { name, document } of value.versions.toReversed()) {
      const revision = await amendWorkout(db, id, () => ({ ...document, edit: here(document.edit) }));
      if (revision !== null) await insertVersion(db, id, name, revision);
    }
    await amendWorkout(db, id, () => ({ ...value.document, edit: here(edit) }));
    return { id, missing };
  });
}
