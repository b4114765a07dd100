import jsonpatch, { type Operation } from 'fast-json-patch';
import { type WorkoutDocument } from '../core/workout/document.ts';
import { type Db, inTransaction } from '../db/pool.ts';
import { takesOf } from '../db/takes-sql.ts';
import {
  type StoredWorkoutRow,
  changesAfter,
  insertChange,
  lockWorkout,
  revisionOfChange,
  updateWorkout,
} from '../db/workouts-sql.ts';
import { faultAt } from '../formats/plan-json/plan-schema.ts';
import { workoutSchema } from '../formats/workout-json/workout-schema.ts';
import { BODIES } from '../contract/bodies.ts';
import { Refusal } from './refusal.ts';
import type { Context } from './context.ts';
import { checkId, factsOf } from './workouts.ts';

/** In bytes; a class of three hours with every line written by hand is below 2 million. */
const LARGEST_DOCUMENT = 8_000_000;

/** The revision in an If-Match header, `"12"`. */
export function revisionFrom(ifMatch: string | null): number {
  const match = /^"(\d{1,9})"$/.exec(ifMatch?.trim() ?? '');
  if (match === null) throw new Refusal(428, 'A change must say which revision it is made on, with If-Match.');
  return Number(match[1]);
}

/**
 * Applies a JSON Patch (RFC 6902) made on a revision. A stale revision gives 412 with what has changed since, and
 * nothing is overwritten. The patch, and its inverse, are kept as history.
 */
export async function patchWorkout(
  context: Context,
  id: string | undefined,
  {
    revision,
    patch,
    changeId = null,
  }: { readonly revision: number; readonly patch: unknown; readonly changeId?: string | null | undefined },
): Promise<{ revision: number }> {
  // Its texts are looked at where they stand in the document, so that a refusal names the field.
  const fault = faultAt(BODIES.patchWorkout, patch, 'not looked at');
  if (fault !== null) throw new Refusal(422, fault.message);
  return inTransaction(context.pool, async (db) => {
    const row = await lockWorkout(db, checkId(id, 'workout'));
    if (row === null) throw new Refusal(404, 'There is no such workout.');
    // The answer to an earlier request may have been lost: then the change is made already.
    const made = changeId === null ? null : await revisionOfChange(db, row.id, changeId);
    if (made !== null) return { revision: made };
    if (row.revision !== revision) {
      const since = await changesAfter(db, row.id, { after: revision, most: 200 });
      throw new Refusal(412, 'This workout was changed elsewhere since you opened it.', {
        revision: row.revision,
        document: row.document,
        changed: [...new Set(since.flatMap((change) => change.patch.map((op) => op.path)))],
      });
    }
    const next = applied(row.document, patch as Operation[]);
    await checkTake(db, row, next);
    const inverse = jsonpatch.compare(next, row.stored as object);
    if (inverse.length === 0) return { revision };
    const changed = { id: row.id, revision: revision + 1, document: next };
    await updateWorkout(db, changed, factsOf(next));
    await insertChange(db, row.id, { revision: changed.revision, patch: patch as Operation[], inverse, changeId });
    return { revision: changed.revision };
  });
}

const CHANGE_ID = /^[0-9a-f-]{36}$/;

/** The id of a change in its Change-Id header; null: it has none. */
export function changeIdFrom(header: string | null): string | null {
  if (header === null) return null;
  if (!CHANGE_ID.test(header)) throw new Refusal(400, 'A Change-Id is a UUID.');
  return header;
}

/** A programme is made from a take of its own workout. */
async function checkTake(db: Db, row: StoredWorkoutRow, { edit: { takeId } }: WorkoutDocument): Promise<void> {
  if (takeId === null || takeId === row.document.edit.takeId) return;
  if ((await takesOf(db, row.id)).some((take) => take.id === takeId)) return;
  throw new Refusal(422, 'The take that was chosen is not there any more.', { path: ['edit', 'takeId'] });
}

function applied(document: WorkoutDocument, patch: readonly Operation[]): WorkoutDocument {
  let next: unknown;
  try {
    next = jsonpatch.applyPatch(structuredClone(document), patch as Operation[], true).newDocument;
  } catch (error) {
    throw new Refusal(
      422,
      'The change does not fit the document: ' +
        `${error instanceof Error ? (error.message.split('\n')[0] ?? '') : 'unknown'}.`,
    );
  }
  if (Buffer.byteLength(JSON.stringify(next)) > LARGEST_DOCUMENT)
    throw new Refusal(413, 'The change would make the workout larger than a document may be.');
  const fault = faultAt(workoutSchema, next);
  if (fault !== null)
    throw new Refusal(422, `The change would make the document wrong: ${fault.message}`, { path: fault.path });
  return next as WorkoutDocument;
}
