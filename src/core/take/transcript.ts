import { lineTime, wordShares } from '../speech/line-time.ts';
import { type Micros, fromSeconds, micros } from '../time/micros.ts';
import { numberOf } from './numbers.ts';

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

const COUNTED = /^(one|two|three|four|five|six|seven|eight|nine|ten|\d{1,2})$/;

/**
 * What is said in one go: sentences, and each number of a countdown by itself, with or without punctuation (`three two one
 * and rest` is four things).
 */
function unitsOf(text: string): string[] {
  const sentences = text.match(/[^.!?…]+[.!?…]*/g)?.map((s) => s.trim()).filter((s) => s !== '') ?? [];
  return sentences.flatMap((sentence) => {
    const words = sentence.split(/\s+/);
    const values = words.map((w) => (COUNTED.test(normalise(w)) ? numberOf(normalise(w)) : null));
    const counted = values.map((v, i) => v !== null && ((values[i + 1] !== null && values[i + 1] !== undefined && v - (values[i + 1] as number) === 1) || (values[i - 1] !== null && values[i - 1] !== undefined && (values[i - 1] as number) - v === 1)));
    const units: string[] = [];
    let open: string[] = [];
    for (const [i, word] of words.entries()) {
      if (counted[i] === true) {
        if (open.length > 0) units.push(open.join(' '));
        units.push(word);
        open = [];
      } else open.push(word);
    }
    if (open.length > 0) units.push(open.join(' '));
    return units;
  });
}

/** One number of a countdown and the silence after it (common practice: a second or a beat). */
const COUNT_STEP = fromSeconds(0.95);
/** How much of a paragraph's silence falls after a sentence: none inside a countdown, little where one call leads to the next. */
const JOIN_SHARE = { count: 0, tight: 0.08, loose: 1 } as const;

/** How a sentence goes on to the next: a countdown counts on, its one leads to 'rest' or 'go', a name to its side. */
function joinOf(sentence: string, next: string | undefined): keyof typeof JOIN_SHARE {
  if (next === undefined) return 'loose';
  const [here, after] = [sentence, next].map((s) => s.split(/\s+/).map(normalise).filter((w) => w !== '')) as [string[], string[]];
  const counts = (words: readonly string[]) => words.length > 0 && words.length <= 3 && words.every((w) => COUNTED.test(w));
  if (counts(here) && counts(after)) return 'count';
  if (counts(here) && after.length <= 4 && after.some((w) => /^(rest|relax|stop|switch|change|go|begin|done|time|good)$/.test(w))) return 'tight';
  return after.length <= 3 && (after[0] === 'left' || after[0] === 'right') ? 'tight' : 'loose';
}

/** Sentences keep their own length; the silence of the cue is spread between them, for want of better knowledge. */
function placeInCue(tokens: Token[], cue: TranscriptCue, index: number, duration: Micros): void {
  const sentences = unitsOf(cue.text);
  const end = Math.min(cue.end, Math.max(duration, cue.start + 1e6));
  const joins = sentences.map((s, i) => joinOf(s, sentences[i + 1]));
  // A counted number takes a second or a beat with its silence, however short its word.
  const lengths = sentences.map((s, i) => (joins[i] === 'count' ? Math.max(COUNT_STEP, lineTime(s)) : lineTime(s)));
  const spoken = lengths.reduce((a, b) => a + b, 0);
  const room = Math.max(1, end - cue.start);
  const scale = Math.min(1, room / Math.max(1, spoken));
  const slack = Math.max(0, room - spoken * scale);
  const shares = joins.map((join) => JOIN_SHARE[join]);
  const allShares = Math.max(1e-9, shares.reduce<number>((a, b) => a + b, 0));
  let at: number = cue.start;
  for (const [i, sentence] of sentences.entries()) {
    const length = (lengths[i] ?? 0) * scale;
    const said = joins[i] === 'count' ? Math.min(length, lineTime(sentence) * scale) : length;
    // The first words are where the cue begins; in the middle of a long silence nobody knows.
    const through = (at - cue.start) / room;
    const sigma = micros(WORD_SIGMA + slack * SLACK_SHARE * Math.min(1, 2.5 * through) * (1 - 0.35 * through) + (scale < 1 ? 4e5 : 0));
    const words = sentence.split(/\s+/);
    let word = at;
    for (const [w, share] of wordShares(words).entries()) {
      const next = word + share * said;
      push(tokens, words[w] as string, micros(word), micros(next), sigma, index);
      word = next;
    }
    at += length + (slack * (shares[i] as number)) / allShares;
  }
}

/** True where most speech has word times. */
export function isWordTimed(transcript: Transcript): boolean {
  const timed = transcript.cues.filter((cue) => cue.words !== null).length;
  return timed * 2 > transcript.cues.length;
}
