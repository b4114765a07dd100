import { isActive } from '../plan/segment.ts';
import { BEYOND, BEYOND_KINDS, OUT, type Problem, SKIP_OPENS } from './problem.ts';
import { beyondEdges, beyondLeast, beyondOpens } from './beyond-plan.ts';
import { cellSums } from './far-cells.ts';
import { beginScores, endScores, lengthTable, outsideAfter, outsideBefore, Together } from './piece-scores.ts';

/** Summed over all ways to stand before a slot, by place of its window; `leaving`: in a run of left-out segments. */
interface SlotSums {
  readonly now: Float64Array;
  readonly leaving: Float64Array;
}

interface Evidence {
  readonly log: number;
  readonly slots: readonly SlotSums[];
}

/**
 * ln of how likely all that was heard is under a problem's beliefs, over every path and not the best alone: what two
 * beliefs are held against each other by. Sharp beliefs win here only where the take is sharp, too. `known` are the
 * first slots, where a problem that differs only behind them was summed before.
 */
export function logEvidence(problem: Problem, known: readonly SlotSums[] = []): Evidence {
  const { segments, windows, lattice } = problem;
  const K = segments.length;
  const clauses = problem.emissions.beyond.work.before.length - 1;
  const slots = [...known];
  let { now, leaving } = slots.at(-1) ?? { now: new Float64Array(0), leaving: new Float64Array(0) };
  for (let k = slots.length; k <= K; k++) {
    const [a, b] = windows[k] as readonly [number, number];
    const next = new Float64Array(b - a).fill(OUT);
    const left = new Float64Array(b - a).fill(OUT);
    if (k === 0) for (let i = 0; i < next.length; i++) next[i] = outsideBefore(lattice, a + i);
    else {
      sumEnds(problem, k - 1, now, next);
      const before = windows[k - 1] as readonly [number, number];
      for (let i = 0; i < next.length; i++) {
        const j = a + i - before[0];
        if (problem.pinned.has(k - 1) || j < 0 || j >= now.length || problem.alive[k]?.[i] === 0) continue;
        left[i] = either(now[j]! - SKIP_OPENS, leaving[j]!) + problem.skip[k - 1]!;
        next[i] = either(next[i]!, left[i]!);
      }
    }
    sumBeyond(problem, k, next);
    [now, leaving] = [next, left];
    slots.push({ now, leaving });
  }
  const [a] = windows[K] as readonly [number, number];
  let total = OUT;
  for (const [i, v] of now.entries()) total = either(total, v + outsideAfter(lattice, a + i, clauses));
  return { log: total, slots };
}

/** ln(e^x + e^y). */
function either(x: number, y: number): number {
  // Not as a pair: this is asked millions of times, and a pair is an object.
  const high = x > y ? x : y;
  const low = x > y ? y : x;
  return low < high - 30 ? high : high + Math.log1p(Math.exp(low - high));
}

const knownOdds = new WeakMap<Float64Array, Float64Array>();

/** How likely each length of a table is; worked out once for a table, which belongs to one step. */
function oddsOf(worth: Float64Array, stepS: number): Float64Array {
  const known = knownOdds.get(worth);
  if (known !== undefined) return known;
  const odds = worth.map((w) => Math.exp(w) * stepS);
  knownOdds.set(worth, odds);
  return odds;
}

/**
 * Beginnings within so many cells (a power of two) are summed to one scale: what is said in between differs by more
 * than a number can hold from one end of a window to the other.
 */
const BLOCK_BITS = 5;

/** Beginnings as shares of the best of their block of cells, and ln of that best. */
function scaled(worths: Float64Array, cells: Int32Array, from: number): { shares: Float64Array; tops: Float64Array } {
  const blockOf = (i: number) => (cells[from + i]! - cells[from]!) >> BLOCK_BITS;
  const tops = new Float64Array(worths.length === 0 ? 0 : blockOf(worths.length - 1) + 1).fill(OUT);
  for (let i = 0; i < worths.length; i++) tops[blockOf(i)] = Math.max(tops[blockOf(i)]!, worths[i]!);
  const shares = worths.map((w, i) => (w < OUT / 2 ? 0 : Math.exp(w - tops[blockOf(i)]!)));
  return { shares, tops };
}

