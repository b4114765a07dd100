/** Values about their mean, in standard deviations; all 0 where they do not differ. */
export function standard(values: readonly number[]): number[] {
  const mean = values.reduce((a, b) => a + b, 0) / Math.max(1, values.length);
  const deviation = Math.sqrt(values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / Math.max(1, values.length));
  return values.map((v) => (deviation < 1e-6 ? 0 : (v - mean) / deviation));
}

/** The mean of every `step`-th value from `phase` on; 0 where there is none. */
export function meanOfEvery(step: number, phase: number, values: readonly number[]): number {
  let [sum, count] = [0, 0];
  for (let i = ((phase % step) + step) % step; i < values.length; i += step) {
    sum += values[i]!;
    count++;
  }
  return count === 0 ? 0 : sum / count;
}

/** Scores as chances: each at least 0, together 1. */
export function softmax(scores: readonly number[]): number[] {
  const most = Math.max(...scores);
  const powers = scores.map((s) => Math.exp(s - most));
  const all = powers.reduce((a, b) => a + b, 0);
  return powers.map((p) => p / all);
}

/** How alike two rows of as many values are: the cosine between them, 1 where one is a multiple of the other. */
export function likeness(a: ArrayLike<number>, b: ArrayLike<number>): number {
  let [both, x, y] = [0, 0, 0];
  for (let k = 0; k < a.length; k++) {
    both += a[k]! * b[k]!;
    x += a[k]! ** 2;
    y += b[k]! ** 2;
  }
  return both / Math.max(1e-9, Math.sqrt(x * y));
}

/**
 * Where the top of a parabola through a value and its neighbours lies beside it, -0.5 to 0.5 steps; 0 where there is
 * none.
 */
export function topBeside(before: number, at: number, after: number): number {
  const bend = before - 2 * at + after;
  return bend < 0 ? Math.max(-0.5, Math.min(0.5, (before - after) / (2 * bend))) : 0;
}
