import { type PlannedSegment, isActive } from '../plan/segment.ts';
import type { Laid } from './expectation.ts';

/** What may count of what is said of moves, and how likely each is beforehand, in nats. */
const SHARES = [
  { share: 1, prior: 0 },
  { share: 0, prior: -2 },
] as const;

/**
 * How much what is said of moves tells which one is done, 0 to 1: by that share the words of the laid segments speak
 * best for the moves they were laid to. Somebody who talks of other things all class says nothing by it. `said` is what
 * each clause speaks for each label, in nats.
 */
export function learnSaid(
  said: ReadonlyMap<string, Float64Array>,
  segments: readonly PlannedSegment[],
  laid: readonly Laid[],
): number {
  const labels = [...said.keys()];
  const sums = SHARES.map(({ prior }) => prior as number);
  for (const { segment, fromGap, toGap } of laid) {
    const s = segments[segment]!;
    if (!isActive(s)) continue;
    const spoken = labels.map((l) => sumOf(said.get(l)!, fromGap, toGap));
    const own = spoken[labels.indexOf(s.label)] ?? 0;
    for (const [i, { share }] of SHARES.entries()) {
      const all = spoken.reduce((sum, x) => sum + Math.exp(share * x), 0);
      sums[i] = sums[i]! + share * own - Math.log(all / labels.length);
    }
  }
  return SHARES[sums.indexOf(Math.max(...sums))]!.share;
}

function sumOf(by: Float64Array, from: number, to: number): number {
  let sum = 0;
  for (let c = from; c < Math.min(to, by.length); c++) sum += by[c]!;
  return sum;
}
