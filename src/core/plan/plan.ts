import type { LanguageCode } from '../language/languages.ts';
import type { Length } from '../time/micros.ts';
import type { BuildUp } from './choreography.ts';
import type { Dose, Phase, Range } from './dose.ts';
import type { Load, Presenter, TakeUp, Version } from './levels.ts';
import type { RoundChange, RoundSpan } from './round-change.ts';

/**
 * The kinds of block, in the words of the field. Talk, set-up and water hold no moves; a preview shows those of other
 * blocks before they are done; a repeat does other blocks again; a part begins a part of the programme, before which a
 * break may lie outside of the video.
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
  'part',
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

/** The repetitions of a ladder, set by set, and how long one takes. */
export interface LadderCounts {
  readonly reps: readonly number[];
  readonly repUs: Length;
  readonly tempo: string | null;
}

/** How a block is timed. Every length is in microseconds; tempo is in thousandths of a beat a minute. */
export type Scheme =
  | { readonly kind: 'interval'; readonly workUs: Length; readonly restUs: Length; readonly sets: number }
  | { readonly kind: 'pair'; readonly firstUs: Length; readonly secondUs: Length; readonly restUs: Length }
  | { readonly kind: 'emom'; readonly periodUs: Length; readonly workUs: Length }
  /** One set for each length; `counted`: the sets are given in repetitions, and the lengths follow from them. */
  | {
      readonly kind: 'ladder';
      readonly worksUs: readonly Length[];
      readonly restUs: Length;
      readonly counted?: LadderCounts;
    }
  | {
      readonly kind: 'reps';
      readonly reps: number;
      readonly repUs: Length;
      readonly tempo: string | null;
      readonly restUs: Length;
    }
  | { readonly kind: 'counts'; readonly counts: number; readonly milliBpm: number; readonly restUs: Length }
  | { readonly kind: 'hold'; readonly holdUs: Length; readonly changeUs: Length }
  | { readonly kind: 'flow'; readonly lengthUs: Length }
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
  | { readonly kind: 'plain'; readonly lengthUs: Length };

/** The side from which a move is filmed. */
export const CAMERA_VIEWS = ['front', 'three-quarter', 'side', 'floor'] as const;
export type CameraView = (typeof CAMERA_VIEWS)[number];

type FirstSide = 'left' | 'right';

/**
 * How a one-sided move gets both its sides: `both` has no sides; `own` gives each side an interval; `half` switches
 * in the middle of one interval and the switch costs `changeUs`; `alternate` changes every repetition; `rounds` does
 * the first side in odd rounds and the other in even ones; `one` does the first side alone.
 */
export type SidePolicy =
  | { readonly kind: 'both' }
  | { readonly kind: 'own'; readonly first: FirstSide }
  | { readonly kind: 'half'; readonly first: FirstSide; readonly changeUs: Length }
  | { readonly kind: 'alternate'; readonly first: FirstSide }
  | { readonly kind: 'rounds'; readonly first: FirstSide }
  | { readonly kind: 'one'; readonly first: FirstSide };

/** What may stand between the moves of a block. */
export const INSTEADS = ['talk', 'set-up', 'water'] as const;
export type Instead = (typeof INSTEADS)[number];

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
  readonly workUs: Length | null;
  readonly restUs: Length | null;
  /** A demonstration before the move's first interval; null: none. */
  readonly demoUs: Length | null;
  /** How much of the move is done, where that differs from the scheme: counts, repetitions, breaths. */
  readonly dose?: Dose;
  /** Its parts one after the other, which make up its length. */
  readonly phases?: readonly Phase[];
  /** The range of its length, where that is a guess. */
  readonly range?: Range;
  /** The foot that leads; left out: not said. */
  readonly lead?: FirstSide;
  /** How it is filmed; left out: as the exercise asks for. */
  readonly view?: CameraView;
  /** Other names by which it is called in this class. */
  readonly also?: readonly string[];
  /** Who leads it; left out: as the block. */
  readonly by?: string;
  /** Who shows the easier and the harder version, when, and until when. */
  readonly easierAs?: Version;
  readonly harderAs?: Version;
  /** True: there are no versions of it, and none are asked for. */
  readonly noLevels?: true;
  /** True: it is done without a prop, whatever the exercise library says. */
  readonly noNeeds?: true;
  readonly load?: Load;
  /** Where a prop is worn or held: `above the knees`. */
  readonly place?: string;
  /** A prop that is taken up before each of its rounds, in so many counts or so much time. */
  readonly takeUp?: TakeUp;
  /** The rounds in which it is done; left out: all. */
  readonly inRounds?: RoundSpan;
  /** It is no move: somebody talks, sets up or drinks within the block, for the length in `workUs`. */
  readonly instead?: Instead;
  /**
   * For an element that is a whole combination of its own: the block that holds it; its counts are the sum of that
   * block's.
   */
  readonly allOf?: string;
  /** What changes from a round on (deeper, heavier, another name); left out: every round is the same. */
  readonly changes?: readonly RoundChange[];
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
  readonly roundRestUs: Length | null;
  /** Rest after the block instead of the scheme's last rest; null: see keepLastRest. */
  readonly blockRestUs: Length | null;
  readonly keepLastRest: boolean;
  /** Its lengths are guesses: it has no timer, and no time is called. */
  readonly about?: true;
  /** What counts its time while it is filmed: a machine, or somebody who looks at a clock; left out: not said. */
  readonly clock?: 'timer' | 'hand';
  /** What a machine timer counts down before the first interval. */
  readonly leadInUs?: Length;
  /** Shown once, done so many rounds at home. */
  readonly atHome?: RoundSpan;
  /** The break before a move that is new in the block, where it is longer than the scheme's. */
  readonly newRestUs?: Length;
  /** A change-over between moves that have no rest between them. */
  readonly changeUs?: Length;
  /** What is danced until the phrase is full, where the counts do not come out even. */
  readonly filler?: string;
  /** Who leads it; left out: the instructor. */
  readonly by?: string;
  /** True: there are no easier or harder versions in it, and none are asked for. */
  readonly noLevels?: true;
  /** True: it is done without music. */
  readonly noMusic?: true;
  /** The range of a talk or a break whose length is a guess. */
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
  /** Who is before the camera beside the instructor; left out: nobody. */
  readonly presenters?: readonly Presenter[];
  /** What is spoken and read in the class; left out: English. */
  readonly language?: LanguageCode;
  readonly blocks: readonly Block[];
}

export function isPlainBlock(kind: BlockKind): boolean {
  return (
    kind === 'talk' ||
    kind === 'set-up' ||
    kind === 'water' ||
    kind === 'preview' ||
    kind === 'repeat' ||
    kind === 'part'
  );
}

/** The moves of a block, without what stands between them. */
export function movesOf({ moves }: Pick<Block, 'moves'>): readonly Move[] {
  return moves.filter((m) => m.instead === undefined);
}

export const NO_SIDES: SidePolicy = { kind: 'both' };
