import { isActive } from '../plan/segment.ts';
import { type BeyondKind, OUT, type PathPiece, type Problem, SKIP_OPENS } from './problem.ts';
import { type BeyondColumn, goBeyond } from './beyond-plan.ts';
import { cellBests } from './far-cells.ts';
import { Together, beginScores, endScores, lengthTable, outsideAfter, outsideBefore } from './piece-scores.ts';

/** What one pass from the start holds. By slot, then by place from the slot's window on. */
export interface Forward {
  /** Best of all ways to stand at a place. */
  readonly best: Float64Array[];
  /** Best where the segment before the slot ends just here. */
  readonly ended: Float64Array[];
  readonly endedFrom: Int32Array[];
  /** Best inside a run of left-out segments; 1 where the run began with the segment before the slot. */
  readonly leaving: Float64Array[];
  readonly opened: Uint8Array[];
  /** How `best` is reached: 0 the segment ended, 1 it was left out, 2 time beyond the plan. */
  readonly how: Uint8Array[];
  /** 1 where the take begins here, if it may begin anywhere in the plan. */
  readonly entered: Uint8Array[];
  /** For time beyond the plan, by kind: best where it ends, the place it began at, and what came before it. */
  readonly beyond: Readonly<Record<BeyondKind, BeyondColumn>>[];
  /** Which kind ends here where `how` is 2. */
  readonly beyondKind: Uint8Array[];
}

/** By place of the next slot: what is best there, and where it came from. Written into. */
interface Reached {
  readonly from: Int32Array;
  readonly into: Float64Array;
}

/**
 * Tries every beginning for every end of segment k: best values at the places of the next slot, and where they came
 * from.
 */
function reachEnds(problem: Problem, k: number, now: Float64Array, { from, into }: Reached): void {
  const { lattice, emissions, windows } = problem;
  const [a, b] = windows[k] as readonly [number, number];
  const [c, e] = windows[k + 1] as readonly [number, number];
  const { low, worth } = lengthTable(problem.lengths[k]!, lattice);
  const begins = beginScores(problem, k, a, b);
  const ends = endScores(problem, k, c, e);
  const base = new Float64Array(b - a);
  for (let i = 0; i < base.length; i++) base[i] = now[i]! + begins[i]!;
  const middle = isActive(problem.segments[k]!) ? emissions.workMiddle : null;
  const { gap, cell, firstAt } = lattice;
  const both = new Together(problem, k);
  const alive = problem.alive[k + 1];
  const far = cellBests(lattice, a, base);
  let [at, p0, p1] = [-1, 0, 0];
  let [farTop, farOrigin] = [OUT, -1];
  for (let q = c; q < e; q++) {
    const end = ends[q - c]!;
    if (end < OUT / 2 || alive?.[q - c] === 0) continue;
    if (cell[q] !== at) {
      // Beginnings far before all ends of this cell: the best of each cell will do, once for all of them.
      at = cell[q]!;
      farTop = OUT;
      farOrigin = -1;
      const x0 = Math.max(far.first, at - low - worth.length + 1);
      const x1 = Math.min(problem.far.before[at]!, at - low + 1, far.first + far.value.length);
      for (let x = x0; x < x1; x++) {
        const was = far.value[x - far.first]!;
        if (was <= farTop - 40) continue;
        let value = was + worth[at - x - low]!;
        if (middle !== null) value += middle[at + x]!;
        if (value <= farTop) continue;
        farTop = value;
        farOrigin = far.place[x - far.first]!;
      }
      p0 = Math.max(a, firstAt[Math.max(0, x0, x1)]!);
      p1 = at - low < 0 ? p0 : Math.min(b, firstAt[at - low + 1]!);
    }
    const s = problem.together ? emissions.stretch[q]! : -2;
    const g = gap[q]!;
    let top = farTop;
    let origin = farOrigin;
    for (let p = p0; p < p1; p++) {
      const was = base[p - a]!;
      if (was <= top - 40 || gap[p]! > g) continue;
      let value = was + worth[at - cell[p]! - low]!;
      if (middle !== null) value += middle[at + cell[p]!]!;
      if (emissions.stretch[p]! === s && s >= 0 && value > top - 12) value += both.worth(p, q);
      if (value <= top) continue;
      top = value;
      origin = p;
    }
    if (origin >= 0) {
      into[q - c] = top + end;
      from[q - c] = origin;
    }
  }
}

