import type { Grid, Rewards } from './evidence.ts';
import { EDGE_COST_A_SECOND, EXTRA_COST, EXTRA_COST_A_SECOND, type Shape } from './shape.ts';

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
}

/** States this many points below the best of their column are not followed. */
const BEAM = 80;
const OUT = -1e9;

/** What `search` holds of one pass; columns are segments, rows cells. */
interface Columns {
  readonly score: Float32Array[];
  /** 0: the segment was skipped; else its length in cells, for the state it leads to. */
  readonly length: Uint16Array[];
  /** Cell from which time beyond the plan led here, or -1. */
  readonly extraFrom: Int32Array[];
}

/**
 * The best order-keeping path: every segment either falls somewhere or is skipped, time beyond the plan may stand between
 * any two. Exact within the beam. `pinned` segments cannot be
 * skipped; `beyond` is the prefix sum of what time beyond the plan earns. Cost grows with segments × cells × lengths.
 */
export function search(shapes: readonly Shape[], rewards: readonly Rewards[], grid: Grid, pinned: ReadonlySet<number>, beyond: Float32Array, worthTrying: readonly Uint8Array[] | null = null): SearchResult {
  const problem: Problem = { shapes, lengths: shapes.map((shape) => lengthTable(shape, grid)), rewards, grid, pinned, beyond, worthTrying };
  const forward = runForward(problem);
  const backward = runBackward(problem, forward);
  return { pieces: tracePath(forward, shapes.length), ...certainty(forward, backward, shapes, grid) };
}

/** Cells of the corridor's grid: so many of the search's own. */
const COARSER = 3;
/** A place this many points below the best, on a grid that flatters every place, is not looked at. */
const CORRIDOR = 36;
/**
 * Which cells each segment may begin at: a search on a grid three times coarser, where every place earns the best of its
 * cells and every length the best of those it may stand for, so that what is dropped could not have won. Its rough path comes with it, in cells of the search's grid.
 */
export function corridor(shapes: readonly Shape[], rewards: readonly Rewards[], fine: Grid, pinned: ReadonlySet<number>, beyond: Float32Array): { readonly worthTrying: readonly Uint8Array[]; readonly pieces: readonly PathPiece[] } {
  const grid: Grid = { stepUs: fine.stepUs * COARSER, cells: Math.ceil(fine.cells / COARSER) };
  const known = new Map<Float32Array, Float32Array>();
  const once = (array: Float32Array, make: (array: Float32Array) => Float32Array) => {
    const made = known.get(array) ?? make(array);
    known.set(array, made);
    return made;
  };
  const best = (array: Float32Array) => pooled(array, grid.cells + 1);
  const first = (array: Float32Array) => Float32Array.from({ length: grid.cells + 1 }, (_, c) => array[Math.min(array.length - 1, c * COARSER)] as number);
  const coarse = rewards.map((r): Rewards => ({ start: once(r.start, best), end: once(r.end, best), middle: r.middle === null ? null : once(r.middle, (m) => pooled(m, (grid.cells + 1) * 2)), inside: once(r.inside, first) }));
  const problem: Problem = { shapes, lengths: shapes.map((shape) => lengthTable(shape, grid, grid.stepUs)), rewards: coarse, grid, pinned, beyond: first(beyond), worthTrying: null };
  const forward = runForward(problem);
  const backward = runBackward(problem, forward);
  const pieces = tracePath(forward, shapes.length).map((p): PathPiece => ({ ...p, start: p.start * COARSER, end: p.end * COARSER }));
  const worthTrying = shapes.map((_, k) => {
    const [now, any] = [forward.score[k] as Float32Array, backward.any[k] as Float32Array];
    const floor = bestSum(now, any) - CORRIDOR;
    const cells = new Uint8Array(fine.cells + 1);
    for (let c = 0; c <= grid.cells; c++) if ((now[c] as number) + (any[c] as number) >= floor) cells.fill(1, Math.max(0, (c - 1) * COARSER), (c + 1) * COARSER + 1);
    return cells;
  });
  return { worthTrying, pieces };
}

/** The largest of the cells that round to each coarser cell. */
function pooled(array: Float32Array, cells: number): Float32Array {
  const out = new Float32Array(cells).fill(-Infinity);
  for (let i = 0; i < array.length; i++) {
    const c = Math.min(cells - 1, Math.round(i / COARSER));
    if ((array[i] as number) > (out[c] as number)) out[c] = array[i] as number;
  }
  for (let c = 0; c < cells; c++) if (out[c] === -Infinity) out[c] = 0;
  return out;
}

