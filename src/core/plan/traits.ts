import { EFFORTS, type Effort } from '../exercise/effort.ts';
import type { Exercise, Muscle, Pattern } from '../exercise/exercise.ts';
import { exerciseNamed } from '../exercise/library.ts';
import type { BlockKind, Move, Position } from './plan.ts';

/** How near the floor a position is; going from one level to another takes time. */
export type Level = 'standing' | 'low' | 'floor';

/** What is known of a move: what the plan says, else what the library knows under its name. */
export interface Traits {
  readonly exercise: Exercise | null;
  readonly position: Position | null;
  readonly level: Level | null;
  readonly needs: readonly string[];
  readonly pattern: Pattern | null;
  readonly muscles: readonly Muscle[];
  readonly impact: Exercise['impact'];
  readonly effort: Effort;
}

export function traitsOf(move: Pick<Move, 'name' | 'position' | 'needs'>, block: BlockKind): Traits {
  const exercise = exerciseNamed(move.name);
  const position = move.position ?? exercise?.start ?? null;
  return {
    exercise, position, level: position === null ? null : levelOf(position), needs: move.needs.length > 0 ? move.needs : (exercise?.equipment ?? []),
    pattern: exercise?.pattern ?? null, muscles: exercise?.muscles ?? [], impact: exercise?.impact ?? 'none', effort: exercise?.effort ?? usualEffort(block),
  };
}

export function levelOf(position: Position): Level {
  if (position === 'standing') return 'standing';
  return position === 'half-kneeling' || position === 'kneeling' ? 'low' : 'floor';
}

/** The effort of a move the library does not know, by the kind of its block. */
function usualEffort(block: BlockKind): Effort {
  switch (block) {
    case 'warm-up': return 'light';
    case 'circuit': return 'circuit';
    case 'strength': return 'resistance';
    case 'cardio': return 'high-impact';
    case 'core': return 'moderate';
    case 'flow': return 'flow';
    case 'hold': case 'cool-down': return 'stretch';
    case 'talk': case 'set-up': case 'water': return 'rest';
  }
}

export function metOf(effort: Effort): number {
  return EFFORTS[effort].met;
}
