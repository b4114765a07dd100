import type { TakeTime } from '../time/micros.ts';
import { type WorkoutDocument, changedOnTake } from './document.ts';

/** The document without a pin at the start of that segment, on a take; left out: on the one in hand. */
export function withoutPin(d: WorkoutDocument, segmentKey: string, takeId = d.edit.takeId): WorkoutDocument {
  const others = (pins: typeof d.edit.pins) => pins.filter((p) => !(p.segmentKey === segmentKey && p.edge === 'start'));
  return { ...d, edit: changedOnTake(d.edit, takeId, (on) => ({ pins: others(on.pins) })) };
}

/** The document in which that segment begins at a time of a take, whatever was heard. */
export function withPin(d: WorkoutDocument, segmentKey: string, at: TakeTime, takeId = d.edit.takeId): WorkoutDocument {
  const rest = withoutPin(d, segmentKey, takeId);
  const pin = { segmentKey, edge: 'start', at } as const;
  return { ...d, edit: changedOnTake(rest.edit, takeId, (on) => ({ pins: [...on.pins, pin] })) };
}

/** The document in which that block was not filmed to a machine timer, or the program decides again. */
export function withTimerDismissed(d: WorkoutDocument, blockId: string, dismissed: boolean): WorkoutDocument {
  const others = d.edit.noTimers.filter((id) => id !== blockId);
  return { ...d, edit: { ...d.edit, noTimers: dismissed ? [...others, blockId] : others } };
}
