import { type Length, ZERO, asLength } from '../time/micros.ts';
import { countsLength } from './counts-length.ts';
import { doseLength, middleOf } from './dose.ts';
import type { Block, Move, Scheme } from './plan.ts';

export { countsLength } from './counts-length.ts';

/** What a scheme gives one move: the lengths of its sets, each followed by a rest but for the block's own last one. */
export interface MoveTiming {
  readonly kind: 'work' | 'hold';
  readonly sets: readonly Length[];
  readonly restUs: Length;
}

/**
 * The timing of every move of a block, in the order of its moves. A move's own lengths win over the scheme's.
 * `milliBpm` is the tempo of the class, for counts that have none of their own.
 */
export function moveTimings(block: Block, milliBpm: number | null = null): MoveTiming[] {
  return block.moves.map((move, index) => moveTiming(block, move, index, milliBpm));
}

/** The timing of one move at its place in a block, counted from 0; the move may be as it is in a later round. */
export function moveTiming(block: Block, move: Move, index: number, milliBpm: number | null): MoveTiming {
  const timing = timingOf(block.scheme, index, block.moves.length);
  const own = ownLength(move, tempoOfBlock(block, milliBpm));
  return {
    ...timing,
    sets: own === null ? timing.sets : timing.sets.map(() => own),
    restUs: move.restUs ?? timing.restUs,
  };
}

/** The tempo of a block: its own where it is counted, else that of the class; null: neither has one. */
export function tempoOfBlock({ scheme }: Pick<Block, 'scheme'>, milliBpm: number | null): number | null {
  return scheme.kind === 'counts' || scheme.kind === 'choreography' ? scheme.milliBpm : milliBpm;
}

/** A move's own length, by its phases, its dose, a range or a time; null: it lasts as the scheme has it. */
function ownLength(move: Move, milliBpm: number | null): Length | null {
  if (move.phases !== undefined && move.phases.length > 0)
    return asLength(move.phases.reduce((sum, phase) => sum + phase.lengthUs, 0));
  if (move.dose !== undefined) return doseLength(move.dose, milliBpm);
  return move.range === undefined ? move.workUs : middleOf(move.range);
}

function timingOf(scheme: Scheme, index: number, moves: number): MoveTiming {
  switch (scheme.kind) {
    case 'interval':
      return { kind: 'work', sets: Array.from({ length: scheme.sets }, () => scheme.workUs), restUs: scheme.restUs };
    case 'pair': {
      // Moves go two by two; the two of a pair touch, the rest follows the second. An odd last move is a first alone.
      const first = index % 2 === 0;
      const alone = first && index === moves - 1;
      return {
        kind: 'work',
        sets: [first ? scheme.firstUs : scheme.secondUs],
        restUs: first && !alone ? ZERO : scheme.restUs,
      };
    }
    case 'emom':
      return { kind: 'work', sets: [scheme.workUs], restUs: Math.max(0, scheme.periodUs - scheme.workUs) as Length };
    case 'ladder':
      return { kind: 'work', sets: scheme.worksUs, restUs: scheme.restUs };
    case 'reps':
      return { kind: 'work', sets: [(scheme.reps * scheme.repUs) as Length], restUs: scheme.restUs };
    case 'counts':
      return { kind: 'work', sets: [countsLength(scheme.counts, scheme.milliBpm)], restUs: scheme.restUs };
    case 'hold':
      return { kind: 'hold', sets: [scheme.holdUs], restUs: scheme.changeUs };
    case 'flow':
      return { kind: 'work', sets: [scheme.lengthUs], restUs: ZERO };
    // Its segments are the steps of its build-up; an element by itself has its own counts.
    case 'choreography':
      return { kind: 'work', sets: [ZERO], restUs: ZERO };
    case 'plain':
      return { kind: 'work', sets: [scheme.lengthUs], restUs: ZERO };
  }
}

/** Microseconds of one repetition at a tempo such as `3-1-1-0` (down, hold, up, hold), or null where it is none. */
export function tempoLength(tempo: string): Length | null {
  if (!/^\d{1,2}-\d{1,2}-\d{1,2}(-\d{1,2})?$/.test(tempo)) return null;
  const seconds = tempo.split('-').reduce((sum, part) => sum + Number(part), 0);
  return seconds === 0 ? null : asLength(seconds * 1e6);
}
