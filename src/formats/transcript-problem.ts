import type { TranscriptCue } from '../core/transcript/transcript.ts';
import { lineTime } from '../core/speech/line-time.ts';
import { type TakeTime, fromSeconds, moved, takeTime } from '../core/time/micros.ts';
import { writeTime } from '../core/time/typed-time.ts';
import type { ReadProblem } from './problem.ts';

export type DraftCue = { -readonly [K in keyof TranscriptCue]: TranscriptCue[K] } & { line: number };

/** The end of a cue that does not say where it ends: `orderCues` finds one. */
export const END_UNKNOWN = -1 as TakeTime;

/** Most cues a transcript may have; ten hours of two-second cues. */
const MOST_CUES = 20_000;
/** A cue without a usable end that nothing follows lasts at least this long, and as long as its words need. */
const LAST_CUE = fromSeconds(4);
const LAST_SHARE = 1.15;

/**
 * Puts cues in order and repairs what can be repaired, naming each: an end before its start, a start before the cue
 * above, two cues at one time. Nothing is dropped but cues past the limit.
 */
export function orderCues(cues: DraftCue[], problems: ReadProblem[]): TranscriptCue[] {
  const note = (code: string, line: number, message: string) =>
    problems.push({ code, line, message, severity: 'note' });
  for (const [i, cue] of cues.entries()) {
    const above = cues[i - 1];
    if (above !== undefined && cue.start < above.start) {
      note(
        'backwards',
        cue.line,
        `The time ${writeTime(cue.start)} runs backwards from ${writeTime(above.start)}; the cues were put in order.`,
      );
    }
  }
  const sorted = cues
    .map((cue, i) => ({ cue, i }))
    .sort((a, b) => a.cue.start - b.cue.start || a.i - b.i)
    .map(({ cue }) => cue);
  for (const [i, cue] of sorted.entries()) {
    const next = sorted[i + 1];
    if (next !== undefined && next.start === cue.start) {
      note(
        'same-time',
        next.line,
        `Two cues begin at ${writeTime(cue.start)}; both were kept, in the order of the file.`,
      );
    }
    if (cue.end <= cue.start) {
      if (cue.end !== END_UNKNOWN)
        note(
          'end-before-start',
          cue.line,
          `A cue ends at ${writeTime(takeTime(Math.max(0, cue.end)))}, not after its start ${writeTime(cue.start)}` +
            "; the next cue's start was taken.",
        );
      const after = sorted.slice(i + 1, i + 20).find((later) => later.start > cue.start);
      cue.end = after?.start ?? moved(cue.start, Math.max(LAST_CUE, Math.round(lineTime(cue.text) * LAST_SHARE)));
    }
  }
  if (sorted.length > MOST_CUES) {
    problems.push({
      code: 'too-many',
      line: sorted[MOST_CUES]?.line ?? 0,
      message: `A transcript has at most ${MOST_CUES} cues; the rest was left out.`,
      severity: 'error',
    });
  }
  return sorted.slice(0, MOST_CUES).map(({ line: _line, ...cue }) => cue);
}

/** Names cues that lie past the end of the recording; they are kept, the aligner gives them no weight. */
export function pastTheEnd(cues: readonly TranscriptCue[], duration: TakeTime): ReadProblem[] {
  const late = cues.filter((cue) => cue.start > duration);
  if (late.length === 0) return [];
  return [
    {
      code: 'past-the-end',
      line: 0,
      severity: 'note',
      message:
        `${late.length} of ${cues.length} cues begin after the end of the recording (${writeTime(duration)}). ` +
        'Is this transcript from another take?',
    },
  ];
}
