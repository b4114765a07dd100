import { useCallback, useEffect, useRef, useState } from 'react';
import { Pause, Play } from 'lucide-react';
import { type Overlay, openOverlay } from '../../browser/overlay.ts';
import { type KeptRange, toProgramme, toTake } from '../../core/edit/conform.ts';
import { firstFrameFrom, frameMiddle } from '../../core/time/frames.ts';
import { type Micros, fromSeconds, toSeconds } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { type TakeOfPage, playedUrl } from '../workbench/take.ts';
import { inField } from '../workbench/use-keys.ts';
import { usePlayhead } from './playhead.ts';

interface Props {
  readonly take: TakeOfPage;
  readonly kept: readonly KeptRange[];
  readonly length: Micros;
  /** The overlay's script on programme time; null: the bare picture. */
  readonly ass: string | null;
}

const STEP_S = 5;

/**
 * Plays the programme: the take with its cuts skipped, the overlay drawn as it will be rendered. The playhead is on
 * programme time. Space plays, arrows step, comma and full stop go frame by frame.
 */
export function Player({ take, kept, length, ass }: Props) {
  const video = useRef<HTMLVideoElement>(null);
  const overlay = useRef<Overlay | null>(null);
  const [playing, setPlaying] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const at = usePlayhead((s) => s.at) ?? (0 as Micros);

  const seekTake = useCallback(
    (time: Micros) => {
      const element = video.current;
      if (element === null) return;
      // The first frame that belongs to the time, and its middle: on its edge players show the frame before.
      element.currentTime = toSeconds(frameMiddle(firstFrameFrom(Math.max(0, time) as Micros, take.rate), take.rate));
    },
    [take.rate],
  );
  const seek = useCallback(
    (time: Micros) => {
      const clamped = Math.min(Math.max(0, time), Math.max(0, length - 1)) as Micros;
      seekTake(toTake(clamped, kept));
      usePlayhead.setState({ at: clamped });
    },
    [seekTake, kept, length],
  );

  // Follows the picture: skips what is cut out, keeps the overlay's clock, moves the playhead.
  useEffect(() => {
    let handle = 0;
    const follow = () => {
      const element = video.current;
      if (element !== null && !element.seeking) {
        const now = fromSeconds(element.currentTime);
        const range = kept.find((k) => now < k.end);
        if (range !== undefined && now < range.start && !element.paused) seekTake(range.start);
        else if (range === undefined && !element.paused) element.pause();
        if (range !== undefined) overlay.current?.offset(toSeconds((range.at - range.start) as Micros));
        const next = toProgramme(now, kept);
        if (usePlayhead.getState().at !== next && !element.paused) usePlayhead.setState({ at: next });
      }
      handle = requestAnimationFrame(follow);
    };
    handle = requestAnimationFrame(follow);
    return () => cancelAnimationFrame(handle);
  }, [kept, seekTake]);

  useEffect(() => {
    usePlayhead.setState({ seek, at: usePlayhead.getState().at ?? (0 as Micros) });
    return () => usePlayhead.setState({ seek: null });
  }, [seek]);

  const wanted = useRef(ass);
  wanted.current = ass;
  useEffect(() => {
    const element = video.current;
    if (element === null) return;
    let ended = false;
    openOverlay(element, wanted.current ?? EMPTY_SCRIPT).then(
      (opened) => {
        if (ended) return opened.destroy();
        overlay.current = opened;
        element.dataset.overlay = 'ready';
        if (wanted.current !== null) void opened.show(wanted.current);
      },
      () =>
        setTrouble(
          'The timer and captions cannot be drawn over the picture in this browser. The rendered file has them.',
        ),
    );
    return () => {
      ended = true;
      overlay.current?.destroy();
      overlay.current = null;
    };
  }, [take.id]);
  useEffect(() => {
    void overlay.current?.show(ass ?? EMPTY_SCRIPT);
  }, [ass]);

  const toggle = useCallback(() => {
    const element = video.current;
    if (element === null) return;
    if (element.paused) void element.play().catch(() => setTrouble('The browser did not start playing.'));
    else element.pause();
  }, []);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (inField(event) || event.ctrlKey || event.metaKey || event.altKey || event.target instanceof HTMLButtonElement)
        return;
      const now = usePlayhead.getState().at ?? 0;
      const frame = (1e6 * take.rate.den) / take.rate.num;
      const step = { ArrowLeft: -STEP_S * 1e6, ArrowRight: STEP_S * 1e6, ',': -frame, '.': frame }[event.key];
      if (event.key === ' ') toggle();
      else if (step !== undefined) seek((now + step) as Micros);
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [toggle, seek, take.rate]);

  return (
    <section aria-label="Picture">
      <div className="relative bg-ink" style={{ aspectRatio: `${take.width} / ${take.height}` }}>
        <video
          ref={video}
          src={playedUrl(take)}
          preload="auto"
          playsInline
          className="block h-full w-full"
          aria-label="The programme"
          onPlay={() => setPlaying(true)}
          onPause={() => setPlaying(false)}
          onClick={toggle}
          onError={() => setTrouble('This browser cannot play the take.')}
          onLoadedMetadata={() => seek(usePlayhead.getState().at ?? (0 as Micros))}
        />
      </div>
      <div className="mt-1.5 flex items-center gap-3">
        <button className="btn" onClick={toggle}>
          {playing ? <Pause size={13} /> : <Play size={13} />}
          {playing ? 'Pause' : 'Play'} <kbd className="key">space</kbd>
        </button>
        <time>{writeTime(at, 1)}</time>
        <input
          type="range"
          aria-label="Playhead"
          min={0}
          max={Math.max(1, Math.round(length / 1e5))}
          value={Math.round(at / 1e5)}
          onChange={(e) => seek((Number(e.target.value) * 1e5) as Micros)}
          className="min-w-0 flex-1 accent-(--color-ink)"
        />
        <time className="text-soft">{writeTime(length, 0)}</time>
      </div>
      {trouble !== null && (
        <p role="alert" className="mt-1 text-alarm">
          {trouble}
        </p>
      )}
    </section>
  );
}

const EMPTY_SCRIPT =
  '[Script Info]\nScriptType: v4.00+\n\n[Events]\nFormat: Layer, Start, End, Style, Name, MarginL, MarginR, MarginV, Effect, Text\n';
