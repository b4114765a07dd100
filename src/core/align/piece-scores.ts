import { isActive } from '../plan/segment.ts';
import type { GapPairs } from './gap-pairs.ts';
import type { LengthModel } from './duration-model.ts';
import type { Lattice } from './lattice.ts';
import { type MusicGrid, onGrid } from './eights.ts';
import { OUT, type Problem } from './problem.ts';

/** What each clause before and after the class costs: its words belong to no segment. */
const OUTSIDE_CLAUSE = 1.5;

/** The lengths of a segment in cells, with what each is worth. */
interface LengthTable {
  readonly low: number;
  readonly worth: Float64Array;
}

const knownTables = new WeakMap<LengthModel, { readonly stepUs: number; readonly table: LengthTable }>();

/** The same as was made before, where the model was asked for the same steps last. */
export function lengthTable(model: LengthModel, lattice: Lattice): LengthTable {
  const known = knownTables.get(model);
  if (known?.stepUs === lattice.stepUs) return known.table;
  const table = tableOf(model, lattice.stepUs / 1e6);
  knownTables.set(model, { stepUs: lattice.stepUs, table });
  return table;
}

function tableOf({ shortestS, longestS, log }: LengthModel, stepS: number): LengthTable {
  const low = Math.max(1, Math.round(shortestS / stepS));
  const high = Math.max(low + 1, Math.round(longestS / stepS));
  const worth = new Float64Array(high - low + 1);
  for (let i = 0; i < worth.length; i++) worth[i] = log((low + i) * stepS);
  return { low, worth };
}

/**
 * The eights that a segment is danced on; null: none known. A boundary between two such segments is scored for both.
 */
export function musicOf(problem: Problem, k: number): MusicGrid | null {
  const s = problem.segments[k];
  return s === undefined || !isActive(s) || s.scheme !== 'counts' || s.countUs === null
    ? null
    : (problem.music.get(s.countUs) ?? null);
}

/** What a segment is worth at each place where it may begin; OUT where a pin forbids it. */
export function beginScores(problem: Problem, k: number, from: number, to: number): Float64Array {
  const { emissions } = problem;
  const text = emissions.text[k]!;
  const onward = emissions.onward[emissions.before[k]!][emissions.doing[k]!];
  const said = { byPlace: onward, before: text.before, sign: -1, byGap: text.begins };
  return edgeScores(problem, { k, edge: 'start', from, to }, said);
}

/** What it is worth at each place where it may end. */
export function endScores(problem: Problem, k: number, from: number, to: number): Float64Array {
  const { emissions } = problem;
  const text = emissions.text[k]!;
  const upTo = emissions.upTo[emissions.doing[k]!];
  const said = { byPlace: upTo, before: text.before, sign: 1, byGap: text.ends };
  return edgeScores(problem, { k, edge: 'end', from, to }, said);
}

/** One end of segment k, looked for at the places [from, to). */
interface Edge {
  readonly k: number;
  readonly edge: 'start' | 'end';
  readonly from: number;
  readonly to: number;
}

/** What the words say of one end: the sum of these, `before` of all words before it, taken away or added. */
interface SaidThere {
  readonly byPlace: ArrayLike<number>;
  readonly before: ArrayLike<number>;
  readonly sign: number;
  readonly byGap: ArrayLike<number>;
}

/** One end of a segment at its places: what the words say there, signals, counts and music. */
function edgeScores(
  problem: Problem,
  { k, edge, from, to }: Edge,
  { byPlace, before, sign, byGap }: SaidThere,
): Float64Array {
  const { lattice, emissions, segments, pinned } = problem;
  const begins = edge === 'start';
  const signals = begins ? emissions.workBegins : emissions.workEnds;
  const works = isActive(segments[k]!);
  const counted = emissions.counted[k]?.[begins ? 'begins' : 'ends'] ?? null;
  const grid = musicOf(problem, k);
  const pin = pinned.get(k)?.[edge];
  const out = new Float64Array(to - from);
  for (let p = from; p < to; p++) {
    const g = lattice.gap[p]!;
    const c = lattice.cell[p]!;
    out[p - from] =
      pin !== undefined && c !== pin
        ? OUT
        : byPlace[p]! +
          sign * before[g]! +
          byGap[g]! +
          (works ? signals[c]! : 0) +
          (counted === null ? 0 : counted[c]!) +
          (grid === null ? 0 : onGrid(c * lattice.stepUs, grid));
  }
  return out;
}

/** What two boundaries of one segment in one stretch are worth together beyond what each is worth alone. */
export class Together {
  private readonly gap: Int32Array;
  private readonly cell: Int32Array;
  private readonly pairs: GapPairs;
  private readonly onward: Float64Array;
  private readonly upTo: Float64Array;

  constructor({ lattice, emissions }: Problem, k: number) {
    [this.gap, this.cell] = [lattice.gap, lattice.cell];
    const [is, before] = [emissions.doing[k]!, emissions.before[k]!];
    this.pairs = emissions.pairs(is, before);
    [this.onward, this.upTo] = [emissions.onward[before][is], emissions.upTo[is]];
  }

  worth(p: number, q: number): number {
    const between = this.pairs.worth(this.gap[p]!, this.gap[q]!, this.cell[q]! - this.cell[p]!);
    return between - this.onward[p]! - this.upTo[q]!;
  }
}

/** Waiting without the class: a camera mostly runs a few seconds early, and now and then many minutes. */
function waiting(seconds: number): number {
  return seconds < 40 ? 0.1 * seconds : 4 + 0.01 * (seconds - 40);
}

/** Waiting before the class: the words before it belong to nobody. */
export function outsideBefore(lattice: Lattice, p: number): number {
  return -OUTSIDE_CLAUSE * lattice.gap[p]! - waiting((lattice.cell[p]! * lattice.stepUs) / 1e6);
}

export function outsideAfter(lattice: Lattice, p: number, clauses: number): number {
  return (
    -OUTSIDE_CLAUSE * (clauses - lattice.gap[p]!) - waiting(((lattice.cells - lattice.cell[p]!) * lattice.stepUs) / 1e6)
  );
}
