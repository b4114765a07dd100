import { Key } from '../../ui/Key.tsx';
import { useEffect, useRef, useState } from 'react';
import { toProgramme, toTake } from '../../core/edit/shots.ts';
import { type TakeTime, ZERO, micros, takeTime } from '../../core/time/micros.ts';
import type { Span } from '../../core/time/span.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { usePlayhead } from '../shared/playhead.ts';
import { drawPeaks, usePeaks } from '../shared/use-peaks.ts';
import { sideWord } from '../shared/words.ts';
import { useDerived, useDocument } from '../workbench/workbench-context.tsx';
import { withPin } from '../../core/workout/pins.ts';

/**
 * How much of the take is shown at once where there is room; on a phone half of it. At first a quarter of it lies
 * before the playhead.
 */
const WIDE = { px: 560, us: 24e6 } as const;
const BEFORE_SHARE = 0.25;
/** About how wide a letter of the words is, pixels. */
const LETTER_PX = 7.6;
const WORD_ROOM_PX = 40;
/** Steps of the arrow keys on a boundary. */
const STEP_US = { fine: 40_000, coarse: 500_000 } as const;

/**
 * The take's sound round the playhead with its words, and the boundaries in it: each can be dragged, or moved by the
 * arrow keys.
 */
export function SoundStrip({ takeId, duration }: { readonly takeId: string; readonly duration: TakeTime }) {
  const { aligned, inHand: produced } = useDerived();
  const { document, change } = useDocument();
  const { state, peaks } = usePeaks(takeId);
  const kept = produced?.programme.shots ?? [];
  const playhead = toTake(usePlayhead((s) => s.at) ?? ZERO, kept);
  const [from, setFrom] = useState(0);
  const [width, setWidth] = useState(860);
  const shownUs = width < WIDE.px ? WIDE.us / 2 : WIDE.us;
  const strip = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [dragged, setDragged] = useState<{ key: string; at: TakeTime } | null>(null);
  const wanted = Math.max(0, Math.min(playhead - shownUs * BEFORE_SHARE, duration - shownUs));
  useEffect(() => {
    // A stretch stays where it is until the playhead leaves it, so that nothing moves under the hand.
    if (dragged === null && (playhead < from || playhead > from + shownUs * 0.92)) setFrom(wanted);
  }, [playhead, from, wanted, dragged, shownUs]);
  useEffect(() => {
    if (canvas.current === null || peaks === null) return;
    const place = (us: number) => Math.round((us / 1e6) * peaks.peaksASecond);
    drawPeaks(canvas.current, peaks.peaks.slice(place(from), place(from + shownUs)));
  }, [peaks, from, shownUs, width]);
  useEffect(() => {
    const element = strip.current;
    if (element === null) return;
    const watch = new ResizeObserver(() => setWidth(element.clientWidth));
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  if (aligned === null) return null;
  const { segments, words } = aligned.alignment;
  const to = from + shownUs;
  const share = (us: number) => (us - from) / shownUs;
  const here = segments.filter((r) => r.recorded !== null && r.recorded.start >= from && r.recorded.start < to);
  const pin = (key: string, at: TakeTime) => change('Move a boundary', (d) => withPin(d, key, at));
  const timeAt = (clientX: number): TakeTime => {
    const box = strip.current?.getBoundingClientRect();
    const x = box === undefined ? 0 : Math.min(1, Math.max(0, (clientX - box.left) / box.width));
    return takeTime(from + x * shownUs);
  };
  return (
    <figure className="mt-3" aria-label="Sound and words round the playhead">
      <div ref={strip} className="relative h-20 touch-none overflow-hidden border-y bg-sheet select-none">
        <canvas ref={canvas} className="h-full w-full text-(--color-soft) opacity-60" aria-hidden="true" />
        {state !== 'here' && (
          <span className="absolute inset-0 flex items-center justify-center text-[13px] text-soft">
            {state === 'waiting' ? 'Making the waveform …' : 'The waveform could not be made.'}
          </span>
        )}
        {playhead >= from && playhead < to && (
          <span
            className="absolute inset-y-0 w-px bg-ink"
            style={{ left: `${share(playhead) * 100}%` }}
            aria-hidden="true"
          />
        )}
        {here.map(({ segment, recorded }) => {
          // The pin is where it was put while the alignment still follows: a key held down goes on from there.
          const pinned = document.edit.pins.find((p) => p.segmentKey === segment.key && p.edge === 'start')?.at;
          const at = dragged?.key === segment.key ? dragged.at : (pinned ?? (recorded as Span<TakeTime>).start);
          const name = `${segment.label}${sideWord(segment.side) && `, ${sideWord(segment.side)}`}`;
          return (
            <button
              key={segment.key}
              role="slider"
              aria-label={`${name} begins`}
              aria-valuemin={0}
              aria-valuemax={Math.round(duration / 1e3) / 1e3}
              aria-valuenow={Math.round(at / 1e3) / 1e3}
              aria-valuetext={writeTime(at, 1)}
              className={`kind-${segment.kind} absolute inset-y-0 w-4 -translate-x-1/2 cursor-ew-resize`}
              style={{ left: `${share(at) * 100}%` }}
              onPointerDown={(e) => {
                e.currentTarget.setPointerCapture(e.pointerId);
                setDragged({ key: segment.key, at });
              }}
              onPointerMove={(e) => {
                if (dragged?.key === segment.key) setDragged({ key: segment.key, at: timeAt(e.clientX) });
              }}
              onPointerUp={() => {
                if (dragged?.key !== segment.key) return;
                setDragged(null);
                if (dragged.at !== (pinned ?? recorded?.start)) pin(segment.key, dragged.at);
              }}
              onPointerCancel={() => setDragged(null)}
              onKeyDown={(e) => {
                const way = { ArrowLeft: -1, ArrowRight: 1 }[e.key];
                if (way === undefined) return;
                e.preventDefault();
                e.stopPropagation();
                pin(
                  segment.key,
                  takeTime(Math.max(0, Math.min(duration, at + way * (e.shiftKey ? STEP_US.coarse : STEP_US.fine)))),
                );
              }}
            >
              <span className="absolute inset-y-0 left-1/2 w-[3px] -translate-x-1/2 bg-(--k)" aria-hidden="true" />
              <span className="absolute top-0 left-1/2 ml-1 max-w-36 truncate bg-paper/85 px-1 text-[13px]">
                {name}
              </span>
            </button>
          );
        })}
      </div>
      <div className="relative h-6 overflow-hidden text-[13px] text-soft" aria-hidden="true">
        {readable(words.tokens, from, to, width).map((w) => (
          <button
            key={`${w.at} ${w.text}`}
            tabIndex={-1}
            className="absolute top-0.5 whitespace-nowrap hover:underline"
            style={{ left: `${share(w.at) * 100}%` }}
            onClick={() => usePlayhead.getState().seek?.(toProgramme(w.at, kept))}
          >
            {w.text}
          </button>
        ))}
      </div>
      <figcaption className="flex text-[13px] text-soft">
        <time>{writeTime(micros(from), 1)}</time>
        <span className="mx-auto">
          Drag a boundary, or choose it and press <Key>←</Key> <Key>→</Key> (with shift in half seconds).
        </span>
        <time>{writeTime(micros(Math.min(to, duration)), 1)}</time>
      </figcaption>
    </figure>
  );
}

/** The words of a stretch, gathered so that none is written over another in so many pixels. */
function readable(
  words: readonly { readonly text: string; readonly at: TakeTime }[],
  from: number,
  to: number,
  width: number,
) {
  const rows: { text: string; readonly at: TakeTime }[] = [];
  let room = -1;
  for (const w of words) {
    if (w.at < from || w.at >= to) continue;
    const last = rows.at(-1);
    const px = ((w.at - from) / (to - from)) * width;
    if (last === undefined || px >= room) rows.push({ text: w.text, at: w.at });
    else last.text += ` ${w.text}`;
    const row = rows.at(-1)!;
    room = ((row.at - from) / (to - from)) * width + Math.max(WORD_ROOM_PX, row.text.length * LETTER_PX);
  }
  return rows;
}
