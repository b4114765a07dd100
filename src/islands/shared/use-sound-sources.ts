import { useMemo } from 'react';
import type { TrackSoundOfPage } from '../../contract/wire.ts';
import { filmedSegments } from '../../core/edit/assemble.ts';
import { layMusic } from '../../core/music/arrangement.ts';
import type { SoundSources } from '../../core/sound/sound-sources.ts';
import { type TakeLevels, caredLoudness, loudnessFrom } from '../../core/sound/take-levels.ts';
import { isHeardWithNoise } from '../../core/sound/voice-measure.ts';
import { ZERO, asLength, wholeLength } from '../../core/time/micros.ts';
import { useDerived, useWorkbench } from '../workbench/workbench-context.tsx';
import { call } from './call.ts';
import { useFetched } from './use-fetched.ts';

/** What a mix is made of, and what was measured of the recordings in it; null for one that never was. */
export interface MixSources {
  readonly sources: Omit<SoundSources, 'sentences'>;
  readonly levels: ReadonlyMap<string, TakeLevels | null>;
  /** Recordings that are heard with their noise, for it was never measured. */
  readonly withNoise: readonly string[];
}

/** What the programme's mix is made of; null: nothing was filmed, or it is being fetched. */
export function useSoundSources(): MixSources | null {
  const { produced } = useDerived();
  const { workbench } = useWorkbench();
  const music = workbench((s) => s.document.music);
  const sound = workbench((s) => s.document.edit.sound);
  const tracks = workbench((s) => s.usable);
  const takes = workbench((s) => s.takes);
  const sounds = produced?.sounds ?? [];
  const heard = [...new Set(sounds.flatMap((p) => p.mediaId ?? []))];
  // A take that was listened to again has new levels.
  const listened = takes.flatMap((t) => t.work.filter((w) => w.kind === 'listen').map((w) => w.state)).join();
  const levels = useFetched<TakeLevels>(heard, (id) => call('takeLevels', { id }), listened);
  const filmed = useMemo(() => filmedSegments(produced?.programme.segments ?? []), [produced]);
  const laid = useMemo(
    () => (sound.music ? layMusic(music, tracks, filmed).laid : []),
    [sound.music, music, tracks, filmed],
  );
  const used = [...new Set(laid.map((l) => l.track.id))];
  const energies = useFetched<TrackSoundOfPage>(used, (id) => call('trackSound', { id }));
  const loudness = useMemo(
    () => new Map([...levels].map(([id, found]) => [id, found === null ? null : loudnessFrom(found)])),
    [levels],
  );
  const cared = useMemo(
    () => new Map([...levels].map(([id, found]) => [id, found === null ? null : caredLoudness(found, sound.voice)])),
    [levels, sound.voice],
  );
  const lengths = new Map(takes.map(({ take }) => [take.id, wholeLength(take.duration)]));
  // As a word: while other work goes on takes change all the time, and the mix is not made anew for it.
  const noisy = heard
    .filter((id) => {
      const own = levels.get(id);
      return own != null && isHeardWithNoise(own.voice, lengths.get(id) ?? ZERO, sound.voice);
    })
    .join();
  return useMemo(() => {
    if (produced === null || heard.some((id) => !levels.has(id))) return null;
    const { programme, speech } = produced;
    return {
      levels,
      withNoise: noisy === '' ? [] : noisy.split(','),
      sources: {
        ...{ sounds, length: asLength(programme.length), segments: programme.segments, speech },
        ...{ voice: sound.voice, laid, levels: music.levels },
        loudnessOf: (id) => loudness.get(id) ?? null,
        caredOf: (id) => cared.get(id) ?? null,
        energyOf: (id) => energies.get(id)?.energies ?? null,
      },
    };
  }, [produced, noisy, levels, loudness, cared, energies, laid, sound, music]);
}
