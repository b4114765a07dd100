declare const unit: unique symbol;

/** Whole microseconds from the start of the clock it is on; an integer, negative only in differences. */
export type Micros = number & { readonly [unit]: 'us' };

export const ZERO = 0 as Micros;
const MICROS_A_SECOND = 1_000_000;

/** Brands a number of microseconds, rounding once. Throws on NaN and infinities: those are mistakes of the caller. */
export function micros(value: number): Micros {
  if (!Number.isFinite(value)) throw new RangeError(`a time must be finite, got ${value}`);
  return Math.round(value) as Micros;
}

/** Seconds to microseconds, rounded once. */
export function fromSeconds(seconds: number): Micros {
  return micros(seconds * MICROS_A_SECOND);
}

/** Microseconds to seconds, for the edges of the program (files, players, charts). */
export function toSeconds(time: Micros): number {
  return time / MICROS_A_SECOND;
}

export function add(a: Micros, b: Micros): Micros {
  return (a + b) as Micros;
}
