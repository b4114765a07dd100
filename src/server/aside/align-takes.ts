import { createHash } from 'node:crypto';
import { type Edit, type WorkoutDocument, takesOfProgramme } from '../../core/workout/document.ts';
import { type ProgrammeTake, alignTake } from '../../core/workout/align-takes.ts';
import { factsOfTake } from '../../core/workout/take-sources.ts';
import { inLanguage } from '../../core/transcript/transcript.ts';
import type { Take } from '../../db/takes-sql.ts';
import { readTranscript } from '../../formats/transcript-reader.ts';
import type { TakeWithTranscript } from '../take-with-transcript.ts';

export type AlignedTake = ProgrammeTake & { readonly take: Take };

/** The takes that a programme is made from, of a workout's recordings. */
export function takesIn(edit: Edit, recordings: readonly Take[]): Take[] {
  const takes = new Map(recordings.filter((t) => t.role === 'take').map((t) => [t.id, t]));
  return takesOfProgramme(edit, (id) => takes.has(id)).map((id) => takes.get(id)!);
}

/** The newest results by what they were made from: files of one class are asked for one after the other. */
const KEPT = 6;
const kept = new Map<string, AlignedTake[]>();

/**
 * Aligns takes one by one; a later take is likely to hold what the earlier ones lack. What was aligned lately is kept.
 */
export function alignTakes(
  document: Pick<WorkoutDocument, 'plan' | 'edit'>,
  takes: readonly Take[],
  all: readonly TakeWithTranscript[],
): AlignedTake[] {
  const { plan, edit } = document;
  const key = createHash('sha256')
    .update(JSON.stringify([plan, edit, takes, all]))
    .digest('hex');
  const found = kept.get(key);
  if (found !== undefined) return found;
  const aligned: AlignedTake[] = [];
  for (const take of takes) {
    const facts = factsOfTake(take, all, (text) => inLanguage(readTranscript(text).value, plan.language));
    aligned.push({ take, ...alignTake({ plan, edit }, take.id, facts, aligned) });
  }
  kept.set(key, aligned);
  for (const oldest of kept.keys()) {
    if (kept.size <= KEPT) break;
    kept.delete(oldest);
  }
  return aligned;
}
