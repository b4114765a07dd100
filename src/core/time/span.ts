import { type Micros, ZERO } from './micros.ts';

/** A half-open stretch of one clock, [start, end). Touching spans do not overlap. */
export interface Span {
  readonly start: Micros;
  readonly end: Micros;
}

export function span(start: Micros, end: Micros): Span {
  return { start, end };
}

export function lengthOf(s: Span): Micros {
  return (s.end - s.start) as Micros;
}

/** How long two spans run together, in microseconds; 0 where they only touch. */
export function overlap(a: Span, b: Span): Micros {
  return Math.max(ZERO, Math.min(a.end, b.end) - Math.max(a.start, b.start)) as Micros;
}

/** What of a span is inside another, or null. */
export function clipped(span: Span, within: Span): Span | null {
  const start = Math.max(span.start, within.start) as Micros;
  const end = Math.min(span.end, within.end) as Micros;
  return end > start ? { start, end } : null;
}
