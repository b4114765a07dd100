import { GROUPS, type Group } from './bands.ts';
import { type Onsets, SLOW_FRAMES } from './onsets.ts';
import { type Pulse, strongestNear } from './onset-strength.ts';
import { likeness, standard } from './statistics.ts';

/**
 * What is heard at each beat that may tell where bars begin: attacks of a group on the beat and halfway to the next,
 * how far the harmony of the beats before differs from that of the beats from here on, whether the bass has the root of
 * the chord (common practice: it does on the first count), how far the sound, or its lowest part, grows louder.
 */
export const BAR_SIGNS = [
  ...GROUPS,
  ...GROUPS.map((g): `${Group}Half` => `${g}Half`),
  'harmony1',
  'harmony2',
  'harmony4',
  'root',
  'louder1',
  'louder4',
  'lowLouder1',
  'lowLouder4',
] as const;
export type BarSign = (typeof BAR_SIGNS)[number];

/** Each sign at each beat, about its mean in standard deviations; all 0 where it never differs. */
export type BarSigns = Readonly<Record<BarSign, readonly number[]>>;

/** Signs of the beats of a piece, which are in frames; at least two beats. */
export function barSigns(onsets: Onsets, pulse: Pulse, beats: readonly number[]): BarSigns {
  const last = beats.length - 1;
  const [opening, closing] = [beats[1]! - beats[0]!, beats[last]! - beats[last - 1]!];
  const at = (i: number): number =>
    i < 0 ? beats[0]! + i * opening : i > last ? beats[last]! + (i - last) * closing : beats[i]!;
  const each = (value: (i: number) => number) => standard(beats.map((_, i) => value(i)));
  const struck = (group: Group, share: number) =>
    each((i) => strongestNear(pulse.groups[group], at(i) + share * (at(i + 1) - at(i))));
  const harmony = (beatsEach: number) =>
    each((i) => apart(pitches(onsets, at(i - beatsEach), at(i)), pitches(onsets, at(i), at(i + beatsEach))));
  const louder = (row: Float32Array, beatsEach: number) =>
    each((i) => levelOf(row, at(i), at(i + beatsEach)) - levelOf(row, at(i - beatsEach), at(i)));
  return {
    low: struck('low', 0),
    lowMid: struck('lowMid', 0),
    mid: struck('mid', 0),
    high: struck('high', 0),
    lowHalf: struck('low', 1 / 2),
    lowMidHalf: struck('lowMid', 1 / 2),
    midHalf: struck('mid', 1 / 2),
    highHalf: struck('high', 1 / 2),
    harmony1: harmony(1),
    harmony2: harmony(2),
    harmony4: harmony(4),
    root: each((i) => rootness(onsets, at(i), at(i + 1), pitches(onsets, at(i - 1), at(i + 3)))),
    louder1: louder(onsets.level, 1),
    louder4: louder(onsets.level, 4),
    lowLouder1: louder(onsets.lowLevel, 1),
    lowLouder4: louder(onsets.lowLevel, 4),
  };
}

/** How far two sums of pitch classes differ, 0 to 1; 0 where one is unknown. */
function apart(before: Float64Array | null, after: Float64Array | null): number {
  return before === null || after === null ? 0 : 1 - likeness(before, after);
}

/** Soft sounds still count a little: music that fades in or out has harmony, too. */
const SOFT = 0.02;
/** Noise gives all twelve the same; so much of the least is taken from each. */
const NOISE_SHARE = 0.9;

/** Pitch classes of a stretch by their loudness, less what all share; null where it is outside, or silent. */
function pitches(onsets: Onsets, fromFrame: number, toFrame: number): Float64Array | null {
  const [from, to] = slowFrames(onsets.level, fromFrame, toFrame);
  if (to <= from) return null;
  const sum = new Float64Array(12);
  for (let s = from; s < to; s++)
    for (let c = 0; c < 12; c++) sum[c] = sum[c]! + onsets.chroma[s * 12 + c]! * (SOFT + onsets.level[s]!);
  const least = Math.min(...sum);
  for (let c = 0; c < 12; c++) sum[c] = sum[c]! - NOISE_SHARE * least;
  return sum.some((v) => v > 1e-6) ? sum : null;
}

/** So much of a beat is its bass listened to: the next may come early. */
const BASS_SHARE = 0.7;

/**
 * Whether the bass of a beat is the root of the chord around it, 0 to 1: how well the triad on what it plays fits,
 * against the one that fits best.
 */
function rootness(onsets: Onsets, fromFrame: number, toFrame: number, chord: Float64Array | null): number {
  if (chord === null) return 0;
  const triads = Array.from(chord, (root, c) => {
    const third = Math.max(chord[(c + 3) % 12]!, chord[(c + 4) % 12]!);
    return root + third + chord[(c + 7) % 12]!;
  });
  const [from, to] = slowFrames(onsets.level, fromFrame, fromFrame + BASS_SHARE * (toFrame - fromFrame));
  let [all, fits] = [0, 0];
  for (let s = from; s < to; s++)
    for (let c = 0; c < 12; c++) {
      const loud = onsets.bass[s * 12 + c]!;
      all += loud;
      fits += loud * triads[c]!;
    }
  return all > 0 ? fits / (all * Math.max(...triads)) : 0;
}

/** Mean level of a stretch as a logarithm. */
function levelOf(row: Float32Array, fromFrame: number, toFrame: number): number {
  const [from, to] = slowFrames(row, fromFrame, toFrame);
  let sum = 0;
  for (let s = from; s < to; s++) sum += row[s]!;
  return Math.log(1e-4 + sum / Math.max(1, to - from));
}

function slowFrames(row: Float32Array, fromFrame: number, toFrame: number): readonly [number, number] {
  return [Math.max(0, Math.round(fromFrame / SLOW_FRAMES)), Math.min(row.length, Math.round(toFrame / SLOW_FRAMES))];
}
