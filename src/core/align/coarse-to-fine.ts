import type { Grid, Rewards } from './emission-scores.ts';
import { type Problem, bestSum, lengthTable, runBackward, runForward } from './forward-backward.ts';
import { type PathPiece, tracePath } from './viterbi.ts';
import type { Shape } from './duration-model.ts';

/** Cells of the corridor's grid: so many of the search's own. */
const COARSER = 3;
/** A place this many points below the best, on a grid that flatters every place, is not looked at. */
const CORRIDOR = 36;
/**
 * Which cells each segment may begin at: a search on a grid three times coarser, where every place earns the best of its
 * cells and every length the best of those it may stand for, so that what is dropped could not have won. Its rough path comes with it, in cells of the search's grid.
 */
export function corridor(
  shapes: readonly Shape[],
  rewards: readonly Rewards[],
  fine: Grid,
  pinned: ReadonlySet<number>,
  beyond: Float32Array,
  edges: Float32Array,
): { readonly worthTrying: readonly Uint8Array[]; readonly pieces: readonly PathPiece[] } {
  const grid: Grid = { stepUs: fine.stepUs * COARSER, cells: Math.ceil(fine.cells / COARSER) };
  const known = new Map<Float32Array, Float32Array>();
  const once = (array: Float32Array, make: (array: Float32Array) => Float32Array) => {
    const made = known.get(array) ?? make(array);
    known.set(array, made);
    return made;
  };
  const best = (array: Float32Array) => pooled(array, grid.cells + 1);
  const first = (array: Float32Array) =>
    Float32Array.from({ length: grid.cells + 1 }, (_, c) => array[Math.min(array.length - 1, c * COARSER)] as number);
  const coarse = rewards.map((r): Rewards => ({
    start: once(r.start, best),
    end: once(r.end, best),
    middle: r.middle === null ? null : once(r.middle, (m) => pooled(m, (grid.cells + 1) * 2)),
    inside: once(r.inside, first),
  }));
  const problem: Problem = {
    shapes,
    lengths: shapes.map((shape) => lengthTable(shape, grid, grid.stepUs)),
    rewards: coarse,
    grid,
    pinned,
    beyond: first(beyond),
    edges: first(edges),
    worthTrying: null,
  };
  const forward = runForward(problem);
  const backward = runBackward(problem, forward);
  const pieces = tracePath(forward, shapes.length).map((p): PathPiece => ({
    ...p,
    start: p.start * COARSER,
    end: p.end * COARSER,
  }));
  const worthTrying = shapes.map((_, k) => {
    const [now, any] = [forward.score[k] as Float32Array, backward.any[k] as Float32Array];
    const floor = bestSum(now, any) - CORRIDOR;
    const cells = new Uint8Array(fine.cells + 1);
    for (let c = 0; c <= grid.cells; c++)
      if ((now[c] as number) + (any[c] as number) >= floor)
        cells.fill(1, Math.max(0, (c - 1) * COARSER), (c + 1) * COARSER + 1);
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
