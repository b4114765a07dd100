import { type TakeTime, takeTime } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import type { Token } from './transcript.ts';

/** Silence kept before and after a line that is put into a hole. */
export const BREATH_US = 200_000;

/** The hole that is looked for: near a time, so long, within a span, in one that is free already. */
interface Hole {
  readonly near: TakeTime;
  readonly lengthUs: number;
  readonly within: Span<TakeTime>;
  readonly free?: Span<TakeTime> | null | undefined;
}

/**
 * The silence nearest to a time in which something of a length fits, with a breath on both sides, inside a span. `free`
 * is what is muted and counts as silence. Null where none is long enough.
 */
export function holeNear(
  tokens: readonly Token<TakeTime>[],
  { near, lengthUs, within, free = null }: Hole,
): Span<TakeTime> | null {
  const needed = lengthUs + 2 * BREATH_US;
  const spoken = tokens.filter(
    (t) => t.end > within.start && t.at < within.end && (free === null || t.end <= free.start || t.at >= free.end),
  );
  let best: { hole: Span<TakeTime>; off: number } | null = null;
  let from: number = within.start;
  for (const edge of [
    ...spoken.map((t) => ({ at: t.at, end: t.end })),
    { at: within.end as number, end: within.end as number },
  ]) {
    if (edge.at - from >= needed) {
      const at = Math.min(Math.max(near, from + BREATH_US), edge.at - lengthUs - BREATH_US);
      const off = Math.abs(at - near);
      if (best === null || off < best.off)
        best = { hole: { start: takeTime(at), end: takeTime(edge.at - BREATH_US) }, off };
    }
    from = Math.max(from, edge.end);
  }
  return best?.hole ?? null;
}
