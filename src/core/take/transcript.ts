import { lineTime, wordShares } from '../speech/line-time.ts';
import { type Micros, fromSeconds, micros } from '../time/micros.ts';

/** A word with its own time, on take time. */
export interface TimedWord {
  readonly text: string;
  readonly start: Micros;
  readonly end: Micros;
}

/** A stretch of speech. `words` is null where only the stretch is timed. */
export interface TranscriptCue {
  readonly start: Micros;
  readonly end: Micros;
  readonly text: string;
  readonly words: readonly TimedWord[] | null;
}

export interface Transcript {
  readonly cues: readonly TranscriptCue[];
}

/** A word as the aligner uses it: a likely start, and how far off that may be (one standard deviation). */
export interface Token {
  readonly text: string;
  readonly norm: string;
  readonly at: Micros;
  readonly end: Micros;
  readonly sigma: Micros;
  /** The cue it came from: words of different cues are not one phrase where a pause lies between. */
  readonly cue: number;
}

/** Word times from a recogniser are right within about a fifth of a second (common practice). */
const WORD_SIGMA = fromSeconds(0.15);
/** Of the silence in a coarse paragraph nobody knows where it lies; a word may be off by this share of it. */
const SLACK_SHARE = 0.3;

/** Lower case, no accents, no punctuation; `half-way` and `halfway` become the same. */
export function normalise(word: string): string {
  return word.toLowerCase().normalize('NFKD').replace(/[\u0300-\u036f]/g, '').replace(/[^a-z0-9]/g, '');
}

/**
 * All words of a transcript with times, placed inside coarse cues by the speaking model. Sorted by time. `duration`
 * bounds a last cue without an end.
 */
export function tokensOf(transcript: Transcript, duration: Micros): Token[] {
  const tokens: Token[] = [];
  // A time cut to whole seconds lies, on average, half a second before the first word.
  const cut = transcript.cues.length > 2 && transcript.cues.every((cue) => cue.words === null && cue.start % 1e6 === 0) ? 0.5e6 : 0;
  for (const [c, cue] of transcript.cues.entries()) {
    if (cue.words !== null) {
      for (const word of cue.words) push(tokens, word.text, word.start, word.end, WORD_SIGMA, c);
    } else placeInCue(tokens, { ...cue, start: micros(cue.start + cut) }, c, duration);
  }
  return tokens.sort((a, b) => a.at - b.at);
}

function push(tokens: Token[], text: string, at: Micros, end: Micros, sigma: Micros, cue: number): void {
  for (const part of text.split(/[\s–—-]+/)) {
    const norm = normalise(part);
    if (norm !== '') tokens.push({ text: part, norm, at, end, sigma, cue });
  }
}

/** Sentences keep their own length; the silence of the cue is spread between them, for want of better knowledge. */
function placeInCue(tokens: Token[], cue: TranscriptCue, index: number, duration: Micros): void {
  const sentences = cue.text.match(/[^.!?…]+[.!?…]*/g)?.map((s) => s.trim()).filter((s) => s !== '') ?? [];
  const end = Math.min(cue.end, Math.max(duration, cue.start + 1e6));
  const lengths = sentences.map((s) => lineTime(s));
  const spoken = lengths.reduce((a, b) => a + b, 0);
  const room = Math.max(1, end - cue.start);
  const scale = Math.min(1, room / Math.max(1, spoken));
  const slack = Math.max(0, room - spoken * scale);
  const gap = sentences.length === 0 ? 0 : slack / sentences.length;
  let at: number = cue.start;
  for (const [i, sentence] of sentences.entries()) {
    const length = (lengths[i] ?? 0) * scale;
    // The first words are where the cue begins; in the middle of a long silence nobody knows.
    const through = (at - cue.start) / room;
    const sigma = micros(WORD_SIGMA + slack * SLACK_SHARE * Math.min(1, 2.5 * through) * (1 - 0.35 * through) + (scale < 1 ? 4e5 : 0));
    const words = sentence.split(/\s+/);
    let word = at;
    for (const [w, share] of wordShares(words).entries()) {
      const next = word + share * length;
      push(tokens, words[w] as string, micros(word), micros(next), sigma, index);
      word = next;
    }
    at += length + gap;
  }
}

/** True where most speech has word times. */
export function isWordTimed(transcript: Transcript): boolean {
  const timed = transcript.cues.filter((cue) => cue.words !== null).length;
  return timed * 2 > transcript.cues.length;
}