/** All that one search is given. */
interface Problem {
  readonly shapes: readonly Shape[];
  readonly lengths: readonly LengthTable[];
  readonly rewards: readonly Rewards[];
  readonly grid: Grid;
  readonly pinned: ReadonlySet<number>;
  readonly beyond: Float32Array;
  /** Per segment 1 where it may begin; null: everywhere. */
  readonly worthTrying: readonly Uint8Array[] | null;
}

interface LengthTable {
  readonly low: number;
  readonly cost: Float32Array;
}

/** What each length in cells costs; with `slackUs` the least that a length within it of the cells' costs. */
function lengthTable(shape: Shape, grid: Grid, slackUs = 0): LengthTable {
  const low = Math.max(slackUs > 0 ? 0 : 1, Math.ceil((shape.shortestUs - slackUs) / grid.stepUs));
  const high = Math.max(low, Math.min(grid.cells, 65_000, Math.floor((shape.longestUs + slackUs) / grid.stepUs)));
  const planned = shape.plannedUs;
  return { low, cost: Float32Array.from({ length: high - low + 1 }, (_, i) => {
    const us = (low + i) * grid.stepUs;
    return -shape.cost(Math.abs(us - planned) <= slackUs ? planned : us < planned ? us + slackUs : us - slackUs);
  }) };
}

function runForward({ shapes, lengths, rewards, grid, pinned, beyond, worthTrying }: Problem): Columns {
  const cells = grid.cells + 1;
  const stepS = grid.stepUs / 1e6;
  const columns: Columns = { score: [], length: [], extraFrom: [] };
  let now = new Float32Array(cells).map((_, c) => -c * stepS * EDGE_COST_A_SECOND);
  columns.extraFrom.push(new Int32Array(cells).fill(-1));
  for (const [k, shape] of shapes.entries()) {
    columns.score.push(now);
    const next = new Float32Array(cells).fill(OUT);
    const back = new Uint16Array(cells);
    const { low, cost } = lengths[k] as LengthTable;
    const reward = rewards[k] as Rewards;
    const endInside = reward.end.map((v, c) => v + (reward.inside[c] as number));
    const floor = best(now) - BEAM;
    if (!pinned.has(k)) for (let c = 0; c < cells; c++) next[c] = (now[c] as number) - shape.skipCost;
    const trying = worthTrying?.[k];
    for (let c = 0; c < cells; c++) {
      const from = now[c] as number;
      if (from < floor || trying?.[c] === 0) continue;
      const base = from + (reward.start[c] as number) - (reward.inside[c] as number);
      reach(next, back, base, c, low, cost, endInside, reward.middle);
    }
    columns.length.push(back);
    // Time beyond the plan may follow every segment: the running best decays by the second.
    const extraFrom = new Int32Array(cells).fill(-1);
    const withExtra = next.slice();
    let [origin, carried] = [-1, OUT];
    for (let c = 0; c < cells; c++) {
      carried += (beyond[c] as number) - (beyond[Math.max(0, c - 1)] as number) - EXTRA_COST_A_SECOND * stepS;
      if (carried > (next[c] as number)) {
        withExtra[c] = carried;
        extraFrom[c] = origin;
      }
      if ((next[c] as number) - EXTRA_COST > carried) [origin, carried] = [c, (next[c] as number) - EXTRA_COST];
    }
    columns.extraFrom.push(extraFrom);
    now = withExtra;
  }
  for (let c = 0; c < cells; c++) now[c] = (now[c] as number) - (grid.cells - c) * stepS * EDGE_COST_A_SECOND;
  columns.score.push(now);
  return columns;
}

