import type { NewInsert } from '../../core/edit/usual-inserts.ts';
import type { WorkoutDocument } from '../../core/workout/document.ts';

/** The document with inserts more. */
export function withInserts(d: WorkoutDocument, more: readonly NewInsert[], newId: () => string): WorkoutDocument {
  const inserts = [...d.edit.inserts, ...more.map((insert) => ({ id: newId(), ...insert }))];
  return { ...d, edit: { ...d.edit, inserts } };
}

/** The document with an insert changed. */
export function withInsertChanged(d: WorkoutDocument, id: string, next: Partial<NewInsert>): WorkoutDocument {
  const inserts = d.edit.inserts.map((i) => (i.id === id ? { ...i, ...next } : i));
  return { ...d, edit: { ...d.edit, inserts } };
}

export function withoutInsert(d: WorkoutDocument, id: string): WorkoutDocument {
  return { ...d, edit: { ...d.edit, inserts: d.edit.inserts.filter((i) => i.id !== id) } };
}
