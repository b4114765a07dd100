import type { Pulse } from './onset-strength.ts';

/** Longer pieces are mixes or whole classes and have no single tempo: no grid is looked for in them. */
const LONGEST_FRAMES = 12 * 60 * 100;
/** The period is looked for this far around the beats found, as a share. */
const AROUND = 0.012;
/** A grid wins where it meets this share of the strength that the free beats met. */
const ENOUGH = 0.93;

/**
 * Most produced music keeps one tempo to the sample. Where one even grid meets the attacks about as well as the beats
 * that were followed freely, the grid is the better answer: it goes through breaks, fades and noise without a slip.
 * null where the music does not keep one tempo. `beats` and the answer are in frames.
 */
export function steadyGrid(
  pulse: Pulse,
  beats: readonly number[],
  phaseOf: (grid: number[]) => number[],
): number[] | null {
  if (beats.length < 16 || pulse.frames > LONGEST_FRAMES) return null;
  const gaps = beats
    .slice(1)
    .map((b, i) => b - beats[i]!)
    .sort((a, b) => a - b);
  const middle = gaps.slice(Math.floor(gaps.length / 4), Math.ceil((gaps.length * 3) / 4));
  const period = middle.reduce((a, b) => a + b, 0) / middle.length;
  const strength = pulse.all;
  const best = bestGrid(strength, period);
  const grid = phaseOf(
    Array.from(
      { length: Math.floor((pulse.frames - 1 - best.offset) / best.period) + 1 },
      (_, i) => best.offset + i * best.period,
    ),
  );
  const near = (at: number): number => {
    const i = Math.round(at);
    return Math.max(strength[i - 1] ?? 0, strength[i] ?? 0, strength[i + 1] ?? 0);
  };
  const total = (places: readonly number[]) => places.reduce((sum, at) => sum + near(at), 0);
  const inside = grid.filter((at) => at >= beats[0]! - 2 && at <= beats.at(-1)! + 2);
  if (total(inside) >= ENOUGH * total(beats)) return grid;
  return isMetAround(inside, beats, near) ? grid : null;
}

/** Beats `period` frames apart, the first at `offset`, and what they meet in all. */
interface Grid {
  readonly period: number;
  readonly offset: number;
  readonly sum: number;
}

/** So many of the periods that meet most are looked at again, with all around them. */
const LOOKED_AT_AGAIN = 24;

/** The even grid that meets most, of a period near to one. */
function bestGrid(strength: Float32Array, period: number): Grid {
  const sumAt = (p: number, offset: number): number => {
    let sum = 0;
    for (let at = offset; at < strength.length - 1; at += p) {
      const low = Math.floor(at);
      sum += strength[low]! + (strength[low + 1]! - strength[low]!) * (at - low);
    }
    return sum;
  };
  const search = (periods: readonly number[], offsets: readonly number[]): Grid => {
    let best: Grid = { period, offset: 0, sum: -1 };
    for (const p of periods)
      for (const offset of offsets) {
        const sum = offset < 0 ? 0 : sumAt(p, offset);
        if (sum > best.sum) best = { period: p, offset, sum };
      }
    return best;
  };
  // A step moves the last beat by a frame. An attack is wider than that, so every second period and frame will do at
  // first; then all around those that met most; then finer around the best.
  const step = 1 / Math.floor((strength.length - 1) / period);
  const offsets = stepsOf(0, period, 2);
  const most = stepsOf(period * (1 - AROUND), period * (1 + AROUND), 2 * step)
    .map((p) => search([p], offsets))
    .sort((x, y) => y.sum - x.sum)
    .slice(0, LOOKED_AT_AGAIN)
    .map((g) => search(stepsOf(g.period - step, g.period + step, step), stepsOf(g.offset - 1, g.offset + 1, 1)))
    .reduce((x, y) => (y.sum > x.sum ? y : x));
  return search(
    stepsOf(most.period - step, most.period + step, step / 8),
    stepsOf(most.offset - 1, most.offset + 1, 1 / 8),
  );
}

/** Numbers from one to another, so far apart. */
const stepsOf = (from: number, to: number, apart: number): number[] =>
  Array.from({ length: Math.floor((to - from) / apart + 1e-6) + 1 }, (_, i) => from + i * apart);

/** A break is looked at by itself: beats that are followed freely may slip to the off-beat where the drum rests. */
const STRETCH_BEATS = 16;
/**
 * At least this share of the stretches must fit the grid, of all of them and on both sides of a break: where the tempo
 * drifts fewer do.
 */
const MOST_MET = 0.6;

/**
 * True where a grid fits the attacks about as well as the free beats do, except in breaks, after which it fits again.
 */
function isMetAround(grid: readonly number[], beats: readonly number[], near: (at: number) => number): boolean {
  const met: boolean[] = [];
  for (let i = 0; i + STRETCH_BEATS <= beats.length; i += STRETCH_BEATS) {
    const [from, to] = [beats[i]!, beats[i + STRETCH_BEATS - 1]!];
    const free = beats.slice(i, i + STRETCH_BEATS).reduce((sum, at) => sum + near(at), 0);
    const own = grid.filter((at) => at >= from - 3 && at <= to + 3).reduce((sum, at) => sum + near(at), 0);
    met.push(own >= ENOUGH * free);
  }
  const isMost = (some: readonly boolean[]) => some.filter(Boolean).length >= MOST_MET * some.length;
  const third = Math.ceil(met.length / 3);
  return met.length >= 6 && isMost(met) && isMost(met.slice(0, third)) && isMost(met.slice(-third));
}
