import { type Micros, micros } from '../time/micros.ts';
import type { LaidTrack } from './arrangement.ts';
import type { BedLevels } from './music.ts';

/**
 * By how much a track is made louder or softer so that it has the music's loudness. A silent track is left as it is.
 */
export function trackGainDb(lufs: number | null, levels: BedLevels): number {
  return lufs === null ? 0 : levels.musicDeciLufs / 10 - lufs;
}

/** A track as it is heard at a moment of the class. */
export interface HeardTrack {
  readonly laid: LaidTrack;
  /** Where on its own clock it is. */
  readonly at: Micros;
  /** How fast it runs against the class: 1 is as it is. */
  readonly speed: number;
  /** What it is multiplied by, 0 to 1 and beyond: its own gain and its fades, not yet ducked. */
  readonly amplitude: number;
}

/** The tracks that are heard at a moment, as the bed is made: from their beats, stretched, faded. */
export function heardTracks(laid: readonly LaidTrack[], moment: number, levels: BedLevels): HeardTrack[] {
  return laid.flatMap((l) => {
    if (moment < l.start || moment >= l.end) return [];
    const speed = l.placement.speedPpm / 1e6;
    const fade = Math.min(
      1,
      l.fadeInUs > 0 ? (moment - l.start) / l.fadeInUs : 1,
      l.fadeOutUs > 0 ? (l.end - moment) / l.fadeOutUs : 1,
    );
    const gain = 10 ** (trackGainDb(l.track.lufs, levels) / 20);
    return [{ laid: l, at: micros(l.from + (moment - l.start) * speed), speed, amplitude: gain * fade }];
  });
}
