import { EFFORTS, type Effort } from '../exercise/effort.ts';
import type { Exercise, Muscle, Pattern } from '../exercise/exercise.ts';
import { type ExerciseBook, SHIPPED_BOOK } from '../exercise/library.ts';
import type { BlockKind, Move, Plan, Position } from './plan.ts';
import type { Segment } from './segment.ts';

/** How near the floor a position is; going from one level to another takes time. */
export type Level = 'standing' | 'low' | 'floor';

/** What is known of a move: what the plan says, else what the library knows under its name. */
export interface Traits {
  readonly exercise: Exercise | null;
  readonly position: Position | null;
  readonly level: Level | null;
  /** The level at which the move ends: the next change-over begins there. */
  readonly endLevel: Level | null;
  readonly needs: readonly string[];
  /** Where its prop is worn or held; left out: not said. */
  readonly place?: string;
  readonly pattern: Pattern | null;
  readonly muscles: readonly Muscle[];
  readonly impact: Exercise['impact'];
  readonly effort: Effort;
}

export function traitsOf(
  move: Pick<Move, 'name' | 'position' | 'needs' | 'noNeeds' | 'place'>,
  block: BlockKind,
  book: ExerciseBook = SHIPPED_BOOK,
): Traits {
  const exercise = book.read(move.name);
  const position = move.position ?? exercise?.start ?? null;
  return {
    exercise,
    position,
    level: position === null ? null : levelOf(position),
    endLevel:
      move.position === null && exercise !== null
        ? levelOf(exercise.end)
        : position === null
          ? null
          : levelOf(position),
    needs: move.needs.length > 0 || move.noNeeds === true ? move.needs : (exercise?.equipment ?? []),
    ...(move.place !== undefined && { place: move.place }),
    pattern: exercise?.pattern ?? null,
    muscles: exercise?.muscles ?? [],
    impact: exercise?.impact ?? 'none',
    effort: exercise?.effort ?? usualEffort(block),
  };
}

/**
 * Reads the traits of any segment of a plan; null for a segment of no move. A move that changes between rounds is asked
 * by its name in that round.
 */
export function traitsReader(
  plan: Plan,
  book: ExerciseBook = SHIPPED_BOOK,
): (segment: Pick<Segment, 'moveId' | 'label' | 'needs' | 'blockKind'>) => Traits | null {
  const moves = new Map(plan.blocks.flatMap((b) => b.moves.map((m) => [m.id, m] as const)));
  const known = new Map<string, Traits>();
  return (segment) => {
    const move = segment.moveId === null ? undefined : moves.get(segment.moveId);
    if (move === undefined) return null;
    const key = `${move.id}/${segment.label}/${segment.needs.join()}`;
    let traits = known.get(key);
    if (traits === undefined)
      known.set(
        key,
        (traits = traitsOf(
          {
            ...(move.noNeeds === true && { noNeeds: true }),
            ...(move.place !== undefined && { place: move.place }),
            name: segment.label,
            position: move.position,
            needs: segment.needs,
          },
          segment.blockKind,
          book,
        )),
      );
    return traits;
  };
}

function levelOf(position: Position): Level {
  if (position === 'standing') return 'standing';
  return position === 'half-kneeling' || position === 'kneeling' ? 'low' : 'floor';
}

/** The effort of a move the library does not know, by the kind of its block. */
function usualEffort(block: BlockKind): Effort {
  switch (block) {
    case 'warm-up':
      return 'light';
    case 'circuit':
      return 'circuit';
    case 'strength':
      return 'resistance';
    case 'cardio':
      return 'high-impact';
    case 'core':
      return 'moderate';
    case 'flow':
      return 'flow';
    case 'hold':
    case 'cool-down':
      return 'stretch';
    case 'talk':
    case 'set-up':
    case 'water':
    case 'preview':
    case 'repeat':
    case 'part':
      return 'rest';
  }
}

export function metOf(effort: Effort): number {
  return EFFORTS[effort].met;
}
