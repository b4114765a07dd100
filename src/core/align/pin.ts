import type { TakeTime } from '../time/micros.ts';

/** A boundary set by hand: the segment's start or end lies exactly there, on take time. */
export interface Pin {
  readonly segmentKey: string;
  readonly edge: 'start' | 'end';
  readonly at: TakeTime;
}
