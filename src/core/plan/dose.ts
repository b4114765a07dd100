import { type Length, ZERO, asLength, fromSeconds } from '../time/micros.ts';
import { countsLength } from './counts-length.ts';

/** How much of a move is done, where that is not said in time. */
export type Dose =
  /** Counts of the music, at the move's own tempo or that of block or class (null). */
  | { readonly kind: 'counts'; readonly counts: number; readonly milliBpm: number | null }
  | { readonly kind: 'reps'; readonly reps: number; readonly repUs: Length; readonly tempo: string | null }
  | { readonly kind: 'breaths'; readonly breaths: number };

/** One part of a move, with its own length, call and caption: slow, then in tempo, then small pulses, then held. */
export interface Phase {
  readonly name: string;
  readonly lengthUs: Length;
  /** Effort as a share of the most that one could give; null: not said. */
  readonly effortPercent: number | null;
}

/** A length that is a guess: the shortest and the longest it may be. */
export interface Range {
  readonly leastUs: Length;
  readonly mostUs: Length;
}

/**
 * Tempos that people move to, in thousandths of a beat a minute (common practice: 60 to 180; wide of it either way).
 */
export const SLOWEST_MILLI_BPM = 30_000;
export const FASTEST_MILLI_BPM = 300_000;
/** One slow breath in and out: 4 to 6 s (common practice). */
export const BREATH_US = fromSeconds(5);
/** A length that is only `about` so long may be off by a quarter either way (common practice). */
const ABOUT_SHARE = 0.25;

/** How long a dose takes; counts without any tempo take nothing, and the plan says so. */
export function doseLength(dose: Dose, milliBpm: number | null): Length {
  switch (dose.kind) {
    case 'counts': {
      const tempo = dose.milliBpm ?? milliBpm;
      return tempo === null ? ZERO : countsLength(dose.counts, tempo);
    }
    case 'reps':
      return asLength(dose.reps * dose.repUs);
    case 'breaths':
      return asLength(dose.breaths * BREATH_US);
  }
}

export function middleOf({ leastUs, mostUs }: Range): Length {
  return asLength((leastUs + mostUs) / 2);
}

/** `about` so long: a quarter either way. */
export function aboutRange(lengthUs: Length): Range {
  const slack = slackOf(lengthUs, undefined, true);
  return { leastUs: asLength(lengthUs - slack), mostUs: asLength(lengthUs + slack) };
}

/** How far a length may be off either way; 0 where it is exact. */
export function slackOf(lengthUs: Length, range: Range | undefined, about: boolean): Length {
  if (range !== undefined) return asLength((range.mostUs - range.leastUs) / 2);
  return about ? asLength(lengthUs * ABOUT_SHARE) : ZERO;
}

/** How long one repetition takes, by a tempo or by a pace. */
export interface Pace {
  readonly repUs: Length;
  readonly tempo: string | null;
}
