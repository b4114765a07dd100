import { type TakeTime, takeTime } from '../time/micros.ts';
import type { Span } from '../time/span.ts';

/** So far from a boundary a join may go for a silence. */
const REACH_US = 2_500_000;
/** Kept between a word and a join, where there is room. */
const AIR_US = 60_000;

/**
 * Where to leave a take after a segment that ends at `time`: there, or past the word that is being said. Never inside a
 * word, unless that is longer than anyone's.
 */
export function leavingAt(time: TakeTime, speech: readonly Span<TakeTime>[], duration: TakeTime): TakeTime {
  const word = wordAt(time, speech);
  if (word === null) return time;
  const after = nextSilence(time, speech);
  if (after - time <= REACH_US) return takeTime(Math.min(duration, after));
  return word.end - time <= time - word.start ? word.end : word.start;
}

/** Where to come into a take before a segment that begins at `time`: there, or before the word that is being said. */
export function comingInAt(time: TakeTime, speech: readonly Span<TakeTime>[]): TakeTime {
  const word = wordAt(time, speech);
  if (word === null) return time;
  const before = lastSilence(time, speech);
  if (time - before <= REACH_US) return takeTime(Math.max(0, before));
  return word.end - time <= time - word.start ? word.end : word.start;
}

function wordAt(time: number, speech: readonly Span<TakeTime>[]): Span<TakeTime> | null {
  return speech.find((s) => s.start < time && time < s.end) ?? null;
}

/** The next time with room before the word after it; of words that touch, the end of the last. */
function nextSilence(time: TakeTime, speech: readonly Span<TakeTime>[]): TakeTime {
  let at = time;
  for (const s of speech) {
    if (s.end <= at) continue;
    if (s.start - at >= AIR_US * 2) break;
    at = s.end;
  }
  return takeTime(at + AIR_US);
}

function lastSilence(time: TakeTime, speech: readonly Span<TakeTime>[]): TakeTime {
  let at = time;
  for (const s of speech.toReversed()) {
    if (s.start >= at) continue;
    if (at - s.end >= AIR_US * 2) break;
    at = s.start;
  }
  return takeTime(at - AIR_US);
}
