/** One observation: how often each part occurs, what was measured, and how much it counts. */
interface Row {
  readonly parts: readonly number[];
  readonly value: number;
  readonly weight: number;
}

/**
 * The figures of the parts that explain the rows best, by least squares, drawn towards `prior` with `pull` for each
 * part (the weight of so many rows). Parts that no row speaks of keep their prior exactly.
 */
export function leastSquares(rows: readonly Row[], prior: readonly number[], pull: readonly number[]): number[] {
  const n = prior.length;
  const a = Array.from({ length: n }, (_, i) => Array.from({ length: n }, (_, j) => (i === j ? pull[i]! : 0)));
  const b = prior.map((p, i) => pull[i]! * p);
  for (const { parts, value, weight } of rows) {
    for (let i = 0; i < n; i++) {
      for (let j = 0; j < n; j++) a[i]![j]! += weight * parts[i]! * parts[j]!;
      b[i]! += weight * parts[i]! * value;
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
  for (let r = n - 1; r >= 0; r--)
    x[r] = (b[r]! - x.reduce((sum, value, k) => (k > r ? sum + a[r]![k]! * value : sum), 0)) / a[r]![r]!;
  return x;
}
