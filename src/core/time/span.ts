import { type Length, type Micros, ZERO, earlier, later } from './micros.ts';

/** A half-open stretch of one clock, [start, end). Touching spans do not overlap. */
export interface Span<T extends Micros = Micros> {
  readonly start: T;
  readonly end: T;
}

export function span<T extends Micros>(start: T, end: T): Span<T> {
  return { start, end };
}

export function lengthOf(s: Span): Length {
  return (s.end - s.start) as Length;
}

/** How long two spans run together, in microseconds; 0 where they only touch. */
export function overlap(a: Span, b: Span): Length {
  return Math.max(ZERO, Math.min(a.end, b.end) - Math.max(a.start, b.start)) as Length;
}

/** What of a span is inside another, or null. */
export function clipped<T extends Micros>(span: Span<T>, within: Span<T>): Span<T> | null {
  const start = later(span.start, within.start);
  const end = earlier(span.end, within.end);
  return end > start ? { start, end } : null;
}
