import { type FrameRate, firstFrameFrom, frameStart, onFrame } from '../time/frames.ts';
import {
  type Length,
  type ProgrammeTime,
  type TakeTime,
  ZERO,
  earlier,
  later,
  moved,
  programmeTime,
} from '../time/micros.ts';
import { type Span, clipped } from '../time/span.ts';

/**
 * A stretch of a take that is in the programme; `at` is where it begins there. Both ends lie on whole frames of the
 * programme's rate, counted from the start of the take.
 */
export interface Shot extends Span<TakeTime> {
  readonly takeId: string;
  readonly at: ProgrammeTime;
}

/** A stretch of a take, before it has its place. */
export interface TakeSpan extends Span<TakeTime> {
  readonly takeId: string;
}

/** Spans one after the other on the programme's clock, each on whole frames; what is shorter than one is left out. */
function inARow(spans: readonly TakeSpan[], rate: FrameRate): Shot[] {
  return inARowWithGaps(spans, rate).shots;
}

/** Something that was not filmed, between spans that were, and how long it lasts. */
export interface Gap<T> {
  readonly gap: T;
  readonly lengthUs: Length;
}

/**
 * As `inARow`, with gaps between the spans, which are put on whole frames, too; one shorter than a frame is left out.
 */
export function inARowWithGaps<T>(
  row: readonly (TakeSpan | Gap<T>)[],
  rate: FrameRate,
): { readonly shots: Shot[]; readonly gaps: (Span<ProgrammeTime> & { readonly gap: T })[] } {
  let frames = 0;
  const shots: Shot[] = [];
  const gaps: (Span<ProgrammeTime> & { readonly gap: T })[] = [];
  for (const item of row) {
    const at = programmeTime(frameStart(frames, rate));
    if ('gap' in item) {
      frames += firstFrameFrom(item.lengthUs, rate);
      const end = programmeTime(frameStart(frames, rate));
      if (end > at) gaps.push({ gap: item.gap, start: at, end });
      continue;
    }
    const [from, to] = [firstFrameFrom(item.start, rate), firstFrameFrom(item.end, rate)];
    if (to <= from) continue;
    shots.push({ takeId: item.takeId, start: onFrame(item.start, rate), end: onFrame(item.end, rate), at });
    frames += to - from;
  }
  return { shots, gaps };
}

/** A span without what is removed of it; `removed` may overlap and come in any order. */
export function without(span: TakeSpan, removed: readonly Span<TakeTime>[]): TakeSpan[] {
  const cuts = [...removed].filter((r) => r.end > r.start).sort((a, b) => a.start - b.start);
  const left: TakeSpan[] = [];
  let from = span.start;
  for (const cut of cuts) {
    const until = earlier(cut.start, span.end);
    if (until > from) left.push({ ...span, start: from, end: until });
    from = later(from, cut.end);
  }
  if (span.end > from) left.push({ ...span, start: from });
  return left;
}

/** All of a take without what is removed of it. */
export function keepRanges(
  takeId: string,
  duration: TakeTime,
  removed: readonly Span<TakeTime>[],
  rate: FrameRate,
): Shot[] {
  return inARow(without({ takeId, start: ZERO, end: duration }, removed), rate);
}

/** A take's time to programme time, by that take's shots; a time between them goes to where the next begins. */
export function toProgramme(time: TakeTime, shots: readonly Shot[]): ProgrammeTime {
  let last: ProgrammeTime = ZERO;
  for (const shot of shots) {
    if (time < shot.start) return shot.at;
    last = moved(shot.at, earlier(time, shot.end) - shot.start);
    if (time < shot.end) return last;
  }
  return last;
}

/**
 * Where something that begins at a take's time begins in the programme. Where a take goes on after an insert, what
 * begins within the frame before it begins after the insert.
 */
export function beginsAt(time: TakeTime, shots: readonly Shot[], rate: FrameRate): ProgrammeTime {
  const frame = (1e6 * rate.den) / rate.num;
  const next = shots.findIndex((s, i) => i > 0 && time < s.start && time > s.start - frame);
  const [before, after] = [shots[next - 1], shots[next]];
  return before !== undefined && after !== undefined && before.end === after.start
    ? after.at
    : toProgramme(time, shots);
}

/** Where something that ends at a take's time ends in the programme: before what is inserted there. */
export function endsAt(time: TakeTime, shots: readonly Shot[]): ProgrammeTime {
  const shot = shots.findLast((s) => s.start < time);
  return shot === undefined ? (shots[0]?.at ?? ZERO) : moved(shot.at, earlier(time, shot.end) - shot.start);
}

/** Spans of takes as they lie in the programme: what shots show of each, in order. */
export function inShots(
  shots: readonly Shot[],
  spansOf: (takeId: string) => readonly Span<TakeTime>[],
): Span<ProgrammeTime>[] {
  return shots.flatMap((shot) =>
    spansOf(shot.takeId).flatMap((span) => {
      const shown = clipped(span, shot);
      const at = (time: TakeTime) => moved(shot.at, time - shot.start);
      return shown === null ? [] : [{ start: at(shown.start), end: at(shown.end) }];
    }),
  );
}

/** The shot that runs at a programme time, and the time on its take; past the end the last. null: there is none. */
export function shotAt(
  time: ProgrammeTime,
  shots: readonly Shot[],
): { readonly shot: Shot; readonly time: TakeTime } | null {
  for (const shot of shots) {
    if (time < shot.at + (shot.end - shot.start)) return { shot, time: moved(shot.start, Math.max(0, time - shot.at)) };
  }
  const last = shots.at(-1);
  return last === undefined ? null : { shot: last, time: last.end };
}

/** Programme time to the time of the take that runs there. */
export function toTake(time: ProgrammeTime, shots: readonly Shot[]): TakeTime {
  return shotAt(time, shots)?.time ?? ZERO;
}

export const shotsOf = (shots: readonly Shot[], takeId: string): readonly Shot[] =>
  shots.every((s) => s.takeId === takeId) ? shots : shots.filter((s) => s.takeId === takeId);

/** The shots of a take, those with no other take between them together. */
export function stretchesOf(shots: readonly Shot[], takeId: string): (readonly Shot[])[] {
  const stretches: Shot[][] = [];
  for (const [i, shot] of shots.entries()) {
    if (shot.takeId !== takeId) continue;
    if (shots[i - 1]?.takeId === takeId) stretches.at(-1)!.push(shot);
    else stretches.push([shot]);
  }
  return stretches;
}
