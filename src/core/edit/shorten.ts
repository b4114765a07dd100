import { type Length, type TakeTime, takeTime } from '../time/micros.ts';
import type { Span } from '../time/span.ts';

/** So much of a silence stays where some of it is taken out: what is said before and after must not run together. */
const PAUSE_US = 600_000;
/** Less than this is not worth a cut. */
const LEAST_CUT_US = 400_000;

/**
 * Stretches of silence whose removal makes a segment so much shorter, or as much of that as there is silence for: from
 * the longest silences first, so that there are few cuts, each out of the middle of its silence. Words are never cut.
 * `speech` in order, on the clock of `within`. In order of time. `onBeat`: how much of a cut may be made there.
 */
export function silencesToCut(
  within: Span<TakeTime>,
  overUs: Length,
  speech: readonly Span<TakeTime>[],
  onBeat: (at: TakeTime, lengthUs: number) => number = (_, lengthUs) => lengthUs,
): Span<TakeTime>[] {
  const cuts: Span<TakeTime>[] = [];
  let left: number = overUs;
  for (const { start, end } of silencesIn(within, speech).sort((a, b) => b.end - b.start - (a.end - a.start))) {
    const length = Math.min(left, end - start - PAUSE_US);
    if (length < Math.min(LEAST_CUT_US, left)) break;
    const from = takeTime(Math.round((start + end - length) / 2));
    const cut = onBeat(from, length);
    if (cut <= 0) continue;
    cuts.push({ start: from, end: takeTime(from + cut) });
    left -= cut;
    if (left <= 0) break;
  }
  return cuts.sort((a, b) => a.start - b.start);
}

/** Where nobody speaks within a span. */
export function silencesIn(within: Span<TakeTime>, speech: readonly Span<TakeTime>[]): Span<TakeTime>[] {
  const silences: Span<TakeTime>[] = [];
  let from = within.start;
  for (const { start, end } of speech) {
    if (end <= from) continue;
    if (start >= within.end) break;
    if (start > from) silences.push({ start: from, end: start });
    from = end;
  }
  if (from < within.end) silences.push({ start: from, end: within.end });
  return silences;
}
