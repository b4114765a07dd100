import { isActive } from '../plan/segment.ts';
import { OUT, type Problem, SKIP_OPENS } from './problem.ts';
import { withBeyond } from './beyond-plan.ts';
import { cellBests } from './far-cells.ts';
import { beginScores, endScores, lengthTable, outsideAfter, Together } from './piece-scores.ts';
import type { Forward } from './viterbi.ts';

/** What one pass from the end holds: by slot, then by place from the slot's window on. */
export interface Backward {
  /** Best from a place to the end, where segment k begins there. */
  readonly begun: Float64Array[];
  /** Best from a place to the end, standing before segment k. */
  readonly best: Float64Array[];
  /** The same inside a run of left-out segments. */
  readonly leaving: Float64Array[];
}

/** From the end of the take back to its start, over the same places as the forward pass. */
export function runBackward(problem: Problem): Backward {
  const { segments, windows, lattice } = problem;
  const K = segments.length;
  const clauses = problem.emissions.beyond.work.before.length - 1;
  const result: Backward = { begun: [], best: [], leaving: [] };
  const [a, b] = windows[K] as readonly [number, number];
  const last = Float64Array.from({ length: b - a }, (_, i) => outsideAfter(lattice, a + i, clauses));
  let after: Float64Array = withBeyond(problem, K, last);
  let leaving: Float64Array = after;
  result.best.unshift(after);
  result.leaving.unshift(leaving);
  for (let k = K - 1; k >= 0; k--) {
    const begun = begunAt(problem, k, after);
    const [from, next] = [windows[k] as readonly [number, number], windows[k + 1] as readonly [number, number]];
    const plain = begun.slice();
    const inRun = new Float64Array(begun.length).fill(OUT);
    const [alive, isPinned, skip] = [problem.alive[k], problem.pinned.has(k), problem.skip[k]!];
    for (let i = 0; i < begun.length; i++) {
      const j = from[0] + i - next[0];
      if (isPinned || j < 0 || j >= leaving.length || alive?.[i] === 0) continue;
      inRun[i] = leaving[j]! + skip;
      plain[i] = Math.max(plain[i]!, inRun[i]! - SKIP_OPENS);
    }
    after = withBeyond(problem, k, plain);
    leaving = inRun.map((v, i) => Math.max(v, after[i]!));
    result.begun.unshift(begun);
    result.best.unshift(after);
    result.leaving.unshift(leaving);
  }
  return result;
}

function begunAt(problem: Problem, k: number, after: Float64Array): Float64Array {
  const { lattice, emissions, windows } = problem;
  const [a, b] = windows[k] as readonly [number, number];
  const [c, e] = windows[k + 1] as readonly [number, number];
  const { low, worth } = lengthTable(problem.lengths[k]!, lattice);
  const begins = beginScores(problem, k, a, b);
  const ends = endScores(problem, k, c, e);
  const goal = ends.map((v, i) => (problem.alive[k + 1]?.[i] === 0 ? OUT : v + after[i]!));
  const middle = isActive(problem.segments[k]!) ? emissions.workMiddle : null;
  const { gap, cell, firstAt } = lattice;
  const out = new Float64Array(b - a).fill(OUT);
  const both = new Together(problem, k);
  const alive = problem.alive[k];
  const far = cellBests(lattice, c, goal);
  let [at, q0, q1, farTop] = [-1, 0, 0, OUT];
  for (let p = a; p < b; p++) {
    if (alive?.[p - a] === 0 || begins[p - a]! < OUT / 2) continue;
    if (cell[p] !== at) {
      // Ends far after all beginnings of this cell: the best of each cell will do, once for all of them.
      at = cell[p]!;
      farTop = OUT;
      const x0 = Math.max(problem.far.after[at]!, at + low, far.first);
      const x1 = Math.min(at + low + worth.length, far.first + far.value.length);
      for (let x = x0; x < x1; x++) {
        const then = far.value[x - far.first]!;
        if (then <= farTop - 40) continue;
        let value = then + worth[x - at - low]!;
        if (middle !== null) value += middle[at + x]!;
        if (value > farTop) farTop = value;
      }
      q0 = Math.max(c, firstAt[Math.min(lattice.cells + 1, at + low)]!);
      q1 = Math.min(e, firstAt[Math.min(lattice.cells + 1, x0, at + low + worth.length)]!);
    }
    const g = gap[p]!;
    const s = problem.together ? emissions.stretch[p]! : -2;
    let top = OUT;
    for (let q = q0; q < q1; q++) {
      const then = goal[q - c]!;
      if (then <= top - 40 || gap[q]! < g) continue;
      let value = then + worth[cell[q]! - at - low]!;
      if (middle !== null) value += middle[at + cell[q]!]!;
      if (s >= 0 && emissions.stretch[q]! === s && value > top - 12) value += both.worth(p, q);
      if (value > top) top = value;
    }
    out[p - a] = Math.max(top, farTop) + begins[p - a]!;
  }
  return out;
}