/** From the start of the take to its end. */
export function runForward(problem: Problem): Forward {
  const { lattice, windows, segments } = problem;
  const f: Forward = {
    best: [],
    ended: [],
    endedFrom: [],
    leaving: [],
    opened: [],
    how: [],
    entered: [],
    beyond: [],
    beyondKind: [],
  };
  for (let k = 0; k <= segments.length; k++) {
    const [a, b] = windows[k] as readonly [number, number];
    const n = b - a;
    const ended = new Float64Array(n).fill(OUT);
    const endedFrom = new Int32Array(n).fill(-1);
    const leaving = new Float64Array(n).fill(OUT);
    const opened = new Uint8Array(n);
    const best = new Float64Array(n).fill(OUT);
    const how = new Uint8Array(n);
    const entered = new Uint8Array(n);
    if (k === 0) for (let i = 0; i < n; i++) best[i] = outsideBefore(lattice, a + i);
    else {
      const [was, before] = [f.best[k - 1]!, windows[k - 1] as readonly [number, number]];
      reachEnds(problem, k - 1, was, { from: endedFrom, into: ended });
      const left = f.leaving[k - 1]!;
      const [alive, isPinned, skip] = [problem.alive[k], problem.pinned.has(k - 1), problem.skip[k - 1]!];
      for (let i = 0; i < n; i++) {
        best[i] = ended[i]!;
        const j = a + i - before[0];
        if (isPinned || j < 0 || j >= was.length || alive?.[i] === 0) continue;
        const opening = was[j]! - SKIP_OPENS;
        opened[i] = opening >= left[j]! ? 1 : 0;
        leaving[i] = Math.max(opening, left[j]!) + skip;
        if (leaving[i]! > best[i]!) [best[i], how[i]] = [leaving[i]!, 1];
      }
      if (problem.open !== null)
        for (let i = 0; i < n; i++) {
          const enter = outsideBefore(lattice, a + i) + problem.open.enters[k]!;
          if (enter > best[i]!) [best[i], how[i], entered[i]] = [enter, 1, 1];
        }
    }
    const { beyond, kind } = goBeyond(problem, k, best, how);
    f.best.push(best);
    f.ended.push(ended);
    f.endedFrom.push(endedFrom);
    f.leaving.push(leaving);
    f.opened.push(opened);
    f.how.push(how);
    f.entered.push(entered);
    f.beyond.push(beyond);
    f.beyondKind.push(kind);
  }
  return f;
}

/** The best path, from its last place back; its score with it. */
export function tracePath(problem: Problem, f: Forward): { readonly pieces: PathPiece[]; readonly score: number } {
  const { lattice, segments, windows } = problem;
  const K = segments.length;
  const clauses = lattice.count === 0 ? 0 : problem.emissions.beyond.work.before.length - 1;
  let [place, score, k] = [0, OUT, K];
  for (let slot = problem.open === null ? K : 0; slot <= K; slot++) {
    const [a, b] = windows[slot] as readonly [number, number];
    const early = slot === K ? 0 : (problem.open?.ends ?? 0);
    for (let p = a; p < b; p++) {
      const value = f.best[slot]![p - a]! + outsideAfter(lattice, p, clauses) + early;
      if (value > score) [score, place, k] = [value, p, slot];
    }
  }
  const pieces: PathPiece[] = [];
  let mode: 'best' | BeyondKind | 'plain' | 'leaving' = 'best';
  while (k > 0 || mode !== 'plain') {
    const i = place - (windows[k] as readonly [number, number])[0];
    if (mode === 'best' && f.how[k]![i] === 2) mode = f.beyondKind[k]![i] === 0 ? 'work' : 'break';
    if (mode === 'work' || mode === 'break') {
      const column: BeyondColumn = f.beyond[k]![mode];
      const [origin, after] = [column.from[i]!, column.after[i]!];
      if (origin < 0) break;
      pieces.push({ segment: null, beyond: mode, from: origin, to: place });
      mode = after === 0 ? 'plain' : mode === 'work' ? 'break' : 'work';
      place = origin;
      continue;
    }
    if (k === 0 || (mode !== 'leaving' && f.entered[k]![i] === 1)) break;
    const left = f.leaving[k]![i]!;
    if (mode === 'leaving' || left > f.ended[k]![i]!) {
      mode = f.opened[k]![i] === 1 ? 'best' : 'leaving';
      k--;
      continue;
    }
    const origin = f.endedFrom[k]![i]!;
    if (origin < 0) break;
    pieces.push({ segment: k - 1, beyond: null, from: origin, to: place });
    place = origin;
    mode = 'best';
    k--;
  }
  return { pieces: joinBeyond(pieces.reverse()), score };
}

function joinBeyond(pieces: readonly PathPiece[]): PathPiece[] {
  const joined: PathPiece[] = [];
  for (const piece of pieces) {
    const last = joined.at(-1);
    if (last !== undefined && last.segment === null && piece.segment === null && last.beyond === piece.beyond)
      joined[joined.length - 1] = { ...last, to: piece.to };
    else joined.push(piece);
  }
  return joined;
}
