import { useEffect, useMemo, useRef, useState } from 'react';
import { type TempoMap, allBeats, phraseCounts } from '../../core/music/tempo-map.ts';
import { type Click, type TrackPlayer, openTrackPlayer } from '../../browser/track-player.ts';

/** Plays a track with a click on its beats, higher on downbeats and highest where a phrase begins. `at` in seconds. */
export function useTrackPlayer(url: string, map: TempoMap | null, setTrouble: (sentence: string) => void) {
  const [clicking, setClicking] = useState(true);
  const [playing, setPlaying] = useState(false);
  const [at, setAt] = useState(0);
  const player = useRef<TrackPlayer | null>(null);
  useEffect(() => {
    const opened = openTrackPlayer(url);
    player.current = opened;
    const { audio } = opened;
    const state = () => setPlaying(!audio.paused);
    audio.addEventListener('play', state);
    audio.addEventListener('pause', state);
    audio.addEventListener('error', () => {
      if (audio.src !== '')
        setTrouble('This browser cannot play the track; what was heard of it is right all the same.');
    });
    let frame = 0;
    const tick = () => {
      setAt(audio.currentTime);
      frame = requestAnimationFrame(tick);
    };
    tick();
    return () => {
      cancelAnimationFrame(frame);
      opened.destroy();
    };
  }, [url]);
  const clicks = useMemo<Click[]>(
    () =>
      map === null
        ? []
        : allBeats(map).map((us, beat) => ({
            at: us / 1e6,
            hz:
              (beat - map.phrase) % phraseCounts(map) === 0
                ? 2_000
                : (beat - map.one) % map.metre === 0
                  ? 1_500
                  : 1_000,
          })),
    [map],
  );
  useEffect(() => player.current?.click(clicking ? clicks : []), [clicks, clicking, url]);
  return { player, playing, at, setAt, clicking, setClicking };
}
