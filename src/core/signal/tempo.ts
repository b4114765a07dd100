import { median } from './metrical-level.ts';
import { FRAMES_A_SECOND } from './onsets.ts';
import { topBeside } from './statistics.ts';

/** Tempos that are looked for, in beats a minute. */
export const SLOWEST_BPM = 56;
export const FASTEST_BPM = 216;

/** Steps between neighbouring tempos, as a ratio. */
const STEP = 1.01;
const WINDOW = 9 * FRAMES_A_SECOND;
const HOP = FRAMES_A_SECOND;
/** Beats ahead that must fit too, and how much each counts. */
const COMB = [1, 1, 0.6, 1] as const;

/**
 * Which tempo is usual where nothing else tells, as a logarithm. Its middle lies midway between the slowest and the
 * fastest that classes are led at (90 and 175, common practice); inside that range it is nearly flat, and of two tempos
 * an octave apart the one inside is the likelier. Slow music for stretching is unusual, not impossible.
 */
const USUAL_BPM = 126;
const USUAL_OCTAVES = 0.6;
const LEAST_USUAL = -1.3;

function usualness(bpm: number): number {
  return Math.max(LEAST_USUAL, -((Math.log2(bpm / USUAL_BPM) / USUAL_OCTAVES) ** 6));
}

/** The period of the pulse along a piece: at each second, in frames. */
export interface TempoPath {
  readonly periods: Float64Array;
}

/** Where tempos fit no better than this in the middle of a piece, nothing comes again: talk and noise reach 0.06. */
const LEAST_FIT = 0.085;

/** The period at a frame, in frames, between the path's seconds in a straight line. */
export function periodAt(path: TempoPath, frame: number): number {
  const at = Math.max(0, Math.min(path.periods.length - 1, frame / HOP));
  const low = Math.floor(at);
  const a = path.periods[low]!;
  const b = path.periods[Math.min(low + 1, path.periods.length - 1)]!;
  return a + (b - a) * (at - low);
}

const COUNT = Math.floor(Math.log(FASTEST_BPM / SLOWEST_BPM) / Math.log(STEP)) + 1;
const BPMS = Float64Array.from({ length: COUNT }, (_, s) => SLOWEST_BPM * STEP ** s);
const LAGS = BPMS.map((bpm) => (60 * FRAMES_A_SECOND) / bpm);

/** How well each tempo fits each second; null where there is nothing to hear. */
export type TempoScores = readonly (Float64Array | null)[];

/**
 * How well each tempo fits each second of a piece: in a window around it the attacks are laid over themselves, and a
 * comb of multiples is laid over that. About 0.1 at most where nothing comes again, 1 where all does.
 */
export function tempoScores(pulse: Float32Array): TempoScores {
  const windows = Array.from({ length: Math.max(1, Math.ceil(pulse.length / HOP)) }, (_, w): Stretch => {
    const from = Math.max(0, Math.min(pulse.length - WINDOW, w * HOP - WINDOW / 2));
    return { from, to: Math.min(pulse.length, from + WINDOW) };
  });
  const longest = Math.ceil(LAGS[0]! * COMB.length) + 3;
  const scores: (Float64Array | null)[] = [];
  for (let w = 0; w < windows.length; w += WINDOWS_TOGETHER)
    for (const own of likenesses(pulse, windows.slice(w, w + WINDOWS_TOGETHER), longest))
      scores.push(
        own === null
          ? null
          : LAGS.map(
              (lag) => COMB.reduce<number>((sum, weight, k) => sum + weight * between(own, (k + 1) * lag), 0) / 3.6,
            ),
      );
  return scores;
}

/** How well any tempo fits in the middle of a piece: the median of the best of each second; 0 where all is silent. */
export function tempoFit(scores: TempoScores): number {
  return median(scores.flatMap((s) => (s === null ? [] : [Math.max(...s)]))) || 0;
}

/**
 * The most likely pulse along the piece: one smooth way through the tempos that fit at each second. null where there
 * is nothing to follow.
 */
