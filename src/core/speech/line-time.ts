import type { SegmentKind } from '../plan/segment.ts';
import { type Length, asLength, fromSeconds } from '../time/micros.ts';
import { anySyllables } from '../language/any-syllables.ts';
import { type LanguageCode, languageOf } from '../language/languages.ts';
import { spokenGroups } from './spoken-groups.ts';

/** How one person speaks. Seconds each; `startS` is the cost of opening one's mouth at all. */
export interface SpeakingModel {
  readonly syllableS: number;
  /** Each consonant letter: `strength` has one syllable and takes as long as two. */
  readonly consonantS: number;
  readonly wordS: number;
  readonly shortPauseS: number;
  readonly longPauseS: number;
  readonly startS: number;
}

/** Somebody who speaks a language; English where it is left out. */
export interface LanguageSpeaker extends SpeakingModel {
  readonly language?: LanguageCode;
}
export const SPEAKING_PARTS = [
  'syllableS',
  'consonantS',
  'wordS',
  'shortPauseS',
  'longPauseS',
  'startS',
] as const satisfies readonly (keyof SpeakingModel)[];

/**
 * Fits 165 words a minute of running talk with about 1.4 syllables a word (common practice: 160–170, 4–5 syllables a
 * second).
 */
export const TYPICAL_SPEAKER: SpeakingModel = {
  syllableS: 0.15,
  consonantS: 0.052,
  wordS: 0.03,
  shortPauseS: 0.25,
  longPauseS: 0.5,
  startS: 0.1,
};

/** Words a minute that people manage, by kind of segment (common practice); the bar 'speech there is' comes from it. */
export const WORDS_A_MINUTE: Readonly<Record<SegmentKind, number>> = {
  talk: 165,
  demo: 165,
  'set-up': 165,
  water: 165,
  rest: 150,
  'change-over': 150,
  work: 100,
  hold: 100,
};
/** Words a minute when the music leads (common practice: 55 to 70): blocks that are counted to music or flow. */
const WORDS_A_MINUTE_TO_MUSIC = 62;
const RUNNING_WPM = 165;

/**
 * How often each part of the model occurs in a line, in the order of SPEAKING_PARTS; null for a line without a word.
 */
export function speakingParts(text: string, code?: LanguageCode): number[] | null {
  const language = languageOf(code);
  const groups = spokenGroups(text, language);
  if (groups.length === 0) return null;
  let [syllables, consonants, words, shorts, longs] = [0, 0, 0, 0, 0];
  for (const [i, group] of groups.entries()) {
    for (const word of group.words) {
      // What is written in a script of another language takes its time, too.
      syllables += language.speaking.syllablesOf(word) || anySyllables(word);
      consonants += language.speaking.consonantsOf(word);
      words += 1;
    }
    if (i === groups.length - 1) continue;
    if (group.pause === 'long') longs += 1;
    else if (group.pause === 'short') shorts += 1;
  }
  return [syllables, consonants, words, shorts, longs, 1];
}

// Lines are said again and again in a class; what a line costs depends only on its text and the speaker.
const remembered = new WeakMap<SpeakingModel, Map<string, Length>>();
const MOST_REMEMBERED = 20_000;

const typical = new Map<LanguageCode, LanguageSpeaker>();

/** Somebody who speaks a language as most do. */
export function typicalSpeaker(code: LanguageCode = 'en'): LanguageSpeaker {
  if (code === 'en') return TYPICAL_SPEAKER;
  let of = typical.get(code);
  if (of === undefined) typical.set(code, (of = { ...TYPICAL_SPEAKER, language: code }));
  return of;
}

/** How long a line takes to say in running speech; the pause after its last word is not counted. */
export function lineTime(text: string, model: LanguageSpeaker = TYPICAL_SPEAKER): Length {
  let known = remembered.get(model);
  if (known === undefined) remembered.set(model, (known = new Map<string, Length>()));
  const before = known.get(text);
  if (before !== undefined) return before;
  const parts = speakingParts(text, model.language);
  const us =
    parts === null
      ? asLength(0)
      : fromSeconds(SPEAKING_PARTS.reduce((sum, part, i) => sum + model[part] * parts[i]!, 0));
  if (known.size >= MOST_REMEMBERED) known.clear();
  known.set(text, us);
  return us;
}

/**
 * The seconds of a segment that can be spoken in: its length times the share of running speech its kind allows, by
 * common practice or a studio's own `paces`.
 */
export function speechRoom(
  kind: SegmentKind,
  length: Length,
  toMusic = false,
  paces: Readonly<Record<SegmentKind, number>> = WORDS_A_MINUTE,
): Length {
  const wpm =
    toMusic && (kind === 'work' || kind === 'hold') ? Math.min(WORDS_A_MINUTE_TO_MUSIC, paces[kind]) : paces[kind];
  return asLength(length * Math.min(1, wpm / RUNNING_WPM));
}

/** Relative time each word of a line takes, for placing words inside a line of known length. Sums to 1. */
export function wordShares(words: readonly string[], code?: LanguageCode): number[] {
  const language = languageOf(code);
  const weights = words.map(
    (word) =>
      Math.max(
        1,
        spokenGroups(word, language)
          .flatMap((g) => g.words)
          .reduce((n, w) => n + language.speaking.syllablesOf(w), 0),
      ) +
      0.4 +
      (/[.!?…:]$/.test(word) ? 2 : /[,;]$/.test(word) ? 1 : 0),
  );
  const sum = weights.reduce((a, b) => a + b, 0);
  return weights.map((w) => w / sum);
}
