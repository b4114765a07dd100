import { isActive } from '../plan/segment.ts';
import { type TakeTime, earlier, later, moved } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import type { ProgrammeSegment } from './assemble.ts';
import type { CameraRule, CameraSubject, ShownSpan } from './decisions.ts';

/** A move that was not seen before is shown for so long: its first repetitions. */
const NEW_MOVE_US = 10e6;
/** No shot is shorter (common practice). */
const LEAST_US = 4e6;
/** A switch may come this much earlier or later, so that it falls at the end of a sentence. */
const REACH_US = 1.5e6;
/** And this much to fall on a beat: half a beat of the slowest music that anyone moves to. */
const BEAT_REACH_US = 0.5e6;

/**
 * What cameras show of a take by themselves: new moves at their beginning, all of floor moves, all of talk; where
 * several want the same, new moves come before floor, and floor before talk. Switches fall where nobody speaks, if such
 * a place is near, and on a beat where there is music (`beats`, in order); no shot is shorter than 4 s. `segments`:
 * those of the programme that are from this take. On its clock, in order.
 */
export function ruledViews(
  segments: readonly ProgrammeSegment[],
  rules: readonly CameraRule[],
  speech: readonly Span<TakeTime>[],
  beats: readonly TakeTime[] = [],
): ShownSpan[] {
  const cameraFor = (subject: CameraSubject) => rules.find((r) => r.shows.includes(subject))?.cameraId ?? null;
  const [forNew, forFloor, forTalk] = [cameraFor('new-moves'), cameraFor('floor'), cameraFor('talk')];
  const seen = new Set<string>();
  const wanted: ShownSpan[] = [];
  for (const segment of segments) {
    const { start, end } = segment.recorded;
    const active = isActive(segment);
    const isNew = active && !seen.has(segment.label);
    if (active) seen.add(segment.label);
    const show = (cameraId: string | null, until: TakeTime) => {
      if (cameraId !== null) wanted.push({ start, end: until, cameraId });
    };
    // Views overlap: the one that is pushed last is used.
    if (segment.kind === 'talk' || segment.kind === 'demo') show(forTalk, end);
    if (active && isFloor(segment)) show(forFloor, end);
    if (isNew) show(forNew, earlier(end, moved(start, NEW_MOVE_US)));
  }
  const calm = wanted.map(({ start, end, cameraId }) => {
    const begins = onBeat(start, speech, beats);
    const least = moved(begins, LEAST_US);
    return {
      cameraId,
      start: begins,
      end: later(least, onBeat(inSilence(end, speech, least), speech, beats)),
    };
  });
  return withoutShort(calm);
}

/** Sitting, kneeling, lying, on all fours: everything that a camera at eye level looks down on. */
function isFloor({ segment }: ProgrammeSegment): boolean {
  const position = segment?.position ?? null;
  return position !== null && position !== 'standing';
}

/** The nearest time at which nobody speaks, not before `least`; the time itself where none is near. */
function inSilence(time: TakeTime, speech: readonly Span<TakeTime>[], least: TakeTime): TakeTime {
  const word = speech.find((s) => s.start < time && time < s.end);
  const near = word === undefined ? [time] : [word.start, word.end];
  const best = near
    .filter((t) => t >= least && Math.abs(t - time) <= REACH_US)
    .sort((a, b) => Math.abs(a - time) - Math.abs(b - time))[0];
  return later(best ?? time, least);
}

/** The nearest beat that is not in a word; the time itself where none is near. */
function onBeat(time: TakeTime, speech: readonly Span<TakeTime>[], beats: readonly TakeTime[]): TakeTime {
  const near = beats
    .filter((b) => Math.abs(b - time) <= BEAT_REACH_US && !speech.some((s) => s.start < b && b < s.end))
    .sort((a, b) => Math.abs(a - time) - Math.abs(b - time))[0];
  return near ?? time;
}

/** Joins views where the gap between them is so short that it would only flash by. */
function withoutShort(views: readonly ShownSpan[]): ShownSpan[] {
  const shown: ShownSpan[] = [];
  for (const view of [...views].sort((a, b) => a.start - b.start)) {
    const last = shown.at(-1);
    if (last !== undefined && view.start - last.end < LEAST_US && view.start >= last.end)
      shown[shown.length - 1] = { ...last, end: view.start };
    shown.push(view);
  }
  return shown;
}
