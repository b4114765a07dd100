import type { TempoMap } from '../music/tempo-map.ts';
import { beatVectors } from './beat-vectors.ts';
import { type Onsets, SLOW_FRAMES, levelBetween } from './onsets.ts';
import { type Pulse, strongestNear } from './onset-strength.ts';
import { likeness, standard } from './statistics.ts';

/**
 * What is heard of each bar that may tell where phrases begin: how far what is struck, its level and its harmony differ
 * from the bar before; how hard its first count is struck, high and low; how far four bars differ from the four before;
 * whether the last count before it is played otherwise than usual, as a fill is.
 */
export const PHRASE_SIGNS = ['struck', 'level', 'harmony', 'high', 'low', 'fourStruck', 'fourHarmony', 'fill'] as const;
export type PhraseSign = (typeof PHRASE_SIGNS)[number];

/** Each sign at each bar, about its mean in standard deviations. */
export type PhraseSigns = Readonly<Record<PhraseSign, readonly number[]>>;

/** Bars that are held against each other where a part may change. */
const PART = 4;

interface Bar {
  /** What is struck around each of its beats, on average, and around its last. */
  readonly struck: Float64Array;
  readonly last: Float32Array;
  readonly pitches: Float64Array;
  readonly level: number;
  /** The frame of its first beat. */
  readonly at: number;
}

/** Signs of the whole bars of a piece; beats are in frames, `one` is the first of a bar. */
export function phraseSigns(
  onsets: Onsets,
  pulse: Pulse,
  beats: readonly number[],
  counted: Pick<TempoMap, 'one' | 'metre'>,
): PhraseSigns {
  const bars = barsOf(onsets, pulse, beats, counted);
  const change = (far: (a: Bar, b: Bar) => number) =>
    withMean(bars.map((b, i) => (i === 0 ? null : far(bars[i - 1]!, b))));
  const fours = (row: (bar: Bar) => ArrayLike<number>, far: (a: Float64Array, b: Float64Array) => number) =>
    standard(
      bars.map((_, i) =>
        i < 2 || i > bars.length - 2
          ? 0
          : far(meanRow(bars.slice(Math.max(0, i - PART), i), row), meanRow(bars.slice(i, i + PART), row)),
      ),
    );
  const usual = meanRow(bars, (b) => b.last);
  return {
    struck: change((a, b) => difference(a.struck, b.struck)),
    level: change((a, b) => Math.abs(a.level - b.level)),
    harmony: change((a, b) => 1 - likeness(a.pitches, b.pitches)),
    high: standard(bars.map((b) => strongestNear(pulse.groups.high, b.at))),
    low: standard(bars.map((b) => strongestNear(pulse.groups.low, b.at))),
    fourStruck: fours((b) => b.struck, difference),
    fourHarmony: fours(
      (b) => b.pitches,
      (a, b) => 1 - likeness(a, b),
    ),
    fill: withMean(bars.map((_, i) => (i === 0 ? null : difference(bars[i - 1]!.last, usual)))),
  };
}

function barsOf(
  onsets: Onsets,
  pulse: Pulse,
  beats: readonly number[],
  { one, metre }: Pick<TempoMap, 'one' | 'metre'>,
): Bar[] {
  const vectors = beatVectors(pulse, beats);
  const bars: Bar[] = [];
  for (let beat = one; beat + metre <= vectors.length; beat += metre) {
    const own = vectors.slice(beat, beat + metre);
    const [at, end] = [beats[beat]!, beats[beat + metre]!];
    const pitches = new Float64Array(12);
    for (let s = Math.floor(at / SLOW_FRAMES); s < Math.floor(end / SLOW_FRAMES); s++)
      for (let c = 0; c < 12; c++) pitches[c] = pitches[c]! + (onsets.chroma[s * 12 + c] ?? 0);
    bars.push({
      struck: meanRow(own, (v) => v),
      last: own.at(-1)!,
      ...{ pitches, level: Math.log(1e-4 + levelBetween(onsets, at, end)), at },
    });
  }
  return bars;
}

function meanRow<T>(of: readonly T[], row: (one: T) => ArrayLike<number>): Float64Array {
  const first = of[0];
  const sum = new Float64Array(first === undefined ? 0 : row(first).length);
  for (const one of of) {
    const values = row(one);
    for (let k = 0; k < sum.length; k++) sum[k] = sum[k]! + values[k]! / of.length;
  }
  return sum;
}

function difference(a: ArrayLike<number>, b: ArrayLike<number>): number {
  let sum = 0;
  for (let k = 0; k < a.length; k++) sum += Math.abs(a[k]! - b[k]!);
  return sum / Math.max(1, a.length);
}

/** Values about their mean; what is not known is as the mean. */
function withMean(values: readonly (number | null)[]): number[] {
  const known = values.filter((v) => v !== null);
  const mean = known.reduce((a, b) => a + b, 0) / Math.max(1, known.length);
  return standard(values.map((v) => v ?? mean));
}
