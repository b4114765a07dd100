import { type Segment, isActive } from '../plan/segment.ts';
import { type Habits, NO_HABITS } from './break-timing.ts';

/** What a recorded length costs a segment, in points, by how people really run such spans. */
export interface Shape {
  readonly plannedUs: number;
  readonly shortestUs: number;
  readonly longestUs: number;
  /** For being left out, inside a run of left-out segments; a run costs SKIP_OPENS besides. */
  readonly skipCost: number;
  readonly cost: (lengthUs: number) => number;
}

const S = 1e6;
/** To leave out anything at all. A break by itself is hardly ever left out, a move goes with its break. */
export const SKIP_OPENS = 3.5;
/** Time beyond the plan: to begin it at all, and for each second of it. */
export const EXTRA_COST = 8;
export const EXTRA_COST_A_SECOND = 0.03;
/** Waiting before the class begins and after it ended costs next to nothing. */
export const EDGE_COST_A_SECOND = 0.01;

/**
 * `habits` is how this class runs its breaks.
 * Work runs to a clock, so its length is sharp; breaks are run by hand and run over, 6 s on average and 12 when a move is
 * explained (common practice); talk is free. The cost grows with the logarithm, so that one wild span does not bend the rest.
 */
export function shapeOf(segment: Segment, habits: Habits = NO_HABITS): Shape {
  const plannedUs = segment.end - segment.start;
  const habit = segment.kind === 'rest' ? habits.rest : segment.kind === 'change-over' ? habits.change : null;
  const usualUs = Math.max(0, plannedUs + (habit?.overUs ?? 0));
  const spread = habit?.spread ?? 1;
  const bent = (points: number, underS: number, overS: number) => (lengthUs: number) => {
    const off = (lengthUs - usualUs) / S;
    return points * Math.log1p((off / (off < 0 ? underS : overS)) ** 2);
  };
  if (isActive(segment)) {
    return {
      plannedUs,
      shortestUs: plannedUs * 0.5,
      longestUs: plannedUs * 1.5 + 6 * S,
      skipCost: 2,
      cost: bent(1.6, 1, 1),
    };
  }
  switch (segment.kind) {
    case 'rest':
      return {
        plannedUs: usualUs,
        shortestUs: Math.min(plannedUs, Math.max(2 * S, plannedUs * 0.2)),
        longestUs: plannedUs + 40 * S,
        skipCost: 0.5,
        cost: bent(1.2, 3 * spread, 4.5 * spread),
      };
    case 'change-over':
      return {
        plannedUs: usualUs,
        shortestUs: 0,
        longestUs: plannedUs + 20 * S,
        skipCost: 0.3,
        cost: bent(1.2, 2 * spread, 2.5 * spread),
      };
    case 'water':
      return { plannedUs, shortestUs: 0, longestUs: plannedUs * 2 + 60 * S, skipCost: 0.5, cost: bent(1, 6, 8) };
    default:
      return {
        plannedUs,
        shortestUs: plannedUs * 0.35,
        longestUs: plannedUs * 2 + 60 * S,
        skipCost: 1,
        cost: bent(1, 5, Math.max(6, (plannedUs / S) * 0.3)),
      };
  }
}
