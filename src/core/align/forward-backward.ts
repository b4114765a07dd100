import type { Grid, Rewards } from './emission-scores.ts';
import { EDGE_COST_A_SECOND, EXTRA_COST, EXTRA_COST_A_SECOND, SKIP_OPENS, type Shape } from './duration-model.ts';

/** States this many points below the best of their column are not followed. */
const BEAM = 80;
export const OUT = -1e9;

/** All that one search is given. */
export interface Problem {
  readonly shapes: readonly Shape[];
  readonly lengths: readonly LengthTable[];
  readonly rewards: readonly Rewards[];
  readonly grid: Grid;
  readonly pinned: ReadonlySet<number>;
  readonly beyond: Float32Array;
  /** Prefix sums of what speaks against a time before the class or after it. */
  readonly edges: Float32Array;
  /** Per segment 1 where it may begin; null: everywhere. */
  readonly worthTrying: readonly Uint8Array[] | null;
}

/** The cells that a column of the search spans: from its first to its last that is worth trying; the last column spans all. */
export function spanOf({ worthTrying, grid }: Problem, k: number): readonly [from: number, to: number] {
  const trying = worthTrying?.[k];
  if (trying === undefined) return [0, grid.cells];
  const from = trying.indexOf(1);
  return from < 0 ? [0, grid.cells] : [from, trying.lastIndexOf(1)];
}

/** Where a segment may end: from its shortest length after its first cell, or the first cell of the next, to the last of the next. */
function endsOf(problem: Problem, k: number): readonly [from: number, to: number] {
  const [from] = spanOf(problem, k);
  const [next, to] = spanOf(problem, k + 1);
  return [Math.max(0, Math.min(next, from + (problem.lengths[k] as LengthTable).low)), to];
}

/** What one pass through the plan holds; columns are segments, rows cells. */
export interface Columns {
  /** Best score of standing at a cell with so many segments done or left out. */
  readonly score: Float32Array[];
  /** The same in the middle of a run of left-out segments. */
  readonly leaving: Float32Array[];
  /** 1: the run of left-out segments began with this one. */
  readonly opened: Uint8Array[];
  /** 0: the segment was left out; else its length in cells, for the state it leads to. */
  readonly length: Uint16Array[];
  /** Cell from which time beyond the plan led here, or -1. */
  readonly extraFrom: Int32Array[];
}

export interface Backward {
  /** Best score from a cell to the end, when the segment begins at the cell and is filmed. */
  readonly filmed: Float32Array[];
  /** The same, filmed or not. */
  readonly any: Float32Array[];
  /** The same in the middle of a run of left-out segments. */
  readonly leaving: Float32Array[];
}

export interface LengthTable {
  readonly low: number;
  readonly cost: Float32Array;
}

/** What each length in cells costs; with `slackUs` the least that a length within it of the cells' costs. */
export function lengthTable(shape: Shape, grid: Grid, slackUs = 0): LengthTable {
  const low = Math.max(slackUs > 0 ? 0 : 1, Math.ceil((shape.shortestUs - slackUs) / grid.stepUs));
  const high = Math.max(low, Math.min(grid.cells, 65_000, Math.floor((shape.longestUs + slackUs) / grid.stepUs)));
  const planned = shape.plannedUs;
  return {
    low,
    cost: Float32Array.from({ length: high - low + 1 }, (_, i) => {
      const us = (low + i) * grid.stepUs;
      return -shape.cost(Math.abs(us - planned) <= slackUs ? planned : us < planned ? us + slackUs : us - slackUs);
    }),
  };
}

