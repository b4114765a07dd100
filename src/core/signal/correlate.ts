import { fourierOf } from './fft.ts';
import { topBeside } from './statistics.ts';

/** Where one row of numbers lies in another. */
interface Lag {
  /** What happens at index i of `a` happens at i + lag of `b`; with a fraction. */
  readonly lag: number;
  /** Height of the best place against the next best that is no neighbour, 1 (no difference) and above. */
  readonly clarity: number;
}

/** Places this near the best one belong to it, in samples. */
const NEIGHBOURS = 12;

/**
 * The lag at which two rows are most alike, by cross-correlation of what is left without their means. `most` bounds it
 * on both sides. `whiten` flattens the spectrum, so that a hum both have does not hide a clap. null where a row is
 * silent.
 */
export function lagOf(a: Float32Array, b: Float32Array, most: number, whiten = false): Lag | null {
  let size = 4;
  while (size < a.length + b.length) size *= 2;
  const fourier = fourierOf(size);
  const both = { re: new Float64Array(size), im: new Float64Array(size) };
  // Both are real, so one transform does for two: one row in each part.
  if (!fill(both.re, a) || !fill(both.im, b)) return null;
  fourier.forward(both.re, both.im);
  const product = { re: new Float64Array(size), im: new Float64Array(size) };
  for (let k = 0; k < size; k++) {
    const m = (size - k) % size;
    const [xr, xi, yr, yi] = [both.re[k]!, both.im[k]!, both.re[m]!, both.im[m]!];
    const [ar, ai, br, bi] = [(xr + yr) / 2, (xi - yi) / 2, (xi + yi) / 2, (yr - xr) / 2];
    const [pr, pi] = [ar * br + ai * bi, ar * bi - ai * br];
    const scale = whiten ? 1 / Math.max(1e-12, Math.sqrt(Math.hypot(pr, pi))) : 1;
    product.re[k] = pr * scale;
    product.im[k] = pi * scale;
  }
  fourier.back(product.re, product.im);
  const at = (lag: number) => product.re[(lag + size) % size]!;
  let [best, top] = [0, -Infinity];
  for (let lag = -most; lag <= most; lag++) if (at(lag) > top) [best, top] = [lag, at(lag)];
  let next = 1e-12;
  for (let lag = -most; lag <= most; lag++) if (Math.abs(lag - best) > NEIGHBOURS) next = Math.max(next, at(lag));
  return { lag: best + topBeside(at(best - 1), top, at(best + 1)), clarity: top / next };
}

/** Copies a row less its mean; false where nothing is in it. */
function fill(into: Float64Array, row: Float32Array): boolean {
  let mean = 0;
  for (let i = 0; i < row.length; i++) mean += row[i]!;
  mean /= Math.max(1, row.length);
  let energy = 0;
  for (let i = 0; i < row.length; i++) {
    const value = row[i]! - mean;
    into[i] = value;
    energy += value * value;
  }
  return energy > 1e-9;
}

/** A place where two recordings were compared: seconds on the first, and how much later the second has it. */
export interface SyncPoint {
  readonly atS: number;
  readonly lagS: number;
  readonly clarity: number;
}

export interface Sync {
  /** What the first has at 0 the second has at this time, in seconds. */
  readonly offsetS: number;
  /** How much faster the second's clock runs, parts per million. */
  readonly driftPpm: number;
  /** Median distance of the points used from the line, in seconds; the measure of how far to trust it. */
  readonly spreadS: number;
  readonly used: number;
}

/** Points further than this from the line are left out: there only one of the two recordings heard something. */
const ODD_S = 0.02;
/** Clocks of cameras and recorders differ by less than this (common practice: tens of parts per million). */
const MOST_PPM = 500;

/**
 * Offset and drift from points along two recordings: the line that most of them lie on (Theil and Sen's median slope),
 * then least squares of those near it. null for less than two points.
 */
export function syncOf(points: readonly SyncPoint[]): Sync | null {
  if (points.length < 2) return null;
  const slopes: number[] = [];
  for (let i = 0; i < points.length; i++)
    for (let j = i + 1; j < points.length; j++) {
      const [a, b] = [points[i]!, points[j]!];
      const slope = (b.lagS - a.lagS) / (b.atS - a.atS);
      if (b.atS !== a.atS && Math.abs(slope) < MOST_PPM * 1e-6) slopes.push(slope);
    }
  const middle = (values: number[]) => values.sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;
  const slope = middle(slopes);
  const offset = middle(points.map((p) => p.lagS - slope * p.atS));
  const near = points.filter((p) => Math.abs(p.lagS - offset - slope * p.atS) <= ODD_S);
  if (near.length < 2) return null;
  const [mx, my] = [
    near.reduce((s, p) => s + p.atS, 0) / near.length,
    near.reduce((s, p) => s + p.lagS, 0) / near.length,
  ];
  const spread = near.reduce((s, p) => s + (p.atS - mx) ** 2, 0);
  const fine = spread < 1e-9 ? 0 : near.reduce((s, p) => s + (p.atS - mx) * (p.lagS - my), 0) / spread;
  const offsetS = my - fine * mx;
  return {
    offsetS,
    driftPpm: fine * 1e6,
    spreadS: middle(near.map((p) => Math.abs(p.lagS - offsetS - fine * p.atS))),
    used: near.length,
  };
}