export function tempoPath(scores: TempoScores): TempoPath | null {
  if (!(tempoFit(scores) >= LEAST_FIT)) return null;
  const nothing = new Float64Array(COUNT);
  const way = smoothWay(
    scores.map((s) => s ?? nothing),
    BPMS,
  );
  return { periods: way.map((s) => (60 * FRAMES_A_SECOND) / (SLOWEST_BPM * STEP ** s)) };
}

/** Frames [from, to). */
interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** So many windows are worked out at once: nearly all of their sound is the same. */
const WINDOWS_TOGETHER = 60;

/**
 * Autocorrelation of each stretch about its mean, 1 at no lag; null where it is silent. The products at a lag are
 * summed once along all stretches: the sum of one is the difference of two of these.
 */
function likenesses(pulse: Float32Array, stretches: readonly Stretch[], longest: number): (Float64Array | null)[] {
  const first = stretches[0]!.from;
  const x = pulse.subarray(first, stretches.at(-1)!.to);
  const sums = new Float64Array(x.length + 1);
  for (let i = 0; i < x.length; i++) sums[i + 1] = sums[i]! + x[i]!;
  const products = new Float64Array(x.length + 1);
  const found = stretches.map(() => new Float64Array(longest));
  for (let lag = 0; lag < Math.min(longest, x.length); lag++) {
    products[lag] = 0;
    for (let i = lag; i < x.length; i++) products[i + 1] = products[i]! + x[i]! * x[i - lag]!;
    for (const [n, stretch] of stretches.entries()) {
      const [from, to] = [stretch.from - first, stretch.to - first];
      if (lag >= to - from) continue;
      const mean = (sums[to]! - sums[from]!) / (to - from);
      const [late, early] = [sums[to]! - sums[from + lag]!, sums[to - lag]! - sums[from]!];
      found[n]![lag] = products[to]! - products[from + lag]! - mean * (late + early) + mean * mean * (to - from - lag);
    }
  }
  return found.map((own) => {
    const energy = own[0]!;
    return energy < 1e-6 ? null : own.map((v) => v / energy);
  });
}

/** The value between two lags, in a straight line. */
function between(values: Float64Array, at: number): number {
  const low = Math.floor(at);
  const share = at - low;
  return (values[low] ?? 0) * (1 - share) + (values[low + 1] ?? 0) * share;
}

/**
 * What a change of tempo from one second to the next costs, per step squared; further than this many steps it cannot.
 */
const CHANGE_COST = 0.15;
const MOST_STEPS = 4;
const USUAL_WEIGHT = 0.25;
const FIT_WEIGHT = 3;

function smoothWay(scores: readonly Float64Array[], bpms: Float64Array): Float64Array {
  const count = bpms.length;
  const prior = bpms.map((bpm) => USUAL_WEIGHT * usualness(bpm));
  let best = Float64Array.from(prior, (p, s) => p + FIT_WEIGHT * scores[0]![s]!);
  const came: Int16Array[] = [];
  for (let w = 1; w < scores.length; w++) {
    const score = scores[w]!;
    const next = new Float64Array(count);
    const from = new Int16Array(count);
    for (let s = 0; s < count; s++) {
      let top = -Infinity;
      for (let d = -MOST_STEPS; d <= MOST_STEPS; d++) {
        const value = (best[s + d] ?? -Infinity) - CHANGE_COST * d * d;
        if (value > top) {
          top = value;
          from[s] = s + d;
        }
      }
      next[s] = top + prior[s]! + FIT_WEIGHT * score[s]!;
    }
    came.push(from);
    best = next;
  }
  let at = best.indexOf(Math.max(...best));
  const way = new Float64Array(scores.length);
  for (let w = scores.length - 1; w >= 0; w--) {
    way[w] = finer(scores[w]!, at);
    if (w > 0) at = came[w - 1]![at]!;
  }
  return way;
}

/** The top of a parabola through a score and its neighbours, in steps. */
function finer(score: Float64Array, s: number): number {
  return s + topBeside(score[s - 1] ?? 0, score[s]!, score[s + 1] ?? 0);
}
