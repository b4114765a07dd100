import { type Edit, type WorkoutDocument, takesOfProgramme } from '../core/workout/document.ts';
import { type Produced, type ProgrammeTake, alignTake, produce } from '../core/workout/pipeline.ts';
import { factsOfTake, recordingsOf } from '../core/workout/take-sources.ts';
import type { Take } from '../db/takes-sql.ts';
import { readTranscript } from '../formats/transcript-reader.ts';
import type { Context } from './context.ts';
import { type TakeWithTranscript, takesWithTranscripts } from './takes.ts';

type AlignedTake = ProgrammeTake & { readonly take: Take };

/** The programme of a workout with all it is made from. */
export interface MadeProgramme {
  /** The takes it is made from, each with its alignment; the first gives size and rate. */
  readonly takes: readonly AlignedTake[];
  /** Every recording of the workout by its id: takes, cameras, recorders. */
  readonly media: ReadonlyMap<string, Take>;
  readonly produced: Produced;
}

/** The takes that a programme is made from, of a workout's recordings. */
export function takesIn(edit: Edit, recordings: readonly Take[]): Take[] {
  const takes = new Map(recordings.filter((t) => t.ofTake === null).map((t) => [t.id, t]));
  return takesOfProgramme(edit, (id) => takes.has(id)).map((id) => takes.get(id)!);
}

/** Aligns takes each by itself, later ones as likely filling what the earlier lack. */
function alignAll(
  document: WorkoutDocument,
  takes: readonly Take[],
  all: readonly TakeWithTranscript[],
): AlignedTake[] {
  const aligned: AlignedTake[] = [];
  for (const take of takes) {
    const facts = factsOfTake(take, all, (text) => readTranscript(text).value);
    aligned.push({ take, ...alignTake(document, take.id, facts, aligned) });
  }
  return aligned;
}

/** Assembles a programme from its takes. null: nothing was filmed. */
export async function programmeOf(
  context: Context,
  workoutId: string,
  document: WorkoutDocument,
): Promise<MadeProgramme | null> {
  const all = await takesWithTranscripts(context, workoutId);
  const recordings = all.map((t) => t.take);
  const takes = alignAll(document, takesIn(document.edit, recordings), all);
  if (takes.length === 0) return null;
  return {
    takes,
    media: new Map(recordings.map((t) => [t.id, t])),
    produced: produce(document.edit, takes, recordingsOf(all)),
  };
}

/** The take in hand, aligned as the page shows it. null: there is none, or it has no words. */
export async function takeInHand(
  context: Context,
  workoutId: string,
  document: WorkoutDocument,
): Promise<AlignedTake | null> {
  const all = await takesWithTranscripts(context, workoutId);
  const own = all.find((t) => t.take.id === document.edit.takeId)?.take;
  if (own === undefined) return null;
  const takes = takesIn(
    document.edit,
    all.map((t) => t.take),
  );
  const at = takes.indexOf(own);
  const found = alignAll(document, at < 0 ? [...takes, own] : takes.slice(0, at + 1), all).at(-1)!;
  return found.facts.transcript.cues.length === 0 ? null : found;
}
