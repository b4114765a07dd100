import type { FeltToo } from '../music/tempo-map.ts';
import { FRAMES_A_SECOND, type Onsets } from './onsets.ts';
import { levelOf, median, profile, shifted } from './metrical-level.ts';
import { type Pulse, strongestNear } from './onset-strength.ts';
import { steadyGrid } from './constant-tempo.ts';
import { FASTEST_BPM, SLOWEST_BPM, type TempoPath, type TempoScores, periodAt, tempoPath } from './tempo.ts';

/** Beats found in a piece, in frames with a fraction, and how clear they are, 0 to 1. */
interface FoundBeats {
  readonly frames: readonly number[];
  readonly clarity: number;
  /** The beat is felt at this level nearly as well; null: at none. */
  readonly feltToo: FeltToo | null;
}

/** Beats at one level, and how well people would count at it. */
interface Level {
  readonly frames: readonly number[];
  readonly score: number;
  readonly clarity: number;
}

/** Other levels that a pulse may be counted at, as ratios of its tempo. */
const LEVELS = [1, 2, 1 / 2, 3 / 2, 2 / 3, 4 / 3, 3 / 4, 3, 1 / 3] as const;
/**
 * What an uneven beat costs against the strength of its attack: the squared logarithm of the interval's ratio, times
 * this.
 */
const TIGHT = 90;
const TIGHTER = 220;
/** How far from a tapped tempo a level may lie, in octaves. */
const HINT_OCTAVES = 0.2;

/**
 * Beats by dynamic programming (Ellis 2007) at each metrical level that could be meant; the level and the half-beat
 * shift that listeners would most likely choose win. `scores` are those of `pulse.all`. `hintBpm` keeps to the level
 * nearest to a tempo tapped by a person.
 */
export function findBeats(
  onsets: Onsets,
  pulse: Pulse,
  scores: TempoScores,
  hintBpm: number | null = null,
): FoundBeats {
  const path = tempoPath(scores);
  if (path === null) return NO_BEATS;
  const middle = (60 * FRAMES_A_SECOND) / median(path.periods);
  const levels = LEVELS.flatMap((ratio): Level[] => {
    const bpm = middle * ratio;
    if (
      bpm < SLOWEST_BPM ||
      bpm > FASTEST_BPM ||
      (hintBpm !== null && Math.abs(Math.log2(bpm / hintBpm)) > HINT_OCTAVES)
    )
      return [];
    const scaled: TempoPath = { periods: path.periods.map((p) => p / ratio) };
    const rough = follow(pulse.all, scaled, TIGHT);
    const frames = inPhase(pulse, follow(pulse.all, smoothPath(rough, scaled), TIGHTER));
    return frames.length < 4 ? [] : [{ frames, ...levelOf(onsets, pulse, frames) }];
  });
  levels.sort((x, y) => y.score - x.score);
  const best = levels[0];
  if (best === undefined) return hintBpm === null ? NO_BEATS : findBeats(onsets, pulse, scores);
  // In a steady tone or a hum something may seem to repeat, but it is too weak to be a beat.
  const struck = best.frames.map((f) => strongestNear(pulse.all, f)).sort((a, b) => b - a);
  if ((struck[struck.length >> 2] ?? 0) < HEARD) return NO_BEATS;
  const even = steadyGrid(pulse, best.frames, (grid) => inPhase(pulse, grid));
  return {
    frames: withinSound(pulse, even ?? straightened(pulse, best.frames)),
    clarity: best.clarity,
    feltToo: otherLevel(levels),
  };
}

const NO_BEATS: FoundBeats = { frames: [], clarity: 0, feltToo: null };
/**
 * A level half or twice as fast whose score is this near the best is felt too. Of the pieces by another hand those that
 * are told to be felt at two levels (drum and bass, son, bossa nova, trap) lie nearer; marches, house and rock do not.
 */
const FELT_TOO = 3.3;

/** The other level of the beat, from all levels, the best first. */
function otherLevel([best, ...others]: readonly Level[]): FeltToo | null {
  const pace = (level: Level) => (level.frames.length - 1) / (level.frames.at(-1)! - level.frames[0]!);
  for (const other of others) {
    if (best === undefined || best.score - other.score > FELT_TOO) return null;
    const octaves = Math.log2(pace(other) / pace(best));
    if (Math.abs(Math.abs(octaves) - 1) < 0.05) return octaves > 0 ? 'double' : 'half';
  }
  return null;
}

/** The best chain of beats along a tempo path. */
function follow(strength: Float32Array, path: TempoPath, tight: number): number[] {
  const n = strength.length;
  const total = new Float64Array(n);
  const before = new Int32Array(n).fill(-1);
  const longest = Math.ceil(1.3 * Math.max(1, ...path.periods)) + 1;
  const logs = Float64Array.from({ length: longest + 1 }, (_, k) => Math.log(Math.max(1, k)));
  for (let i = 0; i < n; i++) {
    const period = periodAt(path, i);
    const usual = Math.log(period);
    let top = 0;
    for (let j = Math.max(0, Math.ceil(i - period * 1.3)); j <= i - period * 0.75; j++) {
      const off = logs[i - j]! - usual;
      const value = total[j]! - tight * off * off;
      if (value > top) {
        top = value;
        before[i] = j;
      }
    }
    total[i] = top + strength[i]!;
  }
  // The chain ends where it is best within the last beat and a half.
  const last = n - 1;
  let end = last;
  for (let i = Math.max(0, Math.ceil(last - 1.5 * periodAt(path, last))); i < n; i++)
    if (total[i]! > total[end]!) end = i;
  const chain: number[] = [];
  for (let i = end; i >= 0; i = before[i]!) chain.push(i);
  return chain.reverse();
}

