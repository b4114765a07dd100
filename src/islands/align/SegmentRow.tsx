import clsx from 'clsx';
import { useRef, useState } from 'react';
import type { RecordedSegment } from '../../core/align/alignment.ts';
import { type TakeTime, takeTime } from '../../core/time/micros.ts';
import { micros } from '../../core/time/micros.ts';
import { writeSeconds, writeTime } from '../../core/time/typed-time.ts';
import { toProgramme } from '../../core/edit/shots.ts';
import { useRowsInView } from '../shared/LongList.tsx';
import { TimeField } from '../shared/TimeField.tsx';
import { usePlayhead } from '../shared/playhead.ts';
import { KIND_WORD, sideWord } from '../shared/words.ts';
import { useDerived, useDocument } from '../workbench/workbench-context.tsx';
import { withPin, withoutPin } from '../../core/workout/pins.ts';
import { Hint } from '../../ui/Hint.tsx';

/** About how high a row is, pixels. */
const ROW_PX = 26;

/** The segments as rows of a table: of a long class those in view. */
export function SegmentRows({ segments }: { readonly segments: readonly RecordedSegment[] }) {
  const body = useRef<HTMLTableSectionElement>(null);
  const { from, to, beforePx, afterPx } = useRowsInView(body, segments.length, ROW_PX);
  const space = (px: number) =>
    px > 0 && (
      <tr aria-hidden="true">
        <td colSpan={7} style={{ height: px, padding: 0 }} />
      </tr>
    );
  return (
    <tbody ref={body}>
      {space(beforePx)}
      {segments.slice(from, to).map((r) => (
        <SegmentRow key={r.segment.key} r={r} />
      ))}
      {space(afterPx)}
    </tbody>
  );
}

/** One planned segment and where it fell: its start can be pinned, its reasons opened. */
function SegmentRow({ r }: { readonly r: RecordedSegment }) {
  const { document, change } = useDocument();
  const { inHand: produced } = useDerived();
  const [open, setOpen] = useState(false);
  const { segment, recorded } = r;
  const pinned = document.edit.pins.some((p) => p.segmentKey === segment.key && p.edge === 'start');
  const unpin = () => change('Take out the pin', (d) => withoutPin(d, segment.key));
  const pin = (at: TakeTime) => change('Pin', (d) => withPin(d, segment.key, at));
  const over = recorded === null ? null : micros(recorded.end - recorded.start - (segment.end - segment.start));
  const listen = () => {
    if (recorded !== null && produced !== null)
      usePlayhead.getState().seek?.(toProgramme(recorded.start, produced.programme.shots));
  };
  return (
    <>
      <tr className={`kind-${segment.kind} border-b ${recorded === null ? 'text-alarm' : ''}`}>
        <td className="figures py-[3px] text-right text-soft">{segment.index + 1}</td>
        <td className="pl-3">
          <span className="flex items-center gap-2">
            <span className="pattern inline-block h-4 w-2 border-l-[3px] border-(--k)!" aria-hidden="true" />
            <Hint says="Take the picture here">
              <button
                className="min-w-0 text-left hover:underline sm:truncate"
                onClick={listen}
                disabled={recorded === null}
              >
                {segment.label}
                {sideWord(segment.side) && <span className="text-soft">, {sideWord(segment.side)}</span>}
              </button>
            </Hint>
            <span className="text-[13px] text-soft max-sm:hidden">
              {KIND_WORD[segment.kind]}
              {segment.rounds > 1 ? ` · ${segment.round}` : ''}
            </span>
          </span>
        </td>
        <td className="figures text-right text-soft max-sm:hidden">{writeTime(segment.start)}</td>
        <td className="text-right">
          {recorded === null ? (
            <span>not filmed</span>
          ) : (
            <span className="flex items-center">
              {pinned && (
                <Hint says="Pinned by hand. Click to take the pin out.">
                  <button
                    className="px-1 text-[13px] font-bold"
                    aria-label={`Take out the pin of ${segment.label}`}
                    onClick={unpin}
                  >
                    pin
                  </button>
                </Hint>
              )}
              <TimeField
                label={`${segment.label} begins at`}
                value={micros(Math.round(recorded.start / 1e5) * 1e5)}
                digits={1}
                onChange={(at) => pin(takeTime(at))}
                whenLeft
              />
            </span>
          )}
        </td>
        <td className="figures text-right">
          {recorded === null ? '' : writeSeconds(micros(recorded.end - recorded.start))}
        </td>
        <td
          className={clsx(
            'figures text-right',
            over !== null && Math.abs(over) > 4e6 ? 'font-bold text-alarm' : 'text-soft',
          )}
        >
          {over === null ? '' : `${over > 0 ? '+' : ''}${writeSeconds(over)}`}
        </td>
        <td className="pl-2 sm:pl-4">
          <Hint says="Why">
            <button
              className="flex w-full items-center gap-1.5 text-[13px] text-soft"
              aria-expanded={open}
              onClick={() => setOpen(!open)}
            >
              <span className="h-[6px] flex-1 bg-shade max-sm:hidden" aria-hidden="true">
                <span className="block h-full bg-ink" style={{ width: `${r.confidence * 100}%` }} />
              </span>
              <span className="figures w-10 text-right">{Math.round(r.confidence * 100)}%</span>
            </button>
          </Hint>
        </td>
      </tr>
      {open && (
        <tr className="border-b bg-sheet">
          <td />
          <td colSpan={6} className="py-1 pl-3 text-[13px] text-soft">
            {r.evidence.join(' · ')}
          </td>
        </tr>
      )}
    </>
  );
}