/** Tries every length from a cell. A function of its own with nothing but typed arrays: this is where the time goes. */
function reach(next: Float32Array, back: Uint16Array, base: number, from: number, low: number, cost: Float32Array, ends: Float32Array, middle: Float32Array | null): void {
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
function farthest(from: number, low: number, cost: Float32Array, ends: Float32Array, middle: Float32Array | null): number {
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

interface Backward {
  /** Best score from a cell to the end, when the segment begins at the cell and is filmed. */
  readonly filmed: Float32Array[];
  /** The same, filmed or not. */
  readonly any: Float32Array[];
}

function runBackward({ shapes, lengths, rewards, grid, pinned, beyond, worthTrying }: Problem, forward: Columns): Backward {
  const cells = grid.cells + 1;
  const stepS = grid.stepUs / 1e6;
  let after = new Float32Array(cells).map((_, c) => -(grid.cells - c) * stepS * EDGE_COST_A_SECOND);
  const result: Backward = { filmed: [], any: [after] };
  for (let k = shapes.length - 1; k >= 0; k--) {
    const now = forward.score[k] as Float32Array;
    const reward = rewards[k] as Rewards;
    const { low, cost } = lengths[k] as LengthTable;
    const floor = best(now) - BEAM;
    // `after` gains the choice of time beyond the plan before the next segment.
    const onward = after.slice();
    if (k < shapes.length - 1) {
      let carried = OUT;
      for (let c = cells - 1; c >= 0; c--) {
        carried += (beyond[Math.min(cells - 1, c + 1)] as number) - (beyond[c] as number) - EXTRA_COST_A_SECOND * stepS;
        if (carried > (onward[c] as number)) onward[c] = carried;
        carried = Math.max(carried, (after[c] as number) - EXTRA_COST);
      }
    }
    const filmed = new Float32Array(cells).fill(OUT);
    const any = new Float32Array(cells).fill(OUT);
    const endInside = reward.end.map((v, c) => v + (reward.inside[c] as number) + (onward[c] as number));
    const trying = worthTrying?.[k];
    for (let c = 0; c < cells; c++) {
      if (!pinned.has(k)) any[c] = (onward[c] as number) - (shapes[k] as Shape).skipCost;
      if ((now[c] as number) < floor || trying?.[c] === 0) continue;
      const top = farthest(c, low, cost, endInside, reward.middle);
      filmed[c] = top + (reward.start[c] as number) - (reward.inside[c] as number);
      any[c] = Math.max(any[c] as number, filmed[c] as number);
    }
    result.filmed.unshift(filmed);
    result.any.unshift(any);
    after = any;
  }
  return result;
}

function best(values: Float32Array): number {
  let top = OUT;
  for (let i = 0; i < values.length; i++) if ((values[i] as number) > top) top = values[i] as number;
  return top;
}

function tracePath(columns: Columns, count: number): PathPiece[] {
  const pieces: PathPiece[] = [];
  const last = columns.score[count] as Float32Array;
  let cell = 0;
  for (let c = 0; c < last.length; c++) if ((last[c] as number) > (last[cell] as number)) cell = c;
  for (let k = count; k >= 1; k--) {
    const from = (columns.extraFrom[k] as Int32Array)[cell] as number;
    if (from >= 0) {
      pieces.push({ segment: null, start: from, end: cell });
      cell = from;
    }
    const length = (columns.length[k - 1] as Uint16Array)[cell] as number;
    if (length > 0) {
      pieces.push({ segment: k - 1, start: cell - length, end: cell });
      cell -= length;
    }
  }
  return pieces.reverse();
}

/** Share of the points' weight, over all paths' best scores, that lies within a second of the best place. */
function certainty(forward: Columns, backward: Backward, shapes: readonly Shape[], grid: Grid): Omit<SearchResult, 'pieces'> {
  const count = shapes.length;
  const [filmed, startSure, endSure] = [new Float32Array(count), new Float32Array(count), new Float32Array(count)];
  const near = Math.max(1, Math.round(1e6 / grid.stepUs));
  for (let k = 0; k < count; k++) {
    const [now, begun] = [forward.score[k] as Float32Array, backward.filmed[k] as Float32Array];
    startSure[k] = sureness(now, begun, near);
    endSure[k] = k + 1 < count ? sureness(forward.score[k + 1] as Float32Array, backward.any[k + 1] as Float32Array, near) : sureness(forward.score[count] as Float32Array, new Float32Array(now.length), near);
    const [done, skipped] = [bestSum(now, begun), bestSum(now, backward.any[k + 1] as Float32Array) - (shapes[k] as Shape).skipCost];
    filmed[k] = 1 / (1 + Math.exp(Math.max(-40, Math.min(40, skipped - done))));
  }
  return { filmed, startSure, endSure };
}

function bestSum(a: Float32Array, b: Float32Array): number {
  let top = OUT;
  for (let c = 0; c < a.length; c++) top = Math.max(top, (a[c] as number) + (b[c] as number));
  return top;
}

/** A place so many points below the best weighs nothing. */
const NOTHING = 16;

function sureness(a: Float32Array, b: Float32Array, near: number): number {
  let [top, at] = [OUT, 0];
  for (let c = 0; c < a.length; c++) if ((a[c] as number) + (b[c] as number) > top) [top, at] = [(a[c] as number) + (b[c] as number), c];
  let [all, close] = [0, 0];
  for (let c = 0; c < a.length; c++) {
    const below = (a[c] as number) + (b[c] as number) - top;
    if (below < -NOTHING) continue;
    const weight = Math.exp(below);
    all += weight;
    if (Math.abs(c - at) <= near) close += weight;
  }
  return all === 0 ? 0 : close / all;
}
