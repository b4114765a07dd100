import clsx from 'clsx';
import { memo } from 'react';
import type { ProgrammeTime } from '../../core/time/micros.ts';
import { micros } from '../../core/time/micros.ts';
import { writeSeconds, writeTime } from '../../core/time/typed-time.ts';
import { usePlayheadWithin } from '../shared/playhead.ts';
import { KIND_WORD, sideWord } from '../shared/words.ts';
import type { StaveData } from './use-score.ts';

interface Props {
  readonly data: StaveData;
  /** How long the longest segment is: it fills the row. */
  readonly longestUs: number;
  readonly selected: boolean;
  /** A card lies over it. */
  readonly covered: boolean;
  readonly select: (key: string, at: ProgrammeTime) => void;
}

/** A segment in one line: how long it was filmed and planned, what is drawn on it, what was found in it. */
export const DenseStave = memo(function DenseStave({ data, longestUs, selected, covered, select }: Props) {
  const { segment } = data;
  const length = segment.end - segment.start;
  const share = (us: number) => `${Math.min(100, (us / longestUs) * 100)}%`;
  const over = data.plannedUs === null ? 0 : length - data.plannedUs;
  const alarms = data.findings.filter((f) => f.severity === 'alarm').length;
  return (
    <div
      data-stave={segment.key}
      aria-current={selected || undefined}
      className={`kind-${segment.kind} border-b ${selected ? 'bg-sheet' : ''}`}
    >
      <button
        className={clsx(
          'grid h-[22px] w-full grid-cols-[2.2rem_3.8rem_minmax(0,13rem)_minmax(0,1fr)_3.6rem_1.6rem]',
          'items-center gap-x-2 pr-3 text-left text-[13.5px]',
        )}
        onClick={(e) => {
          if (e.detail > 0) e.currentTarget.blur();
          select(segment.key, segment.start);
        }}
      >
        <span className="figures text-right text-soft">{data.number}</span>
        <span className="figures text-right">{writeTime(segment.start, 1)}</span>
        <span className="truncate">
          {segment.label}{' '}
          <span className="text-soft">
            {[KIND_WORD[segment.kind], sideWord(segment.side), data.takeName, covered && 'card']
              .filter((word) => Boolean(word) && word !== segment.label)
              .join(' · ')}
          </span>
        </span>
        <span className="relative block h-[12px]">
          <span
            className={`pattern kind-${segment.kind} absolute inset-y-0 left-0 border-l-[3px] border-(--k)!`}
            style={{ width: share(length) }}
          />
          {data.plannedUs !== null && Math.abs(over) > 1e6 && (
            <span
              className="absolute inset-y-[-2px] border-l-2 border-dashed border-alarm!"
              style={{ left: share(data.plannedUs) }}
              title={`Planned ${writeSeconds(data.plannedUs)} s`}
            />
          )}
          <DensePlayhead start={segment.start} end={segment.end} longestUs={longestUs} />
        </span>
        <span className={`figures text-right ${Math.abs(over) > 4e6 ? 'font-bold text-alarm' : ''}`}>
          {writeSeconds(micros(length))}
        </span>
        <span>
          {alarms > 0 && (
            <span className="rounded-full bg-alarm px-1.5 text-[13px] text-paper">
              {alarms}
              <span className="sr-only"> findings</span>
            </span>
          )}
        </span>
      </button>
    </div>
  );
});

function DensePlayhead({ start, end, longestUs }: { start: number; end: number; longestUs: number }) {
  const at = usePlayheadWithin(start, end);
  if (at === null) return null;
  return (
    <span
      className="pointer-events-none absolute inset-y-[-4px] w-[2px] bg-ink"
      style={{ left: `${((at - start) / longestUs) * 100}%` }}
    />
  );
}