function sumEnds(problem: Problem, k: number, now: Float64Array, into: Float64Array): void {
  const { lattice, emissions, windows } = problem;
  const [a, b] = windows[k] as readonly [number, number];
  const [c, e] = windows[k + 1] as readonly [number, number];
  const { low, worth } = lengthTable(problem.lengths[k]!, lattice);
  const odds = oddsOf(worth, lattice.stepUs / 1e6);
  const begins = beginScores(problem, k, a, b);
  const ends = endScores(problem, k, c, e);
  const middle = isActive(problem.segments[k]!) ? emissions.workMiddle : null;
  const { gap, cell, firstAt } = lattice;
  const both = new Together(problem, k);
  const alive = problem.alive[k + 1];
  const { shares, tops } = scaled(
    begins.map((w, i) => w + now[i]!),
    cell,
    a,
  );
  const far = cellSums(lattice, a, shares);
  const scales = new Float64Array(tops.length);
  let [at, p0, p1, farSum, most] = [-1, 0, 0, 0, OUT];
  for (let q = c; q < e; q++) {
    if (ends[q - c]! < OUT / 2 || alive?.[q - c] === 0) continue;
    if (cell[q] !== at) {
      // Beginnings far before all ends of this cell, cell by cell, once for all of them.
      at = cell[q]!;
      farSum = 0;
      const x0 = Math.max(far.first, at - low - odds.length + 1);
      const x1 = Math.min(problem.far.before[at]!, at - low + 1, far.first + far.sum.length);
      const [from, to] = [
        (x0 - far.first) >> BLOCK_BITS,
        Math.min(tops.length - 1, (at - low - far.first) >> BLOCK_BITS),
      ];
      most = OUT;
      for (let n = from; n <= to; n++) most = Math.max(most, tops[n]!);
      for (let n = from; n <= to; n++) scales[n] = Math.exp(tops[n]! - most);
      for (let x = x0; x < x1; x++) {
        const was = far.sum[x - far.first]! * odds[at - x - low]! * scales[(x - far.first) >> BLOCK_BITS]!;
        farSum += middle === null || middle[at + x] === 0 ? was : was * Math.exp(middle[at + x]!);
      }
      p0 = Math.max(a, firstAt[Math.max(0, x0, x1)]!);
      p1 = at - low < 0 ? p0 : Math.min(b, firstAt[at - low + 1]!);
    }
    const s = emissions.stretch[q]!;
    const g = gap[q]!;
    let sum = farSum;
    for (let p = p0; p < p1; p++) {
      const was = shares[p - a]! * scales[(cell[p]! - far.first) >> BLOCK_BITS]!;
      if (was < 1e-14 || gap[p]! > g) continue;
      let value = was * odds[at - cell[p]! - low]!;
      const between = middle === null ? 0 : middle[at + cell[p]!]!;
      if (between !== 0) value *= Math.exp(between);
      if (problem.together && s >= 0 && emissions.stretch[p]! === s) value *= Math.exp(both.worth(p, q));
      sum += value;
    }
    if (sum > 0) into[q - c] = Math.log(sum) + most + ends[q - c]!;
  }
}

/** Adds to every place what time beyond the plan before it adds. */
function sumBeyond(problem: Problem, k: number, plain: Float64Array): void {
  const { lattice, windows } = problem;
  const [a, b] = windows[k] as readonly [number, number];
  const least = beyondLeast(lattice);
  const { cell } = lattice;
  const alive = problem.alive[k];
  const step = Math.log(lattice.stepUs / 1e6);
  const edges = beyondEdges(problem);
  const before = plain.slice();
  const inside = { work: new Float64Array(b - a).fill(OUT), break: new Float64Array(b - a).fill(OUT) };
  const kinds = BEYOND_KINDS.map((is) => ({
    ...{ own: inside[is], other: inside[is === 'work' ? 'break' : 'work'] },
    ...{ begins: edges[is].begins, ends: edges[is].ends, opens: beyondOpens(problem, is, k) },
  }));
  const begun = new Float64Array(kinds.length).fill(OUT);
  let r = a;
  for (let q = a; q < b; q++) {
    for (; r < b && cell[r]! <= cell[q]! - least; r++) {
      if (alive?.[r - a] === 0) continue;
      for (let n = 0; n < kinds.length; n++) {
        const one = kinds[n]!;
        const turned = one.other[r - a]! + BEYOND.turns;
        begun[n] = either(begun[n]!, either(before[r - a]! + one.opens, turned) + one.begins[r]!);
      }
    }
    if (alive?.[q - a] === 0) continue;
    for (let n = 0; n < kinds.length; n++) {
      if (begun[n]! < OUT / 2) continue;
      const value = begun[n]! + kinds[n]!.ends[q]! + step;
      kinds[n]!.own[q - a] = value;
      plain[q - a] = either(plain[q - a]!, value);
    }
  }
}
