import { firstWhere } from '../time/halving.ts';
import type { Lattice } from './lattice.ts';

/**
 * Which cells may be paired as wholes. Two places far enough apart are worth together what each is worth alone, and
 * the one's words all lie before the other's: of such a cell only its best place (or the sum of all) is looked at.
 */
export interface FarCells {
  /** By cell where a segment ends: all cells below this one are far from it. */
  readonly before: Int32Array;
  /** By cell where a segment begins: this cell and all after it are far from it. */
  readonly after: Int32Array;
}

/**
 * `stretch` is by place; places of one stretch are never far from each other. Null: stretches do not matter. Far cells
 * are counted from the take's ends on, so nothing between them is near.
 */
export function farCells(lattice: Lattice, stretch: Int32Array | null): FarCells {
  const { cells, gap, firstAt } = lattice;
  const n = cells + 1;
  const of = () => new Float64Array(n);
  const [gapLow, gapHigh, stretchLow, stretchHigh] = [of(), of(), of(), of()];
  for (let c = 0; c < n; c++) {
    [gapLow[c], gapHigh[c], stretchLow[c], stretchHigh[c]] = [Infinity, -Infinity, Infinity, -Infinity];
    for (let p = firstAt[c]!; p < firstAt[c + 1]!; p++) {
      gapLow[c] = Math.min(gapLow[c]!, gap[p]!);
      gapHigh[c] = Math.max(gapHigh[c]!, gap[p]!);
      const s = stretch?.[p] ?? -1;
      if (s < 0) continue;
      stretchLow[c] = Math.min(stretchLow[c]!, s);
      stretchHigh[c] = Math.max(stretchHigh[c]!, s);
    }
  }
  const [gapBelow, stretchBelow] = [highestBefore(gapHigh), highestBefore(stretchHigh)];
  const [gapAbove, stretchAbove] = [lowestFrom(gapLow), lowestFrom(stretchLow)];
  const [before, after] = [new Int32Array(n), new Int32Array(n)];
  for (let c = 0; c < n; c++) {
    const isNearBefore = (x: number) => gapBelow[x]! > gapLow[c]! || stretchBelow[x]! >= stretchLow[c]!;
    const isFarAfter = (x: number) => gapAbove[x]! >= gapHigh[c]! && stretchAbove[x]! > stretchHigh[c]!;
    before[c] = firstWhere(0, c + 1, isNearBefore) - 1;
    after[c] = firstWhere(c + 1, n, isFarAfter);
  }
  return { before, after };
}

/** By index, and one beyond: the highest of all before it. */
function highestBefore(list: Float64Array): Float64Array {
  const out = new Float64Array(list.length + 1).fill(-Infinity);
  for (const [i, v] of list.entries()) out[i + 1] = Math.max(out[i]!, v);
  return out;
}

/** By index, and one beyond: the lowest of all from it on. */
function lowestFrom(list: Float64Array): Float64Array {
  const out = new Float64Array(list.length + 1).fill(Infinity);
  for (let i = list.length - 1; i >= 0; i--) out[i] = Math.min(out[i + 1]!, list[i]!);
  return out;
}

/** The best place of each cell of a window: from cell `first` on, what it is worth and which it is. */
export interface CellBests {
  readonly first: number;
  readonly value: Float64Array;
  readonly place: Int32Array;
}

/** `values` are of the places from `from` on. */
export function cellBests({ cell }: Lattice, from: number, values: Float64Array): CellBests {
  const first = cell[from] ?? 0;
  const count = values.length === 0 ? 0 : cell[from + values.length - 1]! - first + 1;
  const [value, place] = [new Float64Array(count).fill(-Infinity), new Int32Array(count).fill(-1)];
  for (let i = 0; i < values.length; i++) {
    const x = cell[from + i]! - first;
    if (place[x]! >= 0 && values[i]! <= value[x]!) continue;
    value[x] = values[i]!;
    place[x] = from + i;
  }
  return { first, value, place };
}

/** The sum of each cell of a window, from cell `first` on. */
export function cellSums(
  { cell }: Lattice,
  from: number,
  values: Float64Array,
): { readonly first: number; readonly sum: Float64Array } {
  const first = cell[from] ?? 0;
  const sum = new Float64Array(values.length === 0 ? 0 : cell[from + values.length - 1]! - first + 1);
  for (let i = 0; i < values.length; i++) sum[cell[from + i]! - first]! += values[i]!;
  return { first, sum };
}
