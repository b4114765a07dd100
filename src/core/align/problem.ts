import type { PlannedSegment } from '../plan/segment.ts';
import type { Emissions } from './emission-scores.ts';
import type { LengthModel } from './duration-model.ts';
import type { FarCells } from './far-cells.ts';
import type { Cell, Lattice } from './lattice.ts';
import type { MusicGrid } from './eights.ts';

/**
 * One step of the path through the take: a planned segment, or time beyond the plan (segment null), between two places.
 */
export interface PathPiece {
  readonly segment: number | null;
  /** What time beyond the plan is like. */
  readonly beyond: BeyondKind | null;
  readonly from: number;
  readonly to: number;
}

/**
 * Everything that one search is given. Slot k is the boundary before segment k; the last slot is the end of the class.
 */
export interface Problem {
  readonly segments: readonly PlannedSegment[];
  readonly lattice: Lattice;
  readonly emissions: Emissions;
  readonly lengths: readonly LengthModel[];
  /** ln of what each further segment costs once a run of left-out segments has begun. */
  readonly skip: readonly number[];
  /** ln of what it costs to open time beyond the plan before slot k. */
  readonly beyond: readonly number[];
  /** By slot: the places [from, to) at which it may lie. */
  readonly windows: readonly (readonly [from: number, to: number])[];
  /** By slot, from its window on: 1 where it may lie at all; null: everywhere in the window. */
  readonly alive: readonly (Uint8Array | null)[];
  /** Cells at which a segment must begin or end. */
  readonly pinned: ReadonlyMap<number, { readonly start?: Cell; readonly end?: Cell }>;
  /** By length of a count: the eights of the music, where they are known. */
  readonly music: ReadonlyMap<number, MusicGrid>;
  /** False where two boundaries in one stretch need not be weighed together: on a coarse grid. */
  readonly together: boolean;
  /** Cells that may be paired as wholes, by `together`. */
  readonly far: FarCells;
  /** For a take that may hold a part of the plan only; null: it begins and ends with the plan. */
  readonly open: Open | null;
}

/** ln of what it costs that a take begins before a segment, by slot, and that it ends before the plan does. */
interface Open {
  readonly enters: Float64Array;
  readonly ends: number;
  /** What each second beyond the plan costs at least. */
  readonly beyondSecond: number;
}

export const OUT = -1e12;
/**
 * What it costs to begin a run of left-out segments: about one move in twenty-five is left out, with its break
 * (development set).
 */
export const SKIP_OPENS = 1;

/**
 * Time beyond the plan is a break (a move shown, a prop fetched, a story) or work (a move made up, repeated or new). To
 * open it, beside what its slot costs; ln of its length's density at nothing, and by the second (development set: 15 s
 * and 30 s).
 */
export const BEYOND = {
  break: { opens: -2.4, second: 1 / 11 },
  work: { opens: -6.7, second: 1 / 25 },
  /** What it costs to go from one kind to the other without a planned segment between. */
  turns: -2.5,
} as const;
export type BeyondKind = 'work' | 'break';
export const BEYOND_KINDS = ['work', 'break'] as const satisfies readonly BeyondKind[];
