import type { VoiceCare } from '../edit/decisions.ts';
import type { Piece } from '../edit/views.ts';
import type { LaidTrack } from '../music/arrangement.ts';
import type { EnergyOf } from '../music/levels.ts';
import type { BedLevels } from '../music/music.ts';
import type { Length, ProgrammeTime } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import type { Loudness } from './levelling.ts';

/** What the sound of a programme is made of. */
export interface SoundSources {
  readonly sounds: readonly Piece[];
  readonly length: Length;
  /** How loud recordings are, by their ids, and once their voice was cared for; null: not measured. */
  readonly loudnessOf: (mediaId: string) => Loudness | null;
  readonly caredOf: (mediaId: string) => Loudness | null;
  readonly segments: readonly Span[];
  readonly sentences: readonly (Span<ProgrammeTime> & { readonly text: string })[];
  /** Where somebody speaks. */
  readonly speech: readonly Span[];
  readonly voice: VoiceCare;
  /** What is laid under it; empty where none is to be heard. */
  readonly laid: readonly LaidTrack[];
  readonly levels: BedLevels;
  readonly energyOf: EnergyOf;
}
