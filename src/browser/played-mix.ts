import type { Piece } from '../core/edit/views.ts';
import type { LaidTrack } from '../core/music/arrangement.ts';
import type { BedLevels } from '../core/music/music.ts';
import type { Track } from '../core/music/track.ts';
import type { KnownClick } from '../core/sound/known-clicks.ts';
import type { MixGains } from '../core/sound/mix-gains.ts';
import type { TakenDown } from '../core/sound/voice-filter.ts';
import type { ProgrammeTime } from '../core/time/micros.ts';

/** What the voice's filter in the sound card's thread is told (`mix-worklet.ts`). */
export interface VoiceTold {
  /** From here on this recording is heard. */
  readonly of?: { readonly taken: TakenDown; readonly clicks: readonly KnownClick[] };
  /** Where in it the voice is, and how fast it goes. */
  readonly place?: { readonly ms: number; readonly rate: number };
}

/** What a programme's mix is played by. */
export interface PlayedMix {
  readonly gains: MixGains;
  readonly rumble: boolean;
  /** The recordings that are heard, and what is taken down of each. */
  readonly sounds: readonly Piece[];
  readonly takenDown: (mediaId: string) => TakenDown;
  readonly clicksOf: (mediaId: string) => readonly KnownClick[];
  /** Brings the whole to its loudness, dB. */
  readonly masterDb: number;
  /** No sample comes out over this, dB of full scale; null: they are as they are. */
  readonly limitDb: number | null;
  /** Where recordings are cut: the voice goes out and in again there, too fast to be heard, and nothing clicks. */
  readonly cuts: readonly ProgrammeTime[];
  /** By how much a line that was spoken again is to be louder, dB, by its id. */
  readonly lineDb: (pickUpId: string) => number;
  /** How many recordings are heard with their noise, though the file has it taken down. */
  readonly withNoise: number;
  readonly laid: readonly LaidTrack[];
  readonly levels: BedLevels;
  readonly urlOf: (track: Track) => string;
}
