import { type Plan, movesOf } from '../plan/plan.ts';
import { type Segment, isActive } from '../plan/segment.ts';
import { traitsOf } from '../plan/traits.ts';
import type { RunningClass } from './verdict.ts';

/** A claim is called false only where its segment lies in its place with at least this probability. */
const SURE = 0.75;
/** Words said this shortly before the end of a segment may be about the next one. */
const AHEAD_US = 6e6;

/** Where it is not known which move runs, all moves within this time are considered. */
const AROUND_US = 25e6;

/** Answers what happens in a class at a time, as far as claims need it. Built once for all claims. */
export class ClassAt {
  /** Props of the whole plan. */
  readonly needs: ReadonlySet<string>;
  private readonly segments: readonly Segment[];
  private readonly active: readonly Segment[];

  constructor(private readonly running: RunningClass) {
    this.segments = running.segments;
    this.active = running.segments.filter(isActive);
    this.needs = new Set(running.plan.blocks.flatMap((b) => b.moves.flatMap((m) => traitsOf(m, b.kind).needs)));
  }

  /** How many worked segments the class has: every side and every round counted. */
  get workedInAll(): number {
    return this.active.length;
  }

  /** The segment that runs at a time, or the next one. */
  segment(us: number): Segment | null {
    let [low, high] = [0, this.segments.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.segments[middle]!.end > us) high = middle;
      else low = middle + 1;
    }
    return this.segments[low] ?? this.segments.at(-1) ?? null;
  }

  sure(us: number): boolean {
    const is = this.segment(us);
    return is !== null && (this.running.placed?.(is.key) ?? this.running.sure(is.key)) >= SURE;
  }

  /** The worked segments near a time: the one that runs, and the next where this one is nearly over or none runs. */
  about(us: number): Segment[] {
    const is = this.segment(us);
    if (is === null) return [];
    const next = this.active.find((s) => s.start >= is.end - 1 && s !== is);
    if (!isActive(is)) return next === undefined ? [] : [next];
    const list = [is];
    if (next !== undefined && is.end - us < AHEAD_US) list.push(next);
    return list;
  }

  sides(us: number): { readonly sides: ReadonlySet<'left' | 'right'>; readonly sure: boolean } {
    const near = this.about(us);
    const sides = near.map((s) => s.side).filter((s): s is 'left' | 'right' => s === 'left' || s === 'right');
    // Where all moves near this time are done on one side, it does not matter which of them runs.
    const around = this.active.filter((s) => s.end > us - AROUND_US && s.start < us + AROUND_US);
    const one = around.length > 1 && around.every((s) => s.side !== null && s.side === around[0]?.side);
    return { sides: new Set(sides), sure: one || this.sure(us) };
  }

  /**
   * Labels of the moves that come after a time, each once, in order; the one that runs now first where it only begins.
   */
  coming(us: number): string[] {
    const is = this.segment(us);
    const from = is !== null && isActive(is) && us - is.start > 4e6 ? is.end : us;
    const labels: string[] = [];
    for (const s of this.active) if (s.end > from + 1 && labels.at(-1) !== s.label) labels.push(s.label);
    return labels.slice(0, 6);
  }

  /** Seconds until the worked segment that runs is over; null in a break. */
  left(us: number): number | null {
    const is = this.segment(us);
    return is !== null && isActive(is) ? Math.round((is.end - us) / 1e5) / 10 : null;
  }

  /** Seconds until the next worked segment begins, in a break or talk; null in work and after the last one. */
  untilNext(us: number): number | null {
    const is = this.segment(us);
    const next = this.active.find((s) => s.start >= us);
    return is === null || isActive(is) || next === undefined ? null : Math.round((next.start - us) / 1e5) / 10;
  }

  /** True where a time is of a break, or of a move that lasts for a time, not for repetitions or counts. */
  timed(us: number): boolean {
    const is = this.segment(us);
    return is !== null && (!isActive(is) || !/^(?:reps|counts|choreography)$/.test(is.scheme));
  }

  /** How far the worked segment that runs is; `free`: by repetitions or breaths, not by time. null in a break. */
  share(
    us: number,
  ): { readonly done: number; readonly lengthUs: number; readonly free: boolean; readonly counted: boolean } | null {
    const is = this.segment(us);
    if (is === null || !isActive(is)) return null;
    const lengthUs = is.end - is.start;
    const free = is.scheme === 'reps' || is.scheme === 'flow';
    return { done: (us - is.start) / Math.max(1, lengthUs), lengthUs, free, counted: is.scheme === 'counts' };
  }

  /** How far the class is at a time, 0 to 1, and how far round and block are; these only where a block has moves. */
  wholes(us: number): { readonly theClass: number; readonly parts: readonly number[] } {
    const far = (of: readonly Segment[]) => (us - of[0]!.start) / Math.max(1, of.at(-1)!.end - of[0]!.start);
    const here = this.segment(us);
    if (here === null) return { theClass: 0, parts: [] };
    const block = this.segments.filter((s) => s.blockId === here.blockId);
    const round = block.filter((s) => s.round === here.round);
    return { theClass: far(this.segments), parts: block.some(isActive) ? [far(round), far(block)] : [] };
  }

  /** Repetitions planned at a time; null where moves are not counted. */
  reps(us: number): number | null {
    const here = this.running.plan.blocks.find((b) => b.id === this.about(us)[0]?.blockId);
    return here?.scheme.kind === 'reps' ? here.scheme.reps : null;
  }

  /** Numbers of moves that may be summed up here: of the class, of the block, of its intervals. */
  totals(us: number): number[] {
    const { blocks } = this.running.plan;
    const main = blocks.filter((b) => movesOf(b).length > 0);
    const here = main.find((b) => b.id === this.about(us)[0]?.blockId);
    const counts = main.map((b) => movesOf(b).length);
    const strong = main.filter((b) => b.kind !== 'warm-up' && b.kind !== 'cool-down').map((b) => movesOf(b).length);
    const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);
    return [
      ...(here === undefined ? [] : [movesOf(here).length, movesOf(here).length * here.rounds]),
      sum(strong),
      sum(counts),
      ...counts,
    ];
  }

  /**
   * The round that ends about now: how many moves were planned, how many were filmed, and how sure it is that the
   * others were not.
   */
  roundDone(us: number): { readonly planned: number; readonly filmed: number; readonly sure: number } | null {
    const is = this.segment(us);
    const last = this.active.findLast((s) => s.end <= us + AHEAD_US);
    if (is === null || isActive(is) || last === undefined) return null;
    const block = this.running.plan.blocks.find((b) => b.id === last.blockId);
    if (block === undefined) return null;
    const inRound = (s: Segment) => s.blockId === last.blockId && s.round === last.round;
    // A move that is made up later has not been done yet.
    const filmed = new Set(this.active.filter((s) => inRound(s) && s.start <= us).map((s) => s.moveId)).size;
    const out = [...(this.running.leftOut ?? [])].filter(([s]) => inRound(s)).map(([, sure]) => sure);
    return { planned: movesOf(block).length, filmed, sure: Math.max(0, ...out) };
  }

  /** Moves left after the one that runs, in the block, the round and the class. */
  movesLeft(us: number): number[] {
    const near = this.about(us)[0];
    const after = this.active.filter((s) => s.start > us + 1);
    const is = this.segment(us);
    const moves = (list: readonly Segment[]) =>
      new Set(
        list
          .filter((s) => is === null || !isActive(is) || s.moveId !== is.moveId || s.round !== is.round)
          .map((s) => `${s.moveId}/${s.round}`),
      ).size;
    const block = after.filter((s) => s.blockId === near?.blockId);
    return [
      moves(block),
      moves(block.filter((s) => s.round === near?.round)),
      moves(after),
      new Set(after.map((s) => s.moveId)).size,
    ];
  }

  /** The round that runs or comes, how many there are, and the one that was done last; 0: none. */
  round(us: number): { readonly round: number; readonly rounds: number; readonly ended: number } {
    const near = this.about(us)[0] ?? this.active.at(-1);
    const ended = this.active.findLast((s) => s.end <= us + AHEAD_US && s.rounds > 1);
    const of = near !== undefined && near.rounds > 1 ? near : (ended ?? near);
    return { round: of?.round ?? 0, rounds: of?.rounds ?? 0, ended: ended?.round ?? 0 };
  }

  /** How often the coming block is gone through, in talk every block; once is left out, nobody says it. */
  roundsInAll(us: number): number[] {
    const is = this.segment(us);
    const { blocks } = this.running.plan;
    const here = is?.kind === 'talk' ? blocks : blocks.filter((b) => b.id === this.about(us)[0]?.blockId);
    return here.map((b) => b.rounds).filter((n) => n > 1);
  }

  /** Positions of the moves near a time: the one that runs, the next, the one before. */
  positions(us: number): string[] {
    const is = this.segment(us);
    const [last, next] = [this.active.findLast((s) => s.end <= us + 1), this.active.find((s) => s.start >= us - 1)];
    const list = [is !== null && isActive(is) ? is : null, next, last].filter(
      (s): s is Segment => s !== null && s !== undefined,
    );
    return list.flatMap((s) => {
      const block = this.running.plan.blocks.find((b) => b.id === s.blockId);
      const move = block?.moves.find((m) => m.id === s.moveId);
      const position = block === undefined || move === undefined ? null : traitsOf(move, block.kind).position;
      return position === null ? [] : [position];
    });
  }
}

/** The moves of a plan as they are called. */
export function movesNamed(plan: Plan): { readonly label: string; readonly also?: readonly string[] }[] {
  const moves = plan.blocks.flatMap(movesOf);
  return moves.map(({ name, also }) => ({ label: name, ...(also !== undefined && { also }) }));
}
