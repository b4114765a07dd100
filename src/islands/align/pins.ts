import type { Micros } from '../../core/time/micros.ts';
import type { Edit, WorkoutDocument } from '../../core/workout/document.ts';

const withEdit = (d: WorkoutDocument, edit: Partial<Edit>): WorkoutDocument => ({ ...d, edit: { ...d.edit, ...edit } });

/** The document without a pin at the start of that segment. */
export function withoutPin(d: WorkoutDocument, segmentKey: string): WorkoutDocument {
  return withEdit(d, { pins: d.edit.pins.filter((p) => !(p.segmentKey === segmentKey && p.edge === 'start')) });
}

/** The document in which that segment begins at a time of the take, whatever was heard. */
export function withPin(d: WorkoutDocument, segmentKey: string, at: Micros): WorkoutDocument {
  const rest = withoutPin(d, segmentKey);
  return withEdit(rest, { pins: [...rest.edit.pins, { segmentKey, edge: 'start', at }] });
}

/** The document in which that block was not filmed to a machine timer, or the program decides again. */
export function withTimerDismissed(d: WorkoutDocument, blockId: string, dismissed: boolean): WorkoutDocument {
  const others = d.edit.noTimers.filter((id) => id !== blockId);
  return withEdit(d, { noTimers: dismissed ? [...others, blockId] : others });
}
