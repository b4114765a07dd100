import type { Metre } from '../music/tempo-map.ts';
import { BAR_SIGNS, type BarSigns, barSigns } from './bar-signs.ts';
import { BAR_TABLE, FIRST_BEAT, PLACES } from './bar-table.ts';
import { beatVectors, likenessApart } from './beat-vectors.ts';
import type { Onsets } from './onsets.ts';
import type { Pulse } from './onset-strength.ts';
import { meanOfEvery, softmax } from './statistics.ts';

/** Which beats are the first of a bar, as indices of the beats, and how many beats a bar has. */
interface FoundBars {
  readonly metre: Metre;
  readonly ones: readonly number[];
  /** 0 to 1: how much likelier the best answer is than the next. */
  readonly clarity: number;
}

/** Bars of three must repeat this much more clearly than bars of four, for they are rare in classes. */
const THREE_LEAD = 0.03;
/** Bars of five are rarer still. */
const FIVE_LEAD = 0.1;

/** The metre and the downbeats of a piece whose beats are known. Beats are in frames. */
export function findBars(onsets: Onsets, pulse: Pulse, beats: readonly number[]): FoundBars {
  if (beats.length < 8) return { metre: 4, ones: [], clarity: 0 };
  const metre = metreOf(pulse, beats);
  const chances = chancesOf(barSigns(onsets, pulse, beats), metre);
  const [best, next] = [...chances].sort((a, b) => b - a) as [number, number];
  const phase = chances.indexOf(best);
  return { metre, ones: beats.flatMap((_, i) => (i % metre === phase ? [i] : [])), clarity: best - next };
}

/** How clearly bars begin on one of these beats, 0 to 1; bars of two too, where it is not clear which are fours. */
export function barClarity(onsets: Onsets, pulse: Pulse, beats: readonly number[]): number {
  if (beats.length < 8) return 0;
  const chances = chancesOf(barSigns(onsets, pulse, beats), metreOf(pulse, beats));
  const [best, next] = [...chances].sort((a, b) => b - a) as [number, number];
  if (chances.length !== 4) return best - next;
  const [even, odd] = [chances[0]! + chances[2]!, chances[1]! + chances[3]!];
  return Math.max(best - next, Math.abs(even - odd));
}

/**
 * Beats in a bar: after how many beats the pattern repeats. Bars and pairs of bars are both compared, for a pattern of
 * twelve beats fits threes and fours. Bars of two count as fours.
 */
function metreOf(pulse: Pulse, beats: readonly number[]): Metre {
  const vectors = beatVectors(pulse, beats);
  const alike = (...apart: readonly number[]) =>
    apart.reduce((sum, k) => sum + likenessApart(vectors, k), 0) / apart.length;
  const [threes, fours, fives] = [alike(3, 6, 9), alike(4, 8), alike(5, 10)];
  if (fives > Math.max(threes, fours) + FIVE_LEAD) return 5;
  return threes > fours + THREE_LEAD ? 3 : 4;
}

/** How likely bars begin with each of the first beats; the sum is 1. */
function chancesOf(signs: BarSigns, metre: Metre): number[] {
  const scores = Array.from({ length: metre }, (_, phase) => {
    let score = phase === 0 ? FIRST_BEAT : 0;
    for (const sign of BAR_SIGNS)
      for (const [p, place] of PLACES.entries())
        score += BAR_TABLE[sign][p]! * meanOfEvery(metre, phase + place, signs[sign]);
    return score;
  });
  return softmax(scores);
}
