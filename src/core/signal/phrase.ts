import { type TempoMap, phraseCounts } from '../music/tempo-map.ts';
import { beatVectors } from './beat-vectors.ts';
import { type Onsets, SLOW_FRAMES } from './onsets.ts';
import type { Pulse } from './onset-strength.ts';

/**
 * Which of the eight bars phrases begin on: where what is played and how loud changes most. The first bar is a little
 * likelier.
 */
export function phraseOf(onsets: Onsets, pulse: Pulse, beats: readonly number[], map: TempoMap): number {
  const vectors = beatVectors(pulse, beats);
  const bars: { beat: number; vector: Float64Array; level: number }[] = [];
  for (let beat = map.one; beat + map.metre <= vectors.length; beat += map.metre) {
    const vector = new Float64Array(vectors[0]?.length ?? 0);
    for (let b = beat; b < beat + map.metre; b++)
      vectors[b]?.forEach((v, k) => {
        vector[k] = vector[k]! + v / map.metre;
      });
    bars.push({
      beat,
      vector,
      level: levelBetween(onsets, beats[beat]!, beats[beat + map.metre] ?? beats.at(-1)!),
    });
  }
  const change = (i: number): number => {
    const [a, b] = [bars[i - 1], bars[i]];
    if (a === undefined || b === undefined) return 0;
    let sum = 0;
    for (let k = 0; k < a.vector.length; k++) sum += Math.abs(a.vector[k]! - b.vector[k]!);
    return sum / Math.max(1, a.vector.length) + Math.abs(Math.log((a.level + 1e-4) / (b.level + 1e-4)));
  };
  const scores = Array.from({ length: 8 }, (_, phase) => {
    let sum = 0;
    for (let i = phase === 0 ? 8 : phase; i < bars.length; i += 8) sum += change(i);
    return sum + (phase === 0 ? 0.3 : 0);
  });
  return (bars[scores.indexOf(Math.max(...scores))]?.beat ?? map.one) % phraseCounts(map);
}

/** Mean level of a stretch, in frames. */
export function levelBetween(onsets: Onsets, from: number, to: number): number {
  const [a, b] = [
    Math.floor(from / SLOW_FRAMES),
    Math.max(Math.floor(from / SLOW_FRAMES) + 1, Math.floor(to / SLOW_FRAMES)),
  ];
  let sum = 0;
  for (let s = a; s < b; s++) sum += onsets.level[s] ?? 0;
  return sum / (b - a);
}
