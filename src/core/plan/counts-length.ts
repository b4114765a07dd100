import { type Length, asLength } from '../time/micros.ts';

/** Seconds of so many counts at a steady tempo, rounded once: 64 counts at 128 are 30 s. */
export function countsLength(counts: number, milliBpm: number): Length {
  return asLength((counts * 60e9) / milliBpm);
}
