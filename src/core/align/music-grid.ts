import { type MusicGrid, NEAR_US, OFF } from './eights.ts';
import { type PlannedSegment, isActive } from '../plan/segment.ts';
import type { Backward } from './forward-backward.ts';
import type { Problem } from './problem.ts';
import type { Forward } from './viterbi.ts';

/** Moves to music change on an eight (common practice). */
const EIGHT = 8;
const STEP_US = 125_000;
/** How many nats the best phase must lie above the mean of all phases; chance gives about 2 with twenty boundaries. */
const ENOUGH = 3;
const FEWEST = 5;

/**
 * The eights of the music, for each tempo that blocks are counted to: the phase on which the likely places of the
 * boundaries fall best. None where no phase is clearly better than the others.
 */
export function musicGrids(problem: Problem, f: Forward, b: Backward): ReadonlyMap<number, MusicGrid> {
  const grids = new Map<number, MusicGrid>();
  const tempos = new Set(problem.segments.filter(isMusic).map((s) => s.countUs as number));
  for (const countUs of tempos) {
    const ks = problem.segments.flatMap((s, k) => (isMusic(s) && s.countUs === countUs ? [k] : []));
    if (ks.length < FEWEST) continue;
    const doubts = ks.map((k) => doubtOf(problem, f, b, k));
    const periodUs = countUs * EIGHT;
    let [best, phase, sum, n] = [-Infinity, 0, 0, 0];
    for (let at = 0; at < periodUs; at += STEP_US) {
      let score = 0;
      for (const doubt of doubts) {
        let on = 0;
        for (const [us, share] of doubt) {
          const off = (((us - at) % periodUs) + periodUs) % periodUs;
          if (Math.min(off, periodUs - off) <= NEAR_US) on += share;
        }
        score += Math.log(OFF + (1 - OFF) * on);
      }
      sum += score;
      n++;
      if (score > best) [best, phase] = [score, at];
    }
    if (best - sum / n >= ENOUGH) grids.set(countUs, { phaseUs: phase, periodUs });
  }
  return grids;
}

function isMusic(s: PlannedSegment): boolean {
  return s.scheme === 'counts' && isActive(s) && s.countUs !== null;
}

/** Where a segment may begin, with the probability of each place. */
function doubtOf(problem: Problem, f: Forward, b: Backward, k: number): (readonly [us: number, share: number])[] {
  const [forward, begun] = [f.best[k]!, b.begun[k]!];
  const [from] = problem.windows[k] as readonly [number, number];
  let top = -Infinity;
  for (let i = 0; i < forward.length; i++) top = Math.max(top, forward[i]! + begun[i]!);
  const byCell = new Map<number, number>();
  for (let i = 0; i < forward.length; i++) {
    const below = forward[i]! + begun[i]! - top;
    if (below < -8) continue;
    const c = problem.lattice.cell[from + i]!;
    byCell.set(c, Math.max(byCell.get(c) ?? 0, Math.exp(below)));
  }
  const all = [...byCell.values()].reduce((x, y) => x + y, 0);
  return [...byCell].map(([c, w]) => [c * problem.lattice.stepUs, w / all] as const);
}
