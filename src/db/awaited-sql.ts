import type { Edit } from '../core/workout/document.ts';
import type { TranscriptFormat } from '../formats/transcript-reader.ts';
import type { Db } from './pool.ts';

/** A take whose recording is not here yet: the id that it will have, and its words. */
interface AwaitedTake {
  readonly id: string;
  readonly sha256: string;
  readonly name: string;
  readonly transcript: { readonly format: TranscriptFormat; readonly text: string } | null;
  /** It was the one in hand. */
  readonly chosen: boolean;
}

/** Awaits a take. The id that it will have comes back. */
export async function awaitTake(db: Db, workoutId: string, take: Omit<AwaitedTake, 'id'>): Promise<string> {
  const { rows } = await db.query<{ id: string }>(
    `INSERT INTO awaited_takes (workout_id, sha256, name, format, text, chosen) VALUES ($1, $2, $3, $4, $5, $6)
     ON CONFLICT (workout_id, sha256) DO UPDATE SET name = EXCLUDED.name RETURNING id`,
    [workoutId, take.sha256, take.name, take.transcript?.format ?? null, take.transcript?.text ?? null, take.chosen],
  );
  return rows[0]!.id;
}

/**
 * Takes an awaited take off the list, for it has come; null: nobody waited for it. `edit`: what was decided about it,
 * where it was awaited by an earlier version, which did not leave that in the document.
 */
export async function awaitedArrived(
  db: Db,
  workoutId: string,
  sha256: string,
): Promise<(AwaitedTake & { readonly edit: Edit | null }) | null> {
  const { rows } = await db.query<{
    id: string;
    name: string;
    format: TranscriptFormat | null;
    text: string | null;
    chosen: boolean;
    edit: Edit | null;
  }>('DELETE FROM awaited_takes WHERE workout_id = $1 AND sha256 = $2 RETURNING id, name, format, text, chosen, edit', [
    workoutId,
    sha256,
  ]);
  const row = rows[0];
  if (row === undefined) return null;
  const { format, text, ...rest } = row;
  return { ...rest, sha256, transcript: format === null || text === null ? null : { format, text } };
}
