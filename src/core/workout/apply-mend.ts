import type { Mend } from '../checks/finding.ts';
import type { WorkoutDocument } from './document.ts';

/** The document with a mend applied; going back is the caller's one step of undo. */
export function applyMend(document: WorkoutDocument, mend: Mend): WorkoutDocument {
  switch (mend.kind) {
    case 'remove-span': return { ...document, edit: { ...document.edit, removed: [...document.edit.removed, mend.span] } };
    case 'plan': return { ...document, plan: mend.plan };
  }
}
