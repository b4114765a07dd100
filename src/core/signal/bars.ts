import { beatVectors, likenessApart } from './beat-vectors.ts';
import { type Onsets, SLOW_FRAMES } from './onsets.ts';
import { type Pulse, strongestNear } from './onset-strength.ts';

/** Which beats are the first of a bar, as indices of the beats, and how many beats a bar has. */
interface FoundBars {
  readonly metre: 3 | 4;
  readonly ones: readonly number[];
  /** 0 to 1: how far the best answer lies above the next. */
  readonly clarity: number;
}

/** Bars of three must come again this much more clearly than bars of four, for classes hardly know them. */
const THREE_LEAD = 0.03;
/**
 * What tells a one, and how much: a struck low drum, harmony that changes, level that rises, a backbeat after it, the
 * music's beginning.
 */
const WEIGHTS = { low: 1, harmony: 2.5, rise: 0.5, backbeat: 0.7, start: 0.12 } as const;

/** The metre and the ones of a piece whose beats are known. Beats are in frames. */
export function findBars(onsets: Onsets, pulse: Pulse, beats: readonly number[]): FoundBars {
  if (beats.length < 8) return { metre: 4, ones: [], clarity: 0 };
  const vectors = beatVectors(pulse, beats);
  const alike = (...apart: readonly number[]) =>
    apart.reduce((sum, k) => sum + likenessApart(vectors, k), 0) / apart.length;
  // Bars and pairs of bars: what comes again each twelve beats speaks for both.
  const metre = alike(3, 6, 9) > alike(4, 8) + THREE_LEAD ? 3 : 4;
  const low = standard(
    beats.map((at) => strongestNear(pulse.groups.low, at) + 0.5 * strongestNear(pulse.groups.lowMid, at)),
  );
  const mid = standard(beats.map((at) => strongestNear(pulse.groups.mid, at)));
  const harmony = standard(beats.map((_, i) => harmonyChange(onsets, beats, i)));
  const rise = standard(
    beats.map((_, i) => Math.max(0, levelAfter(onsets, beats, i, metre) - levelAfter(onsets, beats, i - metre, metre))),
  );
  const scores = Array.from({ length: metre }, (_, phase) => {
    let [sum, count] = [0, 0];
    for (let i = phase; i < beats.length; i += metre) {
      sum += WEIGHTS.low * low[i]! + WEIGHTS.harmony * harmony[i]! + WEIGHTS.rise * rise[i]!;
      if (metre === 4)
        sum += (WEIGHTS.backbeat / 2) * ((mid[i + 1] ?? 0) + (mid[i + 3] ?? 0) - mid[i]! - (mid[i + 2] ?? 0));
      count++;
    }
    return sum / Math.max(1, count) + (phase === 0 ? WEIGHTS.start : 0);
  });
  const order = scores.map((score, phase) => ({ score, phase })).sort((a, b) => b.score - a.score);
  const [best, next] = order as [{ score: number; phase: number }, { score: number; phase: number }];
  const ones = beats.flatMap((_, i) => (i % metre === best.phase ? [i] : []));
  return { metre, ones, clarity: Math.max(0, Math.min(1, (best.score - next.score) / 1.5)) };
}

/** Values about their mean, in standard deviations; all 0 where they do not differ. */
function standard(values: readonly number[]): number[] {
  const mean = values.reduce((a, b) => a + b, 0) / values.length;
  const deviation = Math.sqrt(values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / values.length);
  return values.map((v) => (deviation < 1e-6 ? 0 : (v - mean) / deviation));
}

/** How far the pitches of the two beats from beat i on differ from those of the two before, 0 to 1. */
function harmonyChange(onsets: Onsets, beats: readonly number[], i: number): number {
  const gap = beats[Math.min(i + 1, beats.length - 1)]! - beats[Math.max(0, i - 1)]!;
  const at = beats[i]!;
  const [before, after] = [pitches(onsets, at - gap, at), pitches(onsets, at, at + gap)];
  if (before === null || after === null) return 0;
  let [both, a, b] = [0, 0, 0];
  for (let c = 0; c < 12; c++) {
    both += before[c]! * after[c]!;
    a += before[c]! ** 2;
    b += after[c]! ** 2;
  }
  return 1 - both / Math.max(1e-9, Math.sqrt(a * b));
}

/** Mean pitch classes of a stretch, less what all classes share (noise); null where it is too short or silent. */
function pitches(onsets: Onsets, fromFrame: number, toFrame: number): Float64Array | null {
  const from = Math.max(0, Math.round(fromFrame / SLOW_FRAMES));
  const to = Math.min(onsets.level.length, Math.round(toFrame / SLOW_FRAMES));
  if (to - from < 2) return null;
  const sum = new Float64Array(12);
  for (let s = from; s < to; s++) for (let c = 0; c < 12; c++) sum[c] = sum[c]! + onsets.chroma[s * 12 + c]!;
  const least = Math.min(...sum);
  for (let c = 0; c < 12; c++) sum[c] = sum[c]! - 0.9 * least;
  return sum.some((v) => v > 1e-6) ? sum : null;
}

/** Mean level of the bar that begins with beat i, on a logarithmic scale. */
function levelAfter(onsets: Onsets, beats: readonly number[], i: number, metre: number): number {
  const from = Math.max(0, Math.round(beats[Math.max(0, i)]! / SLOW_FRAMES));
  const to = Math.min(
    onsets.level.length,
    Math.round(beats[Math.min(beats.length - 1, Math.max(1, i + metre))]! / SLOW_FRAMES),
  );
  let sum = 0;
  for (let s = from; s < to; s++) sum += onsets.level[s]!;
  return Math.log(1e-4 + sum / Math.max(1, to - from));
}
