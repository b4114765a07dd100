import { useEffect, useRef, useState } from 'react';
import { type TempoMap, barStarts, beatAt, beatTime, phraseCounts, phraseStarts } from '../../core/music/tempo-map.ts';
import type { Micros } from '../../core/time/micros.ts';
import { call } from '../shared/call.ts';
import type { LibraryTrack } from '../../core/music/library.ts';

interface Props {
  readonly track: LibraryTrack;
  /** Seconds on the track. */
  readonly at: number;
  readonly seek: (seconds: number) => void;
  readonly drag: (beat: number, to: Micros) => void;
}

const WAVEFORM_A_SECOND = 20;
/** Seconds that the near picture shows. */
const NEAR_S = 10;
const HOLD_PX = 7;

/**
 * The whole track in a band with its sections and phrases, and ten seconds of it near: bars to drag, counts, the
 * playhead in the middle.
 */
export function BeatPicture({ track, at, seek, drag }: Props) {
  const whole = useRef<HTMLCanvasElement>(null);
  const near = useRef<HTMLCanvasElement>(null);
  const [waveform, setWaveform] = useState<readonly number[]>([]);
  const [held, setHeld] = useState<{ readonly beat: number; readonly to: number } | null>(null);
  const { map } = track;
  const seconds = Math.max(0.1, track.duration / 1e6);
  useEffect(() => {
    if (track.state !== 'heard') return;
    let current = true;
    void call('trackSound', { id: track.id }).then(
      (s) => {
        if (current) setWaveform(s.waveform);
      },
      () => undefined,
    );
    return () => {
      current = false;
    };
  }, [track.id, track.state]);
  const from = Math.max(0, Math.min(seconds - NEAR_S, at - NEAR_S / 2));
  useEffect(() => {
    if (whole.current !== null) drawWhole(whole.current, waveform, track, at);
  }, [waveform, track, at]);
  useEffect(() => {
    if (near.current !== null) drawNear(near.current, waveform, { map, from, at, held });
  }, [waveform, map, from, at, held]);
  const timeIn = (e: { clientX: number; currentTarget: HTMLElement }, start: number, length: number) => {
    const box = e.currentTarget.getBoundingClientRect();
    return start + Math.max(0, Math.min(1, (e.clientX - box.left) / box.width)) * length;
  };
  const step = (by: number) => {
    if (map !== null) seek(Math.max(0, beatTime(map, Math.round(beatAt(map, at * 1e6)) + by) / 1e6));
  };
  return (
    <div className="mt-3">
      <canvas
        ref={whole}
        role="img"
        aria-label="The whole track with its sections and phrases"
        className="h-16 w-full border-y bg-sheet text-ink"
        onPointerDown={(e) => seek(timeIn(e, 0, seconds))}
      />
      <div
        role="slider"
        tabIndex={0}
        aria-label="Playhead"
        aria-valuemin={0}
        aria-valuemax={Math.round(seconds)}
        aria-valuenow={Math.round(at)}
        aria-valuetext={`${at.toFixed(1)} seconds`}
        className="mt-1 touch-none"
        onKeyDown={(e) => {
          const by = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: map?.metre ?? 4, ArrowUp: -(map?.metre ?? 4) }[e.key];
          if (by !== undefined) {
            e.preventDefault();
            step(by);
          }
        }}
        onPointerDown={(e) => {
          const time = timeIn(e, from, NEAR_S);
          const box = e.currentTarget.getBoundingClientRect();
          const bar =
            map === null
              ? undefined
              : barStarts(map).find(
                  (beat) => Math.abs(beatTime(map, beat) / 1e6 - time) * (box.width / NEAR_S) < HOLD_PX,
                );
          if (bar === undefined) return seek(time);
          e.currentTarget.setPointerCapture(e.pointerId);
          setHeld({ beat: bar, to: time });
        }}
        onPointerMove={(e) => {
          if (held !== null) setHeld({ ...held, to: timeIn(e, from, NEAR_S) });
        }}
        onPointerUp={(e) => {
          if (held !== null) {
            drag(held.beat, Math.round(timeIn(e, from, NEAR_S) * 1e6) as Micros);
            setHeld(null);
          }
        }}
      >
        <canvas ref={near} className="h-28 w-full border-y bg-sheet text-ink" />
      </div>
    </div>
  );
}

