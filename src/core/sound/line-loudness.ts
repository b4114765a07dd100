import { type Micros, micros } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import { type Loudness, gatedLoudness } from './levelling.ts';

/** A line is as loud as what is said so far before and after it. */
const AROUND_US = 20e6;
/** The most that a line is brought up or down: beyond it there would be noise, or the recording is at fault. */
const MOST_DB = 24;

/**
 * By how much a line that was spoken again is to be louder, dB, to be as loud as what is said around it. `own`: the
 * loudness of its recording, of which `used` is heard; `around`: the recorded voice it is laid into, at `at`. 0 where
 * one of them is silent.
 */
export function lineDb(
  own: { readonly loudness: Loudness; readonly used: Span },
  around: Loudness,
  at: Micros,
): number {
  const spoken = gatedLoudness(own.loudness, own.used);
  const near = { start: micros(Math.max(0, at - AROUND_US)), end: micros(at + AROUND_US) };
  const wanted = gatedLoudness(around, near) ?? gatedLoudness(around);
  return spoken === null || wanted === null ? 0 : Math.max(-MOST_DB, Math.min(MOST_DB, wanted - spoken));
}
