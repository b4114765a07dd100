import type { TranscriptCue } from '../../src/core/transcript/transcript.ts';
import { anySeconds } from './times.ts';

/** A word takes so long, with the breath after it, in seconds. */
const WORD_S = 0.3;

/** A line that begins at a second of the take, each of its words with a time of its own. */
export function saidAt(text: string, atS: number): TranscriptCue {
  const words = text.split(' ').map((word, i) => {
    const start = atS + i * WORD_S;
    return { text: word, start: anySeconds(start), end: anySeconds(start + WORD_S - 0.05) };
  });
  return { start: anySeconds(atS), end: anySeconds(atS + words.length * WORD_S), text, words };
}
