import type { Span } from '../core/time/span.ts';
import { lineTime } from '../core/speech/line-time.ts';
import { phraseWindows } from '../core/transcript/phrase-windows.ts';
import {
  type Token,
  type TimedWord,
  type Transcript,
  type TranscriptCue,
  spokenWords,
} from '../core/transcript/transcript.ts';
import { type TakeTime, takeTime } from '../core/time/micros.ts';
import { forceAlign } from './force-align.ts';

/** What a recogniser is given. */
interface ToHear {
  readonly path: string;
  readonly sha256: string;
  readonly duration: TakeTime;
  /** Words that are known already, however coarsely they lie; null: none. */
  readonly known: Transcript | null;
  readonly voice: readonly Span[] | null;
  readonly onProgress: (share: number) => void;
  readonly signal: AbortSignal;
}

interface HeardWords {
  readonly transcript: Transcript;
  /** What a person should know of it, in a sentence. */
  readonly says: string;
}

/**
 * Anything that gives words with times for a recording: a program here, or a service elsewhere that answers with
 * word-timed JSON.
 */
export interface Recogniser {
  readonly name: string;
  hear(what: ToHear): Promise<HeardWords>;
}

/** Certainty of a word where it was found: less, the further its length is from what the speaking model says. */
const CONFIDENT = 0.95;
const NOT_IN_DICTIONARY = 0.5;
const NOT_PLACED = 0.3;

/** Times words that are known: each phrase is looked for around where the transcript and the voice put it. */
export const KNOWN_WORDS: Recogniser = {
  name: 'forced alignment of the known words',
  async hear({ path, duration, known, voice, onProgress, signal }) {
    const tokens = spokenWords(known ?? { cues: [] }, duration, voice).tokens.filter((t) => t.at < duration);
    const windows = phraseWindows(tokens, duration);
    const found = await forceAlign(
      path,
      windows.map((w) => ({ words: tokens.slice(w.first, w.past).map((t) => t.text), from: w.from, to: w.to })),
      onProgress,
      signal,
    );
    let placed = 0;
    const cues = windows
      .map((window, n): TranscriptCue => {
        const places = found[n] ?? null;
        if (places !== null) placed++;
        const words = tokens
          .slice(window.first, window.past)
          .map((token, i): TimedWord => timed(token, places?.[i] ?? null));
        return {
          start: words[0]!.start,
          end: words.at(-1)!.end,
          text: words.map((w) => w.text).join(' '),
          words,
        };
      })
      .sort((a, b) => a.start - b.start);
    return {
      transcript: { cues },
      says:
        `${placed} of ${windows.length} phrases were found in the ` +
        `sound${placed === windows.length ? '.' : '; the others keep the place that the transcript gives them.'}`,
    };
  },
};

function timed(
  token: Token<TakeTime>,
  place: { readonly start: number; readonly end: number; readonly known: boolean } | null,
): TimedWord {
  if (place === null) return { text: token.text, start: token.at, end: token.end, confidence: NOT_PLACED };
  const usual = Math.max(8e4, lineTime(token.text));
  const odd = Math.abs(Math.log(Math.max(3e4, place.end - place.start) / usual));
  return {
    text: token.text,
    start: takeTime(place.start),
    end: takeTime(place.end),
    confidence:
      Math.round((place.known ? CONFIDENT : NOT_IN_DICTIONARY) * Math.exp(-Math.max(0, odd - 0.7)) * 100) / 100,
  };
}
