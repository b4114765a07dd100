import type { Lie } from '../sync/clock-map.ts';
import { type FrameRate, onFrame } from '../time/frames.ts';
import {
  type Length,
  type Micros,
  type ProgrammeTime,
  type TakeTime,
  ZERO,
  add,
  asLength,
  earlier,
  later,
  micros,
  moved,
} from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import type { ShownSpan } from './decisions.ts';
import type { PlacedInsert } from './inserts.ts';
import type { Shot } from './shots.ts';

/** Another recording of a take, laid over it. */
export interface Recording {
  readonly id: string;
  readonly role: 'camera' | 'recorder';
  readonly ofTake: string;
  readonly lie: Lie;
  readonly duration: Micros;
  /** How plainly a voice is heard in it, 0 to 1; null where nobody listened yet. */
  readonly voiceClarity: number | null;
}

/** What is seen or heard from `at` on: a stretch of one recording on its own clock, `length` long in the programme. */
export interface Piece {
  /** null: the plain ground under a card, or silence. */
  readonly mediaId: string | null;
  readonly from: Micros;
  readonly at: ProgrammeTime;
  readonly length: Length;
  /** The frame at `from` stands still. */
  readonly held?: true;
  /** It goes over into another recording, from there on, while it lasts. */
  readonly into?: { readonly mediaId: string; readonly from: Micros };
}

/** A time of the take on the recording's own clock. */
export function onRecording(time: Micros, { offsetUs, driftPpm }: Lie): Micros {
  return micros(offsetUs + time * (1 + driftPpm / 1e6));
}

/**
 * What is seen: each shot, with the stretches that were given to another camera; the last one given stands. Switches
 * lie on whole frames; where a camera has no picture the take's own is seen.
 */
export function viewsOf(
  shots: readonly Shot[],
  recordings: readonly Recording[],
  shownOf: (takeId: string) => readonly ShownSpan[],
  rate: FrameRate,
): Piece[] {
  return shots.flatMap((shot) => {
    const cameras = new Map(
      recordings.filter((r) => r.ofTake === shot.takeId && r.role === 'camera').map((r) => [r.id, r]),
    );
    const shown = shownOf(shot.takeId).filter((s) => {
      const camera = cameras.get(s.cameraId);
      return s.cameraId === shot.takeId || (camera !== undefined && inPicture(s, camera));
    });
    return stretches(shot, shown, rate).map(({ cameraId, start, end }): Piece => {
      const camera = cameraId === null ? undefined : cameras.get(cameraId);
      return {
        mediaId: camera?.id ?? shot.takeId,
        from: camera === undefined ? start : onRecording(start, camera.lie),
        at: moved(shot.at, start - shot.start),
        length: asLength(end - start),
      };
    });
  });
}

function inPicture(s: Span, camera: Recording): boolean {
  return onRecording(s.start, camera.lie) >= 0 && onRecording(s.end, camera.lie) <= camera.duration;
}

interface Stretch extends Span<TakeTime> {
  readonly cameraId: string | null;
}

function stretches(shot: Shot, shown: readonly ShownSpan[], rate: FrameRate): Stretch[] {
  const snap = (time: TakeTime) => earlier(shot.end, later(shot.start, onFrame(time, rate)));
  const edges = [shot.start, ...shown.flatMap((s) => [snap(s.start), snap(s.end)]), shot.end].sort((a, b) => a - b);
  const parts: Stretch[] = [];
  for (const [i, start] of edges.entries()) {
    const end = edges[i + 1];
    if (end === undefined || end <= start) continue;
    const given = shown.findLast((s) => snap(s.start) <= start && end <= snap(s.end))?.cameraId ?? null;
    const cameraId = given === shot.takeId ? null : given;
    const last = parts.at(-1);
    if (last?.cameraId === cameraId) parts[parts.length - 1] = { ...last, end };
    else parts.push({ start, end, cameraId });
  }
  return parts;
}

/**
 * What is heard: of each shot the recorder that was laid over its take and hears the voice better, else the take. Sound
 * runs through switches of the camera.
 */
export function soundsOf(
  shots: readonly Shot[],
  recordings: readonly Recording[],
  clarityOf: (takeId: string) => number | null,
): Piece[] {
  return shots.map((shot): Piece => {
    const recorder = recordings.find(
      (r) =>
        r.ofTake === shot.takeId &&
        r.role === 'recorder' &&
        (r.voiceClarity ?? 0) >= (clarityOf(shot.takeId) ?? 0) &&
        inPicture(shot, r),
    );
    return {
      mediaId: recorder?.id ?? shot.takeId,
      from: recorder === undefined ? shot.start : onRecording(shot.start, recorder.lie),
      at: shot.at,
      length: asLength(shot.end - shot.start),
    };
  });
}

/** How long a recording is; null where that is not known. */
export type DurationOf = (mediaId: string) => Micros | null;

/** What is seen with the inserts: between the shots, and over them. */
export function withInsertsSeen(
  pieces: readonly Piece[],
  inserts: readonly PlacedInsert[],
  durationOf: DurationOf,
): Piece[] {
  return inserts.reduce<Piece[]>((all, placed) => laidOver(all, seenOf(placed, durationOf)), [...pieces]);
}

/** What is heard with the inserts that are between the shots: a clip's own sound, else silence. */
export function withInsertsHeard(
  pieces: readonly Piece[],
  inserts: readonly PlacedInsert[],
  durationOf: DurationOf,
): Piece[] {
  return inserts
    .filter((p) => p.insert.place !== 'over')
    .reduce<Piece[]>(
      (all, placed) => {
        const seen = seenOf(placed, durationOf);
        const { at, length } = seen;
        return laidOver(all, seen.held === true ? { mediaId: null, from: ZERO, at, length } : seen);
      },
      [...pieces],
    );
}

/** Of a frozen frame the last one is the latest; a clip begins early enough to last, and freezes where it cannot. */
function seenOf({ insert: { shows }, start, end }: PlacedInsert, durationOf: DurationOf): Piece {
  const place = { at: start, length: asLength(end - start) };
  if (shows.kind === 'card') return { mediaId: null, from: ZERO, ...place };
  const { mediaId } = shows;
  const lasts = durationOf(mediaId) ?? Infinity;
  const latest = (needsUs: number, time: Micros) => micros(Math.max(0, Math.min(time, lasts - needsUs)));
  if (shows.kind === 'freeze') return { mediaId, from: latest(LAST_FRAME_US, shows.at), ...place, held: true };
  if (place.length > lasts) return { mediaId, from: ZERO, ...place, held: true };
  return { mediaId, from: latest(place.length, shows.from), ...place };
}

/** So long before its end a recording surely has a frame, down to ten a second. */
const LAST_FRAME_US = 100_000;

/** The pieces with one laid over them, or between them where there is room for it. */
function laidOver(pieces: readonly Piece[], over: Piece): Piece[] {
  const end = add(over.at, over.length);
  const left = pieces.flatMap((p): Piece[] => {
    const ends = p.at + p.length;
    if (ends <= over.at || p.at >= end) return [p];
    return [
      ...(p.at < over.at ? [{ ...p, length: asLength(over.at - p.at) }] : []),
      ...(ends > end
        ? [{ ...p, at: end, from: p.held ? p.from : micros(p.from + end - p.at), length: asLength(ends - end) }]
        : []),
    ];
  });
  return [...left, over].sort((a, b) => a.at - b.at);
}
