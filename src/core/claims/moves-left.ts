import { type Segment, isActive } from '../plan/segment.ts';
import { type CountsLeft, countsLeft } from '../plan/balance.ts';
import type { Said } from './claim.ts';
import { type Verdict, truth } from './verdict.ts';

/**
 * The moves' segments after each segment, and what is left there; worked out once a segment, for a script asks
 * thousands of times.
 */
export interface Ahead {
  readonly active: (index: number) => readonly Segment[];
  readonly left: (index: number) => CountsLeft;
}

export function lookAhead(segments: readonly Segment[]): Ahead {
  const active = segments.filter(isActive);
  const after = new Map<number, readonly Segment[]>();
  const left = new Map<number, CountsLeft>();
  return {
    active: (index) => {
      let list = after.get(index);
      if (list === undefined) after.set(index, (list = active.filter((s) => s.index > index)));
      return list;
    },
    left: (index) => {
      let counts = left.get(index);
      if (counts === undefined) left.set(index, (counts = countsLeft(segments, index)));
      return counts;
    },
  };
}

/** Moves and intervals are both accepted ways of counting; so are the round, the block and the class as the whole. */
export function checkLeft(claim: Extract<Said, { type: 'moves-left' }>, here: Segment, ahead: Ahead): Verdict {
  const left = ahead.left(here.index);
  const after = ahead.active(here.index);
  const classMoves = new Set(
    after.map((s) => `${s.moveId}/${s.round}`).filter((u) => !isActive(here) || u !== `${here.moveId}/${here.round}`),
  ).size;
  // In a break after a round's last move the next round is meant.
  const next = after[0];
  const nextRound =
    !isActive(here) && next !== undefined && next.blockId === here.blockId && next.round !== here.round ? left : null;
  const coming = next === undefined ? [] : after.filter((s) => s.blockId === next.blockId && s.round === next.round);
  let counts: number[];
  /** // The true number in the unit that was said; for `any` the nearest of all units. */
  let plain: number | null = null;
  if (claim.unit === 'round')
    counts = isActive(here) || nextRound === null ? [left.rounds] : [left.rounds, left.rounds - 1];
  else {
    const wider = claim.inRound !== true;
    const intervals = [
      left.intervalsInRound,
      ...(wider ? [left.intervals, after.length] : []),
      ...(isActive(here) ? [] : [coming.length]),
    ];
    const moves = [
      left.movesInRound,
      ...(wider ? [left.moves, classMoves] : []),
      ...(isActive(here) ? [] : [new Set(coming.map((s) => s.moveId)).size]),
    ];
    counts = claim.unit === 'interval' ? intervals : [...moves, ...intervals];
    if (isActive(here) && claim.unit !== 'any') plain = (claim.unit === 'interval' ? intervals : moves)[0] ?? null;
    // `last one` in the break before it: one is left, and it is the last.
    if (claim.left === 0 && !isActive(here)) counts = counts.map((n) => n - 1).concat(counts.filter((n) => n === 0));
    if (!isActive(here)) counts = counts.filter((n) => n > 0 || claim.left <= 0);
  }
  const usable = counts.filter((n) => n >= 0);
  const actual =
    plain !== null && !usable.includes(claim.left)
      ? plain
      : usable.length === 0
        ? 0
        : usable.reduce((a, b) => (Math.abs(b - claim.left) < Math.abs(a - claim.left) ? b : a));
  const holds = usable.includes(claim.left);
  // `Last one` and `two left` in the middle of a move, with no unit, are repetitions (common practice); so are sets of
  // them, where the block is done once.
  const ofSets = claim.unit === 'interval' && here.scheme === 'reps' && here.rounds === 1;
  const open = ofSets || (claim.unit === 'any' && claim.inRound !== true);
  const ofReps = isActive(here) && open && !claim.afterThis;
  return { claimed: claim.left, actual, verdict: holds || !ofReps ? truth(holds) : 'unsure' };
}
