import clsx from 'clsx';
import { type ProgrammeTime, programmeTime } from '../../core/time/micros.ts';
import { micros } from '../../core/time/micros.ts';
import { writeSeconds } from '../../core/time/typed-time.ts';
import type { ToneKind } from '../../core/sound/tones.ts';
import { usePlayheadWithin } from '../shared/playhead.ts';
import { StaveHandles } from './StaveHandles.tsx';
import type { StaveData } from './use-score.ts';
import { fan } from './fanned-lines.ts';

const TONE_WORD: Readonly<Record<ToneKind, string>> = {
  start: 'work begins',
  half: 'half of it',
  three: 'three',
  two: 'two',
  one: 'one',
  end: 'work ends',
  sides: 'other side',
};

interface RowProps {
  readonly data: StaveData;
  readonly from: number;
  readonly rowUs: number;
  readonly down: boolean;
  /** What can be taken by the hand is there. */
  readonly handles: boolean;
  readonly select: (key: string, at: ProgrammeTime) => void;
}

/** A row of a stave: its clock, what is said, the beats, the caption, where it was cut. */
export function StaveRow({ data, from, rowUs, down, handles, select }: RowProps) {
  const { segment } = data;
  const end = Math.min(segment.end, from + rowUs);
  const x = (us: number) => `${((us - from) / rowUs) * 100}%`;
  const inRow = (l: { start: number; end: number }) => l.start < end && l.end > from;
  const planned = data.plannedUs === null ? segment.end : segment.start + data.plannedUs;
  const lines = fan(data.lines.filter(inRow), rowUs, from, end);
  const depth = Math.max(1, ...lines.map((l) => l.row + 1));
  const caption = data.caption !== null && inRow(data.caption) ? data.caption : null;
  const marks: number[] = [];
  const every = rowUs > 60e6 ? 10e6 : 5e6;
  for (let left = 0; left <= segment.end - segment.start; left += every) {
    const at = down ? segment.end - left : segment.start + left;
    if (at >= from - 1 && at <= end + 1) marks.push(at);
  }
  return (
    <div
      className="relative cursor-crosshair"
      onClick={(e) => {
        const box = e.currentTarget.getBoundingClientRect();
        const at = from + ((e.clientX - box.left) / box.width) * rowUs;
        if (at < segment.end) select(segment.key, programmeTime(at));
      }}
    >
      <div className="figures relative h-[15px] text-[13px]! text-(--k)" aria-hidden="true">
        {data.chapter !== null && isIn(Math.max(segment.start, data.chapter.start), from, from + rowUs) && (
          <span
            className="absolute -top-0.5 -ml-1 h-[16px] w-[3px] bg-ink"
            style={{ left: x(Math.max(from, data.chapter.start)) }}
            title={`Chapter: ${data.chapter.title}`}
          />
        )}
        {marks.map((at) => {
          const label = Math.round((down ? segment.end - at : at - segment.start) / 1e6);
          return (
            <span
              key={at}
              // The first stands beside the mark of its chapter, not on it.
              className={`absolute ${at - from < rowUs * 0.012 ? 'left-0.5' : '-translate-x-1/2'}`}
              style={at - from < rowUs * 0.012 ? undefined : { left: x(at) }}
            >
              {at - from < rowUs * 0.012 && !down ? '' : label}
            </span>
          );
        })}
        {data.tones
          .filter((t) => t.at >= from && t.at <= end)
          .map((t) => (
            <span
              key={`${t.kind} ${t.at}`}
              className={clsx(
                'absolute -bottom-[4px] z-10 h-[8px] w-[8px] -translate-x-1/2 rounded-full border-[1.5px]',
                'border-paper! bg-ink',
              )}
              style={{ left: x(t.at) }}
              title={`Tone: ${TONE_WORD[t.kind]}`}
            />
          ))}
      </div>
      <div className="relative" style={{ height: depth * 21 + 5 }}>
        <span
          className={`pattern kind-${segment.kind} absolute inset-y-0 left-0 border-l-[3px] border-(--k)!`}
          style={{ width: x(end) }}
          aria-hidden="true"
        />
        {planned < end - 1e6 && (
          <span
            className="absolute inset-y-[-2px] border-[1.5px] border-dashed border-alarm!"
            style={{ left: x(Math.max(from, planned)), width: `calc(${x(end)} - ${x(Math.max(from, planned))})` }}
            title={`Runs ${writeSeconds(micros(segment.end - planned))} s over`}
          />
        )}
        {lines.map((l) => (
          <span
            key={`${l.start}`}
            className="absolute"
            style={{ left: x(l.shownAt), width: `${(l.shownUs / rowUs) * 100}%`, top: 2 + l.row * 21 }}
          >
            <span
              title={l.text}
              className={clsx(
                'absolute inset-x-0 h-[17px] truncate pl-[3px] text-[13px] leading-[16px]',
                l.call && 'font-bold',
              )}
            >
              {l.text}
            </span>
            {/* Where it really begins, and how long it takes. */}
            <span
              className={clsx(
                'absolute top-0 h-[19px] border-b-2',
                l.shownAt >= l.start && 'border-l-2',
                l.call ? 'border-ink!' : 'border-soft!',
              )}
              style={{
                left: `${((Math.max(l.start, from) - l.shownAt) / Math.max(1, l.shownUs)) * 100}%`,
                width: `${((Math.min(l.end, end) - Math.max(l.start, from)) / Math.max(1, l.shownUs)) * 100}%`,
              }}
            />
          </span>
        ))}
      </div>
      {data.beats.length > 0 && <BeatLane beats={data.beats} from={from} end={end} rowUs={rowUs} />}
      <div className="relative h-[17px]">
        {caption !== null && (
          <span
            className="absolute flex h-[9px] items-end border-x border-b border-soft!"
            style={{
              left: x(Math.max(from, caption.start)),
              width: `calc(${x(Math.min(end, caption.end))} - ${x(Math.max(from, caption.start))})`,
            }}
          >
            <span className="absolute top-[1px] left-2 truncate bg-paper px-1 text-[13px] leading-[15px] italic">
              {caption.heading === '' ? caption.text : `${caption.text} · ${caption.heading.toLowerCase()}`}
            </span>
          </span>
        )}
      </div>
      {data.cuts
        .filter((c) => c.at >= from && c.at < end)
        .map((c) => (
          <span
            key={c.at}
            className={clsx(
              'absolute inset-y-0 border-ink!',
              c.dissolves ? 'border-l-[5px] border-double' : 'border-l-2 border-dotted',
            )}
            style={{ left: x(c.at) }}
            title={
              `${writeSeconds(micros(c.removed.end - c.removed.start))} s were cut out ` +
              `here${c.dissolves ? ', it dissolves' : ''}`
            }
          />
        ))}
      {handles && <StaveHandles data={data} from={from} rowUs={rowUs} />}
      <RowPlayhead from={from} end={end} rowUs={rowUs} />
    </div>
  );
}

