import type { Grid, Rewards } from './emission-scores.ts';
import type { Shape } from './duration-model.ts';

/** A piece of the coarse path with what it earns; `shape` is null for time beyond the plan. Times in microseconds. */
export interface RoughPiece {
  readonly startUs: number;
  readonly endUs: number;
  readonly shape: Shape | null;
  readonly rewards: Rewards | null;
}

/** A boundary may move this far from its coarse place. */
const REACH_US = 2e6;

/**
 * Moves the boundaries of a coarse path on a fine grid, keeping the pieces. `fixed` holds the exact time of pinned
 * boundaries by their index. Returns one time for each boundary, pieces.length + 1 in all, ascending.
 */
export function refine(pieces: readonly RoughPiece[], grid: Grid, fixed: ReadonlyMap<number, number>): number[] {
  const first = pieces[0];
  if (first === undefined) return [];
  const rough = [first.startUs, ...pieces.map((p) => p.endUs)];
  const places = rough.map((us, b) => placesNear(us, fixed.get(b), grid));
  let score = places[0]?.map(() => 0) ?? [];
  const backs: number[][] = [];
  for (const [j, piece] of pieces.entries()) {
    const [from, to] = [places[j] as number[], places[j + 1] as number[]];
    const back: number[] = [];
    score = to.map((end) => {
      let [top, at] = [-Infinity, 0];
      for (const [f, start] of from.entries()) {
        const value = (score[f] as number) + worth(piece, start, end, grid);
        if (value > top) [top, at] = [value, f];
      }
      back.push(at);
      return top;
    });
    backs.push(back);
  }
  let at = score.indexOf(Math.max(...score));
  const times = [(places.at(-1) as number[])[at] as number];
  for (let j = pieces.length - 1; j >= 0; j--) {
    at = (backs[j] as number[])[at] as number;
    times.unshift((places[j] as number[])[at] as number);
  }
  return times;
}

function placesNear(us: number, pin: number | undefined, grid: Grid): number[] {
  if (pin !== undefined) return [pin];
  const steps = Math.round(REACH_US / grid.stepUs);
  const middle = Math.round(us / grid.stepUs);
  const places: number[] = [];
  for (let c = Math.max(0, middle - steps); c <= Math.min(grid.cells, middle + steps); c++)
    places.push(c * grid.stepUs);
  return places;
}

function worth(piece: RoughPiece, startUs: number, endUs: number, grid: Grid): number {
  if (endUs <= startUs) return -1e6 + (endUs - startUs) / 1e3;
  if (piece.shape === null || piece.rewards === null) return 0;
  const { rewards } = piece;
  const [s, e] = [
    Math.min(grid.cells, Math.round(startUs / grid.stepUs)),
    Math.min(grid.cells, Math.round(endUs / grid.stepUs)),
  ];
  return (
    (rewards.start[s] as number) +
    (rewards.end[e] as number) +
    ((rewards.inside[e] as number) - (rewards.inside[s] as number)) +
    (rewards.middle === null ? 0 : (rewards.middle[s + e] as number)) -
    piece.shape.cost(endUs - startUs)
  );
}