/** A tempo path from found beats: the median interval around each second. */
function smoothPath(beats: readonly number[], path: TempoPath): TempoPath {
  if (beats.length < 8) return path;
  const gaps = beats.slice(1).map((b, i) => b - beats[i]!);
  let at = 0;
  return {
    periods: path.periods.map((period, second) => {
      while (at < gaps.length - 1 && beats[at]! < second * FRAMES_A_SECOND) at++;
      const near = gaps.slice(Math.max(0, at - 8), at + 8).sort((a, b) => a - b);
      // The mean of the middle half is finer than the median of whole frames.
      const middle = near.slice(Math.floor(near.length / 4), Math.ceil((near.length * 3) / 4));
      const mean = middle.reduce((a, b) => a + b, 0) / Math.max(1, middle.length);
      return Math.abs(Math.log(mean / period)) < 0.15 ? mean : period;
    }),
  };
}

/**
 * Places within the beat that the true beat may lie at instead, and by how much they must carry more than the beats
 * found.
 */
const SHIFTS = [
  [1 / 2, 1.12],
  [1 / 4, 1.15],
  [3 / 4, 1.15],
] as const;

/** Beats moved by half or a quarter of a beat where the places there carry more of what beats carry. */
function inPhase(pulse: Pulse, beats: number[]): number[] {
  // A hat between the beats tells nothing; a snare, a clap or the click of a kick does.
  const weight = (places: readonly number[]) => {
    const p = profile(pulse, places);
    return p.low + 0.3 * p.lowMid + 1.1 * p.mid + 0.15 * p.high;
  };
  const found = weight(beats);
  let [best, most] = [beats, 1];
  for (const [share, needed] of SHIFTS) {
    const moved = shifted(beats, share);
    const gain = weight(moved) / Math.max(1e-6, found) / needed;
    if (gain > most) [best, most] = [moved, gain];
  }
  return best;
}

/** The music begins with the first attack that is stronger than this. */
const HEARD = 0.25;
/** A beat may lie so many frames before the first attack, for that is found late rather than early. */
const EARLY = 4;

/** Beats from the first attack to the last: none in the silence around, none missing at the ends. */
function withinSound(pulse: Pulse, beats: readonly number[]): number[] {
  const first = pulse.all.findIndex((v) => v > HEARD);
  const last = pulse.all.findLastIndex((v) => v > HEARD);
  const kept = beats.filter((b) => b >= first - EARLY && b <= last + EARLY);
  const gap = (from: number, to: number) => ((kept[to] ?? 0) - (kept[from] ?? 0)) / Math.max(1, to - from);
  if (kept.length < 9) return kept;
  for (const [at, step, end] of [
    [0, -gap(0, 4), first - EARLY],
    [kept.length - 1, gap(kept.length - 5, kept.length - 1), last + EARLY],
  ] as const) {
    for (let b = kept[at === 0 ? 0 : kept.length - 1]! + step; step < 0 ? b >= end : b <= end; b += step) {
      if (step < 0) kept.unshift(b);
      else kept.push(b);
    }
  }
  return kept;
}

/** Beats either side that a beat's place is smoothed over. */
const AROUND = 8;

/**
 * Each beat's own attack, found between the frames, and then a curve through its neighbours': people and files keep
 * time better than one attack shows it.
 */
function straightened(pulse: Pulse, beats: readonly number[]): number[] {
  const own = beats.map((at) => {
    const i = Math.round(at);
    let [sum, weight] = [0, 0];
    for (let k = -3; k <= 3; k++) {
      const value = Math.max(0, pulse.all[i + k] ?? 0) ** 2;
      sum += value * (i + k);
      weight += value;
    }
    return { at: weight > 0.05 ? sum / weight : at, weight: 0.02 + Math.min(4, weight) };
  });
  return beats.map((_, i) => curveAt(own, i));
}

/** The value at point i of a parabola laid through its neighbours by weighted least squares. */
function curveAt(points: readonly { readonly at: number; readonly weight: number }[], i: number): number {
  const s = new Float64Array(5);
  const t = new Float64Array(3);
  const here = (points[i] as { at: number }).at;
  for (let k = -AROUND; k <= AROUND; k++) {
    const p = points[i + k];
    if (p === undefined) continue;
    const w = p.weight * (1 - (Math.abs(k) / (AROUND + 1)) ** 2);
    let power = w;
    for (let e = 0; e < 5; e++) {
      s[e] = s[e]! + power;
      if (e < 3) t[e] = t[e]! + power * (p.at - here);
      power *= k;
    }
  }
  const [s0, s1, s2, s3, s4] = s as unknown as [number, number, number, number, number];
  const [t0, t1, t2] = t as unknown as [number, number, number];
  const whole = s0 * (s2 * s4 - s3 * s3) - s1 * (s1 * s4 - s2 * s3) + s2 * (s1 * s3 - s2 * s2);
  if (Math.abs(whole) < 1e-9) return here;
  return here + (t0 * (s2 * s4 - s3 * s3) - t1 * (s1 * s4 - s2 * s3) + t2 * (s1 * s3 - s2 * s2)) / whole;
}
