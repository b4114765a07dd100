import { type Micros, ZERO, micros } from '../time/micros.ts';
import type { Block, Scheme } from './plan.ts';

/** What a scheme gives one move: the lengths of its sets, each followed by a rest but for the block's own last one. */
export interface MoveTiming {
  readonly kind: 'work' | 'hold';
  readonly sets: readonly Micros[];
  readonly restUs: Micros;
}

/** The timing of every move of a block, in the order of its moves. A move's own lengths win over the scheme's. */
export function moveTimings(block: Block): MoveTiming[] {
  return block.moves.map((move, index) => {
    const timing = timingOf(block.scheme, index, block.moves.length);
    return {
      ...timing,
      sets: move.workUs === null ? timing.sets : timing.sets.map(() => move.workUs as Micros),
      restUs: move.restUs ?? timing.restUs,
    } satisfies MoveTiming;
  });
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
      return { kind: 'work', sets: [scheme.workUs], restUs: Math.max(0, scheme.periodUs - scheme.workUs) as Micros };
    case 'ladder':
      return { kind: 'work', sets: scheme.worksUs, restUs: scheme.restUs };
    case 'reps':
      return { kind: 'work', sets: [(scheme.reps * scheme.repUs) as Micros], restUs: scheme.restUs };
    case 'counts':
      return { kind: 'work', sets: [countsLength(scheme.counts, scheme.milliBpm)], restUs: scheme.restUs };
    case 'hold':
      return { kind: 'hold', sets: [scheme.holdUs], restUs: scheme.changeUs };
    case 'flow':
      return { kind: 'work', sets: [scheme.lengthUs], restUs: ZERO };
    case 'plain':
      return { kind: 'work', sets: [scheme.lengthUs], restUs: ZERO };
  }
}

/** Seconds of so many counts at a steady tempo, rounded once: 64 counts at 128 are 30 s. */
export function countsLength(counts: number, milliBpm: number): Micros {
  return micros((counts * 60e9) / milliBpm);
}

/** Microseconds of one repetition at a tempo such as `3-1-1-0` (down, hold, up, hold), or null where it is none. */
export function tempoLength(tempo: string): Micros | null {
  if (!/^\d{1,2}-\d{1,2}-\d{1,2}(-\d{1,2})?$/.test(tempo)) return null;
  const seconds = tempo.split('-').reduce((sum, part) => sum + Number(part), 0);
  return seconds === 0 ? null : micros(seconds * 1e6);
}
