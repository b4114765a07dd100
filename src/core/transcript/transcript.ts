import { likelyLanguage } from '../language/likely-language.ts';
import { type LanguageCode, languageOf } from '../language/languages.ts';
import { type Length, type Micros, type TakeTime, asLength, takeTime } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import { normalise } from '../language/normalise.ts';
import { placeInVoice } from './place-in-voice.ts';
import { WORD_SIGMA_US, placeWords } from './place-words.ts';

/** A word with its own time, on the clock of its take where nothing else is said. */
export interface TimedWord<T extends Micros = TakeTime> {
  readonly text: string;
  readonly start: T;
  readonly end: T;
  /** 0 to 1, where whoever heard it says so. */
  readonly confidence?: number;
}

/** A stretch of speech. `words` is null where only the stretch is timed. */
export interface TranscriptCue<T extends Micros = TakeTime> {
  readonly start: T;
  readonly end: T;
  readonly text: string;
  readonly words: readonly TimedWord<T>[] | null;
}

export interface Transcript<T extends Micros = TakeTime> {
  readonly cues: readonly TranscriptCue<T>[];
  /** What is spoken; English where it is left out. */
  readonly language?: LanguageCode;
}

/** A transcript as one of a language; as it is where none is named. */
export function inLanguage<T extends Micros>(transcript: Transcript<T>, language?: LanguageCode): Transcript<T> {
  return language === undefined ? transcript : { ...transcript, language };
}

/** The language of a transcript by its commonest words; `und` where nobody knows it, null where they are too few. */
export function likelyLanguageOf({ cues }: Transcript): LanguageCode | null {
  return likelyLanguage(cues.flatMap((cue) => cue.text.split(/\s+/).map(normalise)));
}

/**
 * A word as the aligner uses it: a likely start, and how far off that may be (one standard deviation). Words of a take
 * are on its clock, those of a script on the plan's; who only reads them takes either.
 */
export interface Token<T extends Micros = Micros> {
  readonly text: string;
  readonly norm: string;
  readonly at: T;
  readonly end: T;
  readonly sigma: Length;
  /** The cue it came from: words of different cues are not one phrase where a pause lies between. */
  readonly cue: number;
  /** Which word of its cue, counted from 0. */
  readonly word: number;
}

/** Words in order of time, and the language they were said in. */
export interface SpokenWords<T extends Micros = Micros> {
  readonly tokens: readonly Token<T>[];
  readonly language: LanguageCode;
}

/** A stretch of speech of which only start and end are known: bounds of its words, microseconds on take time. */
interface CoarseCue {
  readonly cue: number;
  readonly text: string;
  readonly start: number;
  readonly end: number;
  /** False of the last one: where it ends may be a guess. */
  readonly endKnown: boolean;
  /** The first word of what follows at once. */
  readonly onward: string | null;
}

/** A time cut to whole seconds lies anywhere in its second. */
const CUT_SIGMA_US = 290_000;

/**
 * All words of a transcript with times, placed inside coarse cues by the speaking model, or where a voice was heard.
 * Sorted by time. `duration` bounds a last cue without an end.
 */
export function spokenWords(
  transcript: Transcript,
  duration: TakeTime,
  voice: readonly Span[] | null = null,
): SpokenWords<TakeTime> {
  const tokens: Token<TakeTime>[] = [];
  const language = transcript.language ?? 'en';
  const coarse = new Map(coarseCues(transcript, duration).map((c) => [c.cue, c]));
  for (const [c, cue] of transcript.cues.entries()) {
    if (cue.words !== null) {
      const sung = sungWords(cue.words);
      for (const [w, word] of cue.words.entries())
        if (!sung[w])
          push(tokens, {
            text: word.text,
            at: word.start,
            end: word.end,
            sigma: asLength(WORD_SIGMA_US),
            cue: c,
            word: w,
          });
    } else {
      const { text, start, end, onward } = coarse.get(c)!;
      const placed =
        voice === null
          ? placeWords({ text, next: onward, language }, start, end)
          : placeInVoice({ text, next: onward, language }, cue.start, cue.end, voice);
      for (const [w, word] of placed.entries())
        push(tokens, {
          text: word.text,
          at: takeTime(word.at),
          end: takeTime(word.end),
          sigma: asLength(Math.hypot(word.sigma, start > cue.start && voice === null ? CUT_SIGMA_US : 0)),
          cue: c,
          word: w,
        });
    }
  }
  return { tokens: tokens.sort((a, b) => a.at - b.at), language };
}

