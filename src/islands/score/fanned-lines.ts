import type { StaveLine } from './use-score.ts';

/** A line with its row, counted from the top, and the stretch of time that its words are drawn over. */
interface FannedLine extends StaveLine {
  readonly row: number;
  /** Where the box of its words begins; its bar shows where it is really said. */
  readonly shownAt: number;
  readonly shownUs: number;
}

/** Width, as a share of a row, that one character needs to be read. */
const CHARACTER = 0.0108;
/** Lines above each other that a row of a stave has room for. */
const MOST_ROWS = 6;

/**
 * Gives every line a row so that none covers another, all inside the stave: what is said at its end stands before it.
 * Only when all rows are full, or the stave is too short, are words cut; they can be read by resting on them.
 */
export function fan(lines: readonly StaveLine[], rowUs: number, from: number, end: number): FannedLine[] {
  const free: number[] = [];
  return lines.map((line) => {
    const needed = Math.max(0.02, (line.text.length + 1.6) * CHARACTER) * rowUs;
    const start = Math.max(line.start, from);
    const wanted = Math.max(from, Math.min(start, end - needed));
    const rows = Array.from({ length: MOST_ROWS }, (_, r) => r);
    // A row in which it can stand whole, else the one that is free first.
    const row =
      rows.find((r) => (free[r] ?? -Infinity) <= wanted) ??
      rows.reduce((a, b) => ((free[b] ?? -Infinity) < (free[a] ?? -Infinity) ? b : a));
    const shownAt = Math.min(start, Math.max(wanted, free[row] ?? -Infinity));
    const shownUs = Math.max(0.012 * rowUs, Math.min(needed, end - shownAt));
    free[row] = shownAt + shownUs;
    return { ...line, row, shownAt, shownUs };
  });
}
