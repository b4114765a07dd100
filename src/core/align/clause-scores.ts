import { CLAUSE_MARKS, type ClauseMark } from '../language/clause-mark.ts';
import { CLAUSE_COUNTS, MARK_COUNTS, NAME_CHANCES, NAME_COUNTS, SIDED_COUNTS, SIDE_COUNTS } from './clause-table.ts';
import { DOINGS, type Doing, PLACES, type Place, RELATIONS, type Relation } from './clause-context.ts';

/** Marks often come together (`and rest` is also short), so each counts for this share of what it would alone. */
const MARKS_TOGETHER = 0.85;
/** Smoothing: each context begins with this many clauses at the rate of all contexts together. */
const PRIOR_CLAUSES = 12;
const PRIOR_NAMES = 25;

const column = (d: Doing, p: Place) => DOINGS.indexOf(d) * 3 + PLACES.indexOf(p);
const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);

/** ln of how much more often something is said here than anywhere; nearer to 0 where little was counted. */
function logOdds(counts: readonly number[], chances: readonly number[], at: number, prior: number): number {
  const rate = (sum(counts) + 0.5) / (sum(chances) + 1);
  return Math.log(((counts[at] ?? 0) + prior * rate) / ((chances[at] ?? 0) + prior) / rate);
}

/**
 * A countdown ends work and breaks alike (common practice): what was counted tells where it stands, not what is done.
 */
const OF_ANY_DOING: ReadonlySet<ClauseMark> = new Set(['countdown']);

/** Counts with those of one place added up over all doings. */
const pooled = (counts: readonly number[]) =>
  counts.map((_, at) => sum(DOINGS.map((d) => counts[column(d, PLACES[at % PLACES.length]!)]!)));

const MARK_SCORES = new Map<ClauseMark, Float64Array>(
  CLAUSE_MARKS.map((m) => [
    m,
    Float64Array.from(
      { length: 9 },
      (_, at) =>
        MARKS_TOGETHER *
        (OF_ANY_DOING.has(m)
          ? logOdds(pooled(MARK_COUNTS[m]), pooled(CLAUSE_COUNTS), at, PRIOR_CLAUSES)
          : logOdds(MARK_COUNTS[m], CLAUSE_COUNTS, at, PRIOR_CLAUSES)),
    ),
  ]),
);

/** All names together: how often one given label is named in any clause. */
const NAME_RATE = sum(RELATIONS.map((r) => sum(NAME_COUNTS[r]))) / sum(RELATIONS.map((r) => sum(NAME_CHANCES[r])));
const NAME_SCORES = new Map<Relation, Float64Array>(
  RELATIONS.map((r) => [
    r,
    Float64Array.from({ length: 9 }, (_, at) =>
      Math.log(
        ((NAME_COUNTS[r][at] ?? 0) + PRIOR_NAMES * NAME_RATE) / ((NAME_CHANCES[r][at] ?? 0) + PRIOR_NAMES) / NAME_RATE,
      ),
    ),
  ]),
);
const SIDE_SCORES = (['own', 'other'] as const).map((r) =>
  Float64Array.from({ length: 9 }, (_, at) => logOdds(SIDE_COUNTS[r], SIDED_COUNTS, at, PRIOR_CLAUSES)),
);

/** ln of how much more a mark is heard in a place than anywhere. */
export function markScore(mark: ClauseMark, d: Doing, p: Place): number {
  return MARK_SCORES.get(mark)?.[column(d, p)] ?? 0;
}

/** ln of how much more a label is named in a place, by what it is to the segment, than anywhere. */
export function nameScore(relation: Relation, d: Doing, p: Place): number {
  return NAME_SCORES.get(relation)?.[column(d, p)] ?? 0;
}

export function sideScore(own: boolean, d: Doing, p: Place): number {
  return SIDE_SCORES[own ? 0 : 1]?.[column(d, p)] ?? 0;
}