const isIn = (time: number, from: number, until: number) => time >= from && time < until;

/** Rows no longer than this show every beat; longer ones the first of each bar. */
const CLOSE_US = 40e6;

/** Beats as ticks: the first of a bar, of an eight and of a phrase each taller than the one before. */
function BeatLane({
  beats,
  from,
  end,
  rowUs,
}: {
  readonly beats: StaveData['beats'];
  readonly from: number;
  readonly end: number;
  readonly rowUs: number;
}) {
  const path = beats
    .filter((b) => b.at >= from && b.at < end && (b.one || rowUs <= CLOSE_US))
    .map((b) => {
      const tall = b.phrase ? 10 : b.count % 8 === 1 ? 7 : b.one ? 4.5 : 2;
      return `M${(((b.at - from) / rowUs) * 1000).toFixed(1)} 0v${tall}`;
    })
    .join('');
  return (
    <svg
      className="block h-[10px] w-full text-soft"
      viewBox="0 0 1000 10"
      preserveAspectRatio="none"
      aria-hidden="true"
    >
      <path d={path} stroke="currentColor" strokeWidth={1.2} vectorEffect="non-scaling-stroke" fill="none" />
    </svg>
  );
}

function RowPlayhead({ from, end, rowUs }: { readonly from: number; readonly end: number; readonly rowUs: number }) {
  const at = usePlayheadWithin(from, end);
  if (at === null) return null;
  return (
    <span
      className="pointer-events-none absolute inset-y-0 w-[2px] bg-ink"
      style={{ left: `${((at - from) / rowUs) * 100}%` }}
    >
      <span
        className={clsx(
          'absolute -top-[2px] -left-[4px] border-x-[5px] border-t-[7px] border-x-transparent!',
          'border-t-ink!',
        )}
      />
    </span>
  );
}
