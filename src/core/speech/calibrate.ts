import { type Micros, micros } from '../time/micros.ts';
import { SPEAKING_PARTS, type SpeakingModel, TYPICAL_SPEAKER, lineTime, speakingParts } from './line-time.ts';

/** A line and how long somebody took to say it. */
export interface SpokenSample {
  readonly text: string;
  readonly us: Micros;
}

export interface Calibration {
  readonly model: SpeakingModel;
  /** Lines the model was made from, after those that do not fit were left out. */
  readonly used: number;
  readonly leftOut: number;
  /** Mean absolute error on the lines used, as a share of their length. */
  readonly error: number;
}

/** Fewer lines than this say nothing about a person. */
export const FEWEST_SAMPLES = 12;
/** How many lines' worth the usual speaker weighs: with few lines a person's model stays near it. */
const PRIOR_WEIGHT = 0.6;
/** How far each part may usually lie from the typical speaker's, in seconds. */
const PRIOR_SPREAD = [0.06, 0.03, 0.05, 0.15, 0.25, 0.1];
/** Lines that take less than half or more than twice what their fellows suggest were not said as written. */
const OUTLIER = 2;
const ROUNDS = 4;

/**
 * The speaking model of one person from lines of theirs, by least squares on relative error, drawn towards the typical
 * speaker. Null where there are fewer than FEWEST_SAMPLES lines that can be used.
 */
export function calibrate(samples: readonly SpokenSample[]): Calibration | null {
  const rows = samples.flatMap(({ text, us }) => {
    const parts = speakingParts(text);
    return parts === null || us <= 0 ? [] : [{ parts, seconds: us / 1e6, text }];
  });
  if (rows.length < FEWEST_SAMPLES) return null;
  // People speak faster or slower all through: the prior is the typical speaker at this person's pace.
  const ratios = rows.map((r) => r.seconds / (lineTime(r.text) / 1e6)).sort((a, b) => a - b);
  const pace = ratios[Math.floor(ratios.length / 2)] as number;
  let used = rows.filter((r) => within(r.seconds / (pace * (lineTime(r.text) / 1e6))));
  let weights = SPEAKING_PARTS.map((part) => TYPICAL_SPEAKER[part] * pace);
  const prior = [...weights];
  for (let round = 0; round < ROUNDS; round++) {
    if (used.length < FEWEST_SAMPLES) return null;
    weights = leastSquares(used, prior);
    const next = rows.filter((r) => within(r.seconds / dot(r.parts, weights)));
    if (next.length === used.length) break;
    used = next;
  }
  const model = Object.fromEntries(SPEAKING_PARTS.map((part, i) => [part, Math.max(0, weights[i] as number)])) as unknown as SpeakingModel;
  const error = used.reduce((sum, r) => sum + Math.abs(dot(r.parts, SPEAKING_PARTS.map((p) => model[p])) - r.seconds) / r.seconds, 0) / used.length;
  return { model, used: used.length, leftOut: samples.length - used.length, error };
}

const within = (ratio: number) => ratio > 1 / OUTLIER && ratio < OUTLIER;
const dot = (a: readonly number[], b: readonly number[]) => a.reduce((sum, x, i) => sum + x * (b[i] as number), 0);

/** Ridge regression by the normal equations; errors weigh by the root of the length, so that short lines count too. */
function leastSquares(rows: readonly { parts: readonly number[]; seconds: number }[], prior: readonly number[]): number[] {
  const n = prior.length;
  const a = Array.from({ length: n }, (_, i) => Array.from({ length: n }, (_, j) => (i === j ? PRIOR_WEIGHT * (0.15 / (PRIOR_SPREAD[i] as number)) ** 2 : 0)));
  const b = prior.map((p, i) => (a[i]?.[i] as number) * p);
  for (const { parts, seconds } of rows) {
    const weight = 1 / seconds;
    for (let i = 0; i < n; i++) {
      for (let j = 0; j < n; j++) a[i]![j]! += weight * (parts[i] as number) * (parts[j] as number);
      b[i]! += weight * (parts[i] as number) * seconds;
    }
  }
  return solve(a, b);
}

/** Gaussian elimination with pivoting on a small positive definite system. */
function solve(a: number[][], b: number[]): number[] {
  const n = b.length;
  for (let c = 0; c < n; c++) {
    let pivot = c;
    for (let r = c + 1; r < n; r++) if (Math.abs(a[r]![c]!) > Math.abs(a[pivot]![c]!)) pivot = r;
    [a[c], a[pivot]] = [a[pivot]!, a[c]!];
    [b[c], b[pivot]] = [b[pivot]!, b[c]!];
    for (let r = c + 1; r < n; r++) {
      const factor = a[r]![c]! / a[c]![c]!;
      for (let k = c; k < n; k++) a[r]![k]! -= factor * a[c]![k]!;
      b[r]! -= factor * b[c]!;
    }
  }
  const x = new Array<number>(n).fill(0);
  for (let r = n - 1; r >= 0; r--) x[r] = (b[r]! - x.reduce((sum, value, k) => (k > r ? sum + a[r]![k]! * value : sum), 0)) / a[r]![r]!;
  return x;
}

/** Lines of a transcript with the time each took, for calibrating: whole cues of 3 to 40 words that were said in one go. */
export function samplesOf(cues: readonly { readonly text: string; readonly start: Micros; readonly end: Micros }[]): SpokenSample[] {
  return cues.flatMap(({ text, start, end }) => {
    const words = text.split(/\s+/).filter((w) => /\w/.test(w)).length;
    return words < 3 || words > 40 ? [] : [{ text, us: micros(end - start) }];
  });
}
