import { type FrameRate, onFrame } from '../time/frames.ts';
import { type ProgrammeTime, type TakeTime, asLength, fromSeconds, micros, moved, movedBack } from '../time/micros.ts';
import type { Dissolve } from './decisions.ts';
import type { Shot } from './shots.ts';
import type { DurationOf, Piece } from './views.ts';

/** A join at which one shot goes on where another ends: not where a take simply runs on. */
export interface Join {
  readonly at: ProgrammeTime;
  /** The take that comes in, and its time there. */
  readonly takeId: string;
  readonly takeTime: TakeTime;
}

/** A dissolve lasts half a second, a quarter on each side of its join (common practice). */
const HALF_US = fromSeconds(0.25);
/** A join that was trimmed by less than this is still the one that was dissolved. */
const SAME_US = 1_000_000;
const RUNS_ON_US = 2;

/** The joins of a programme, in order; where an insert stands between two shots there is none. */
export function joinsOf(shots: readonly Shot[]): Join[] {
  return shots.flatMap((shot, i): Join[] => {
    const before = shots[i - 1];
    if (before === undefined || Math.abs(before.at + before.end - before.start - shot.at) > RUNS_ON_US) return [];
    if (before.takeId === shot.takeId && Math.abs(before.end - shot.start) <= RUNS_ON_US) return [];
    return [{ at: shot.at, takeId: shot.takeId, takeTime: shot.start }];
  });
}

export function isDissolved({ takeId, takeTime }: Join, dissolves: readonly Dissolve[]): boolean {
  return dissolves.some((d) => d.takeId === takeId && Math.abs(d.at - takeTime) <= SAME_US);
}

/**
 * The pictures with one going over into the other at the joins that are to dissolve. What is needed beyond a join is
 * taken from the recordings; where there is too little of it, or something else is seen there, it stays a cut.
 */
export function withDissolves(
  pictures: readonly Piece[],
  joins: readonly Join[],
  durationOf: DurationOf,
  rate: FrameRate,
): Piece[] {
  const half = onFrame(HALF_US, rate);
  return joins.reduce<Piece[]>(
    (all, { at }) => {
      const k = all.findIndex((p) => Math.abs(p.at - at) <= RUNS_ON_US);
      const [out, into] = [all[k - 1], all[k]];
      if (out === undefined || into === undefined || !canGoOver(out, half) || !canGoOver(into, half)) return all;
      const ends = out.from + out.length;
      if (ends + half > (durationOf(out.mediaId!) ?? 0) || into.from < half) return all;
      const over: Piece = {
        mediaId: out.mediaId,
        from: micros(ends - half),
        at: movedBack(at, half),
        length: asLength(half * 2),
        into: { mediaId: into.mediaId!, from: micros(into.from - half) },
      };
      return [
        ...all.slice(0, k - 1),
        { ...out, length: asLength(out.length - half) },
        over,
        { ...into, from: micros(into.from + half), at: moved(at, half), length: asLength(into.length - half) },
        ...all.slice(k + 1),
      ];
    },
    [...pictures],
  );
}

/** A piece that runs, long enough to be left in the middle. */
function canGoOver(piece: Piece, half: number): boolean {
  return piece.mediaId !== null && piece.held !== true && piece.into === undefined && piece.length > half * 2;
}
