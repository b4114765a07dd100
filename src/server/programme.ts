import type { WorkoutDocument } from '../core/workout/document.ts';
import { type Produced, produce } from '../core/workout/pipeline.ts';
import { pickUpsRecorded, recordingsOf, seenIn } from '../core/workout/take-sources.ts';
import { usableTracks } from '../core/music/library.ts';
import { getBrand } from './brand.ts';
import { ownExercises } from '../db/studio-sql.ts';
import { allTracks } from '../db/tracks-sql.ts';
import type { Take } from '../db/takes-sql.ts';
import { type AlignedTake, takesIn } from './aside/align-takes.ts';
import { brandFor } from '../core/looks/look.ts';
import { wordingOf } from '../core/lanes/wording.ts';
import { bookWith } from '../core/exercise/library.ts';
import { aside } from './aside/aside.ts';
import type { Context } from './context.ts';
import { takesWithTranscripts } from './transcripts.ts';

/** The programme of a workout with everything that it is made from. */
interface MadeProgramme {
  /** The takes it is made from, each with its alignment; the first gives size and rate. */
  readonly takes: readonly AlignedTake[];
  /** Every recording of the workout by its id: takes, cameras, recorders. */
  readonly media: ReadonlyMap<string, Take>;
  readonly produced: Produced;
}

/** What alignments are made from; the rest of a document need not go over to another thread. */
const timed = ({ plan, edit }: WorkoutDocument) => ({ plan, edit });

/** Assembles a programme from its takes. null: nothing was filmed. */
export async function programmeOf(
  context: Context,
  workoutId: string,
  document: WorkoutDocument,
): Promise<MadeProgramme | null> {
  const all = await takesWithTranscripts(context, workoutId);
  const recordings = all.map((t) => t.take);
  const takes = await aside('alignTakes', timed(document), takesIn(document.edit, recordings), all);
  if (takes.length === 0) return null;
  return {
    takes,
    media: new Map(recordings.map((t) => [t.id, t])),
    produced: produce(document, takes, {
      recordings: recordingsOf(all),
      spoken: pickUpsRecorded(all),
      seen: seenIn(all),
      book: bookWith(await ownExercises(context.pool)),
      wording: wordingOf(brandFor(await getBrand(context.pool), document.plan.language)),
      music: document.music,
      tracks: usableTracks(await allTracks(context.pool)),
    }),
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
  const wanted = at < 0 ? [...takes, own] : takes.slice(0, at + 1);
  const found = (await aside('alignTakes', timed(document), wanted, all)).at(-1)!;
  return found.facts.transcript.cues.length === 0 ? null : found;
}
