import type { Length } from '../time/micros.ts';
import type { Block, BlockKind, Move, Scheme } from './plan.ts';

/** A move of which nothing is said but its name. */
export function newMove(id: string, name: string): Move {
  return {
    id,
    name,
    sides: null,
    position: null,
    needs: [],
    easier: null,
    harder: null,
    note: null,
    workUs: null,
    restUs: null,
    demoUs: null,
  };
}

const S = 1_000_000;

/** The scheme a block of a kind begins with when nothing was said. */
export function defaultScheme(kind: BlockKind): Scheme {
  switch (kind) {
    case 'talk':
      return { kind: 'plain', lengthUs: (30 * S) as Length };
    case 'set-up':
      return { kind: 'plain', lengthUs: (30 * S) as Length };
    case 'water':
      return { kind: 'plain', lengthUs: (30 * S) as Length };
    // To show a move takes some 22 s (common practice).
    case 'preview':
      return { kind: 'plain', lengthUs: (22 * S) as Length };
    case 'repeat':
    case 'part':
      return { kind: 'plain', lengthUs: 0 as Length };
    case 'hold':
      return { kind: 'hold', holdUs: (30 * S) as Length, changeUs: (6 * S) as Length };
    case 'cool-down':
      return { kind: 'hold', holdUs: (30 * S) as Length, changeUs: (6 * S) as Length };
    case 'flow':
      return { kind: 'flow', lengthUs: (60 * S) as Length };
    case 'warm-up':
      return { kind: 'interval', workUs: (30 * S) as Length, restUs: 0 as Length, sets: 1 };
    case 'circuit':
    case 'strength':
    case 'cardio':
    case 'core':
      return { kind: 'interval', workUs: (40 * S) as Length, restUs: (20 * S) as Length, sets: 1 };
  }
}

/** A block of a kind with its usual timing and no moves. */
export function newBlock(id: string, kind: BlockKind, name: string): Block {
  return {
    id,
    name,
    kind,
    scheme: defaultScheme(kind),
    rounds: 1,
    order: 'circuit',
    sides: null,
    roundRestUs: null,
    blockRestUs: null,
    keepLastRest: true,
    moves: [],
  };
}
