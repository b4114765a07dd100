import { type Transcript, timedWords } from '../../core/transcript/transcript.ts';
import type { Micros, TakeTime } from '../../core/time/micros.ts';

const seconds = (at: Micros) => Math.round(at / 1e3) / 1e3;

/**
 * A transcript as word-timed JSON; words of coarse cues get the places that the speaking model gives them, and say so.
 */
export function writeWordsJson(transcript: Transcript, duration: TakeTime): string {
  const segments = transcript.cues.map((cue) => ({
    start: seconds(cue.start),
    end: seconds(cue.end),
    text: cue.text,
    ...(cue.words === null ? { placed_by: 'speaking model' } : {}),
    words: timedWords(cue, duration).map((w) => ({
      text: w.text,
      start: seconds(w.start),
      end: seconds(w.end),
      ...(w.confidence === undefined ? {} : { confidence: w.confidence }),
    })),
  }));
  return `${JSON.stringify({ segments }, null, 1)}\n`;
}