function prepared(
  canvas: HTMLCanvasElement,
): { c: CanvasRenderingContext2D; w: number; h: number; ink: (name: string) => string } | null {
  const ratio = window.devicePixelRatio || 1;
  const [w, h] = [canvas.clientWidth, canvas.clientHeight];
  [canvas.width, canvas.height] = [Math.round(w * ratio), Math.round(h * ratio)];
  const c = canvas.getContext('2d');
  if (c === null || w === 0) return null;
  c.scale(ratio, ratio);
  const style = getComputedStyle(document.documentElement);
  return { c, w, h, ink: (name) => style.getPropertyValue(`--color-${name}`) };
}

function drawWhole(canvas: HTMLCanvasElement, waveform: readonly number[], track: LibraryTrack, at: number): void {
  const p = prepared(canvas);
  if (p === null) return;
  const { c, w, h, ink } = p;
  const seconds = Math.max(0.1, track.duration / 1e6);
  const x = (s: number) => (s / seconds) * w;
  const { map } = track;
  if (map !== null) {
    for (const section of track.sections) {
      c.fillStyle = ink('work-tint');
      c.globalAlpha = 0.25 + 0.75 * section.energy;
      const [a, b] = [x(beatTime(map, section.fromBeat) / 1e6), x(beatTime(map, section.toBeat) / 1e6)];
      c.fillRect(a, h * (1 - section.energy), b - a - 1, h * section.energy);
    }
    c.globalAlpha = 1;
  }
  c.fillStyle = ink('change');
  for (let i = 0; i < w; i++) {
    const a = Math.floor((i / w) * waveform.length);
    let most = 0;
    for (let k = a; k < Math.max(a + 1, Math.floor(((i + 1) / w) * waveform.length)); k++)
      most = Math.max(most, waveform[k] ?? 0);
    const size = (most / 255) * (h - 8);
    c.fillRect(i, (h - size) / 2, 1, Math.max(1, size));
  }
  if (map !== null) {
    c.fillStyle = ink('ink');
    for (const beat of phraseStarts(map)) c.fillRect(x(beatTime(map, beat) / 1e6), 0, 1, 7);
  }
  c.fillStyle = ink('alarm');
  c.fillRect(x(at) - 1, 0, 2, h);
}

/** What is drawn, from which second, and the beat that is held. */
interface NearView {
  readonly map: TempoMap | null;
  readonly from: number;
  readonly at: number;
  readonly held: { beat: number; to: number } | null;
}

function drawNear(canvas: HTMLCanvasElement, waveform: readonly number[], { map, from, at, held }: NearView): void {
  const p = prepared(canvas);
  if (p === null) return;
  const { c, w, h, ink } = p;
  const x = (s: number) => ((s - from) / NEAR_S) * w;
  c.fillStyle = ink('change-tint');
  for (let i = Math.floor(from * WAVEFORM_A_SECOND); i < (from + NEAR_S) * WAVEFORM_A_SECOND; i++) {
    const size = ((waveform[i] ?? 0) / 255) * (h - 34);
    c.fillRect(
      x(i / WAVEFORM_A_SECOND),
      24 + (h - 34 - size) / 2,
      w / (NEAR_S * WAVEFORM_A_SECOND) - 0.5,
      Math.max(1, size),
    );
  }
  if (map !== null) {
    c.font = '11px "Martian Mono Variable", monospace';
    const counts = phraseCounts(map);
    for (let beat = Math.max(0, Math.ceil(beatAt(map, from * 1e6))); beat < map.beats; beat++) {
      const own = beatTime(map, beat) / 1e6;
      if (own > from + NEAR_S) break;
      const time = held?.beat === beat ? held.to : own;
      const count = (((beat - map.phrase) % counts) + counts) % counts;
      const one = (((beat - map.one) % map.metre) + map.metre) % map.metre === 0;
      c.fillStyle = held?.beat === beat ? ink('alarm') : count === 0 ? ink('work') : one ? ink('ink') : ink('soft');
      c.globalAlpha = one ? 1 : 0.55;
      c.fillRect(x(time) - (count === 0 ? 1.5 : 0.5), one ? 16 : 40, count === 0 ? 3 : 1, one ? h : h - 56);
      c.globalAlpha = 1;
      if (one || w / NEAR_S > 60) c.fillText(String(count + 1), x(time) + 3, one ? 12 : 36);
    }
  }
  c.fillStyle = ink('alarm');
  c.fillRect(x(at) - 1, 0, 2, h);
}
