import type { Lie } from '../sync/clock-map.ts';
import { type FrameRate, firstFrameFrom, frameStart } from '../time/frames.ts';
import { type Micros, micros } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import type { ShownSpan } from './decisions.ts';
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
  readonly mediaId: string;
  readonly from: Micros;
  readonly at: Micros;
  readonly length: Micros;
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
        at: micros(shot.at + start - shot.start),
        length: micros(end - start),
      };
    });
  });
}

function inPicture(s: Span, camera: Recording): boolean {
  return onRecording(s.start, camera.lie) >= 0 && onRecording(s.end, camera.lie) <= camera.duration;
}

interface Stretch extends Span {
  readonly cameraId: string | null;
}

function stretches(shot: Shot, shown: readonly ShownSpan[], rate: FrameRate): Stretch[] {
  const snap = (time: Micros) =>
    micros(Math.min(shot.end, Math.max(shot.start, frameStart(firstFrameFrom(time, rate), rate))));
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
      length: micros(shot.end - shot.start),
    };
  });
}
