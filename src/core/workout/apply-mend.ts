import type { CueChange, Mend } from '../checks/finding.ts';
import type { Cue } from '../script/cue.ts';
import type { WorkoutDocument } from './document.ts';

/** The document with a mend applied; going back is the caller's one step of undo. */
export function applyMend(document: WorkoutDocument, mend: Mend): WorkoutDocument {
  switch (mend.kind) {
    case 'remove-span': return { ...document, edit: { ...document.edit, removed: [...document.edit.removed, mend.span] } };
    case 'plan': return { ...document, plan: mend.plan };
    case 'music': return { ...document, music: mend.music };
    case 'script': return { ...document, script: { ...document.script, cues: mend.changes.reduce(changeCue, document.script.cues) } };
  }
}

function changeCue(cues: readonly Cue[], change: CueChange): readonly Cue[] {
  switch (change.kind) {
    case 'change': return cues.map((cue) => (cue.id === change.cueId ? { ...cue, ...change.next } : cue));
    case 'remove': return cues.filter((cue) => cue.id !== change.cueId);
    case 'add': return [...cues, change.cue];
  }
}
