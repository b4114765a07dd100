import type { Segment } from '../plan/segment.ts';
import type { PathPiece } from './viterbi.ts';

/** How one class runs its breaks against the plan. */
export interface Habit {
  /** By how much they run over, in the middle; microseconds, negative where they are cut short. */
  readonly overUs: number;
  /** How much they differ from that, as a share of what breaks usually differ; 1 where nothing is known. */
  readonly spread: number;
}

export interface Habits {
  readonly rest: Habit;
  readonly change: Habit;
}

export const NO_HABITS: Habits = { rest: { overUs: 0, spread: 1 }, change: { overUs: 0, spread: 1 } };

/** Fewer breaks than this are no habit. */
const FEWEST_BREAKS = 4;
/** The rough path is right within so much; a smaller habit is none. */
const LEAST_HABIT_US = 1.5e6;
const MOST_HABIT_US = 12e6;
/** Change-overs run over by less than breaks do. */
const CHANGE_SHARE = 0.4;

/**
 * By how much breaks run over in this class, from a rough path: each may lie wrong by seconds, but all together they fill
 * the time between what was surely heard. The middle half of them counts.
 */
export function roughHabits(segments: readonly Segment[], path: readonly PathPiece[]): Habits {
  const over = between(segments, path, 'rest')
    .map((b) => b.overUs)
    .sort((a, b) => a - b);
  if (over.length < FEWEST_BREAKS) return NO_HABITS;
  const middle = over.slice(Math.floor(over.length / 4), Math.ceil((over.length * 3) / 4));
  const habit = middle.reduce((a, b) => a + b, 0) / middle.length;
  const overUs = Math.abs(habit) < LEAST_HABIT_US ? 0 : Math.max(-LEAST_HABIT_US, Math.min(MOST_HABIT_US, habit));
  return { rest: { overUs, spread: 1 }, change: { overUs: overUs * CHANGE_SHARE, spread: 1 } };
}

/** A break counts for the habit when both its ends are at least this sure. */
const SURE = 0.25;
const FEWEST_SURE = 5;
/** Breaks differ from their habit by so many seconds in most classes (standard deviation). */
const USUAL_SPREAD_S = { rest: 3, change: 2 } as const;
/** No hand is more regular than this. */
const LEAST_SPREAD = 0.45;
/** How much the spread of a few breaks may be underestimated, in seconds, shared by their number. */
const DOUBT_S = 4;

/**
 * The same, and how regular they are, from the breaks whose ends are sure. A class whose breaks are all alike is held
 * to it where nothing sharp was heard; one whose breaks differ is not.
 */
export function sureHabits(
  segments: readonly Segment[],
  path: readonly PathPiece[],
  sureOf: (segment: number) => number,
  before: Habits,
): Habits {
  const of = (kind: 'rest' | 'change'): Habit => {
    const over = between(segments, path, kind === 'rest' ? 'rest' : 'change-over')
      .filter((b) => sureOf(b.segment) >= SURE)
      .map((b) => b.overUs)
      .sort((a, b) => a - b);
    if (over.length < FEWEST_SURE) return before[kind];
    const middle = over[over.length >> 1] as number;
    const off = over.map((us) => Math.abs(us - middle)).sort((a, b) => a - b);
    const spreadS = (1.48 * (off[off.length >> 1] as number)) / 1e6 + DOUBT_S / over.length;
    return {
      overUs: Math.max(-MOST_HABIT_US, Math.min(MOST_HABIT_US, middle)),
      spread: Math.max(LEAST_SPREAD, Math.min(1, spreadS / USUAL_SPREAD_S[kind])),
    };
  };
  return { rest: of('rest'), change: of('change') };
}

/** Breaks of a kind between two segments of the plan that follow each other, and by how much each runs over. */
function between(
  segments: readonly Segment[],
  path: readonly PathPiece[],
  kind: 'rest' | 'change-over',
): { readonly segment: number; readonly overUs: number }[] {
  return path.flatMap((piece, j) => {
    const segment = piece.segment === null ? undefined : segments[piece.segment];
    if (
      piece.segment === null ||
      segment?.kind !== kind ||
      path[j + 1]?.segment !== piece.segment + 1 ||
      path[j - 1]?.segment !== piece.segment - 1
    )
      return [];
    return [{ segment: piece.segment, overUs: piece.end - piece.start - (segment.end - segment.start) }];
  });
}
