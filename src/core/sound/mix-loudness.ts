import { gainAt, musicAt } from '../music/levels.ts';
import { integratedOf } from '../signal/loudness.ts';
import type { Loudness } from './levelling.ts';
import { type MixGains, mixGains } from './mix-gains.ts';
import { EVERY_US, recordedAlong } from './recorded-along.ts';
import type { SoundSources } from './sound-sources.ts';

/** How loud a mix is along the programme, a value for each tenth of a second; LUFS, -Infinity where nothing is. */
export interface MixLoudness {
  readonly recorded: Loudness;
  /** The same once it was cared for: what its gains are made from, as those of the file are. */
  readonly cared: Loudness;
  readonly gains: MixGains;
  /** The voice after its levelling, and the music under it. */
  readonly voice: readonly number[];
  readonly music: readonly number[];
  /** Loudness of voice and music together as a whole; null: only silence. */
  readonly integrated: number | null;
}

/** The loudness of the programme's mix, computed as the file is made: by the same gains. */
export function mixLoudness(of: Omit<SoundSources, 'sentences'>): MixLoudness {
  const [recorded, cared] = [recordedAlong(of), recordedAlong({ ...of, loudnessOf: of.caredOf })];
  const gains = mixGains(of, cared);
  const voice = cared.values.map((v, i) => v + gainAt(gains.voice, i * EVERY_US));
  const music = voice.map((_, i) => {
    const at = i * EVERY_US;
    return of.laid.length === 0
      ? -Infinity
      : (musicAt(of.laid, at, { levels: of.levels, energyOf: of.energyOf, gainDb: gainAt(gains.duck, at) }) ??
          -Infinity);
  });
  const mixed = voice.map((v, i) => 10 ** ((v + 0.691) / 10) + 10 ** ((music[i]! + 0.691) / 10));
  return { recorded, cared, gains, voice, music, integrated: integratedOf(mixed) };
}

/** The gain that brings a mix to its target, dB, before its encoded file is measured; 0: it stays as it is. */
export function masterDb(integrated: number | null, targetLufs: number | null): number {
  return integrated === null || targetLufs === null ? 0 : targetLufs - integrated;
}
