import type { Micros } from '../time/micros.ts';
import type { BuildUp } from './choreography.ts';
import type { Dose, Phase, Range } from './dose.ts';

/**
 * The kinds of block, in the words of the field. Talk, set-up and water hold no moves; a preview shows those of other
 * blocks
 * before they are done; a repeat does other blocks again.
 */
export const BLOCK_KINDS = [
  'warm-up',
  'circuit',
  'strength',
  'cardio',
  'core',
  'hold',
  'flow',
  'cool-down',
  'talk',
  'set-up',
  'water',
  'preview',
  'repeat',
] as const;
export type BlockKind = (typeof BLOCK_KINDS)[number];

export const POSITIONS = [
  'standing',
  'half-kneeling',
  'kneeling',
  'all fours',
  'plank',
  'prone',
  'supine',
  'side-lying',
  'seated',
] as const;
export type Position = (typeof POSITIONS)[number];

/** How a block is timed. Every length is in microseconds; tempo is in thousandths of a beat a minute. */
export type Scheme =
  | { readonly kind: 'interval'; readonly workUs: Micros; readonly restUs: Micros; readonly sets: number }
  | { readonly kind: 'pair'; readonly firstUs: Micros; readonly secondUs: Micros; readonly restUs: Micros }
  | { readonly kind: 'emom'; readonly periodUs: Micros; readonly workUs: Micros }
  | { readonly kind: 'ladder'; readonly worksUs: readonly Micros[]; readonly restUs: Micros }
  | {
      readonly kind: 'reps';
      readonly reps: number;
      readonly repUs: Micros;
      readonly tempo: string | null;
      readonly restUs: Micros;
    }
  | { readonly kind: 'counts'; readonly counts: number; readonly milliBpm: number; readonly restUs: Micros }
  | { readonly kind: 'hold'; readonly holdUs: Micros; readonly changeUs: Micros }
  | { readonly kind: 'flow'; readonly lengthUs: Micros }
  /**
   * A combination taught from its elements, which are the block's moves; `free` holds the steps of a free build-up by
   * element.
   */
  | {
      readonly kind: 'choreography';
      readonly build: BuildUp;
      readonly milliBpm: number;
      readonly free: readonly (readonly number[])[];
    }
  | { readonly kind: 'plain'; readonly lengthUs: Micros };

/** From where a move is filmed. */
export const CAMERA_VIEWS = ['front', 'three-quarter', 'side', 'floor'] as const;
export type CameraView = (typeof CAMERA_VIEWS)[number];

export type FirstSide = 'left' | 'right';

/**
 * How a one-sided move gets both its sides: `both` has no sides; `own` gives each side an interval; `half` switches
 * in the middle of one interval and the switch costs `changeUs`; `alternate` changes every repetition; `rounds` does
 * the first side in odd rounds and the other in even ones.
 */
export type SidePolicy =
  | { readonly kind: 'both' }
  | { readonly kind: 'own'; readonly first: FirstSide }
  | { readonly kind: 'half'; readonly first: FirstSide; readonly changeUs: Micros }
  | { readonly kind: 'alternate'; readonly first: FirstSide }
  | { readonly kind: 'rounds'; readonly first: FirstSide };

export interface Move {
  readonly id: string;
  readonly name: string;
  /** null: as the block, else as the class. */
  readonly sides: SidePolicy | null;
  readonly position: Position | null;
  readonly needs: readonly string[];
  readonly easier: string | null;
  readonly harder: string | null;
  readonly note: string | null;
  /** Own lengths instead of the scheme's; null: as the scheme. */
  readonly workUs: Micros | null;
  readonly restUs: Micros | null;
  /** A demonstration before the move's first interval; null: none. */
  readonly demoUs: Micros | null;
  /** How much of it, where it is not as the scheme has it: counts, repetitions, breaths. */
  readonly dose?: Dose;
  /** Its parts one after the other, which make up its length. */
  readonly phases?: readonly Phase[];
  /** Its length is a guess within this. */
  readonly range?: Range;
  /** The foot that leads; left out: not said. */
  readonly lead?: FirstSide;
  /** How it is filmed; left out: as the exercise asks for. */
  readonly view?: CameraView;
  /** What changes from a round on (deeper, heavier, another name); left out: every round is the same. */
  readonly changes?: readonly RoundChange[];
}