/** Per segment: how likely it was filmed, and how sure each end lies within a second of where it lies best. 0 to 1. */
export interface Marginals {
  readonly filmed: Float64Array;
  readonly startSure: Float64Array;
  readonly endSure: Float64Array;
  /** That it was filmed and lies within half its length of where it lies best. */
  readonly placed: Float64Array;
}

/** `places` are those of the path: where each filmed segment begins and ends. */
export function marginals(
  problem: Problem,
  f: Forward,
  b: Backward,
  places: ReadonlyMap<number, readonly [from: number, to: number]>,
): Marginals {
  const K = problem.segments.length;
  const [filmed, startSure, endSure, placed] = [
    new Float64Array(K),
    new Float64Array(K),
    new Float64Array(K),
    new Float64Array(K),
  ];
  const near = Math.max(1, Math.round(1e6 / problem.lattice.stepUs));
  for (let k = 0; k < K; k++) {
    const [now, next] = [
      problem.windows[k] as readonly [number, number],
      problem.windows[k + 1] as readonly [number, number],
    ];
    const starts = sumOf(f.best[k]!, b.begun[k]!);
    const ends = sumOf(f.ended[k + 1]!, b.best[k + 1]!);
    const path = places.get(k);
    startSure[k] = sureness(problem, { values: starts, from: now[0], path: path?.[0] ?? -1, near });
    endSure[k] = sureness(problem, { values: ends, from: next[0], path: path?.[1] ?? -1, near });
    const left = sumOf(f.leaving[k + 1]!, b.leaving[k + 1]!);
    const gap = Math.max(-40, Math.min(40, largest(left) - largest(starts)));
    filmed[k] = 1 / (1 + Math.exp(gap));
    const half = Math.max(
      near,
      Math.round(problem.segments[k]!.end - problem.segments[k]!.start) / 2 / problem.lattice.stepUs,
    );
    placed[k] = filmed[k]! * sureness(problem, { values: starts, from: now[0], path: path?.[0] ?? -1, near: half });
  }
  return { filmed, startSure, endSure, placed };
}

function sumOf(a: Float64Array, b: Float64Array): Float64Array {
  return a.map((v, i) => v + (b[i] ?? OUT));
}

function largest(values: Float64Array): number {
  let top = OUT;
  for (const v of values) if (v > top) top = v;
  return top;
}

/** A place this far below the best weighs nothing. */
const NOTHING = 16;

/** Share of the weight of all cells, each by its best gap, that lies near the path's own. */
function sureness(
  problem: Problem,
  {
    values,
    from,
    path,
    near,
  }: { readonly values: Float64Array; readonly from: number; readonly path: number; readonly near: number },
): number {
  const { cell } = problem.lattice;
  const top = largest(values);
  if (top < OUT / 2) return 0;
  const best = new Map<number, number>();
  for (let i = 0; i < values.length; i++) {
    const below = values[i]! - top;
    if (below < -NOTHING) continue;
    const c = cell[from + i]!;
    best.set(c, Math.max(best.get(c) ?? -NOTHING, below));
  }
  const at = path >= 0 ? cell[path]! : ([...best].sort((x, y) => y[1] - x[1])[0]?.[0] ?? 0);
  let [all, close] = [0, 0];
  for (const [c, below] of best) {
    const weight = Math.exp(below);
    all += weight;
    if (Math.abs(c - at) <= near) close += weight;
  }
  return all === 0 ? 0 : close / all;
}

/** Where a search with somewhat other beliefs need look: by slot the window, and 1 at the places in it. */
interface WorthTrying {
  readonly windows: readonly (readonly [from: number, to: number])[];
  readonly alive: readonly Uint8Array[];
}

/** The places whose best path is at most `margin` nats worse than the best of all. */
export function worthTrying(problem: Problem, f: Forward, b: Backward, margin: number): WorthTrying {
  const windows: (readonly [number, number])[] = [];
  const alive: Uint8Array[] = [];
  const top = largest(sumOf(f.best[problem.segments.length]!, b.best[problem.segments.length]!));
  for (const [k, best] of f.best.entries()) {
    const total = sumOf(best, b.best[k]!);
    const within = total.map((v) => (v >= top - margin ? 1 : 0));
    const [from, to] = [within.indexOf(1), within.lastIndexOf(1) + 1];
    const base = (problem.windows[k] as readonly [number, number])[0];
    windows.push(from < 0 ? [base, base + best.length] : [base + from, base + to]);
    alive.push(from < 0 ? new Uint8Array(best.length).fill(1) : Uint8Array.from(within.subarray(from, to)));
  }
  return { windows, alive };
}
