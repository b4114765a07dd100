import type { ProgrammeSegment } from '../edit/assemble.ts';
import type { ClassBeat } from '../music/arrangement.ts';
import { BREATH_US } from '../plan/dose.ts';
import type { Move } from '../plan/plan.ts';
import { type Micros, type ProgrammeTime, earlier, later, moved, programmeTime } from '../time/micros.ts';
import type { Span } from '../time/span.ts';

/** `count` of `of`, from 1. */
export interface BoardCount extends Span<ProgrammeTime> {
  readonly count: number;
  readonly of: number;
}

/** One half of a breath; `n` of `of` breaths, from 1. */
export interface BoardBreath extends Span<ProgrammeTime> {
  readonly goes: 'in' | 'out';
  readonly n: number;
  readonly of: number;
}

export interface BoardShare extends Span<ProgrammeTime> {
  /** 0 to 1. */
  readonly share: number;
}

/** A phrase of music has 32 counts (common practice). */
const PHRASE = 32;
/** A step of the bar that shows how much of the class is done: two hundred are seen as one movement. */
const DONE_STEPS = 200;

export function countsOf(beats: readonly ClassBeat<ProgrammeTime>[], end: ProgrammeTime): BoardCount[] {
  return beats.map(({ at, count }, i) => ({
    start: at,
    end: beats[i + 1]?.at ?? end,
    count: ((count - 1) % PHRASE) + 1,
    of: PHRASE,
  }));
}

export function repsOf({ start, end, segment }: ProgrammeSegment, move: Move | undefined): BoardCount[] {
  const dosed = move?.dose?.kind === 'reps' ? move.dose.reps : null;
  const counted =
    segment !== null && segment.scheme === 'reps' && segment.countUs !== null && segment.countUs > 0
      ? Math.round((segment.end - segment.start) / segment.countUs)
      : 0;
  return evenly(start, end, dosed ?? counted).map((span, i, all) => ({ ...span, count: i + 1, of: all.length }));
}

export function breathsOf({ start, end, segment }: ProgrammeSegment, move: Move | undefined): BoardBreath[] {
  const dosed = move?.dose?.kind === 'breaths' ? move.dose.breaths : 0;
  const flows = segment?.scheme === 'flow' || segment?.blockKind === 'flow' || segment?.kind === 'hold';
  const many = dosed > 0 ? dosed : flows ? Math.max(1, Math.round((end - start) / BREATH_US)) : 0;
  return evenly(start, end, many).flatMap((span, i) =>
    evenly(span.start, span.end, 2).map((half, h) => ({
      ...half,
      goes: h === 0 ? ('in' as const) : ('out' as const),
      n: i + 1,
      of: many,
    })),
  );
}

export function doneOf({ start, end }: Span<ProgrammeTime>, length: ProgrammeTime): BoardShare[] {
  const step = length / DONE_STEPS;
  const shares: BoardShare[] = [];
  for (let n = Math.floor(start / step); n * step < end; n++) {
    const from = later(start, programmeTime(n * step));
    const to = earlier(end, programmeTime((n + 1) * step));
    if (to > from) shares.push({ start: from, end: to, share: n / DONE_STEPS });
  }
  return shares;
}

function evenly<T extends Micros>(start: T, end: T, many: number): Span<T>[] {
  return Array.from({ length: many }, (_, i) => ({
    start: moved(start, ((end - start) * i) / many),
    end: moved(start, ((end - start) * (i + 1)) / many),
  }));
}
