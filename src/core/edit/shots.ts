import { type FrameRate, firstFrameFrom, frameStart } from '../time/frames.ts';
import { type Micros, ZERO, micros } from '../time/micros.ts';
import type { Span } from '../time/span.ts';

/**
 * A stretch of a take that is in the programme; `at` is where it begins there. Both ends lie on whole frames of the
 * programme's rate, counted from the start of the take.
 */
export interface Shot extends Span {
  readonly takeId: string;
  readonly at: Micros;
}

/** A stretch of a take, before it has its place. */
export interface TakeSpan extends Span {
  readonly takeId: string;
}

/** Spans one after the other on the programme's clock, each on whole frames; what is shorter than one is left out. */
export function inARow(spans: readonly TakeSpan[], rate: FrameRate): Shot[] {
  let frames = 0;
  const shots: Shot[] = [];
  for (const { takeId, start, end } of spans) {
    const [from, to] = [firstFrameFrom(start, rate), firstFrameFrom(end, rate)];
    if (to <= from) continue;
    shots.push({ takeId, start: frameStart(from, rate), end: frameStart(to, rate), at: frameStart(frames, rate) });
    frames += to - from;
  }
  return shots;
}

/** A span without what is removed of it; `removed` may overlap and come in any order. */
export function without(span: TakeSpan, removed: readonly Span[]): TakeSpan[] {
  const cuts = [...removed].filter((r) => r.end > r.start).sort((a, b) => a.start - b.start);
  const left: TakeSpan[] = [];
  let from = span.start;
  for (const cut of cuts) {
    const until = micros(Math.min(cut.start, span.end));
    if (until > from) left.push({ ...span, start: from, end: until });
    from = micros(Math.max(from, cut.end));
  }
  if (span.end > from) left.push({ ...span, start: from });
  return left;
}

/** All of a take without what is removed of it. */
export function keepRanges(takeId: string, duration: Micros, removed: readonly Span[], rate: FrameRate): Shot[] {
  return inARow(without({ takeId, start: ZERO, end: duration }, removed), rate);
}

/** A take's time to programme time, by that take's shots; a time between them goes to where the next begins. */
export function toProgramme(time: Micros, shots: readonly Shot[]): Micros {
  let last = ZERO;
  for (const shot of shots) {
    if (time < shot.start) return shot.at;
    last = micros(shot.at + Math.min(time, shot.end) - shot.start);
    if (time < shot.end) return last;
  }
  return last;
}

/** The shot that runs at a programme time, and the time on its take; past the end the last. null: there is none. */
export function shotAt(time: Micros, shots: readonly Shot[]): { readonly shot: Shot; readonly time: Micros } | null {
  for (const shot of shots) {
    if (time < shot.at + (shot.end - shot.start))
      return { shot, time: micros(shot.start + Math.max(0, time - shot.at)) };
  }
  const last = shots.at(-1);
  return last === undefined ? null : { shot: last, time: last.end };
}

/** Programme time to the time of the take that runs there. */
export function toTake(time: Micros, shots: readonly Shot[]): Micros {
  return shotAt(time, shots)?.time ?? ZERO;
}

export const shotsOf = (shots: readonly Shot[], takeId: string): readonly Shot[] =>
  shots.every((s) => s.takeId === takeId) ? shots : shots.filter((s) => s.takeId === takeId);
