import { useMemo } from 'react';
import type { PlayedMix } from '../../browser/played-mix.ts';
import { cutsIn } from '../../core/sound/cuts.ts';
import { LIMIT_DB } from '../../core/sound/limiter.ts';
import { lineDb } from '../../core/sound/line-loudness.ts';
import { masterDb, mixLoudness } from '../../core/sound/mix-loudness.ts';
import type { PlacedPickUp } from '../../core/sound/pick-ups.ts';
import { type TakeLevels, loudnessFrom } from '../../core/sound/take-levels.ts';
import { NOTHING_TAKEN } from '../../core/sound/voice-filter.ts';
import { clicksTakenOut, takenDown } from '../../core/sound/voice-measure.ts';
import { mediaUrl } from '../workbench/take.ts';
import { span } from '../../core/time/span.ts';
import { useDerived, useWorkbench } from '../workbench/workbench-context.tsx';
import { call } from './call.ts';
import { useFetched } from './use-fetched.ts';
import { useSoundSources } from './use-sound-sources.ts';

const NO_LINES: readonly PlacedPickUp[] = [];

/** How the programme's sound is mixed, for the page to play it as the file will be; null: it is not known yet. */
export function usePlayedMix(): PlayedMix | null {
  const mix = useSoundSources();
  const { workbench } = useWorkbench();
  const tracks = workbench((s) => s.tracks);
  const targetLufs = workbench((s) => s.document.edit.sound.targetLufs);
  const lines = useDerived().produced?.pickUps ?? NO_LINES;
  const spoken = useFetched<TakeLevels>([...new Set(lines.map((l) => l.recordingId))], (id) =>
    call('takeLevels', { id }),
  );
  return useMemo(() => {
    if (mix === null) return null;
    const { sources, levels: measured, withNoise } = mix;
    const { voice, laid, levels, sounds } = sources;
    const { cared, gains, integrated } = mixLoudness(sources);
    const lineGains = new Map(
      lines.map((line) => {
        const own = spoken.get(line.recordingId);
        const loudness = own == null ? null : { loudness: loudnessFrom(own), used: span(line.from, line.to) };
        return [line.pickUpId, loudness === null ? 0 : lineDb(loudness, cared, line.at)];
      }),
    );
    const urls = new Map(tracks.map((track) => [track.id, mediaUrl(track)]));
    return {
      ...{ gains, rumble: voice.rumble, sounds, laid, levels },
      masterDb: masterDb(integrated, targetLufs),
      limitDb: targetLufs === null ? null : LIMIT_DB,
      cuts: cutsIn(sounds),
      lineDb: (pickUpId) => lineGains.get(pickUpId) ?? 0,
      withNoise: withNoise.length,
      takenDown: (mediaId) => {
        const own = measured.get(mediaId)?.voice;
        return own == null ? NOTHING_TAKEN : takenDown(own, voice);
      },
      clicksOf: (mediaId) => {
        const own = measured.get(mediaId)?.voice;
        return own == null ? [] : clicksTakenOut(own, voice);
      },
      urlOf: ({ id }) => urls.get(id) ?? '',
    };
  }, [mix, tracks, targetLufs, lines, spoken]);
}
