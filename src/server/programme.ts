import type { Recording } from '../core/edit/views.ts';
import { type WorkoutDocument, takesOfProgramme } from '../core/workout/document.ts';
import { type Produced, type ProgrammeTake, alignTake, produce } from '../core/workout/pipeline.ts';
import { factsOfTake, recordingsOf } from '../core/workout/take-sources.ts';
import type { Take } from '../db/takes-sql.ts';
import { readTranscript } from '../formats/transcript-reader.ts';
import type { Context } from './context.ts';
import { takesWithTranscripts } from './takes.ts';

/** The programme of a workout with all it is made from. */
export interface MadeProgramme {
  /** The takes it is made from, each with its alignment; the first gives size and rate. */
  readonly takes: readonly (ProgrammeTake & { readonly take: Take })[];
  readonly recordings: readonly Recording[];
  /** Every recording of the workout by its id: takes, cameras, recorders. */
  readonly media: ReadonlyMap<string, Take>;
  readonly produced: Produced;
}

/** Aligns each take by itself, later ones from where the earlier stopped, and assembles. null: nothing was filmed. */
export async function programmeOf(
  context: Context,
  workoutId: string,
  document: WorkoutDocument,
): Promise<MadeProgramme | null> {
  const all = await takesWithTranscripts(context, workoutId);
  const media = new Map(all.map((t) => [t.take.id, t.take]));
  const takes: (ProgrammeTake & { readonly take: Take })[] = [];
  for (const takeId of takesOfProgramme(document.edit, (id) => media.has(id))) {
    const take = media.get(takeId)!;
    const facts = factsOfTake(take, all, (text) => readTranscript(text).value);
    takes.push({ take, ...alignTake(document, takeId, facts, takes) });
  }
  if (takes.length === 0) return null;
  const recordings = recordingsOf(all);
  return { takes, recordings, media, produced: produce(document.edit, takes, recordings) };
}