/** From the start of the take to its end: what each state is worth, and where it came from. */
export function runForward(problem: Problem): Columns {
  const { shapes, lengths, rewards, grid, pinned, beyond, edges, worthTrying } = problem;
  const ended = new Map<Float32Array, Map<Float32Array, Float32Array>>();
  const cells = grid.cells + 1;
  const stepS = grid.stepUs / 1e6;
  const columns: Columns = { score: [], leaving: [], opened: [], length: [], extraFrom: [] };
  let now = new Float32Array(cells).map((_, c) => -c * stepS * EDGE_COST_A_SECOND - (edges[c] as number));
  let leaving = new Float32Array(cells).fill(OUT);
  columns.extraFrom.push(new Int32Array(cells).fill(-1));
  columns.leaving.push(leaving);
  for (const [k, shape] of shapes.entries()) {
    columns.score.push(now);
    const next = new Float32Array(cells).fill(OUT);
    const left = new Float32Array(cells).fill(OUT);
    const back = new Uint16Array(cells);
    const opened = new Uint8Array(cells);
    const { low, cost } = lengths[k] as LengthTable;
    const reward = rewards[k] as Rewards;
    const ends = sumOf(reward.end, reward.inside, ended);
    const [begin, stop] = spanOf(problem, k);
    const [endFrom, endTo] = endsOf(problem, k);
    const floor = best(now, begin, stop) - BEAM;
    if (!pinned.has(k)) {
      for (let c = begin; c <= stop; c++) {
        const opening = (now[c] as number) - SKIP_OPENS;
        opened[c] = opening >= (leaving[c] as number) ? 1 : 0;
        next[c] = left[c] = Math.max(opening, leaving[c] as number) - shape.skipCost;
      }
    }
    const trying = worthTrying?.[k];
    for (let c = begin; c <= stop; c++) {
      const from = now[c] as number;
      if (from < floor || trying?.[c] === 0) continue;
      reach(
        next,
        back,
        from + (reward.start[c] as number) - (reward.inside[c] as number),
        c,
        low,
        cost,
        ends,
        reward.middle,
      );
    }
    columns.length.push(back);
    columns.opened.push(opened);
    // Time beyond the plan may follow every segment: the running best decays by the second.
    const extraFrom = new Int32Array(cells).fill(-1);
    const withExtra = next.slice();
    let [origin, carried] = [-1, OUT];
    for (let c = endFrom; c <= endTo; c++) {
      carried += (beyond[c] as number) - (beyond[Math.max(0, c - 1)] as number) - EXTRA_COST_A_SECOND * stepS;
      if (carried > (next[c] as number)) {
        withExtra[c] = carried;
        extraFrom[c] = origin;
      }
      if ((next[c] as number) - EXTRA_COST > carried) [origin, carried] = [c, (next[c] as number) - EXTRA_COST];
    }
    columns.extraFrom.push(extraFrom);
    columns.leaving.push((leaving = left));
    now = withExtra;
  }
  for (let c = 0; c < cells; c++)
    now[c] =
      (now[c] as number) -
      (grid.cells - c) * stepS * EDGE_COST_A_SECOND -
      ((edges[grid.cells] as number) - (edges[c] as number));
  columns.score.push(now);
  return columns;
}

/** From the end of the take back to its start, over the states that the forward pass followed. */
export function runBackward(problem: Problem, forward: Columns): Backward {
  const { shapes, lengths, rewards, grid, pinned, beyond, edges, worthTrying } = problem;
  const cells = grid.cells + 1;
  const stepS = grid.stepUs / 1e6;
  const edge = new Float32Array(cells).map(
    (_, c) => -(grid.cells - c) * stepS * EDGE_COST_A_SECOND - ((edges[grid.cells] as number) - (edges[c] as number)),
  );
  let [after, leaving] = [edge, edge];
  const result: Backward = { filmed: [], any: [after], leaving: [leaving] };
  for (let k = shapes.length - 1; k >= 0; k--) {
    const now = forward.score[k] as Float32Array;
    const reward = rewards[k] as Rewards;
    const { low, cost } = lengths[k] as LengthTable;
    const [begin, stop] = spanOf(problem, k);
    const [endFrom, endTo] = endsOf(problem, k);
    const floor = best(now, begin, stop) - BEAM;
    // `after` gains the choice of time beyond the plan before the next segment.
    const onward = after.slice();
    if (k < shapes.length - 1) {
      let carried = OUT;
      for (let c = endTo; c >= endFrom; c--) {
        carried += (beyond[Math.min(cells - 1, c + 1)] as number) - (beyond[c] as number) - EXTRA_COST_A_SECOND * stepS;
        if (carried > (onward[c] as number)) onward[c] = carried;
        carried = Math.max(carried, (after[c] as number) - EXTRA_COST);
      }
    }
    const left = new Float32Array(cells).fill(OUT);
    for (let c = begin; c <= stop; c++)
      left[c] = pinned.has(k)
        ? OUT
        : Math.max(onward[c] as number, leaving[c] as number) - (shapes[k] as Shape).skipCost;
    const filmed = new Float32Array(cells).fill(OUT);
    const any = new Float32Array(cells).fill(OUT);
    const ends = new Float32Array(cells).fill(OUT);
    for (let c = endFrom; c <= endTo; c++)
      ends[c] = (reward.end[c] as number) + (reward.inside[c] as number) + (onward[c] as number);
    const trying = worthTrying?.[k];
    for (let c = begin; c <= stop; c++) {
      any[c] = (left[c] as number) - SKIP_OPENS;
      if ((now[c] as number) < floor || trying?.[c] === 0) continue;
      filmed[c] =
        farthest(c, low, cost, ends, reward.middle) + (reward.start[c] as number) - (reward.inside[c] as number);
      any[c] = Math.max(any[c] as number, filmed[c] as number);
    }
    result.filmed.unshift(filmed);
    result.any.unshift(any);
    result.leaving.unshift((leaving = left));
    after = any;
  }
  return result;
}

