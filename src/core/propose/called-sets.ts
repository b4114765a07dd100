import { type HeardInterval } from './heard-intervals.ts';
import { type Run } from './round-detection.ts';

/** The same move again after so long is no set and no other side. */
export const APART_US = 100e6;

/**
 * Moves have sets where their runs have at least this many intervals (median). A run of two is the two sides of a move.
 */
const FEWEST_SETS = 2.5;

/**
 * Runs are sets only where names are repeated this often on average: a move that lasts long without being named again
 * has no sets.
 */
const REPEATED = 1.4;

const MOST_SETS = 8;

/**
 * How many sets the moves of some runs have, by names and by how long each move lasts: 1 where a run is one interval,
 * or two for its sides.
 */
export function setsOf(runs: readonly Run<HeardInterval>[]): number {
  const all = runs.flatMap((r) => r.intervals);
  const steps = all
    .slice(1)
    .map((i, k) => i.start - all[k]!.start)
    .sort((a, b) => a - b);
  const step = steps[steps.length >> 2] ?? Infinity;
  const many = runs
    .map((r, k) => {
      const next = runs[k + 1]?.intervals[0]?.start;
      const lasts = next === undefined ? 0 : Math.round((next - r.intervals[0]!.start) / step);
      return Math.max(r.intervals.length, Math.min(MOST_SETS, lasts));
    })
    .sort((a, b) => a - b);
  const sided = runs.filter((r) => r.intervals.some((i) => i.side !== null)).length * 2 > runs.length;
  const middle = many[many.length >> 1] ?? 1;
  const repeated = all.length / runs.length >= REPEATED;
  return middle >= FEWEST_SETS && repeated && !sided ? middle : 1;
}

/** The moves of a run: one with its sets, one with its two sides, or as many as there are. */
export function movesOf(
  run: Run<HeardInterval>,
  sets: number,
): { readonly interval: HeardInterval; readonly both: boolean }[] {
  const first = run.intervals[0]!;
  if (sets > 1) return [{ interval: first, both: false }];
  return Array.from({ length: Math.ceil(run.intervals.length / 2) }, (_, i) => ({
    interval: run.intervals[2 * i]!,
    both: run.intervals[2 * i + 1] !== undefined,
  }));
}

/** What is said is what was meant where no more than so much of what is measured differs; seconds. */
interface Differs {
  /** By so much shorter at most, by so much longer, or by this share of it. */
  readonly shorterS: number;
  readonly longerS: number;
  readonly share: number;
}
/** Work that is heard is often half of it; breaks run over (common practice: by 6 s, by 12 where a move is shown). */
export const WORK_DIFFERS: Differs = { shorterS: 8, longerS: 8, share: 0.4 };
export const REST_DIFFERS: Differs = { shorterS: 8, longerS: 15, share: 0.3 };

/**
 * The usual length, in seconds, that measured ones lie nearest to in the middle; a length that was said wins where it
 * is near.
 */
export function usual(
  lengthsUs: readonly number[],
  steps: readonly number[],
  saidS: number | null,
  differs = WORK_DIFFERS,
): number {
  const sorted = [...lengthsUs].sort((a, b) => a - b);
  const middle = (sorted[Math.floor(sorted.length / 2)] ?? 30e6) / 1e6;
  if (
    saidS !== null &&
    saidS - middle <= Math.max(differs.shorterS, saidS * differs.share) &&
    middle - saidS <= Math.max(differs.longerS, saidS * differs.share)
  )
    return saidS;
  return steps.reduce((a, b) => (Math.abs(b - middle) < Math.abs(a - middle) ? b : a));
}
