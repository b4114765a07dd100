import type { PlayedMix } from '../../browser/played-mix.ts';
import type { TakeOfPage } from '../../contract/wire.ts';
import type { ToneRules } from '../../core/edit/decisions.ts';
import type { Piece } from '../../core/edit/views.ts';
import type { PlacedPickUp } from '../../core/sound/pick-ups.ts';
import type { Tone } from '../../core/sound/tones.ts';
import type { ProgrammeTime } from '../../core/time/micros.ts';
import type { Span } from '../../core/time/span.ts';

/** What the player plays, and how. */
export interface PlayerProps {
  /** Gives the picture its shape and its frames. */
  readonly first: TakeOfPage;
  /** What is seen and what is heard, from the start of the programme to its end. */
  readonly pictures: readonly Piece[];
  readonly sounds: readonly Piece[];
  readonly length: ProgrammeTime;
  /** The overlay's script on programme time; null: the bare picture. */
  readonly ass: string | null;
  /** Played again and again while it is chosen. */
  readonly loop?: Span<ProgrammeTime> | null;
  /** Timer tones, on programme time; left out: none are heard. */
  readonly tones?: { readonly list: readonly Tone[]; readonly rules: ToneRules };
  /** Lines that were spoken again. */
  readonly lines?: readonly PlacedPickUp[];
  /** How recordings and music are mixed; null or left out: recordings as they are, no music. */
  readonly mix?: PlayedMix | null;
}
