import type { GainPoint } from '../music/levels.ts';
import { type Length, micros } from '../time/micros.ts';
import type { Span } from '../time/span.ts';

/** Loudness over 400 ms, measured each tenth of a second (BS.1770-4, momentary), LUFS; -Infinity where nothing is. */
export interface Loudness {
  readonly everyUs: Length;
  readonly values: readonly number[];
}

/** Quieter than this is no speech. */
const FLOOR_LUFS = -50;
/** Of what is louder, speech is all that lies at most this far below the mean (as the relative gate of BS.1770-4). */
const GATE_LU = 10;
/** The least speech that tells how loud a segment is. */
const TELLS_US = 1.5e6;
/** The most that speech is brought up or down: beyond it the noise would be brought up, too. */
const MOST_DB = 9;
/** The gain goes over in this time, round the place where segments meet: slower than a syllable, faster than a line. */
const OVER_US = 400_000;

/**
 * The gain that brings the segments of a class to one loudness: constant within each, so that nothing pumps, and going
 * over gently where they meet. All are brought to `wantedLufs`, or to the middle of them; one in which too little is
 * said goes with the one before. In order of time, from 0 to beyond any end, dB; empty where nothing is said at all.
 */
export function levelling(segments: readonly Span[], loudness: Loudness, wantedLufs?: number): GainPoint[] {
  const said = segments.map((segment) => speechLoudness(loudness, segment));
  const known = said.filter((l) => l !== null).sort((a, b) => a - b);
  const middle = known[known.length >> 1];
  if (middle === undefined) return [];
  // The gain that all segments share has no limit: only the differences between them have one.
  const all = (wantedLufs ?? middle) - middle;
  let last = all + gainTo(middle, said.find((l) => l !== null) ?? middle);
  const points: GainPoint[] = [{ at: micros(0), db: last }];
  for (const [i, segment] of segments.entries()) {
    const here = said[i];
    const gain = here == null ? last : all + gainTo(middle, here);
    if (gain === last) continue;
    const from = Math.max(points.at(-1)!.at, segment.start - OVER_US / 2);
    points.push({ at: micros(from), db: last }, { at: micros(from + OVER_US), db: gain });
    last = gain;
  }
  return [...points, { at: micros(Number.MAX_SAFE_INTEGER), db: last }];
}

const gainTo = (wanted: number, is: number) => Math.max(-MOST_DB, Math.min(MOST_DB, wanted - is));

/** How loud speech is, LUFS, in a segment or in all; null: too little is said to tell. */
export function speechLoudness(loudness: Loudness, within?: Span): number | null {
  const gated = gate(loudness, within);
  return gated.length * loudness.everyUs < TELLS_US ? null : meanOf(gated);
}

/** How loud speech is, however little there is of it; null: there is none. */
export function gatedLoudness(loudness: Loudness, within?: Span): number | null {
  const gated = gate(loudness, within);
  return gated.length === 0 ? null : meanOf(gated);
}

/** The values that are speech. */
function gate({ everyUs, values }: Loudness, within?: Span): number[] {
  const { start, end } = within ?? { start: 0, end: Infinity };
  const inside = values.slice(Math.ceil(start / everyUs), Math.floor(end / everyUs)).filter((v) => v > FLOOR_LUFS);
  const least = meanOf(inside) - GATE_LU;
  return inside.filter((v) => v > least);
}

/** The mean of loudnesses, by their power. */
function meanOf(values: readonly number[]): number {
  return 10 * Math.log10(values.reduce((sum, v) => sum + 10 ** (v / 10), 0) / values.length);
}
