import { useMemo } from 'react';
import type { PlayedMix } from '../../browser/mix-player.ts';
import { mixGains } from '../../core/sound/mix-gains.ts';
import { NOTHING_TAKEN } from '../../core/sound/voice-filter.ts';
import { takenDown } from '../../core/sound/voice-measure.ts';
import { mediaUrl } from '../workbench/take.ts';
import { useWorkbench } from '../workbench/workbench-context.tsx';
import { useSoundSources } from './use-sound-sources.ts';

/** How the programme's sound is mixed, for the page to play it as the file will be; null: it is not known yet. */
export function usePlayedMix(): PlayedMix | null {
  const mix = useSoundSources();
  const tracks = useWorkbench().workbench((s) => s.tracks);
  return useMemo(() => {
    if (mix === null) return null;
    const { sources, levels: measured, withNoise } = mix;
    const { voice, laid, levels, sounds } = sources;
    const urls = new Map(tracks.map((track) => [track.id, mediaUrl(track)]));
    return {
      ...{ gains: mixGains(sources), rumble: voice.rumble, sounds, laid, levels },
      withNoise: withNoise.length,
      takenDown: (mediaId) => {
        const own = measured.get(mediaId)?.voice;
        return own == null ? NOTHING_TAKEN : takenDown(own, voice);
      },
      urlOf: ({ id }) => urls.get(id) ?? '',
    };
  }, [mix, tracks]);
}
