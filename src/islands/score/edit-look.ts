import type { LookId, LookRules, Slot } from '../../core/lanes/look-rules.ts';
import type { Override } from '../../core/lanes/rules.ts';
import { LOOKS } from '../../core/looks/looks.ts';
import type { WorkoutDocument } from '../../core/workout/document.ts';

/** For what a look is chosen. */
export type LookScope =
  | { readonly kind: 'class' }
  | { readonly kind: 'block'; readonly blockId: string }
  | { readonly kind: 'segment'; readonly segmentKey: string };

/** The document with other rules of its look. */
export function withLookRules(document: WorkoutDocument, next: Partial<LookRules>): WorkoutDocument {
  const { edit } = document;
  return { ...document, edit: { ...edit, rules: { ...edit.rules, look: { ...edit.rules.look, ...next } } } };
}

/** The document with a look for the class, for one block, or for one segment. What is narrower keeps its own. */
export function withLook(document: WorkoutDocument, scope: LookScope, look: LookId): WorkoutDocument {
  const { rules } = document.edit;
  switch (scope.kind) {
    case 'class':
      return withLookRules(document, { look });
    case 'block': {
      const { [scope.blockId]: _, ...others } = rules.look.blocks;
      const same = look === rules.look.look;
      return withLookRules(document, { blocks: same ? others : { ...others, [scope.blockId]: look } });
    }
    case 'segment':
      return withLookByHand(document, scope.segmentKey, 'look', look);
  }
}

/** The document with something of the look said for one segment; null: as the rule has it. */
export function withLookByHand(
  document: WorkoutDocument,
  segmentKey: string,
  field: 'look' | 'mirrored' | 'plates',
  value: LookId | boolean | null,
): WorkoutDocument {
  const { edit } = document;
  const others = edit.overrides.filter((o) => !(o.segmentKey === segmentKey && o.lane === 'look' && o.field === field));
  const own = value === null ? [] : [{ segmentKey, lane: 'look', field, value } as Override];
  return { ...document, edit: { ...edit, overrides: [...others, ...own] } };
}

/** The document with something shown or not; what its look does anyway is not said. */
export function withShown(document: WorkoutDocument, slot: Slot, on: boolean): WorkoutDocument {
  const { look } = document.edit.rules;
  const { [slot]: _, ...others } = look.shows;
  const byLook = LOOKS[look.look].shows.includes(slot);
  return withLookRules(document, { shows: byLook === on ? others : { ...others, [slot]: on } });
}
