/** The first of [from, to) from which on a test holds, by halving; `to` where it never does. */
export function firstWhere(from: number, to: number, holds: (x: number) => boolean): number {
  while (from < to) {
    const middle = (from + to) >> 1;
    if (holds(middle)) to = middle;
    else from = middle + 1;
  }
  return from;
}
