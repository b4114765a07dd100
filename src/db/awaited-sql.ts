import type { Edit } from '../core/workout/document.ts';
import type { TranscriptFormat } from '../formats/transcript-reader.ts';
import type { Db } from './pool.ts';

/** A take whose recording is not here yet: its words, and what was decided about it where it was the chosen one. */
export interface AwaitedTake {
  readonly sha256: string;
  readonly name: string;
  readonly transcript: { readonly format: TranscriptFormat; readonly text: string } | null;
  readonly edit: Edit | null;
}

export async function awaitTake(db: Db, workoutId: string, take: AwaitedTake): Promise<void> {
  await db.query(
    'INSERT INTO awaited_takes (workout_id, sha256, name, format, text, edit) VALUES ($1, $2, $3, $4, $5, $6) ON CONFLICT DO NOTHING',
    [
      workoutId,
      take.sha256,
      take.name,
      take.transcript?.format ?? null,
      take.transcript?.text ?? null,
      take.edit === null ? null : JSON.stringify(take.edit),
    ],
  );
}

/** Takes an awaited take off the list, for it has come; null: nobody waited for it. */
export async function awaitedArrived(db: Db, workoutId: string, sha256: string): Promise<AwaitedTake | null> {
  const { rows } = await db.query<{
    name: string;
    format: TranscriptFormat | null;
    text: string | null;
    edit: Edit | null;
  }>('DELETE FROM awaited_takes WHERE workout_id = $1 AND sha256 = $2 RETURNING name, format, text, edit', [
    workoutId,
    sha256,
  ]);
  const row = rows[0];
  if (row === undefined) return null;
  const { name, format, text, edit } = row;
  return { sha256, name, transcript: format === null || text === null ? null : { format, text }, edit };
}
