import type { Route } from '../../contract/route.ts';
import jsonpatch from 'fast-json-patch';
import { mergeDocuments } from '../../core/merge/merge-documents.ts';
import { type Renames, withIds } from '../../core/merge/own-ids.ts';
import type { WorkoutDocument } from '../../core/workout/document.ts';
import { mergeTranscripts } from '../../formats/merge-transcripts.ts';
import { readTranscript } from '../../formats/transcript-reader.ts';
import { type WordsText, rewritten } from '../../formats/transcript-writer.ts';
import type { TakeTime } from '../../core/time/micros.ts';
import type { TrackChange } from '../../contract/wire.ts';

/** A request to the server that can be sent again. */
export interface Asked {
  readonly path: string;
  readonly method: Route['method'];
  readonly body?: unknown;
}

/** One step of undo: what was changed, from what to what. Both ways go by what was changed, not by where it stood. */
export type Step = { readonly label: string; readonly at: number } & (
  | {
      readonly kind: 'document';
      readonly before: WorkoutDocument;
      readonly after: WorkoutDocument;
      /** The one field that was changed, as a JSON Pointer; null: more than one. */
      readonly place: string | null;
    }
  | { readonly kind: 'words'; readonly takeId: string; readonly before: WordsText; readonly after: WordsText }
  /** Something that was asked of the server, with what takes it back. */
  | {
      readonly kind: 'asked';
      readonly before: Asked;
      readonly after: Asked;
      /** What it changed in the document with it. */
      readonly document?: { readonly before: WorkoutDocument; readonly after: WorkoutDocument };
    }
  | { readonly kind: 'track'; readonly trackId: string; readonly before: TrackChange; readonly after: TrackChange }
);

/** Keystrokes in one field within this time are one step of undo. */
const SAME_STEP_MS = 1_200;
const MOST_STEPS = 500;

/** The steps with one more, which goes into the last where that is the same field a moment ago. */
export function withStep(steps: readonly Step[], step: Step): readonly Step[] {
  const last = steps.at(-1);
  if (last !== undefined && belongs(last, step))
    return [...steps.slice(0, -1), { ...step, before: last.before } as Step];
  return [...steps, step].slice(-MOST_STEPS);
}

function belongs(last: Step, step: Step): boolean {
  if (last.label !== step.label || step.at - last.at > SAME_STEP_MS) return false;
  return last.kind === 'document' && step.kind === 'document' && step.place !== null && last.place === step.place;
}

/** The one field in which two documents differ, as a JSON Pointer; null where they differ in more. */
export function placeOf(before: WorkoutDocument, after: WorkoutDocument): string | null {
  const patch = jsonpatch.compare(before, after);
  return patch.length === 1 && patch[0]?.op === 'replace' ? patch[0].path : null;
}

/** A document with a step taken back. What another window changed since stays as that has it. */
export function withoutStep(now: WorkoutDocument, from: WorkoutDocument, to: WorkoutDocument): WorkoutDocument {
  return now === from ? to : mergeDocuments(from, to, now).document;
}

/** The same for the words of a take. */
export function wordsWithoutStep(now: WordsText, from: WordsText, to: WordsText, duration: TakeTime): WordsText {
  if (now.text === from.text) return to;
  const read = ({ text }: WordsText) => readTranscript(text).value;
  return rewritten(now, mergeTranscripts(read(from), read(to), read(now)).transcript, duration);
}

/** Steps as they are after things got other ids. */
export function renamedSteps(steps: readonly Step[], renames: Renames): readonly Step[] {
  if (renames.plan.size === 0 && renames.cues.size === 0) return steps;
  const both = <T extends { readonly before: WorkoutDocument; readonly after: WorkoutDocument }>(of: T): T => ({
    ...of,
    before: withIds(of.before, renames),
    after: withIds(of.after, renames),
  });
  return steps.map((step) =>
    step.kind === 'document'
      ? both(step)
      : step.kind === 'asked' && step.document !== undefined
        ? { ...step, document: both(step.document) }
        : step,
  );
}
