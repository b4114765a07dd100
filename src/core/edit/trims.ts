import { type FrameRate, firstFrameFrom, frameStart } from '../time/frames.ts';
import { type ProgrammeTime, type TakeTime, ZERO, earlier, later, moved, takeTime } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import type { Shot, TakeSpan } from './shots.ts';

/** A place in the programme where something of a take was cut out: `removed` is on that take's clock. */
export interface Cut {
  readonly at: ProgrammeTime;
  readonly takeId: string;
  readonly removed: Span<TakeTime>;
}

/** What of which takes lies between two programme times. */
export function takenBetween(shots: readonly Shot[], from: ProgrammeTime, to: ProgrammeTime): TakeSpan[] {
  return shots.flatMap(({ takeId, start, end, at }) => {
    const [a, b] = [later(start, moved(start, from - at)), earlier(end, moved(start, to - at))];
    return b <= a ? [] : [{ takeId, start: a, end: b }];
  });
}

/** The cuts of a programme in order: where one take goes on after a gap that is its own, not another take's. */
export function cutsOf(shots: readonly Shot[], removedOf: (takeId: string) => readonly Span<TakeTime>[]): Cut[] {
  return shots.flatMap((shot, i): Cut[] => {
    const before = shots[i - 1];
    if (before === undefined || before.takeId !== shot.takeId || shot.start <= before.end) return [];
    const removed = { start: before.end, end: shot.start };
    const byHand = removedOf(shot.takeId).some((r) => r.start < removed.end && r.end > removed.start);
    return byHand ? [{ at: shot.at, takeId: shot.takeId, removed }] : [];
  });
}

/** What is cut out of a take, without what lies in or touches a gap of it. */
export function withoutGap(removed: readonly Span<TakeTime>[], gap: Span<TakeTime>): Span<TakeTime>[] {
  return removed.filter((r) => r.end <= gap.start || r.start >= gap.end);
}

/** Which side of a cut moves: the end of what is before it, the beginning of what is after it, or the cut itself. */
export type CutEdge = 'before' | 'after' | 'both';

/**
 * What is cut out of a take, with one cut moved by frames: one edge makes the programme longer or shorter, both leave
 * its length as it is. A cut that is closed so is no cut any more; nothing goes before the take begins.
 */
export function withCutMoved(
  removed: readonly Span<TakeTime>[],
  { removed: gap }: Pick<Cut, 'removed'>,
  { edge, frames, rate }: { readonly edge: CutEdge; readonly frames: number; readonly rate: FrameRate },
): Span<TakeTime>[] {
  const shifted = (time: TakeTime) => takeTime(frameStart(Math.max(0, firstFrameFrom(time, rate) + frames), rate));
  const start = edge === 'after' ? gap.start : shifted(gap.start);
  const end = edge === 'before' ? gap.end : shifted(gap.end);
  const others = withoutGap(removed, gap);
  return end > start ? [...others, { start: later(ZERO, start), end }] : others;
}