/** The stretches of a transcript whose words have no times. `duration` bounds a last one without an end. */
export function coarseCues(transcript: Transcript, duration: TakeTime): CoarseCue[] {
  // A time cut to whole seconds lies, on average, half a second before the first word.
  const cut =
    transcript.cues.length > 2 && transcript.cues.every((cue) => cue.words === null && cue.start % 1e6 === 0)
      ? 0.5e6
      : 0;
  return transcript.cues.flatMap((cue, c): CoarseCue[] => {
    if (cue.words !== null) return [];
    const start = cue.start + cut;
    const next = transcript.cues[c + 1];
    // A countdown may go on in the next cue, where that begins as this one ends.
    const goesOn = next !== undefined && next.start - cue.end < 1e6;
    const end = Math.max(start + 5e5, Math.min(cue.end, Math.max(duration, start + 1e6)));
    return [
      {
        cue: c,
        text: spokenText(cue.text, transcript.language),
        start,
        end,
        endKnown: next !== undefined,
        onward: goesOn ? (/^\S+/.exec(next.text)?.[0] ?? null) : null,
      },
    ];
  });
}

/**
 * What of a text is spoken: without songs between notes (♪), sounds in brackets such as [Music] or (applause), marks of
 * who speaks at the start.
 */
export function spokenText(text: string, code?: LanguageCode): string {
  return text
    .replace(/[♪♫🎵🎶][^♪♫🎵🎶]*(?:[♪♫🎵🎶]|$)/gu, ' ')
    .replace(/\[[^\]\d]{0,60}\]/g, ' ')
    .replace(new RegExp(`\\((?:[^()]*\\b)?(?:${languageOf(code).pauses.noises})\\b[^()]*\\)`, 'gi'), ' ')
    .replace(/^\s*(?:>>+\s*)?(?:[Ss]peaker \d+|[A-Z][A-Z .]{1,24})\s*:\s*/, '')
    .replace(/\s+/g, ' ')
    .trim();
}

/** Which words with times stand between notes or are a sound in brackets. */
function sungWords(words: readonly TimedWord[]): boolean[] {
  let sung = false;
  return words.map(({ text }) => {
    const notes = text.match(/[♪♫]/g)?.length ?? 0;
    const inside = sung || notes > 0 || /^[[(].*[\])]$/.test(text);
    if (notes % 2 === 1) sung = !sung;
    return inside;
  });
}

/** Words and when they were said. */
interface SaidAt {
  readonly text: string;
  readonly at: TakeTime;
  readonly end: TakeTime;
  readonly sigma: Length;
  readonly cue: number;
  readonly word: number;
}

function push(tokens: Token<TakeTime>[], { text, at, end, sigma, cue, word }: SaidAt): void {
  for (const part of text.split(/[\s–—-]+/)) {
    const norm = normalise(part);
    if (norm !== '') tokens.push({ text: part, norm, at, end, sigma, cue, word });
  }
}

/** True where most speech has word times. */
export function isWordTimed(transcript: Transcript): boolean {
  const timed = transcript.cues.filter((cue) => cue.words !== null).length;
  return timed * 2 > transcript.cues.length;
}

/** The words of one cue with times: its own, or the places that the speaking model gives them. */
export function timedWords(cue: TranscriptCue, duration: TakeTime, language?: LanguageCode): readonly TimedWord[] {
  if (cue.words !== null) return cue.words;
  const end = Math.min(cue.end, Math.max(duration, cue.start + 1e6));
  return placeWords({ text: cue.text, next: null, language }, cue.start, end).map((w) => ({
    text: w.text,
    start: takeTime(w.at),
    end: takeTime(w.end),
  }));
}
