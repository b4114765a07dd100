import { GROUPS } from './bands.ts';
import type { Pulse } from './onset-strength.ts';

/** Places within a beat that are looked at: sixteenths and triplets both fall on some of them. */
const PARTS = 12;

/**
 * What is struck around each beat: for each sixteenth of it and each group one value, rows of 16. The last beat has the
 * length of the one before. Drift does no harm, for places are shares of a beat.
 */
export function beatVectors(pulse: Pulse, beats: readonly number[]): Float32Array[] {
  return beats.slice(0, -1).map((from, i) => {
    const length = beats[i + 1]! - from;
    const row = new Float32Array(PARTS * GROUPS.length);
    for (let p = 0; p < PARTS; p++) {
      const at = Math.round(from + (p / PARTS) * length);
      for (const [g, group] of GROUPS.entries()) {
        const values = pulse.groups[group];
        row[p * GROUPS.length + g] = Math.max(values[at - 1] ?? 0, values[at] ?? 0, values[at + 1] ?? 0);
      }
    }
    return row;
  });
}

/** How alike beats are that stand `apart` beats from each other: the mean correlation of their vectors, -1 to 1. */
export function likenessApart(vectors: readonly Float32Array[], apart: number): number {
  let [both, first, second] = [0, 0, 0];
  const size = vectors[0]?.length ?? 0;
  const mean = new Float64Array(size);
  for (const v of vectors) for (let k = 0; k < size; k++) mean[k] = mean[k]! + v[k]! / vectors.length;
  // Against the mean of each group alone: what is the same in every beat at the same place must still count.
  const level = Array.from(
    { length: GROUPS.length },
    (_, g) => mean.reduce((sum, v, k) => sum + (k % GROUPS.length === g ? v : 0), 0) / PARTS,
  );
  for (let i = 0; i + apart < vectors.length; i++) {
    const [a, b] = [vectors[i]!, vectors[i + apart]!];
    for (let k = 0; k < size; k++) {
      const usual = level[k % GROUPS.length]!;
      const [x, y] = [a[k]! - usual, b[k]! - usual];
      both += x * y;
      first += x * x;
      second += y * y;
    }
  }
  return both / Math.max(1e-9, Math.sqrt(first * second));
}
