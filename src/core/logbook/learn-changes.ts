import { isActive } from '../plan/segment.ts';
import { type ChangeFigures, type ChangeOver, type ChangePart, USUAL_CHANGES } from '../script/change-over.ts';
import { leastSquares } from '../speech/least-squares.ts';
import { micros } from '../time/micros.ts';
import type { RecordedSegment } from '../align/alignment.ts';

/** What a recording teaches about change-overs. */
interface LearnedChanges {
  readonly figures: ChangeFigures;
  /** Change-overs that said something: they ran over, or were done in less than was thought to be needed. */
  readonly used: number;
}

const FIELDS = ['knownUs', 'newUs', 'levelUs', 'propUs', 'sideUs'] as const satisfies readonly (keyof ChangeFigures)[];
const KINDS: readonly ChangePart['kind'][] = ['known', 'new', 'level', 'prop', 'side'];
/** A boundary less sure than this teaches nothing. */
const SURE = 0.3;
/** A break that ends this near its planned length was ended by the clock and not by the need. */
const BY_THE_CLOCK_S = 1;
/** Nobody takes longer for one part of a change; more was something else. */
const LONGEST_PART_S = 60;
/** What was held before weighs as much as so many recorded change-overs. */
const HELD = 2;
/** No part ever costs less than this share of common practice: nobody comes down to the floor in no time. */
const LEAST_SHARE = 0.4;
const FEWEST = 3;
const ROUNDS = 6;

/**
 * The studio's figures as a take corrects them. A break that ran over shows what was needed; one that ended by the
 * clock shows only that it was enough, so it counts where the figures ask for more than it took. Null where fewer than
 * three say anything.
 */
export function learnChanges(
  changes: readonly ChangeOver[],
  recorded: readonly RecordedSegment[],
  figures: ChangeFigures,
): LearnedChanges | null {
  const samples = changes
    .flatMap((change) => {
      const to = recorded[change.toIndex];
      const from = recorded.slice(0, change.toIndex).findLast((r) => isActive(r.segment));
      if (
        to?.recorded == null ||
        from?.recorded == null ||
        Math.min(to.confidence, from.confidence) < SURE ||
        change.parts.length === 0
      )
        return [];
      const words = change.parts.filter((p) => p.kind === 'words').reduce((sum, p) => sum + p.us, 0);
      const took = (to.recorded.start - from.recorded.end) / 1e6;
      return [
        {
          parts: KINDS.map((kind) => change.parts.filter((p) => p.kind === kind).length),
          took: took + change.saidBeforeUs / 1e6 - words / 1e6,
          over: took > change.plannedUs / 1e6 + BY_THE_CLOCK_S,
        },
      ];
    })
    .filter((s) => s.took > 0 && s.took < 2 * LONGEST_PART_S);
  const prior = FIELDS.map((field) => figures[field] / 1e6);
  let now = prior;
  let used = samples.filter((s) => s.over);
  for (let round = 0; round < ROUNDS; round++) {
    const needs = (parts: readonly number[]) => parts.reduce((sum, count, i) => sum + count * now[i]!, 0);
    used = samples.filter((s) => s.over || needs(s.parts) > s.took);
    now = leastSquares(
      used.map((s) => ({ parts: s.parts, value: s.took, weight: 1 })),
      prior,
      prior.map(() => HELD),
    ).map((v, i) =>
      Math.min(LONGEST_PART_S, Math.max((LEAST_SHARE * USUAL_CHANGES[FIELDS[i] as keyof ChangeFigures]) / 1e6, v)),
    );
  }
  if (used.length < FEWEST) return null;
  const tenths = now.map((v) => micros(Math.round(v * 10) * 1e5));
  return {
    figures: Object.fromEntries(FIELDS.map((field, i) => [field, tenths[i]])) as unknown as ChangeFigures,
    used: used.length,
  };
}
