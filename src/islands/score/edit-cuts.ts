import { type CutEdge, type Cut, takenBetween, withCutMoved, withoutGap } from '../../core/edit/trims.ts';
import { type Join, isDissolved } from '../../core/edit/dissolves.ts';
import type { Shot } from '../../core/edit/shots.ts';
import type { FrameRate } from '../../core/time/frames.ts';
import type { ProgrammeTime } from '../../core/time/micros.ts';
import { type WorkoutDocument, changedOnTake } from '../../core/workout/document.ts';

/** The document with what lies between two programme times cut out of its takes. */
export function withCutOut(
  document: WorkoutDocument,
  shots: readonly Shot[],
  from: ProgrammeTime,
  to: ProgrammeTime,
): WorkoutDocument {
  const edit = takenBetween(shots, from, to).reduce(
    (e, { takeId, start, end }) => changedOnTake(e, takeId, (on) => ({ removed: [...on.removed, { start, end }] })),
    document.edit,
  );
  return { ...document, edit };
}

/** The document with a cut brought back. */
export function withoutCut(document: WorkoutDocument, { takeId, removed }: Cut): WorkoutDocument {
  const edit = changedOnTake(document.edit, takeId, (on) => ({ removed: withoutGap(on.removed, removed) }));
  return { ...document, edit };
}

/** The document with a join going over softly, or as a cut again. */
export function withDissolveToggled(document: WorkoutDocument, join: Join): WorkoutDocument {
  const { dissolves } = document.edit;
  const next = isDissolved(join, dissolves)
    ? dissolves.filter((d) => !isDissolved(join, [d]))
    : [...dissolves, { takeId: join.takeId, at: join.takeTime }];
  return { ...document, edit: { ...document.edit, dissolves: next } };
}

/** The document with a cut moved by frames. */
export function withTrim(
  document: WorkoutDocument,
  cut: Cut,
  { edge, frames, rate }: { readonly edge: CutEdge; readonly frames: number; readonly rate: FrameRate },
): WorkoutDocument {
  const edit = changedOnTake(document.edit, cut.takeId, (on) => ({
    removed: withCutMoved(on.removed, cut, { edge, frames, rate }),
  }));
  return { ...document, edit };
}
