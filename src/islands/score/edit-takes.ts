import type { Choice } from '../../core/edit/choose-takes.ts';
import type { CameraSubject } from '../../core/edit/decisions.ts';
import type { Span } from '../../core/time/span.ts';
import { type Edit, type WorkoutDocument, changedOnTake, takesOfProgramme } from '../../core/workout/document.ts';
import type { TakeTime } from '../../core/time/micros.ts';

const withEdit = (d: WorkoutDocument, edit: Edit): WorkoutDocument => ({ ...d, edit });

/** The programme made from these takes; one alone is simply the take in hand. */
export function withTakesJoined(d: WorkoutDocument, takeIds: readonly string[]): WorkoutDocument {
  return withEdit(d, { ...d.edit, joined: takeIds.length > 1 ? takeIds : [] });
}

/** The programme with a take more, or without it. `order`: all takes as they were filmed. */
export function withTakeToggled(d: WorkoutDocument, takeId: string, order: readonly string[]): WorkoutDocument {
  const now = takesOfProgramme(d.edit, (id) => order.includes(id));
  const next = now.includes(takeId) ? now.filter((id) => id !== takeId) : [...now, takeId];
  return withTakesJoined(
    d,
    order.filter((id) => next.includes(id)),
  );
}

/** The segment from a take, by hand; null: left out of the programme; undefined: as the rule has it. */
export function withUse(d: WorkoutDocument, segmentKey: string, takeId: string | null | undefined): WorkoutDocument {
  const others = d.edit.uses.filter((u) => u.segmentKey !== segmentKey);
  return withEdit(d, { ...d.edit, uses: takeId === undefined ? others : [...others, { segmentKey, takeId }] });
}

/** The take after the one that is used, of those that hold the segment; null where there is no other. */
export function nextTake({ candidate, candidates }: Choice): string | null {
  const at = candidates.findIndex((c) => c.takeId === candidate?.takeId);
  const next = candidates[(at + 1) % Math.max(1, candidates.length)]?.takeId ?? null;
  return next === candidate?.takeId ? null : next;
}

/** A stretch of a take shown from a camera; from the take itself where `cameraId` is its own id. */
export function withCamera(
  d: WorkoutDocument,
  takeId: string,
  span: Span<TakeTime>,
  cameraId: string,
): WorkoutDocument {
  return withEdit(
    d,
    changedOnTake(d.edit, takeId, (on) => {
      const others = on.shown.filter((s) => s.end <= span.start || s.start >= span.end);
      const cut = on.shown
        .filter((s) => !others.includes(s))
        .flatMap((s) => [
          { ...s, end: span.start },
          { ...s, start: span.end },
        ])
        .filter((s) => s.end > s.start);
      // The take's own picture is a choice like any other: it stands against what cameras show by themselves.
      const own = { start: span.start, end: span.end, cameraId };
      return { shown: [...others, ...cut, own].sort((a, b) => a.start - b.start) };
    }),
  );
}

/** A camera that shows something more by itself, or does not any more. */
export function withCameraShowing(d: WorkoutDocument, cameraId: string, subject: CameraSubject): WorkoutDocument {
  const shows = d.edit.cameras.find((c) => c.cameraId === cameraId)?.shows ?? [];
  const next = shows.includes(subject) ? shows.filter((s) => s !== subject) : [...shows, subject];
  const others = d.edit.cameras.filter((c) => c.cameraId !== cameraId);
  return withEdit(d, { ...d.edit, cameras: next.length === 0 ? others : [...others, { cameraId, shows: next }] });
}
