import { languageOf } from '../language/languages.ts';
import type { SpokenWords } from '../transcript/transcript.ts';
import type { TakeTime } from '../time/micros.ts';

/** Counted numbers apart by more than this, for each of them, are two counts. */
const LONGEST_STEP_US = 7e6;
/** More than this many numbers in a row are never left unsaid. */
const MOST_UNSAID = 6;
const FEWEST = 4;
/** Numbers placed less surely than this say nothing of time. */
const SHARP_US = 300_000;

/** Numbers counted up aloud. */
export interface CountAloud {
  readonly values: readonly number[];
  readonly times: readonly TakeTime[];
  /** Places of the numbers among the words. */
  readonly words: readonly number[];
  /** True where every number has a time of its own. */
  readonly sharp: boolean;
}

/** Counts in words that go up, also with numbers left out or said twice. Shorter ones than of four are none. */
export function countsAloud({ tokens, language }: SpokenWords<TakeTime>): CountAloud[] {
  const { cardinalOf } = languageOf(language).forms;
  const counts: { values: number[]; times: TakeTime[]; words: number[]; sharp: boolean }[] = [];
  for (const [word, token] of tokens.entries()) {
    const value = cardinalOf(token.norm);
    if (value === null) continue;
    const sharp = token.sigma <= SHARP_US;
    const last = counts.at(-1);
    const by = last === undefined ? NaN : value - last.values.at(-1)!;
    if (
      last !== undefined &&
      by >= 0 &&
      by <= MOST_UNSAID &&
      token.at - last.times.at(-1)! <= LONGEST_STEP_US * Math.max(1, by)
    ) {
      last.values.push(value);
      last.times.push(token.at);
      last.words.push(word);
      last.sharp &&= sharp;
    } else counts.push({ values: [value], times: [token.at], words: [word], sharp });
  }
  return counts.filter((c) => c.values.length >= FEWEST);
}

/** True where a count begins at the beginning; the second number is often the first one that is heard. */
export const fromOne = ({ values }: CountAloud) => values[0]! <= 2;

/** Where `nine` is said in one breath after `seven, eight`, its place among the numbers; null where it is not. */
export function nineAfterEight({ values, words }: CountAloud): number | null {
  const at = values.findIndex(
    (v, i) => v === 9 && [1, 2].every((k) => values[i - k] === 9 - k && words[i - k] === words[i]! - k),
  );
  return at < 0 || values.slice(at).some((v) => v > 9) ? null : at;
}

/** Steps of an even count differ from each other by no more than this share. */
const EVEN = 0.35;

/** How long one repetition takes, where numbers follow each other evenly; null where they do not. */
export function stepOf({ values, times, sharp }: CountAloud): number | null {
  if (!sharp) return null;
  const gaps = times
    .slice(1)
    .map((t, i) => ({ us: t - times[i]!, by: values[i + 1]! - values[i]! }))
    .filter((g) => g.by === 1)
    .map((g) => g.us)
    .sort((a, b) => a - b);
  if (gaps.length < 2) return null;
  const usual = gaps[gaps.length >> 1]!;
  const inner = gaps.filter((g) => g < usual * 1.6);
  return inner.length >= 2 && inner.at(-1)! - inner[0]! <= EVEN * usual ? usual : null;
}

/** A time this near to a whole number of steps tells how many there were. */
const NEARLY_WHOLE = 0.25;

/** A number that is wrong in its count: its place among the numbers, and what should have been said. */
interface WrongNumber {
  readonly at: number;
  readonly wanted: number;
}

/**
 * The first number of a count that cannot be right. Numbers are left unsaid while somebody talks, and the count goes on
 * by itself: only its step tells whether the next number is too high. Without times, one is left out where its
 * neighbours are said in one breath.
 */
export function wrongNumber(count: CountAloud): WrongNumber | null {
  const { values, times, words } = count;
  const step = stepOf(count);
  for (let i = 1; i < values.length; i++) {
    const by = values[i]! - values[i - 1]!;
    if (by === 1) continue;
    if (step === null) {
      const besides = by === 2 && words[i]! - words[i - 1]! === 1;
      if (besides) return { at: i, wanted: values[i - 1]! + 1 };
      continue;
    }
    const steps = (times[i]! - times[i - 1]!) / step;
    const done = Math.round(steps);
    const tells = Math.abs(steps - done) <= NEARLY_WHOLE && done >= 1;
    if (tells && (by === 0 || done < by)) return { at: i, wanted: values[i - 1]! + done };
  }
  return null;
}
