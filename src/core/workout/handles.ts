import type { CaptionEvent } from '../lanes/caption.ts';
import type { Chapter } from '../lanes/chapter.ts';
import { MOST_CHAPTER_SHIFT_US, type Override } from '../lanes/rules.ts';
import type { ProgrammeSegment } from '../edit/assemble.ts';
import { type Shot, shotsOf, toProgramme } from '../edit/shots.ts';
import { type CutEdge, type Cut, withCutMoved } from '../edit/trims.ts';
import { type FrameRate, frameAt, frameStart } from '../time/frames.ts';
import {
  type ProgrammeTime,
  ZERO,
  earlier,
  later,
  micros,
  moved,
  movedBack,
  programmeTime,
  takeTime,
} from '../time/micros.ts';
import { applyFix } from './apply-fix.ts';
import { type Edit, type WorkoutDocument, changedOnTake, decidedOn } from './document.ts';
import { withPin } from './pins.ts';

/** The parts of a stave that can be dragged. */
export type HandleOf =
  /** `own`: the shots of the take that its segment is from. */
  | { readonly kind: 'boundary'; readonly own: readonly Shot[] }
  | { readonly kind: 'caption-in' }
  | { readonly kind: 'caption-out' }
  | { readonly kind: 'chapter' }
  | { readonly kind: 'cut'; readonly cut: Cut };

/** A thing on a stave that can be dragged, on programme time: where it is, and between which times it may go. */
export interface Handle {
  readonly of: HandleOf;
  readonly at: ProgrammeTime;
  readonly least: ProgrammeTime;
  readonly most: ProgrammeTime;
}

interface Held {
  readonly segment: ProgrammeSegment;
  readonly caption: CaptionEvent | null;
  readonly chapter: Chapter | null;
  readonly cuts: readonly Cut[];
}

/** The furthest that one drag moves a boundary: beyond it lie other segments. */
const BOUNDARY_REACH_US = 20e6;
/** The furthest that one drag moves the edge of a cut. */
const CUT_REACH_US = 10e6;
/** A caption is left at least so long. */
const CAPTION_LEAST_US = 1e6;

/** The handles of one stave. A boundary that was moved is where it was put, though the alignment follows later. */
export function handlesOf({ segment, caption, chapter, cuts }: Held, edit: Edit, shots: readonly Shot[]): Handle[] {
  const { start, end, key } = segment;
  const handles: Handle[] = [];
  if (segment.segment !== null && !segment.extra && segment.recorded.end > segment.recorded.start) {
    const { pins } = decidedOn(edit, segment.takeId);
    const pinned = pins.find((p) => p.segmentKey === key && p.edge === 'start')?.at;
    const own = shotsOf(shots, segment.takeId);
    const at = pinned === undefined ? start : toProgramme(pinned, own);
    const least = later(ZERO, movedBack(start, Math.min(BOUNDARY_REACH_US, segment.recorded.start)));
    handles.push({ of: { kind: 'boundary', own }, at, least, most: moved(end, -1e5) });
  }
  if (caption !== null) {
    const [inAt, outAt] = [movedBack(caption.end, CAPTION_LEAST_US), moved(caption.start, CAPTION_LEAST_US)];
    handles.push({ of: { kind: 'caption-in' }, at: caption.start, least: start, most: later(start, inAt) });
    handles.push({ of: { kind: 'caption-out' }, at: caption.end, least: earlier(end, outAt), most: end });
  }
  // The first chapter begins with the programme.
  if (chapter !== null && chapter.start > 0) {
    const [least, most] = [start - MOST_CHAPTER_SHIFT_US, Math.min(end - 1, start + MOST_CHAPTER_SHIFT_US)];
    handles.push({
      of: { kind: 'chapter' },
      at: chapter.start,
      least: programmeTime(Math.max(1, least)),
      most: programmeTime(most),
    });
  }
  for (const cut of cuts)
    handles.push({
      of: { kind: 'cut', cut },
      at: cut.at,
      least: movedBack(cut.at, Math.min(CUT_REACH_US, cut.removed.start)),
      most: moved(cut.at, CUT_REACH_US),
    });
  return handles;
}

/** The handle's time on the nearest frame it may have. */
export function within({ least, most }: Handle, time: number, rate: FrameRate): ProgrammeTime {
  const clamped = earlier(most, later(least, programmeTime(time)));
  const snapped = programmeTime(frameStart(frameAt(moved(clamped, (rate.den * 5e5) / rate.num), rate), rate));
  return snapped > most || snapped < least ? clamped : snapped;
}

/** The document with a handle moved to a programme time. `edge`: which side of a cut moves. */
export function withHandleMoved(
  document: WorkoutDocument,
  segment: ProgrammeSegment,
  { of, at }: Handle,
  {
    to,
    rate,
    edge = 'both',
  }: { readonly to: ProgrammeTime; readonly rate: FrameRate; readonly edge?: CutEdge | undefined },
): WorkoutDocument {
  const { key: segmentKey, takeId } = segment;
  const put = (override: Override) => applyFix(document, { kind: 'override', label: '', override });
  switch (of.kind) {
    case 'boundary': {
      // Where another take runs at that time, as far from where the segment begins in its own.
      const shot = of.own.find((s) => to >= s.at && to < s.at + s.end - s.start);
      const there = shot === undefined ? segment.recorded.start - segment.start : shot.start - shot.at;
      const time = takeTime(Math.max(0, there + to));
      return withPin(document, segmentKey, time, takeId);
    }
    case 'caption-in':
      return put({ segmentKey, lane: 'caption', field: 'inAfterUs', value: micros(to - segment.start) });
    case 'caption-out':
      return put({ segmentKey, lane: 'caption', field: 'outBeforeUs', value: micros(segment.end - to) });
    case 'chapter':
      return put({ segmentKey, lane: 'chapter', field: 'shiftUs', value: micros(to - segment.start) });
    case 'cut': {
      const frames = Math.round(((to - at) * rate.num) / (rate.den * 1e6));
      return {
        ...document,
        edit: changedOnTake(document.edit, of.cut.takeId, (on) => ({
          removed: withCutMoved(on.removed, of.cut, { edge, frames, rate }),
        })),
      };
    }
  }
}
