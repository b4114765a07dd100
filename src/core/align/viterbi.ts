import type { Grid, Rewards } from './emission-scores.ts';
import {
  type Backward,
  type Columns,
  OUT,
  type Problem,
  bestSum,
  lengthTable,
  runBackward,
  runForward,
  spanOf,
} from './forward-backward.ts';
import type { Shape } from './duration-model.ts';

/** One step of the path through the take: a planned segment, or time beyond the plan (segment null). Cells of the grid. */
export interface PathPiece {
  readonly segment: number | null;
  readonly start: number;
  readonly end: number;
}

export interface SearchResult {
  readonly pieces: readonly PathPiece[];
  /** Per segment: how likely it was filmed at all, and how sure its start and end are within a second. 0 to 1. */
  readonly filmed: Float32Array;
  readonly startSure: Float32Array;
  readonly endSure: Float32Array;
  /** Per segment 1 at the cells that a search with somewhat other evidence need look at. */
  readonly worthTrying: readonly Uint8Array[];
}

/** What more is learned of a class moves a place by fewer points than this. */
const MARGIN = 20;

/**
 * The best order-keeping path: every segment either falls somewhere or is skipped, time beyond the plan may stand between
 * any two. Exact within the beam. `pinned` segments cannot be
 * skipped; `beyond` and `edges` are the prefix sums of what time beyond the plan earns, and of what time before and after the class costs. Cost grows with segments × cells × lengths.
 */
export function search(
  shapes: readonly Shape[],
  rewards: readonly Rewards[],
  grid: Grid,
  pinned: ReadonlySet<number>,
  beyond: Float32Array,
  edges: Float32Array,
  worthTrying: readonly Uint8Array[] | null = null,
): SearchResult {
  const problem: Problem = {
    shapes,
    lengths: shapes.map((shape) => lengthTable(shape, grid)),
    rewards,
    grid,
    pinned,
    beyond,
    edges,
    worthTrying,
  };
  const forward = runForward(problem);
  const backward = runBackward(problem, forward);
  return {
    pieces: tracePath(forward, shapes.length),
    ...certainty(problem, forward, backward),
    worthTrying: shapes.map((_, k) =>
      nearBest(forward.score[k] as Float32Array, backward.any[k] as Float32Array, ...spanOf(problem, k)),
    ),
  };
}

/** 1 where the best path through a cell is hardly worse than the best of all. */
function nearBest(now: Float32Array, any: Float32Array, from: number, to: number): Uint8Array {
  const floor = bestSum(now, any, from, to) - MARGIN;
  const cells = new Uint8Array(now.length);
  for (let c = from; c <= to; c++) if ((now[c] as number) + (any[c] as number) >= floor) cells[c] = 1;
  return cells;
}

export function tracePath(columns: Columns, count: number): PathPiece[] {
  const pieces: PathPiece[] = [];
  const last = columns.score[count] as Float32Array;
  let cell = 0;
  for (let c = 0; c < last.length; c++) if ((last[c] as number) > (last[cell] as number)) cell = c;
  let leaving = false;
  for (let k = count; k >= 1; k--) {
    if (leaving) {
      leaving = (columns.opened[k - 1] as Uint8Array)[cell] === 0;
      continue;
    }
    const from = (columns.extraFrom[k] as Int32Array)[cell] as number;
    if (from >= 0) {
      pieces.push({ segment: null, start: from, end: cell });
      cell = from;
    }
    const length = (columns.length[k - 1] as Uint16Array)[cell] as number;
    if (length > 0) {
      pieces.push({ segment: k - 1, start: cell - length, end: cell });
      cell -= length;
    } else leaving = (columns.opened[k - 1] as Uint8Array)[cell] === 0;
  }
  return pieces.reverse();
}

/** Share of the points' weight, over all paths' best scores, that lies within a second of the best place. */
function certainty(
  problem: Problem,
  forward: Columns,
  backward: Backward,
): Omit<SearchResult, 'pieces' | 'worthTrying'> {
  const count = problem.shapes.length;
  const [filmed, startSure, endSure] = [new Float32Array(count), new Float32Array(count), new Float32Array(count)];
  const near = Math.max(1, Math.round(1e6 / problem.grid.stepUs));
  const none = new Float32Array(problem.grid.cells + 1);
  for (let k = 0; k < count; k++) {
    const [now, begun] = [forward.score[k] as Float32Array, backward.filmed[k] as Float32Array];
    const [here, next] = [spanOf(problem, k), spanOf(problem, k + 1)];
    startSure[k] = sureness(now, begun, near, ...here);
    endSure[k] = sureness(
      forward.score[k + 1] as Float32Array,
      k + 1 < count ? (backward.any[k + 1] as Float32Array) : none,
      near,
      ...next,
    );
    // Left out: the run of left-out segments ends here, or goes on.
    const leaving = forward.leaving[k + 1] as Float32Array;
    const skipped = Math.max(
      bestSum(leaving, backward.any[k + 1] as Float32Array, ...here),
      bestSum(leaving, backward.leaving[k + 1] as Float32Array, ...here),
    );
    filmed[k] = 1 / (1 + Math.exp(Math.max(-40, Math.min(40, skipped - bestSum(now, begun, ...here)))));
  }
  return { filmed, startSure, endSure };
}

/** A place so many points below the best weighs nothing. */
const NOTHING = 16;

function sureness(a: Float32Array, b: Float32Array, near: number, from: number, to: number): number {
  let [top, at] = [OUT, from];
  for (let c = from; c <= to; c++)
    if ((a[c] as number) + (b[c] as number) > top) [top, at] = [(a[c] as number) + (b[c] as number), c];
  let [all, close] = [0, 0];
  for (let c = from; c <= to; c++) {
    const below = (a[c] as number) + (b[c] as number) - top;
    if (below < -NOTHING) continue;
    const weight = Math.exp(below);
    all += weight;
    if (Math.abs(c - at) <= near) close += weight;
  }
  return all === 0 ? 0 : close / all;
}
