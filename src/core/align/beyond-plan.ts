import type { Lattice } from './lattice.ts';
import { BEYOND, BEYOND_KINDS, type BeyondKind, OUT, type Problem } from './problem.ts';

/** Time beyond the plan lasts at least this long: a breath is none. */
const BEYOND_LEAST_S = 2;

export interface BeyondColumn {
  readonly value: Float64Array;
  readonly from: Int32Array;
  /** 0: the plan, 2: time beyond the plan of the other kind. */
  readonly after: Uint8Array;
}

/** What it is worth that time beyond the plan begins at each place, and that it ends there: the sum is the piece. */
interface BeyondEdges {
  readonly begins: Float64Array;
  readonly ends: Float64Array;
}

const knownEdges = new WeakMap<Problem, Readonly<Record<BeyondKind, BeyondEdges>>>();

/** The edges of time beyond the plan of both kinds, worked out once for a problem: every slot asks for them. */
export function beyondEdges(problem: Problem): Readonly<Record<BeyondKind, BeyondEdges>> {
  let edges = knownEdges.get(problem);
  if (edges === undefined)
    knownEdges.set(problem, (edges = { work: edgesOf(problem, 'work'), break: edgesOf(problem, 'break') }));
  return edges;
}

function edgesOf(problem: Problem, kind: BeyondKind): BeyondEdges {
  const { lattice, emissions } = problem;
  const { before, begins: beginning, ends: ending } = emissions.beyond[kind];
  const [onward, upTo] = [emissions.onward.work[kind], emissions.upTo[kind]];
  const second = beyondSecond(problem, kind);
  const [begins, ends] = [new Float64Array(lattice.count), new Float64Array(lattice.count)];
  for (let p = 0; p < lattice.count; p++) {
    const g = lattice.gap[p]!;
    const at = lattice.cell[p]! * lattice.stepUs;
    begins[p] = onward[p]! - before[g]! + beginning[g]! + (second * at) / 1e6;
    ends[p] = upTo[p]! + before[g]! + ending[g]! - (second * at) / 1e6;
  }
  return { begins, ends };
}

/** What each second beyond the plan costs. */
function beyondSecond(problem: Problem, kind: BeyondKind): number {
  return problem.open === null ? BEYOND[kind].second : Math.max(BEYOND[kind].second, problem.open.beyondSecond);
}

/** What it costs to open time beyond the plan before slot k. */
export function beyondOpens(problem: Problem, kind: BeyondKind, k: number): number {
  return BEYOND[kind].opens + (kind === 'break' ? problem.beyond[k]! : 0);
}

/** Cells that lie between the ends of a piece beyond the plan, at least. */
export function beyondLeast(lattice: Lattice): number {
  return Math.max(1, Math.round((BEYOND_LEAST_S * 1e6) / lattice.stepUs));
}

/**
 * Lets time beyond the plan stand before slot k; writes what is better into `best` and `how`. What a piece is worth is
 * a sum of what its ends are worth, so the best beginning for every end is the best so far.
 */
export function goBeyond(problem: Problem, k: number, best: Float64Array, how: Uint8Array) {
  const { lattice, windows } = problem;
  const [a, b] = windows[k] as readonly [number, number];
  const column = (): BeyondColumn => ({
    value: new Float64Array(b - a).fill(OUT),
    from: new Int32Array(b - a).fill(-1),
    after: new Uint8Array(b - a),
  });
  const beyond = { work: column(), break: column() };
  const kind = new Uint8Array(b - a);
  const plain = best.slice();
  const { cell } = lattice;
  const alive = problem.alive[k];
  const least = beyondLeast(lattice);
  const edges = beyondEdges(problem);
  const kinds = BEYOND_KINDS.map((is) => ({
    ...{ own: beyond[is], other: beyond[is === 'work' ? 'break' : 'work'].value },
    ...{ begins: edges[is].begins, ends: edges[is].ends, opens: beyondOpens(problem, is, k) },
  }));
  // The best beginning of each kind so far: what it is worth, where it is, what stands before it.
  const top = new Float64Array(kinds.length).fill(OUT);
  const origin = new Int32Array(kinds.length).fill(-1);
  const turns = new Uint8Array(kinds.length);
  let r = a;
  for (let q = a; q < b; q++) {
    for (; r < b && cell[r]! <= cell[q]! - least; r++) {
      if (alive?.[r - a] === 0) continue;
      for (let n = 0; n < kinds.length; n++) {
        const one = kinds[n]!;
        const begin = plain[r - a]! + one.opens;
        const turned = one.other[r - a]! + BEYOND.turns;
        const value = Math.max(begin, turned) + one.begins[r]!;
        if (value <= top[n]!) continue;
        top[n] = value;
        origin[n] = r;
        turns[n] = turned > begin ? 2 : 0;
      }
    }
    if (alive?.[q - a] === 0) continue;
    for (let n = 0; n < kinds.length; n++) {
      if (top[n]! < OUT / 2) continue;
      const { own, ends } = kinds[n]!;
      const value = top[n]! + ends[q]!;
      own.value[q - a] = value;
      own.from[q - a] = origin[n]!;
      own.after[q - a] = turns[n]!;
      if (value <= best[q - a]!) continue;
      best[q - a] = value;
      how[q - a] = 2;
      kind[q - a] = n;
    }
  }
  return { beyond, kind };
}

/** The best from each place on where time beyond the plan may stand before slot k. */
export function withBeyond(problem: Problem, k: number, plain: Float64Array): Float64Array {
  const { lattice, windows } = problem;
  const [a, b] = windows[k] as readonly [number, number];
  const { cell } = lattice;
  const alive = problem.alive[k];
  const least = beyondLeast(lattice);
  const edges = beyondEdges(problem);
  // Best from a place on, where time beyond the plan begins there.
  const begun = { work: new Float64Array(b - a).fill(OUT), break: new Float64Array(b - a).fill(OUT) };
  const kinds = BEYOND_KINDS.map((is) => ({
    ...{ own: begun[is], other: begun[is === 'work' ? 'break' : 'work'] },
    ...{ begins: edges[is].begins, ends: edges[is].ends },
  }));
  const top = new Float64Array(kinds.length).fill(OUT);
  let r = b - 1;
  for (let p = b - 1; p >= a; p--) {
    for (; r >= a && cell[r]! >= cell[p]! + least; r--) {
      if (alive?.[r - a] === 0) continue;
      for (let n = 0; n < kinds.length; n++) {
        const one = kinds[n]!;
        const onward = Math.max(plain[r - a]!, one.other[r - a]! + BEYOND.turns);
        top[n] = Math.max(top[n]!, onward + one.ends[r]!);
      }
    }
    if (alive?.[p - a] === 0) continue;
    for (let n = 0; n < kinds.length; n++) if (top[n]! > OUT / 2) kinds[n]!.own[p - a] = top[n]! + kinds[n]!.begins[p]!;
  }
  const out = plain.slice();
  for (const is of BEYOND_KINDS) {
    const opens = beyondOpens(problem, is, k);
    for (let i = 0; i < out.length; i++) out[i] = Math.max(out[i]!, begun[is][i]! + opens);
  }
  return out;
}
