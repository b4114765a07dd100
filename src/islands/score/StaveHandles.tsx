import { useState } from 'react';
import type { ProgrammeTime } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { usePlayhead } from '../shared/playhead.ts';
import { useDerived, useDocument } from '../workbench/workbench-context.tsx';
import { type Handle, type HandleOf, handlesOf, within, withHandleMoved } from '../../core/workout/handles.ts';
import type { StaveData } from './use-score.ts';

const NAME: Readonly<Record<HandleOf['kind'], string>> = {
  boundary: 'Boundary',
  'caption-in': 'Caption in',
  'caption-out': 'Caption out',
  chapter: 'Chapter',
  cut: 'Cut',
};
const CHANGE: Readonly<Record<HandleOf['kind'], string>> = {
  boundary: 'Move a boundary',
  'caption-in': 'caption by hand',
  'caption-out': 'caption by hand',
  chapter: 'Move a chapter',
  cut: 'Move a cut',
};
/** Where in the row each kind is taken: none lies on another that begins at the same time. */
const PLACE: Readonly<Record<HandleOf['kind'], string>> = {
  boundary: 'top-[15px] bottom-[17px]',
  'caption-in': 'bottom-0 h-[16px]',
  'caption-out': 'bottom-0 h-[16px]',
  chapter: 'top-[-3px] h-[18px]',
  cut: 'top-[15px] bottom-[17px]',
};
const SHAPE: Readonly<Record<HandleOf['kind'], string>> = {
  boundary: 'inset-y-0 w-[5px] rounded-full bg-ink',
  'caption-in': 'bottom-[7px] h-[9px] w-[5px] rounded-sm bg-ink',
  'caption-out': 'bottom-[7px] h-[9px] w-[5px] rounded-sm bg-ink',
  chapter: 'top-0 h-[16px] w-[7px] rounded-sm bg-ink',
  cut: 'inset-y-0 w-[7px] border-x-2 border-ink! bg-paper',
};
/** Frames a press of an arrow key goes; with shift. */
const [FRAMES, MANY_FRAMES] = [1, 12];

interface Props {
  readonly data: StaveData;
  readonly from: number;
  readonly rowUs: number;
}

/**
 * What can be taken by the hand in a row of the chosen stave: its boundary, its caption's ends, its chapter, its cuts.
 * Dragged they snap to frames; by the arrow keys they go by frames. One undo each.
 */
export function StaveHandles({ data, from, rowUs }: Props) {
  const { document, change } = useDocument();
  const { produced, programmeTakes } = useDerived();
  const [dragged, setDragged] = useState<{ readonly handle: string; readonly at: ProgrammeTime } | null>(null);
  const rate = programmeTakes[0]?.facts.rate ?? null;
  if (rate === null) return null;
  const { segment } = data;
  const last = segment.end <= from + rowUs;
  const here = handlesOf(data, document.edit, produced?.programme.shots ?? []).filter(
    (h) => (h.at >= from || from === segment.start) && (h.at < from + rowUs || (last && h.at <= segment.end)),
  );
  const move = (handle: Handle, to: number, edge: 'both' | 'after' = 'both') => {
    const at = within(handle, to, rate);
    if (at === handle.at) return;
    change(CHANGE[handle.of.kind], (d) => withHandleMoved(d, segment, handle, { to: at, rate, edge }));
    usePlayhead.getState().seek?.(at);
  };
  return here.map((handle, i) => {
    const { kind } = handle.of;
    const id = `${kind} ${i}`;
    const at = dragged?.handle === id ? dragged.at : handle.at;
    const name = `${NAME[kind]}: ${segment.label}`;
    const timeAt = (e: React.PointerEvent) => {
      const box = e.currentTarget.parentElement!.getBoundingClientRect();
      return within(handle, from + ((e.clientX - box.left) / box.width) * rowUs, rate);
    };
    return (
      <button
        key={id}
        role="slider"
        aria-label={name}
        aria-valuemin={Math.round(handle.least / 1e3) / 1e3}
        aria-valuemax={Math.round(handle.most / 1e3) / 1e3}
        aria-valuenow={Math.round(at / 1e3) / 1e3}
        aria-valuetext={writeTime(at, 2)}
        className={`absolute z-20 w-4 -translate-x-1/2 cursor-ew-resize touch-none ${PLACE[kind]}`}
        style={{ left: `${Math.min(100, Math.max(0, ((at - from) / rowUs) * 100))}%` }}
        onClick={(e) => e.stopPropagation()}
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId);
          setDragged({ handle: id, at });
        }}
        onPointerMove={(e) => dragged?.handle === id && setDragged({ handle: id, at: timeAt(e) })}
        onPointerUp={(e) => {
          if (dragged?.handle !== id) return;
          setDragged(null);
          move(handle, dragged.at, e.altKey ? 'after' : 'both');
        }}
        onPointerCancel={() => setDragged(null)}
        onKeyDown={(e) => {
          const way = { ArrowLeft: -1, ArrowRight: 1 }[e.key];
          if (way === undefined) return;
          e.preventDefault();
          e.stopPropagation();
          const frames = way * (e.shiftKey ? MANY_FRAMES : FRAMES);
          move(handle, at + (frames * rate.den * 1e6) / rate.num, e.altKey ? 'after' : 'both');
        }}
      >
        <span className={`absolute left-1/2 -translate-x-1/2 ${SHAPE[kind]}`} aria-hidden="true" />
        {dragged?.handle === id && (
          <span className="figures absolute bottom-full left-1/2 -translate-x-1/2 bg-ink px-1 text-[13px] text-paper">
            {writeTime(at, 2)}
          </span>
        )}
      </button>
    );
  });
}
