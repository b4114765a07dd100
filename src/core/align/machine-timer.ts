import { type Segment, isActive } from '../plan/segment.ts';
import { type Micros, micros } from '../time/micros.ts';
import type { Grid, Rewards } from './emission-scores.ts';
import { type Habits, NO_HABITS } from './break-timing.ts';
import type { PathPiece } from './viterbi.ts';
import { shapeOf } from './duration-model.ts';

/** The timer that a stretch of a class was filmed to: all starts lie on `startUs` plus planned differences. */
export interface TimerGrid {
  /** Work and rest together, where all of the stretch have the same; else from the first start to the second. */
  readonly periodUs: Micros;
  /** Start of its first interval, on take time. */
  readonly startUs: Micros;
  readonly fromIndex: number;
  readonly toIndex: number;
}

/** Fewer intervals than this can fall together by chance. */
const FEWEST_INTERVALS = 4;
/** The timer may have been started this far from where the free path puts the stretch. */
const REACH_US = 20e6;
/**
 * What each interval costs that the timer puts elsewhere than the free path would: a free path always fits a little better,
 * for it may bend at each break, and that freedom is worth about so many points an interval (tried on synthesised classes).
 */
const FREEDOM = 0.3;
/**
 * A free path through vague words lies a second or so off in the middle and by more now and then, but it does not drift:
 * a timer that lies further from it than this, in the middle or anywhere, is breaks by hand that ran over.
 */
const NEAR_IN_THE_MIDDLE_US = 3e6;
const NEAR_US = 15e6;

/** Stretches of a plan that one timer can run: intervals and breaks of one block, one after another, all filmed. */
function stretches(
  segments: readonly Segment[],
  path: readonly PathPiece[],
): { readonly from: number; readonly to: number; readonly pieces: readonly PathPiece[] }[] {
  const found: { from: number; to: number; pieces: PathPiece[] }[] = [];
  for (const piece of path) {
    const segment = piece.segment === null ? undefined : segments[piece.segment];
    const last = found.at(-1);
    const timed =
      segment !== undefined && (isActive(segment) || segment.kind === 'rest' || segment.kind === 'change-over');
    if (!timed) {
      found.push({ from: -1, to: -1, pieces: [] });
      continue;
    }
    const k = piece.segment as number;
    if (last !== undefined && last.to === k - 1 && last.from >= 0 && segments[last.from]?.blockId === segment.blockId) {
      last.to = k;
      last.pieces.push(piece);
    } else found.push({ from: k, to: k, pieces: [piece] });
  }
  return found.filter((s) => s.from >= 0);
}

/**
 * Looks for a machine timer under each stretch: one shift of the planned times that earns, over all evidence, as much as the
 * free path does with a break of its own length each time. `habits` is how this class runs its breaks. Gives the
 * grids and their stretches' exact places.
 */
export function findGrids(
  segments: readonly Segment[],
  path: readonly PathPiece[],
  rewards: readonly Rewards[],
  grid: Grid,
  habits: Habits = NO_HABITS,
): TimerGrid[] {
  return stretches(segments, path).flatMap(({ from, to, pieces }): TimerGrid[] => {
    const run = segments.slice(from, to + 1);
    const intervals = run.filter(isActive);
    if (intervals.length < FEWEST_INTERVALS || !run.some((s) => s.kind === 'rest')) return [];
    const base = (run[0] as Segment).start;
    const worth = (k: number, startUs: number, endUs: number): number => {
      const reward = rewards[k] as Rewards;
      const [s, e] = [cell(startUs, grid), cell(endUs, grid)];
      return (
        (reward.start[s] as number) +
        (reward.end[e] as number) +
        ((reward.inside[e] as number) - (reward.inside[s] as number)) +
        (reward.middle === null ? 0 : (reward.middle[s + e] as number))
      );
    };
    const free = pieces.reduce(
      (sum, p) =>
        sum +
        worth(p.segment as number, p.start, p.end) -
        shapeOf(segments[p.segment as number] as Segment, habits).cost(p.end - p.start),
      0,
    );
    const first = (pieces[0] as PathPiece).start;
    let best = { score: -Infinity, start: first };
    for (let start = first - REACH_US; start <= first + REACH_US; start += grid.stepUs) {
      if (start < 0) continue;
      let score = 0;
      for (const [i, segment] of run.entries())
        score += worth(from + i, start + segment.start - base, start + segment.end - base);
      if (score > best.score) best = { score, start };
    }
    if (best.score < free - FREEDOM * intervals.length) return [];
    const off = pieces
      .map((p, i) => Math.abs(best.start + (run[i] as Segment).start - base - p.start))
      .sort((x, y) => x - y);
    if ((off[off.length >> 1] as number) > NEAR_IN_THE_MIDDLE_US || (off.at(-1) as number) > NEAR_US) return [];
    const [a, b] = intervals as unknown as [Segment, Segment];
    return [
      {
        periodUs: micros(b.start - a.start),
        startUs: micros(best.start + a.start - base),
        fromIndex: from,
        toIndex: to,
      },
    ];
  });
}

function cell(us: number, grid: Grid): number {
  return Math.max(0, Math.min(grid.cells, Math.round(us / grid.stepUs)));
}
