import { type AnyClock, type TakeTime, fromSeconds, micros, takeTime } from '../../src/core/time/micros.ts';
import type { Span } from '../../src/core/time/span.ts';

/** A made-up time, in seconds, that stands for one of any clock. */
export const anySeconds = (seconds: number): AnyClock => fromSeconds(seconds) as AnyClock;

/** A made-up time, in microseconds, that stands for one of any clock. */
export const anyTime = (us: number): AnyClock => micros(us) as AnyClock;

/** Where something lies in a take that was filmed to the microsecond as it was planned. */
export const asPlanned = ({ start, end }: Span): Span<TakeTime> => ({ start: takeTime(start), end: takeTime(end) });
