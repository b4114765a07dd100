import { type Micros, micros } from '../time/micros.ts';

/** A beat whose time is known; between two such beats the tempo is even. */
export interface BeatAnchor {
  readonly beat: number;
  readonly at: Micros;
}

/** A level that listeners may count at as well as at the one that was heard: half as fast, or twice. */
export type FeltToo = 'half' | 'double';

/** How many times as fast that is. */
export const FELT_RATIO: Readonly<Record<FeltToo, number>> = { half: 0.5, double: 2 };

/** Beats in a bar; bars of two and of six count as fours and threes. */
export const METRES = [3, 4, 5] as const;
export type Metre = (typeof METRES)[number];

/**
 * Where every beat of a track lies, on the track's own clock. Beats are counted from 0; there are at least two anchors,
 * in order; before the first and after the last the tempo goes on as it was.
 */
export interface TempoMap {
  readonly anchors: readonly BeatAnchor[];
  /** How many beats the track has. */
  readonly beats: number;
  readonly metre: Metre;
  /** A beat that is the first of its bar, 0 to metre - 1. */
  readonly one: number;
  /** A beat that a phrase begins on: 32 counts in fours, 24 in threes, 40 in fives. */
  readonly phrase: number;
}

/** A phrase is eight bars: 32 counts (common practice). */
export const BARS_A_PHRASE = 8;
export const COUNTS_A_PHRASE = 32;
export const COUNTS_AN_EIGHT = 8;
/** Anchors are left out where the beats lie this near a straight line without them. */
const STRAIGHT_US = 6_000;

/** A map of one even tempo. `milliBpm` is thousandths of a beat a minute. */
export function steadyMap(milliBpm: number, first: Micros, beats: number): TempoMap {
  const last = Math.max(1, beats - 1);
  return {
    anchors: [
      { beat: 0, at: first },
      { beat: last, at: micros(first + (last * 60e9) / milliBpm) },
    ],
    beats,
    metre: 4,
    one: 0,
    phrase: 0,
  };
}

/**
 * A map through beats that were found, with as few anchors as keep every beat within six milliseconds. null for less
 * than two beats.
 */
export function mapThrough(beatsUs: readonly number[], metre: Metre, one: number): TempoMap | null {
  if (beatsUs.length < 2) return null;
  const kept = new Set<number>([0, beatsUs.length - 1]);
  const split = (from: number, to: number): void => {
    let [worst, at] = [STRAIGHT_US, -1];
    for (let i = from + 1; i < to; i++) {
      const even = beatsUs[from]! + ((beatsUs[to]! - beatsUs[from]!) * (i - from)) / (to - from);
      const off = Math.abs(beatsUs[i]! - even);
      if (off > worst) [worst, at] = [off, i];
    }
    if (at < 0) return;
    kept.add(at);
    split(from, at);
    split(at, to);
  };
  split(0, beatsUs.length - 1);
  return {
    anchors: [...kept].sort((a, b) => a - b).map((beat) => ({ beat, at: micros(beatsUs[beat]!) })),
    beats: beatsUs.length,
    metre,
    one: one % metre,
    phrase: one % metre,
  };
}

/** The piece of the map a beat lies in: the two anchors that its time is worked out from. */
function pieceAt(map: TempoMap, holds: (anchor: BeatAnchor) => boolean): readonly [BeatAnchor, BeatAnchor] {
  const { anchors } = map;
  let [low, high] = [0, anchors.length - 2];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (holds(anchors[middle]!)) low = middle;
    else high = middle - 1;
  }
  return [anchors[low]!, anchors[low + 1]!];
}

/** Time of a beat, which may be a fraction or lie outside the track; rounded once. */
export function beatTime(map: TempoMap, beat: number): Micros {
  const [a, b] = pieceAt(map, (anchor) => anchor.beat <= beat);
  return micros(a.at + ((b.at - a.at) * (beat - a.beat)) / (b.beat - a.beat));
}

/** The beat at a time, with its fraction. */
export function beatAt(map: TempoMap, time: number): number {
  const [a, b] = pieceAt(map, (anchor) => anchor.at <= time);
  return a.beat + ((time - a.at) * (b.beat - a.beat)) / (b.at - a.at);
}

/** Tempo around a beat, thousandths of a beat a minute. */
export function milliBpmAt(map: TempoMap, beat: number): number {
  const [a, b] = pieceAt(map, (anchor) => anchor.beat <= beat);
  return ((b.beat - a.beat) * 60e9) / (b.at - a.at);
}

/** Mean tempo from the first anchor to the last, thousandths of a beat a minute. */
export function meanMilliBpm(map: TempoMap): number {
  const [a, b] = [map.anchors[0]!, map.anchors.at(-1)!];
  return ((b.beat - a.beat) * 60e9) / (b.at - a.at);
}

/** Counts in a phrase of this track. */
export function phraseCounts(map: TempoMap): number {
  return BARS_A_PHRASE * map.metre;
}

/** The beats that phrases begin on, in order, the first at or after beat 0. */
export function phraseStarts(map: TempoMap): number[] {
  const counts = phraseCounts(map);
  const first = ((map.phrase % counts) + counts) % counts;
  return Array.from({ length: Math.max(0, Math.ceil((map.beats - first) / counts)) }, (_, i) => first + i * counts);
}

/** The beats that bars begin on. */
export function barStarts(map: TempoMap): number[] {
  return Array.from(
    { length: Math.max(0, Math.ceil((map.beats - map.one) / map.metre)) },
    (_, i) => map.one + i * map.metre,
  );
}

/** Times of all beats. */
export function allBeats(map: TempoMap): Micros[] {
  return Array.from({ length: map.beats }, (_, beat) => beatTime(map, beat));
}

/** What is wrong with a map that came from outside; null: nothing. */
export function mapFault(map: TempoMap): string | null {
  if (map.anchors.length < 2) return 'A tempo map needs two beats with their times.';
  for (let i = 1; i < map.anchors.length; i++) {
    const [a, b] = [map.anchors[i - 1]!, map.anchors[i]!];
    if (b.beat <= a.beat || b.at <= a.at) return `Beat ${b.beat + 1} must come after beat ${a.beat + 1}.`;
    const bpm = ((b.beat - a.beat) * 60e6) / (b.at - a.at);
    if (bpm < 20 || bpm > 400)
      return (
        `Between beats ${a.beat + 1} and ${b.beat + 1} the tempo would be ${bpm.toFixed(0)}; 20 to 400 are ` +
        'possible.'
      );
  }
  return null;
}
