import type { ClauseMark } from '../language/clause-mark.ts';
import type { Relation } from './clause-context.ts';

/**
 * How often what is said falls where: counted over spoken classes of four ways of teaching (eight classes, true times),
 * by `npm run bench -- learn`. Columns: work first, inside, last; break first, inside, last; talk first, inside,
 * last. First and last are the clauses at a segment's ends.
 */
export const CLAUSE_COUNTS: readonly number[] = [151, 1567, 151, 69.5, 603, 69.5, 30, 543, 30];

/** Clauses with a mark. */
export const MARK_COUNTS: Readonly<Record<ClauseMark, readonly number[]>> = {
  go: [0, 0, 0, 0, 0, 10, 0, 0, 3],
  ready: [0, 0, 0, 0, 4, 1, 0, 2, 1],
  stop: [3, 30, 20, 12, 8, 1, 0, 1, 0],
  thatsIt: [2, 25, 2, 4, 13, 1, 6, 18, 2],
  countdown: [0, 15, 20, 0, 0, 0, 0, 1, 0],
  count: [5, 149, 15, 2, 3, 0, 0, 2, 0],
  lastReps: [0, 33, 5, 1, 2, 0, 0, 1, 0],
  half: [0, 14, 0, 0, 0, 0, 0, 1, 0],
  timeLeft: [0, 33, 1, 1, 3, 0, 0, 3, 0],
  sequence: [9, 61, 4, 5, 36, 4, 2, 36, 2],
  otherSide: [3, 21, 3, 6.5, 6, 1.5, 1, 7, 0],
  equipment: [8, 32, 3, 10, 28, 4, 0, 34, 2],
  position: [5, 34, 4, 5, 36, 1, 1, 13, 1],
  option: [2, 67, 2, 0, 26, 1, 0, 35, 1],
  breath: [4, 56, 3, 0, 2, 2, 0, 2, 0],
  praise: [0, 33, 5, 5, 13, 1, 3, 20, 0],
  body: [52, 352, 26, 15.5, 171, 16.5, 1, 55, 3],
  show: [7, 22, 0, 1, 28, 2, 1, 14, 1],
  greeting: [3, 24, 5, 0, 13, 0, 8, 51, 6],
  story: [4, 122, 6, 3, 85, 5, 1, 100, 2],
  round: [2, 19, 1, 4, 18, 0, 0, 7, 1],
  water: [0, 1, 0, 1, 9, 0, 0, 8, 0],
  again: [3, 29, 2, 3, 13, 0, 1, 16, 0],
  tempo: [65, 411, 56, 21, 105, 20, 4, 58, 5],
  dose: [0, 16, 4, 0, 3, 1, 2, 19, 0],
  short: [92, 999, 91, 45, 294, 40, 26, 278, 23],
  long: [2, 30, 4, 1, 26, 0, 1, 28, 0],
  question: [0, 17, 0, 0, 19, 0, 1, 6, 1],
  leadIn: [11, 100, 21, 4, 15, 15, 1, 15, 3],
  opening: [17, 37, 4, 11, 48, 5, 5, 48, 1],
  countIn: [0, 12, 8, 0, 0, 3, 0, 0, 2],
  firstCount: [5, 7, 0, 0, 0, 0, 0, 0, 0],
};

/** Names heard, by what they are to the segment, and how many there could have been: one for each clause and label. */
export const NAME_COUNTS: Readonly<Record<Relation, readonly number[]>> = {
  own: [14.1, 26.4, 0, 0, 0, 0, 0, 0, 0],
  coming: [0, 7.4, 5.4, 0, 21.4, 0, 0, 6.6, 1],
  gone: [0, 2.5, 0.5, 0.5, 1.4, 0, 0, 0.5, 0.5],
  other: [2.1, 15.3, 2.5, 2.6, 10.9, 1.4, 0, 13.7, 0],
};
export const NAME_CHANCES: Readonly<Record<Relation, readonly number[]>> = {
  own: [151, 1567, 151, 0, 0, 0, 0, 0, 0],
  coming: [142, 1501, 142, 68.5, 603, 68.5, 22, 430, 22],
  gone: [143, 1485, 143, 69.5, 603, 69.5, 21, 238, 21],
  other: [1461, 14843, 1461, 660, 5308, 660, 298, 5069, 298],
};

/**
 * Of the moves that begin: how many were what the last announcement before them named, how many another, how many
 * nothing was named.
 */
export const ANNOUNCED = { match: 38, other: 29, none: 65 } as const;

/**
 * Clauses of one-sided segments, or of breaks before them, that speak of the segment's own side alone, or of the other
 * alone.
 */
export const SIDED_COUNTS: readonly number[] = [66, 611, 66, 35.5, 188, 35.5, 4, 33, 4];
export const SIDE_COUNTS: Readonly<Record<'own' | 'other', readonly number[]>> = {
  own: [15, 12, 1, 0.5, 24, 6.5, 0, 1, 0],
  other: [0, 10, 1, 0, 12, 0, 1, 0, 0],
};
