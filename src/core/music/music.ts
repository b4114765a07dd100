import { type Length, type Micros, ZERO, fromSeconds } from '../time/micros.ts';
import { NO_SHOWING, type Showing } from './rights.ts';

/**
 * A stretch of a track laid under a block. It begins `atUs` after the block's start, plays `beats` beats of the track
 * from `fromBeat` on, at `speed` times its own tempo with its pitch kept, and fades over whole beats at its ends.
 */
export interface Placement {
  readonly id: string;
  readonly trackId: string;
  readonly blockId: string;
  readonly atUs: Micros;
  readonly fromBeat: number;
  readonly beats: number;
  /** Millionths: 1 000 000 is as it is. */
  readonly speedPpm: number;
  readonly fadeInBeats: number;
  readonly fadeOutBeats: number;
}

/** How the music lies under the voice. */
export interface BedLevels {
  /** Loudness that every track is brought to where nobody speaks, LUFS × 10 as a whole number: -200 is -20.0. */
  readonly musicDeciLufs: number;
  /** How loud the voice is taken to be where no take tells, LUFS × 10. */
  readonly voiceDeciLufs: number;
  /** Wanted distance of the voice above the music, LU × 10. 20 LU is what WCAG 1.4.7 asks for. */
  readonly distanceDeciLu: number;
  readonly attackUs: Length;
  readonly releaseUs: Length;
}

/** What a person decides of a workout's music. */
export interface Music {
  readonly placements: readonly Placement[];
  /** Blocks that are left without music on purpose. */
  readonly silent: readonly string[];
  readonly levels: BedLevels;
  readonly showing: Showing;
}

/** An id that no placement has: the letter m and the first free number. */
export function freePlacementId(placements: readonly Pick<Placement, 'id'>[]): string {
  const taken = new Set(placements.map((p) => p.id));
  let number = 1;
  while (taken.has(`m${number}`)) number++;
  return `m${number}`;
}

export const USUAL_LEVELS: BedLevels = {
  musicDeciLufs: -200,
  voiceDeciLufs: -180,
  distanceDeciLu: 120,
  attackUs: fromSeconds(0.2),
  releaseUs: fromSeconds(0.8),
};
export const EMPTY_MUSIC: Music = { placements: [], silent: [], levels: USUAL_LEVELS, showing: NO_SHOWING };
export const AS_IT_IS_PPM = 1_000_000;
export const MUSIC_LIMITS = { placements: 500, speedPpm: [500_000, 2_000_000], atUs: [ZERO, 36_000e6] } as const;
