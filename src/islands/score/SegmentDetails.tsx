import { applyFix } from '../../core/workout/apply-fix.ts';
import { decidedOn } from '../../core/workout/document.ts';
import { withoutPin } from '../../core/workout/pins.ts';
import { type Handle, handlesOf, within, withHandleMoved } from '../../core/workout/handles.ts';
import { type Override, overrideOf } from '../../core/lanes/rules.ts';
import type { Micros } from '../../core/time/micros.ts';
import { writeSeconds, writeTime } from '../../core/time/typed-time.ts';
import { TimeField } from '../shared/TimeField.tsx';
import { useDerived, useDocument } from '../workbench/workbench-context.tsx';
import type { StaveData } from './use-score.ts';
import { Hint } from '../../ui/Hint.tsx';

/** Where a caption comes in and goes out, against its segment. */
const CAPTION_ENDS = [
  { word: 'Caption in', says: 'Caption in, after the start', sign: '+', field: 'inAfterUs' },
  { word: 'Caption out', says: 'Caption out, before the end', sign: '−', field: 'outBeforeUs' },
] as const;

/** The chosen segment: where it is, and what its lanes do, by rule or by hand. */
export function SegmentDetails({ data }: { readonly data: StaveData }) {
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
  const put = (override: Override) =>
    change(`${override.lane} by hand`, (d) => applyFix(d, { kind: 'override', label: '', override }));
  const isByHand = (lane: Override['lane'], field: Override['field']) =>
    edit.overrides.some((o) => o.segmentKey === key && o.lane === lane && o.field === field);
  const isPinned = decidedOn(edit, segment.takeId).pins.some((p) => p.segmentKey === key && p.edge === 'start');
  const byHand = (giveBack: () => void) => (
    <Hint says="Delete the change and follow the rule again">
      <button className="text-[13px] font-semibold underline" onClick={giveBack}>
        by hand ×
      </button>
    </Hint>
  );
  const by = (lane: Override['lane'], field: Override['field']) =>
    isByHand(lane, field) ? byHand(() => drop({ lane, field })) : <span className="text-[13px] text-soft">rule</span>;
  const show = (lane: 'timer' | 'caption' | 'chapter', drawn: boolean) =>
    overrideOf(edit.overrides, key, lane, 'show') ?? drawn;
  const { produced, programmeTakes } = useDerived();
  const rate = programmeTakes[0]?.facts.rate;
  const handles = rate === undefined ? [] : handlesOf(data, edit, produced?.programme.shots ?? []);
  const boundary = handles.find((h) => h.of.kind === 'boundary');
  const chapterMark = handles.find((h) => h.of.kind === 'chapter');
  const moveTo = (handle: Handle, at: Micros) =>
    rate !== undefined &&
    change(`Move a ${handle.of.kind}`, (d) =>
      withHandleMoved(d, segment, handle, { to: within(handle, at, rate), rate }),
    );
  const timed = produced?.lanes.timer.some((t) => t.segmentKey === key) ?? false;
  const clock = { digits: 2, className: 'w-20 border-line! bg-sheet', whenLeft: true } as const;
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
              <TimeField label="Begins at" {...clock} value={boundary.at} onChange={(at) => moveTo(boundary, at)} />
            )}{' '}
            – {writeTime(segment.end, 2)}
          </dd>
          <dd className="figures">
            {isPinned
              ? byHand(() => change('Take out the pin', (d) => withoutPin(d, key, segment.takeId)))
              : `${writeSeconds((segment.end - segment.start) as Micros)} s`}
          </dd>
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
          <dd>{by('timer', isByHand('timer', 'direction') ? 'direction' : 'show')}</dd>
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
          <dd>{by('caption', isByHand('caption', 'text') ? 'text' : 'show')}</dd>
        </div>
        {CAPTION_ENDS.map(({ word, says, sign, field }) => (
          <div key={field} className={row}>
            <dt className="text-soft">{word}</dt>
            <dd className="flex items-center gap-1">
              {sign}
              <TimeField
                label={says}
                value={overrideOf(edit.overrides, key, 'caption', field) ?? edit.rules.caption[field]}
                className="w-16 border-line! bg-sheet"
                onChange={(value) => put({ segmentKey: key, lane: 'caption', field, value })}
              />{' '}
              s
            </dd>
            <dd>{by('caption', field)}</dd>
          </div>
        ))}
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
          </dd>
          <dd>{by('chapter', isByHand('chapter', 'title') ? 'title' : 'show')}</dd>
        </div>
        {chapterMark !== undefined && (
          <div className={row}>
            <dt className="text-soft">Chapter at</dt>
            <dd>
              <TimeField
                label="Chapter at"
                {...clock}
                value={chapterMark.at}
                onChange={(at) => moveTo(chapterMark, at)}
              />
            </dd>
            <dd>{by('chapter', 'shiftUs')}</dd>
          </div>
        )}
      </dl>
    </section>
  );
}
