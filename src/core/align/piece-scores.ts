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

export function lengthTable({ shortestS, longestS, log }: LengthModel, lattice: Lattice): LengthTable {
  const stepS = lattice.stepUs / 1e6;
  const low = Math.max(1, Math.round(shortestS / stepS));
  const high = Math.max(low + 1, Math.round(longestS / stepS));
  return { low, worth: Float64Array.from({ length: high - low + 1 }, (_, i) => log((low + i) * stepS)) };
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
  return edgeScores(problem, { k, edge: 'start', from, to }, (p, g) => {
    return onward[p]! - text.before[g]! + text.begins[g]!;
  });
}

/** What it is worth at each place where it may end. */
export function endScores(problem: Problem, k: number, from: number, to: number): Float64Array {
  const { emissions } = problem;
  const text = emissions.text[k]!;
  const upTo = emissions.upTo[emissions.doing[k]!];
  return edgeScores(problem, { k, edge: 'end', from, to }, (p, g) => {
    return upTo[p]! + text.before[g]! + text.ends[g]!;
  });
}

/** One end of segment k, looked for at the places [from, to). */
interface Edge {
  readonly k: number;
  readonly edge: 'start' | 'end';
  readonly from: number;
  readonly to: number;
}

/**
 * One end of a segment at its places: what the words say there (`said`, by place and gap), signals, counts
 * and music.
 */
function edgeScores(
  problem: Problem,
  { k, edge, from, to }: Edge,
  said: (place: number, gap: number) => number,
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
    const [g, c] = [lattice.gap[p]!, lattice.cell[p]!];
    out[p - from] =
      pin !== undefined && c !== pin
        ? OUT
        : said(p, g) +
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