/** Tries every length from a cell. A function of its own with nothing but typed arrays: this is where the time goes. */
function reach(
  next: Float32Array,
  back: Uint16Array,
  base: number,
  from: number,
  low: number,
  cost: Float32Array,
  ends: Float32Array,
  middle: Float32Array | null,
): void {
  const first = from + low;
  const most = Math.min(cost.length, next.length - first);
  if (middle === null) {
    for (let i = 0; i < most; i++) {
      const value = base + (cost[i] as number) + (ends[first + i] as number);
      if (value > (next[first + i] as number)) {
        next[first + i] = value;
        back[first + i] = low + i;
      }
    }
    return;
  }
  const centre = from + first;
  for (let i = 0; i < most; i++) {
    const value = base + (cost[i] as number) + (ends[first + i] as number) + (middle[centre + i] as number);
    if (value > (next[first + i] as number)) {
      next[first + i] = value;
      back[first + i] = low + i;
    }
  }
}

/** The best of every length from a cell. */
function farthest(
  from: number,
  low: number,
  cost: Float32Array,
  ends: Float32Array,
  middle: Float32Array | null,
): number {
  const first = from + low;
  const most = Math.min(cost.length, ends.length - first);
  let top = OUT;
  if (middle === null) {
    for (let i = 0; i < most; i++) {
      const value = (cost[i] as number) + (ends[first + i] as number);
      if (value > top) top = value;
    }
    return top;
  }
  const centre = from + first;
  for (let i = 0; i < most; i++) {
    const value = (cost[i] as number) + (ends[first + i] as number) + (middle[centre + i] as number);
    if (value > top) top = value;
  }
  return top;
}

/** The sums of two rows; segments that want the same share their rows, and so their sums. */
function sumOf(
  a: Float32Array,
  b: Float32Array,
  known: Map<Float32Array, Map<Float32Array, Float32Array>>,
): Float32Array {
  let of = known.get(a);
  if (of === undefined) known.set(a, (of = new Map<Float32Array, Float32Array>()));
  const before = of.get(b);
  if (before !== undefined) return before;
  const sums = new Float32Array(a.length);
  for (let i = 0; i < a.length; i++) sums[i] = (a[i] as number) + (b[i] as number);
  of.set(b, sums);
  return sums;
}

function best(values: Float32Array, from: number, to: number): number {
  let top = OUT;
  for (let i = from; i <= to; i++) if ((values[i] as number) > top) top = values[i] as number;
  return top;
}

/** The best sum of two columns at one cell, from one cell to another. */
export function bestSum(a: Float32Array, b: Float32Array, from = 0, to = a.length - 1): number {
  let top = OUT;
  for (let c = from; c <= to; c++) top = Math.max(top, (a[c] as number) + (b[c] as number));
  return top;
}
