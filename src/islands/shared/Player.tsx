import { memo, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { PlayedLine } from '../../browser/line-player.ts';
import { ProgrammeSound } from '../../browser/programme-sound.ts';
import type { PlacedPickUp } from '../../core/sound/pick-ups.ts';
import { firstFrameFrom, frameMiddle } from '../../core/time/frames.ts';
import {
  type Micros,
  type ProgrammeTime,
  ZERO,
  earlier,
  later,
  micros,
  moved,
  toSeconds,
} from '../../core/time/micros.ts';
import { playedUrl } from '../workbench/take.ts';
import { useWorkbench } from '../workbench/workbench-context.tsx';
import { PlayerControls } from './PlayerControls.tsx';
import { isSoundOf, useSame } from './player-parts.ts';
import type { PlayerProps } from './player-props.ts';
import { usePlayhead } from './playhead.ts';
import { Reel } from './reel.ts';
import { soundKeeper } from './sound-keeper.ts';
import { useOverlay } from './use-overlay.ts';
import { usePlayerKeys } from './use-player-keys.ts';

const NO_LINES: readonly PlacedPickUp[] = [];

/**
 * Plays the programme across its takes, cameras and cuts, the overlay drawn as it will be rendered. The playhead is on
 * programme time. Space plays, arrows step, comma and full stop go frame by frame.
 */
export const Player = memo(function Player({
  first,
  pictures: newPictures,
  sounds: newSounds,
  length,
  ass,
  loop = null,
  tones,
  lines = NO_LINES,
  mix = null,
}: PlayerProps) {
  // What goes on around the takes computes the programme anew; it plays on where that changes nothing.
  const [pictures, sounds] = [useSame(newPictures), useSame(newSounds)];
  const decks = [useRef<HTMLVideoElement>(null), useRef<HTMLVideoElement>(null)] as const;
  const voices = [useRef<HTMLAudioElement>(null), useRef<HTMLAudioElement>(null)] as const;
  const canvas = useRef<HTMLCanvasElement>(null);
  const [shown, setShown] = useState<0 | 1 | null>(0);
  const [playing, setPlaying] = useState(false);
  const [rate, setRate] = useState(1);
  const wasPlaying = useRef(playing);
  wasPlaying.current = playing;
  const [trouble, setTrouble] = useState<string | null>(null);
  const takes = useWorkbench().workbench((s) => s.takes);
  const urls = useMemo(() => new Map(takes.map(({ take }) => [take.id, playedUrl(take)])), [takes]);
  const known = useRef(urls);
  known.current = urls;
  const spoken = useMemo(
    () =>
      lines.flatMap((l): PlayedLine[] => (urls.has(l.recordingId) ? [{ ...l, url: urls.get(l.recordingId)! }] : [])),
    [lines, urls],
  );
  const [mixed, setMixed] = useState(true);
  const withPicture = { lines: spoken, tones, mix: mixed ? mix : null };
  const beside = useRef(withPicture);
  beside.current = withPicture;
  const sounding = useRef<ProgrammeSound | null>(null);
  /** Somebody speaks to the picture: nothing is to be heard. */
  const quiet = useRef(false);
  const setVoice = useCallback((volume: number) => {
    for (const { current } of [...decks, ...voices]) if (current !== null) current.volume = volume;
  }, []);
  const overlay = useOverlay(canvas, first, ass, setTrouble);

  /** Where what is heard is not what is seen, sound has players of its own and runs through switches of the camera. */
  const apart = useMemo(
    () =>
      sounds.length > 0 &&
      pictures.some((p) => !sounds.some((s) => s.at <= p.at && p.at < s.at + s.length && isSoundOf(s, p))),
    [pictures, sounds],
  );
  const reels = useRef<{ readonly picture: Reel; readonly sound: Reel | null } | null>(null);
  const seek = useCallback(
    (time: ProgrammeTime) => {
      const clamped = later(ZERO, earlier(time, moved(length, -1)));
      reels.current?.picture.seek(clamped);
      reels.current?.sound?.seek(clamped);
      overlay.draw(toSeconds(clamped));
      usePlayhead.setState({ at: clamped });
    },
    [length, overlay],
  );
  const stop = useCallback(() => {
    reels.current?.picture.pause();
    reels.current?.sound?.pause();
    sounding.current?.silence();
    quiet.current = false;
    setVoice(1);
    setPlaying(false);
  }, [setVoice]);

  useEffect(() => {
    const [a, b, c, d] = [decks[0].current, decks[1].current, voices[0].current, voices[1].current];
    if (a === null || b === null || c === null || d === null) return;
    const options = {
      urlOf: (id: string) => known.current.get(id) ?? '',
      // The first frame that belongs to the time, and its middle: on its edge players show the frame before.
      seekTo: (time: Micros) =>
        toSeconds(frameMiddle(firstFrameFrom(micros(Math.max(0, time)), first.rate), first.rate)),
    };
    reels.current = {
      picture: new Reel([a, b], pictures, {
        ...options,
        onSwap: (on) => setShown(on === null ? null : on === a ? 0 : 1),
        onBlend: (other, share) => {
          for (const deck of [a, b]) {
            const seen = deck === other;
            deck.style.visibility = seen ? 'visible' : '';
            deck.style.opacity = seen ? String(share) : '';
            deck.style.zIndex = seen ? '1' : '';
          }
        },
      }),
      sound: apart ? new Reel([c, d], sounds, { urlOf: options.urlOf, seekTo: toSeconds }) : null,
    };
    for (const deck of [a, b]) deck.muted = apart;
    seek(usePlayhead.getState().at ?? ZERO);
    // Cut while it plays, it plays on.
    if (wasPlaying.current) {
      const { picture, sound } = reels.current;
      void Promise.all([picture.play(), sound?.play()]).catch(() => setPlaying(false));
    }
    return () => {
      for (const element of [a, b, c, d]) element.pause();
    };
  }, [pictures, sounds, apart, first.id]);
  useEffect(() => {
    const elements = [...decks, ...voices].flatMap(({ current }) => current ?? []);
    const own = (sounding.current = new ProgrammeSound(elements));
    return () => own.close();
  }, []);
  useEffect(() => {
    reels.current?.picture.setRate(rate);
    reels.current?.sound?.setRate(rate);
  }, [rate, pictures, sounds]);

  // Follows the picture: hands over at the end of a piece, draws the overlay, moves the playhead.
  useEffect(() => {
    if (!playing) return;
    let handle = 0;
    const bringBack = soundKeeper();
    const follow = () => {
      handle = requestAnimationFrame(follow);
      const { picture, sound } = reels.current ?? {};
      if (picture === undefined) return;
      if (!picture.follow()) return stop();
      sound?.follow();
      const now = picture.at;
      if (now === null) return;
      if (loop !== null && now >= loop.end) return seek(loop.start);
      const heard = sound?.at ?? null;
      if (sound != null && heard !== null) bringBack(sound, heard - now, now);
      if (quiet.current) setVoice(0);
      else if (sounding.current !== null) setVoice(sounding.current.follow(beside.current, now, rate));
      overlay.draw(toSeconds(now));
      if (usePlayhead.getState().at !== now) usePlayhead.setState({ at: now });
    };
    handle = requestAnimationFrame(follow);
    return () => cancelAnimationFrame(handle);
  }, [playing, loop, seek, stop, overlay, rate, setVoice]);

  const playQuiet = useCallback(() => {
    const { picture } = reels.current ?? {};
    if (picture === undefined) return;
    quiet.current = true;
    sounding.current?.silence();
    setVoice(0);
    setPlaying(true);
    void picture.play().catch(() => setPlaying(false));
  }, [setVoice]);
  useEffect(() => {
    usePlayhead.setState({ playQuiet, pause: stop });
    return () => usePlayhead.setState({ playQuiet: null, pause: null });
  }, [playQuiet, stop]);
  useEffect(() => {
    usePlayhead.setState({ seek, at: usePlayhead.getState().at ?? ZERO });
    return () => usePlayhead.setState({ seek: null });
  }, [seek]);

  const toggle = useCallback(() => {
    if (playing) return stop();
    const { picture, sound } = reels.current ?? {};
    if (picture === undefined) return;
    // At its end it begins again.
    if ((usePlayhead.getState().at ?? 0) >= length - 50_000) seek(ZERO);
    setPlaying(true);
    sounding.current?.begin();
    void Promise.all([picture.play(), sound?.play()]).catch(() => {
      setPlaying(false);
      setTrouble('The browser did not start playing.');
    });
  }, [playing, stop, length, seek]);
  const toggleMixed = useCallback(() => setMixed((on) => !on), []);
  usePlayerKeys({ toggle, seek, toggleMixed }, first.rate);

  return (
    <section aria-label="Picture">
      <div className="relative bg-ink" style={{ aspectRatio: `${first.width} / ${first.height}` }} onClick={toggle}>
        {decks.map((deck, i) => (
          <video
            key={i}
            ref={deck}
            preload="auto"
            playsInline
            className={`absolute inset-0 h-full w-full ${i === shown ? '' : 'invisible'}`}
            {...(i === shown ? { 'aria-label': 'The programme' } : { 'aria-hidden': true })}
            data-overlay={i === shown && overlay.ready ? 'ready' : undefined}
            onError={(e) =>
              e.currentTarget.dataset.url !== undefined && setTrouble('This browser cannot play the take.')
            }
          />
        ))}
        {/* A canvas is handed to the rasteriser for good: another shape of picture has another one. */}
        <canvas key={overlay.key} ref={canvas} className="pointer-events-none absolute inset-0 z-2 h-full w-full" />
        {voices.map((voice, i) => (
          <audio key={i} ref={voice} preload="auto" />
        ))}
      </div>
      <PlayerControls
        {...{ playing, toggle, length, seek, rate, setRate, toggleMixed }}
        mixed={mix === null ? null : mixed}
        withNoise={mix?.withNoise ?? 0}
      />
      {trouble !== null && (
        <p role="alert" className="mt-1 text-alarm">
          {trouble}
        </p>
      )}
    </section>
  );
});