/** How a move is from a round on, until a later change. null: as it was. */
export interface RoundChange {
  /** Counted from 1; 2 or more. */
  readonly fromRound: number;
  readonly name: string | null;
  readonly workUs: Micros | null;
  readonly needs: readonly string[] | null;
}

/** A move as it is in a round, counted from 1. */
export function moveInRound(move: Move, round: number): Move {
  if (move.changes === undefined || round < 2) return move;
  let now = move;
  for (const change of move.changes.filter((c) => c.fromRound <= round).sort((a, b) => a.fromRound - b.fromRound)) {
    now = {
      ...now,
      name: change.name ?? now.name,
      workUs: change.workUs ?? now.workUs,
      needs: change.needs ?? now.needs,
    };
  }
  return now;
}

export interface Block {
  readonly id: string;
  readonly name: string;
  readonly kind: BlockKind;
  readonly scheme: Scheme;
  readonly rounds: number;
  /** `circuit`: all moves, then the next round; `station`: all rounds of a move, then the next move. */
  readonly order: 'circuit' | 'station';
  readonly sides: SidePolicy | null;
  /** Rest between rounds instead of the scheme's; null: the scheme's. */
  readonly roundRestUs: Micros | null;
  /** Rest after the block instead of the scheme's last rest; null: see keepLastRest. */
  readonly blockRestUs: Micros | null;
  readonly keepLastRest: boolean;
  /** Its lengths are guesses: no timer, no calls of the time. */
  readonly about?: true;
  /** Of a talk or a break whose length is a guess. */
  readonly range?: Range;
  /** Ids of the blocks that a preview shows or a repeat does again, in that order. */
  readonly of?: readonly string[];
  readonly moves: readonly Move[];
}

/** Mirrored: the instructor faces the viewer and says the viewer's side. Own: the instructor says their own side. */
export type Cueing = 'mirrored' | 'own';

export interface Plan {
  readonly title: string;
  readonly instructor: string;
  readonly cueing: Cueing;
  readonly sides: SidePolicy;
  /** Tempo of the class in thousandths of a beat a minute, for counts that have none of their own. */
  readonly milliBpm?: number;
  readonly blocks: readonly Block[];
}

export const PLAN_LIMITS = {
  blocks: 200,
  movesInBlock: 400,
  moves: 2_000,
  rounds: 100,
  sets: 100,
  changes: 20,
  needs: 30,
  needLength: 200,
  /** Names and notes, in letters. */
  textLength: 2_000,
  phases: 12,
  segments: 20_000,
} as const;

export function isPlainBlock(kind: BlockKind): boolean {
  return kind === 'talk' || kind === 'set-up' || kind === 'water' || kind === 'preview' || kind === 'repeat';
}

export const NO_SIDES: SidePolicy = { kind: 'both' };

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
      return { kind: 'plain', lengthUs: (30 * S) as Micros };
    case 'set-up':
      return { kind: 'plain', lengthUs: (30 * S) as Micros };
    case 'water':
      return { kind: 'plain', lengthUs: (30 * S) as Micros };
    // A move is shown in some 22 s (common practice).
    case 'preview':
      return { kind: 'plain', lengthUs: (22 * S) as Micros };
    case 'repeat':
      return { kind: 'plain', lengthUs: 0 as Micros };
    case 'hold':
      return { kind: 'hold', holdUs: (30 * S) as Micros, changeUs: (6 * S) as Micros };
    case 'cool-down':
      return { kind: 'hold', holdUs: (30 * S) as Micros, changeUs: (6 * S) as Micros };
    case 'flow':
      return { kind: 'flow', lengthUs: (60 * S) as Micros };
    case 'warm-up':
      return { kind: 'interval', workUs: (30 * S) as Micros, restUs: 0 as Micros, sets: 1 };
    case 'circuit':
    case 'strength':
    case 'cardio':
    case 'core':
      return { kind: 'interval', workUs: (40 * S) as Micros, restUs: (20 * S) as Micros, sets: 1 };
  }
}

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
