import type { Length } from '../time/micros.ts';
import type { SoundSources } from './sound-sources.ts';
import type { Loudness } from './levelling.ts';

/** Loudness along a programme has a value for each tenth of a second. */
export const EVERY_US = 100_000 as Length;

/** What was recorded, piece by piece, on programme time. */
export function recordedAlong({
  sounds,
  length,
  loudnessOf,
}: Pick<SoundSources, 'sounds' | 'length' | 'loudnessOf'>): Loudness {
  const values = new Array<number>(Math.ceil(length / EVERY_US)).fill(-Infinity);
  for (const { mediaId, from, at, length: lasts } of sounds) {
    const own = mediaId === null ? null : loudnessOf(mediaId);
    if (own === null) continue;
    for (let i = Math.ceil(at / EVERY_US); i * EVERY_US < at + lasts && i < values.length; i++)
      values[i] = own.values[Math.round((from + i * EVERY_US - at) / own.everyUs)] ?? -Infinity;
  }
  return { everyUs: EVERY_US, values };
}
