import type { LaneRules } from '../../core/lanes/rules.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { TimeField } from '../shared/TimeField.tsx';
import { useDerived, useDocument } from '../workbench/workbench-context.tsx';

/** The rules that the lanes of the whole class follow. */
export function RulesPanel() {
  const {
    document: { edit },
    change,
  } = useDocument();
  const { produced } = useDerived();
  const { rules } = edit;
  const set = <L extends keyof LaneRules>(lane: L, next: Partial<LaneRules[L]>) =>
    change(`${lane} rule`, (d) => ({
      ...d,
      edit: { ...d.edit, rules: { ...d.edit.rules, [lane]: { ...d.edit.rules[lane], ...next } } },
    }));
  const check = (label: string, value: boolean, onChange: (value: boolean) => void) => (
    <label className="flex items-center gap-2">
      <input type="checkbox" checked={value} onChange={(e) => onChange(e.target.checked)} />
      {label}
    </label>
  );
  const orphans = produced?.lanes.orphans ?? [];
  return (
    <div className="flex flex-col gap-4">
      <fieldset className="flex flex-col gap-1.5">
        <legend className="mb-1 font-display font-semibold">Timer</legend>
        {check('drawn in the picture', rules.timer.on, (on) => set('timer', { on }))}
        {check('in breaks too', rules.timer.inBreaks, (inBreaks) => set('timer', { inBreaks }))}
        <label className="flex items-center gap-2">
          counts{' '}
          <select
            className="field-box"
            value={rules.timer.direction}
            onChange={(e) => set('timer', { direction: e.target.value === 'up' ? 'up' : 'down' })}
          >
            <option value="down">down</option>
            <option value="up">up</option>
          </select>
        </label>
      </fieldset>
      <fieldset className="flex flex-col gap-1.5">
        <legend className="mb-1 font-display font-semibold">Move captions</legend>
        {check('drawn in the picture', rules.caption.on, (on) => set('caption', { on }))}
        {check('“next” in breaks', rules.caption.nextInBreaks, (nextInBreaks) => set('caption', { nextInBreaks }))}
        <span className="flex items-center gap-2">
          in{' '}
          <TimeField
            label="Caption in, after the start"
            value={rules.caption.inAfterUs}
            className="w-16 border-line! bg-sheet"
            onChange={(inAfterUs) => set('caption', { inAfterUs })}
          />{' '}
          s after the start
        </span>
        <span className="flex items-center gap-2">
          out{' '}
          <TimeField
            label="Caption out, before the end"
            value={rules.caption.outBeforeUs}
            className="w-16 border-line! bg-sheet"
            onChange={(outBeforeUs) => set('caption', { outBeforeUs })}
          />{' '}
          s before the end
        </span>
      </fieldset>
      <fieldset>
        <legend className="mb-1 font-display font-semibold">Chapters</legend>
        <label className="flex items-center gap-2">
          one for each{' '}
          <select
            className="field-box"
            value={rules.chapter.by}
            onChange={(e) => set('chapter', { by: e.target.value === 'moves' ? 'moves' : 'blocks' })}
          >
            <option value="blocks">block and round</option>
            <option value="moves">move</option>
          </select>
        </label>
        {produced !== null && (
          <ol className="mt-2 text-[13.5px]">
            {produced.lanes.chapters.map((c) => (
              <li key={c.start} className="flex gap-2">
                <time className="figures w-12 text-right text-soft">{writeTime(c.start, 0)}</time>
                {c.title}
              </li>
            ))}
          </ol>
        )}
      </fieldset>
      {orphans.length > 0 && (
        <p className="text-[13px] text-soft">
          {orphans.length} changes by hand belong to segments that are not in this programme. They are kept.
        </p>
      )}
      {edit.removed.length > 0 && (
        <button
          className="btn self-start"
          onClick={() => change('Put all cuts back', (d) => ({ ...d, edit: { ...d.edit, removed: [] } }))}
        >
          Put all {edit.removed.length} cuts back
        </button>
      )}
    </div>
  );
}
