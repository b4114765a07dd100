import { useEffect, useRef } from 'react';
import type { Shot } from '../../core/edit/shots.ts';
import type { Finding } from '../../core/findings/finding.ts';
import { type Override, overrideOf } from '../../core/lanes/rules.ts';
import type { Micros } from '../../core/time/micros.ts';
import { writeSeconds, writeTime } from '../../core/time/typed-time.ts';
import { FindingCard } from '../shared/FindingCard.tsx';
import { TimeField } from '../shared/TimeField.tsx';
import { useDerived, useDocument } from '../workbench/workbench-context.tsx';
import { type Handle, handlesOf, within, withHandleMoved } from './handles.ts';
import type { StaveData } from './use-score.ts';

interface Props {
  readonly data: StaveData | null;
  readonly findings: readonly Finding[];
  readonly shots: readonly Shot[];
  readonly select: (key: string, at: Micros) => void;
  /** The segment whose first fix is to be at hand: Enter is enough then. */
  readonly toFix: string | null;
  readonly onAtHand: () => void;
}

/** The chosen segment: where it is, what its lanes do, what by rule and what by hand, and what was found there. */
export function Inspector({ data, findings, shots, select, toFix, onAtHand }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const key = data?.segment.key ?? null;
  useEffect(() => {
    if (toFix === null || toFix !== key) return;
    box.current?.querySelector<HTMLElement>('[data-finding] button.btn, [data-finding] button')?.focus();
    onAtHand();
  }, [toFix, key]);
  return (
    <div ref={box}>
      {data === null ? (
        <p className="text-soft">Choose a stave to see its details. All findings stand here:</p>
      ) : (
        <SegmentDetails data={data} />
      )}
      <ul className="mt-4 flex flex-col gap-2.5">
        {(data === null ? findings : data.findings).map((f, i) => (
          <FindingCard key={i} finding={f} shots={shots} select={select} />
        ))}
      </ul>
      {(data === null ? findings : data.findings).length === 0 && (
        <p className="mt-3 text-soft">Nothing found{data === null ? '' : ' here'}.</p>
      )}
    </div>
  );
}

