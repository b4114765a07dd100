import type { SegmentKind } from '../plan/segment.ts';
import { type Micros, fromSeconds, micros } from '../time/micros.ts';
import { spokenGroups } from './spoken.ts';
import { syllablesOf } from './syllables.ts';

/** How one person speaks. Seconds; `startS` is the cost of opening one's mouth at all. */
export interface SpeakingModel {
  readonly syllableS: number;
  readonly wordS: number;
  readonly shortPauseS: number;
  readonly longPauseS: number;
  readonly startS: number;
}

/** Fits 165 words a minute of running talk with about 1.4 syllables a word (common practice: 160–170, 4–5 syllables a second). */
export const TYPICAL_SPEAKER: SpeakingModel = { syllableS: 0.19, wordS: 0.08, shortPauseS: 0.25, longPauseS: 0.5, startS: 0.1 };

/** Words a minute that people manage, by kind of segment (common practice); the bar 'speech there is' comes from it. */
export const WORDS_A_MINUTE: Readonly<Record<SegmentKind, number>> = {
  talk: 165, demo: 165, 'set-up': 165, water: 165, rest: 150, 'change-over': 150, work: 100, hold: 100,
};
const RUNNING_WPM = 165;

/** How long a line takes to say in running speech; the pause after its last word is not counted. */
export function lineTime(text: string, model: SpeakingModel = TYPICAL_SPEAKER): Micros {
  const groups = spokenGroups(text);
  if (groups.length === 0) return micros(0);
  let seconds = model.startS;
  for (const [i, group] of groups.entries()) {
    for (const word of group.words) seconds += syllablesOf(word) * model.syllableS + model.wordS;
    if (i < groups.length - 1) seconds += group.pause === 'long' ? model.longPauseS : group.pause === 'short' ? model.shortPauseS : 0;
  }
  return fromSeconds(seconds);
}

/** The seconds of a segment that can be spoken in: its length times the share of running speech its kind allows. */
export function speechRoom(kind: SegmentKind, length: Micros): Micros {
  return micros(length * Math.min(1, WORDS_A_MINUTE[kind] / RUNNING_WPM));
}

/** Relative time each word of a line takes, for placing words inside a line of known length. Sums to 1. */
export function wordShares(words: readonly string[]): number[] {
  const weights = words.map((word) => Math.max(1, spokenGroups(word).flatMap((g) => g.words).reduce((n, w) => n + syllablesOf(w), 0)) + 0.4
    + (/[.!?…:]$/.test(word) ? 2 : /[,;]$/.test(word) ? 1 : 0));
  const sum = weights.reduce((a, b) => a + b, 0);
  return weights.map((w) => w / sum);
}
