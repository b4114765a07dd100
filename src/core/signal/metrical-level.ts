import { barClarity } from './bars.ts';
import { beatVectors, likenessApart } from './beat-vectors.ts';
import { GROUPS, type Group } from './bands.ts';
import { FRAMES_A_SECOND, type Onsets } from './onsets.ts';
import { BEAT_WEIGHT, type Pulse, strongestNear } from './onset-strength.ts';

type Profile = Readonly<Record<Group, number>>;

/** Mean strength of each group at places. */
export function profile(pulse: Pulse, places: readonly number[]): Profile {
  return Object.fromEntries(
    GROUPS.map((g) => [
      g,
      places.reduce((sum, at) => sum + strongestNear(pulse.groups[g], at), 0) / Math.max(1, places.length),
    ]),
  ) as Record<Group, number>;
}

const body = (p: Profile): number => p.low + 0.5 * p.lowMid + 0.8 * p.mid;
const whole = (p: Profile): number => GROUPS.reduce((sum, g) => sum + BEAT_WEIGHT[g] * p[g], 0);

/** Beats moved on by a share of the time to the next; the last is left out. */
export function shifted(beats: readonly number[], share: number): number[] {
  return beats.slice(1).map((b, i) => beats[i]! + share * (b - beats[i]!));
}

/**
 * How much each sign of a level counts. Learned as a ranking of the levels of a piece, on pieces made for this and on
 * others of many styles, with and without talk over them: left out one by one, 35 of 41 of the others and 36 of 36 of
 * the first are put at the level they were written at.
 */
const SIGNS = {
  /** Octaves from the usual tempo, squared, at most 1.5; and octaves above it. */
  unusual: -3.12,
  faster: 2.35,
  /** How far attacks on the beats stand above the mean, as a logarithm. */
  on: 3.51,
  /** By how much what is struck between the beats exceeds a usual share of what is struck on them. */
  crowded: -6.52,
  /** Every second beat weaker than the others, 0 to 1. */
  limp: -2.7,
  /** A bar of four that comes again, or of three; and two of them. */
  bar: 3.38,
  twoBars: 5.94,
  /** Halves or thirds of the beat are struck. */
  divided: 1.71,
  /** The share of beats that are struck at all. */
  struck: 4.87,
  /**
   * How clearly bars begin on one of the beats, 0 to 1: at a level that nobody counts at they begin nowhere. Set by
   * itself, after the others: of 104 pieces, with talk over them and without, 104 are put at their level, 98 without
   * this sign (the table of bars learned without the piece each time).
   */
  bars: 1.2,
} as const;
const USUAL_BPM = 122;
const CROWDED_FROM = 0.8;
const DIVIDED_SHARE = 0.4;
const STRUCK_SHARE = 0.35;
/** Bars of three are rare in classes: a likeness three beats apart counts less than one four apart. */
const THREE_SHARE = 0.75;
const SIX_SHARE = 0.8;

/** How well beats are the level people would move to, and how clear they are, 0 to 1. */
export function levelOf(
  onsets: Onsets,
  pulse: Pulse,
  beats: readonly number[],
): { readonly score: number; readonly clarity: number } {
  const on = profile(pulse, beats);
  const off = profile(pulse, shifted(beats, 1 / 2));
  const thirds = [1, 2].map((t) => whole(profile(pulse, shifted(beats, t / 3))));
  const [even, odd] = [0, 1].map((r) =>
    profile(
      pulse,
      beats.filter((_, i) => i % 2 === r),
    ),
  ) as [Profile, Profile];
  const mean = GROUPS.reduce((sum, g) => sum + BEAT_WEIGHT[g] * meanOf(pulse.groups[g]), 0);
  const fill = Math.min(1, body(off) / Math.max(1e-6, body(on)));
  const [weak, strong] = [body(even), body(odd)].sort((a, b) => a - b) as [number, number];
  const strengths = beats.map((b) => strongestNear(pulse.all, b));
  const usual = median(strengths);
  const vectors = beatVectors(pulse, beats);
  const octaves = Math.log2(bpmOf(beats) / USUAL_BPM);
  const within = Math.max(whole(off), meanOfAll(thirds)) / Math.max(1e-6, whole(on));
  const score =
    SIGNS.unusual * Math.min(1.5, octaves ** 2) +
    SIGNS.faster * octaves +
    SIGNS.on * Math.log((whole(on) + 0.1) / (mean + 0.1)) +
    SIGNS.crowded * Math.max(0, fill - CROWDED_FROM) +
    SIGNS.limp * (1 - weak / Math.max(1e-6, strong)) +
    SIGNS.bar * Math.max(0, likenessApart(vectors, 4), THREE_SHARE * likenessApart(vectors, 3)) +
    SIGNS.twoBars * Math.max(0, likenessApart(vectors, 8), SIX_SHARE * likenessApart(vectors, 6)) +
    SIGNS.divided * Math.min(1, within / DIVIDED_SHARE) +
    (SIGNS.struck * strengths.filter((v) => v > STRUCK_SHARE * usual).length) / strengths.length +
    SIGNS.bars * barClarity(onsets, pulse, beats);
  return { score, clarity: whole(on) <= 0 ? 0 : Math.max(0, Math.min(1, 1 - whole(off) / whole(on))) };
}

const meanOfAll = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length;
const bpmOf = (beats: readonly number[]): number =>
  (60 * FRAMES_A_SECOND * (beats.length - 1)) / (beats.at(-1)! - beats[0]!);

function meanOf(values: Float32Array): number {
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += values[i]!;
  return sum / Math.max(1, values.length);
}

/** The middle of values; NaN where there are none. */
export function median(values: ArrayLike<number>): number {
  const sorted = Array.from(values).sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? NaN;
}
