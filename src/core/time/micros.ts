declare const unit: unique symbol;
declare const plan: unique symbol;
declare const take: unique symbol;
declare const programme: unique symbol;
declare const length: unique symbol;

/**
 * Whole microseconds: a length, or a time on whichever clock; by itself one on a clock that is not one of the three
 * below. An integer, negative only in differences.
 */
export type Micros = number & { readonly [unit]: 'us' };

/** A time on the clock of the plan: the class as it is written, from its beginning. */
export type PlanTime = Micros & { readonly [plan]: true };
/** A time on the clock of one take: the recording as it was filmed, from its first frame. */
export type TakeTime = Micros & { readonly [take]: true };
/** A time on the clock of the programme: the finished video, from its first frame. */
export type ProgrammeTime = Micros & { readonly [programme]: true };
/** How long something is, on whichever clock: a difference of two times, never a time itself. */
export type Length = Micros & { readonly [length]: true };
/** What may stand on any of the three and be a length as well: 0, and times made up for a test. */
export type AnyClock = PlanTime & TakeTime & ProgrammeTime & Length;

/** Where every clock begins, and no length at all. */
export const ZERO = 0 as AnyClock;
const MICROS_A_SECOND = 1_000_000;

/** Brands a number of microseconds, rounding once. Throws on NaN and infinities: those are mistakes of the caller. */
export function micros(value: number): Micros {
  if (!Number.isFinite(value)) throw new RangeError(`a time must be finite, got ${value}`);
  return Math.round(value) as Micros;
}

/** A number of microseconds as a time of the plan, rounded once. Throws as `micros` does. */
export const planTime = (value: number): PlanTime => micros(value) as PlanTime;
/** A number of microseconds as a time of a take, rounded once. Throws as `micros` does. */
export const takeTime = (value: number): TakeTime => micros(value) as TakeTime;
/** A number of microseconds as a time of the programme, rounded once. Throws as `micros` does. */
export const programmeTime = (value: number): ProgrammeTime => micros(value) as ProgrammeTime;

/** A number of microseconds as a length, rounded once. Throws as `micros` does. */
export const asLength = (value: number): Length => micros(value) as Length;

/** How long it is from the beginning of a clock to a time on it: all of a class where that is its end. */
export const wholeLength = (end: PlanTime | TakeTime | ProgrammeTime): Length => end as Micros as Length;

/** A time so much later on the same clock, or earlier by a negative number; rounded once. */
export const moved = <T extends Micros>(time: T, byUs: number): T => micros(time + byUs) as T;
/** A time so much earlier on the same clock; rounded once. */
export const movedBack = <T extends Micros>(time: T, byUs: number): T => micros(time - byUs) as T;
/** The earlier of two times of one clock. */
export const earlier = <T extends Micros>(a: T, b: T): T => (b < a ? b : a);
/** The later of two times of one clock. */
export const later = <T extends Micros>(a: T, b: T): T => (b > a ? b : a);

/** Seconds to microseconds, rounded once. */
export function fromSeconds(seconds: number): Length {
  return asLength(seconds * MICROS_A_SECOND);
}

/** Microseconds to seconds, for the edges of the program (files, players, charts). */
export function toSeconds(time: Micros): number {
  return time / MICROS_A_SECOND;
}

/** A length added to a time, or to another length: it stays on the clock of the first. */
export function add<T extends Micros>(a: T, b: Length): T {
  return (a + b) as T;
}
