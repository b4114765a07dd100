import clsx from 'clsx';
import { memo } from 'react';
import type { ProgrammeTime } from '../../core/time/micros.ts';
import { micros } from '../../core/time/micros.ts';
import { writeSeconds } from '../../core/time/typed-time.ts';
import { isActive } from '../../core/plan/segment.ts';
import { KIND_WORD, sideWord } from '../shared/words.ts';
import { StaveRow } from './StaveRow.tsx';
import type { StaveData } from './use-score.ts';

interface Props {
  readonly data: StaveData;
  readonly rowUs: number;
  readonly selected: boolean;
  readonly down: boolean;
  readonly select: (key: string, at: ProgrammeTime) => void;
}

/** One segment with its lanes. Begins at the common left edge; wraps when longer than a row. */
export const Stave = memo(function Stave({ data, rowUs, selected, down, select }: Props) {
  const { segment } = data;
  const length = segment.end - segment.start;
  const rows = Math.max(1, Math.ceil(length / rowUs - 0.02));
  const place = segment.segment?.position;
  const needs = segment.segment?.needs ?? [];
  const over = data.plannedUs === null ? 0 : length - data.plannedUs;
  const count = beginsOn(data);
  const alarms = data.findings.filter((f) => f.severity === 'alarm').length;
  return (
    <div
      data-stave={segment.key}
      aria-current={selected || undefined}
      className={clsx(
        `kind-${segment.kind}`,
        'grid grid-cols-[2.2rem_minmax(0,1fr)] gap-x-2 border-b py-1 pr-3',
        'sm:grid-cols-[2.2rem_10.5rem_minmax(0,1fr)_6rem]',
        selected && 'bg-sheet',
      )}
    >
      <span className="figures pt-1 text-right text-soft">{data.number}</span>
      <button
        className="self-start text-left"
        onClick={(e) => {
          // Chosen by hand, the space bar is the player's again.
          if (e.detail > 0) e.currentTarget.blur();
          select(segment.key, segment.start);
        }}
      >
        <span className="block leading-tight font-semibold">{segment.label}</span>
        {data.takeName !== null && (
          <span className={`block text-[13px] leading-snug ${data.joined ? 'font-bold' : 'text-soft'}`}>
            {data.joined && '⌐ '}
            {data.takeName}
          </span>
        )}
        <span className="block text-[13px] leading-snug text-soft">
          {[KIND_WORD[segment.kind], sideWord(segment.side), place].filter(Boolean).join(' · ')}
          {isActive(segment) && needs.length > 0 && (
            <>
              <br />
              {needs.join(', ')}
            </>
          )}
        </span>
      </button>
      <div className="col-span-2 min-w-0 sm:col-span-1">
        {Array.from({ length: rows }, (_, r) => (
          <StaveRow key={r} {...{ data, rowUs, down, select }} from={segment.start + r * rowUs} handles={selected} />
        ))}
      </div>
      <div className="figures hidden pt-4 text-right leading-relaxed whitespace-nowrap sm:block">
        <span className="block h-[5px] w-full bg-shade" title="Spoken, of the room there is for speech">
          <span
            className={`block h-full ${data.saidUs > data.roomUs ? 'bg-alarm' : 'bg-ink'}`}
            style={{ width: `${Math.min(100, (data.saidUs / Math.max(1, data.roomUs)) * 100)}%` }}
          />
        </span>
        <span className="block text-soft">
          {writeSeconds(data.saidUs, 0)} of {writeSeconds(data.roomUs, 0)} s
        </span>
        {data.plannedUs !== null && Math.abs(over) >= 1e6 && (
          <span className={`block ${Math.abs(over) > 4e6 ? 'font-bold text-alarm' : 'text-soft'}`}>
            {over > 0 ? '+' : ''}
            {writeSeconds(micros(over))} s
          </span>
        )}
        {isActive(segment) && count !== null && (
          <span
            className={`block ${count % 8 === 1 || !goesByMusic(data) ? 'text-soft' : 'text-alarm'}`}
            title="The count of the phrase that it begins on"
          >
            on {count}
          </span>
        )}
        {alarms > 0 && (
          <span className="mt-0.5 inline-block rounded-full bg-alarm px-1.5 text-paper">
            {alarms}
            <span className="sr-only"> findings</span>
          </span>
        )}
      </div>
    </div>
  );
});

/** Music in the room is only there where the class goes by a clock; what is laid, or counted to, is gone by. */
function goesByMusic({ segment, beats }: StaveData): boolean {
  return (segment.segment?.countUs ?? null) !== null || beats[0]?.inRoom !== true;
}

/** The count of the phrase that a segment begins on; null: no music there, or between two beats. */
function beginsOn({ segment, beats }: StaveData): number | null {
  const [first] = beats;
  if (first === undefined) return null;
  const gap = (beats[1]?.at ?? first.at + 1e6) - first.at;
  const before = first.at - segment.start;
  return before <= gap * 0.3 ? first.count : Math.max(1, first.count - 1);
}
