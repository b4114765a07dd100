import type { CueChange, Fix } from '../findings/finding.ts';
import type { Override } from '../lanes/rules.ts';
import type { Cue } from '../script/cue.ts';
import type { Insert, OnTake } from '../edit/decisions.ts';
import { withPin } from './pins.ts';
import { type WorkoutDocument, changedOnTake, decidedOn } from './document.ts';

/**
 * The document with a fix applied; going back is the caller's one step of undo. `takeId`: the take that the finding is
 * about, where it is not the one in hand.
 */
export function applyFix(document: WorkoutDocument, fix: Fix, takeId = document.edit.takeId): WorkoutDocument {
  const onTake = (change: (on: OnTake) => Partial<OnTake>) => ({
    ...document,
    edit: changedOnTake(document.edit, takeId, change),
  });
  switch (fix.kind) {
    case 'remove-spans':
      return onTake((on) => ({ removed: [...on.removed, ...fix.spans] }));
    case 'override':
      return inEdit(document, {
        overrides: [...document.edit.overrides.filter((o) => !sameField(o, fix.override)), fix.override],
      });
    case 'pick-up':
      return onTake((on) => ({ pickUps: [...on.pickUps.filter((p) => p.id !== fix.pickUp.id), fix.pickUp] }));
    case 'retake':
      return inEdit(document, {
        retakes: [...document.edit.retakes.filter((r) => r.segmentKey !== fix.retake.segmentKey), fix.retake],
      });
    case 'inserts':
      return inEdit(document, {
        inserts: [...document.edit.inserts.filter((i) => !isOneOf(i, fix.inserts)), ...fix.inserts],
      });
    case 'let-stand':
      return onTake((on) => ({ takeLetStand: [...on.takeLetStand, fix.letStand] }));
    case 'pin':
      return withPin(document, fix.segmentKey, fix.at, takeId);
    case 'plan':
      return { ...document, plan: fix.plan };
    case 'music':
      return { ...document, music: fix.music };
    case 'look':
      return inEdit(document, { rules: { ...document.edit.rules, look: fix.look } });
    case 'sound':
      return inEdit(document, { sound: fix.sound });
    case 'script':
      return {
        ...document,
        script: { ...document.script, cues: fix.changes.reduce(changeCue, document.script.cues) },
      };
  }
}

/** True where a fix was applied already. */
export function isApplied(document: WorkoutDocument, fix: Fix, takeId = document.edit.takeId): boolean {
  const { edit } = document;
  const on = takeId === null ? edit : decidedOn(edit, takeId);
  switch (fix.kind) {
    case 'remove-spans':
      return fix.spans.every((s) => on.removed.some((r) => r.start === s.start && r.end === s.end));
    case 'override':
      return edit.overrides.some((o) => sameField(o, fix.override) && o.value === fix.override.value);
    case 'pick-up':
      return on.pickUps.some((p) => p.id === fix.pickUp.id);
    case 'retake':
      return edit.retakes.some((r) => r.segmentKey === fix.retake.segmentKey);
    case 'inserts':
      return fix.inserts.every((i) => isOneOf(i, edit.inserts));
    case 'pin':
      return on.pins.some((p) => p.segmentKey === fix.segmentKey && p.edge === 'start' && p.at === fix.at);
    case 'let-stand':
    case 'plan':
    case 'music':
    case 'look':
    case 'sound':
    case 'script':
      return false;
  }
}

const inEdit = (document: WorkoutDocument, change: Partial<WorkoutDocument['edit']>): WorkoutDocument => ({
  ...document,
  edit: { ...document.edit, ...change },
});
const isOneOf = (insert: Insert, of: readonly Insert[]) => of.some((i) => i.id === insert.id);
const sameField = (a: Override, b: Override) =>
  a.segmentKey === b.segmentKey && a.lane === b.lane && a.field === b.field;

/** Somebody may have typed more into the line since it was checked: that stays, after the changed words. */
function changedCue(cue: Cue, { next, was }: CueChange & { readonly kind: 'change' }): Cue {
  if (next.text === undefined || was === undefined || cue.text === was) return { ...cue, ...next };
  return cue.text.startsWith(was) ? { ...cue, ...next, text: next.text + cue.text.slice(was.length) } : cue;
}

function changeCue(cues: readonly Cue[], change: CueChange): readonly Cue[] {
  switch (change.kind) {
    case 'change':
      return cues.map((cue) => (cue.id === change.cueId ? changedCue(cue, change) : cue));
    case 'remove':
      return cues.filter((cue) => cue.id !== change.cueId);
    case 'add':
      return [...cues, change.cue];
  }
}