function SegmentDetails({ data }: { readonly data: StaveData }) {
  const {
    document: { edit },
    change,
  } = useDocument();
  const { segment, caption } = data;
  const { key } = segment;
  const drop = (o: Pick<Override, 'lane' | 'field'>) =>
    change('Back to the rule', (d) => ({
      ...d,
      edit: {
        ...d.edit,
        overrides: d.edit.overrides.filter((x) => !(x.segmentKey === key && x.lane === o.lane && x.field === o.field)),
      },
    }));
  const put = (o: Override) =>
    change(`${o.lane} by hand`, (d) => ({
      ...d,
      edit: {
        ...d.edit,
        overrides: [
          ...d.edit.overrides.filter((x) => !(x.segmentKey === key && x.lane === o.lane && x.field === o.field)),
          o,
        ],
      },
    }));
  const by = (lane: Override['lane'], field: Override['field']) =>
    edit.overrides.some((o) => o.segmentKey === key && o.lane === lane && o.field === field) ? (
      <button
        className="text-[13px] font-semibold underline"
        title="Delete the change and follow the rule again"
        onClick={() => drop({ lane, field })}
      >
        by hand ×
      </button>
    ) : (
      <span className="text-[13px] text-soft">rule</span>
    );
  const isByHand = (lane: Override['lane'], field: Override['field']) =>
    edit.overrides.some((o) => o.segmentKey === key && o.lane === lane && o.field === field);
  const show = (lane: 'timer' | 'caption' | 'chapter', drawn: boolean) =>
    overrideOf(edit.overrides, key, lane, 'show') ?? drawn;
  const { produced, programmeTakes } = useDerived();
  const rate = programmeTakes[0]?.facts.rate;
  const handles = rate === undefined ? [] : handlesOf(data, edit, produced?.programme.shots ?? []);
  const boundary = handles.find((h) => h.of.kind === 'boundary');
  const chapterMark = handles.find((h) => h.of.kind === 'chapter');
  const moveTo = (handle: Handle, at: Micros) =>
    rate !== undefined &&
    change(`Move a ${handle.of.kind}`, (d) => withHandleMoved(d, segment, handle, within(handle, at, rate), rate));
  const timed = produced?.lanes.timer.some((t) => t.segmentKey === key) ?? false;
  const row = 'grid grid-cols-[5.2rem_minmax(0,1fr)_auto] items-center gap-2 border-b py-1';
  return (
    <section>
      <h2 className="text-xl">
        {data.number} · {segment.label}
        {segment.side === 'left' || segment.side === 'right' ? `, ${segment.side}` : ''}
      </h2>
      <p className="text-[13px] text-soft">
        {data.group}
        {data.driftUs === null ? (
          ''
        ) : Math.abs(data.driftUs) < 5e5 ? (
          ' · begins as planned'
        ) : (
          <>
            {' '}
            · begins <span className="figures">{writeSeconds(Math.abs(data.driftUs) as Micros)}</span> s{' '}
            {data.driftUs > 0 ? 'later' : 'earlier'} than planned
          </>
        )}
      </p>
      <dl className="mt-2 text-[14px]">
        <div className={row}>
          <dt className="text-soft">Recorded</dt>
          <dd className="figures flex items-center gap-1">
            {boundary === undefined ? (
              writeTime(segment.start, 2)
            ) : (
              <TimeField
                label="Begins at"
                value={boundary.at}
                digits={2}
                className="w-20 border-line! bg-sheet"
                onChange={(at) => moveTo(boundary, at)}
                whenLeft
              />
            )}{' '}
            – {writeTime(segment.end, 2)}
          </dd>
          <dd className="figures">{writeSeconds((segment.end - segment.start) as Micros)} s</dd>
        </div>
        <div className={row}>
          <dt className="text-soft">Timer</dt>
          <dd className="flex flex-wrap items-center gap-2">
            <label className="flex items-center gap-1">
              <input
                type="checkbox"
                checked={timed}
                onChange={(e) => put({ segmentKey: key, lane: 'timer', field: 'show', value: e.target.checked })}
              />
              shown
            </label>
            <select
              aria-label="Timer direction"
              className="field-box py-0!"
              value={overrideOf(edit.overrides, key, 'timer', 'direction') ?? edit.rules.timer.direction}
              onChange={(e) =>
                put({
                  segmentKey: key,
                  lane: 'timer',
                  field: 'direction',
                  value: e.target.value === 'up' ? 'up' : 'down',
                })
              }
            >
              <option value="down">down</option>
              <option value="up">up</option>
            </select>
          </dd>
          <dd>
            {by(
              'timer',
              edit.overrides.some((o) => o.segmentKey === key && o.lane === 'timer' && o.field === 'direction')
                ? 'direction'
                : 'show',
            )}
          </dd>
        </div>
        <div className={row}>
          <dt className="text-soft">Caption</dt>
          <dd className="flex items-center gap-1">
            <input
              type="checkbox"
              aria-label="Caption shown"
              checked={show('caption', caption !== null)}
              onChange={(e) => put({ segmentKey: key, lane: 'caption', field: 'show', value: e.target.checked })}
            />
            <input
              aria-label="Caption text"
              className="field-box min-w-0 flex-1 py-0!"
              maxLength={200}
              value={overrideOf(edit.overrides, key, 'caption', 'text') ?? caption?.text ?? ''}
              onChange={(e) => put({ segmentKey: key, lane: 'caption', field: 'text', value: e.target.value })}
            />
          </dd>
          <dd>
            {by(
              'caption',
              edit.overrides.some((o) => o.segmentKey === key && o.lane === 'caption' && o.field === 'text')
                ? 'text'
                : 'show',
            )}
          </dd>
        </div>
        <div className={row}>
          <dt className="text-soft">Caption in</dt>
          <dd className="flex items-center gap-1">
            +
            <TimeField
              label="Caption in, after the start"
              value={overrideOf(edit.overrides, key, 'caption', 'inAfterUs') ?? edit.rules.caption.inAfterUs}
              className="w-16 border-line! bg-sheet"
              onChange={(value) => put({ segmentKey: key, lane: 'caption', field: 'inAfterUs', value })}
            />{' '}
            s
          </dd>
          <dd>{by('caption', 'inAfterUs')}</dd>
        </div>
        <div className={row}>
          <dt className="text-soft">Caption out</dt>
          <dd className="flex items-center gap-1">
            −
            <TimeField
              label="Caption out, before the end"
              value={overrideOf(edit.overrides, key, 'caption', 'outBeforeUs') ?? edit.rules.caption.outBeforeUs}
              className="w-16 border-line! bg-sheet"
              onChange={(value) => put({ segmentKey: key, lane: 'caption', field: 'outBeforeUs', value })}
            />{' '}
            s
          </dd>
          <dd>{by('caption', 'outBeforeUs')}</dd>
        </div>
        <div className={row}>
          <dt className="text-soft">Chapter</dt>
          <dd className="flex items-center gap-1">
            <input
              type="checkbox"
              aria-label="A chapter begins here"
              checked={show('chapter', data.chapter !== null)}
              onChange={(e) => put({ segmentKey: key, lane: 'chapter', field: 'show', value: e.target.checked })}
            />
            {data.chapter === null ? (
              <span className="text-soft">none begins here</span>
            ) : (
              <input
                aria-label="Chapter title"
                className="field-box min-w-0 flex-1 py-0!"
                maxLength={200}
                value={data.chapter.title}
                onChange={(e) => put({ segmentKey: key, lane: 'chapter', field: 'title', value: e.target.value })}
              />
            )}
            {chapterMark !== undefined && (
              <TimeField
                label="Chapter at"
                value={chapterMark.at}
                digits={2}
                className="w-20 border-line! bg-sheet"
                onChange={(at) => moveTo(chapterMark, at)}
                whenLeft
              />
            )}
          </dd>
          <dd>{by('chapter', (['shiftUs', 'title'] as const).find((f) => isByHand('chapter', f)) ?? 'show')}</dd>
        </div>
      </dl>
    </section>
  );
}
