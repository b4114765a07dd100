import type { LetStand } from '../../core/edit/decisions.ts';
import type { Finding } from '../../core/findings/finding.ts';
import type { WorkoutDocument } from '../../core/workout/document.ts';

/** The document with a finding let stand, and why. */
export function withLetStand(document: WorkoutDocument, finding: Finding, why: string): WorkoutDocument {
  const { rule, segmentKey, at } = finding;
  const own: LetStand = { rule, segmentKey, at, how: why };
  return withStanding(document, [...document.edit.letStand.filter((s) => !isSame(s, own)), own]);
}

/** The document in which it is found again. */
export function withFoundAgain(document: WorkoutDocument, stands: LetStand): WorkoutDocument {
  return withStanding(
    document,
    document.edit.letStand.filter((s) => !isSame(s, stands)),
  );
}

const withStanding = (document: WorkoutDocument, letStand: readonly LetStand[]): WorkoutDocument => ({
  ...document,
  edit: { ...document.edit, letStand },
});

const isSame = (a: LetStand, b: LetStand) => a.rule === b.rule && a.segmentKey === b.segmentKey && a.at === b.at;
