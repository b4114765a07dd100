import { useState } from 'react';
import { EFFORTS, type Effort } from '../../core/exercise/effort.ts';
import { EXERCISE_POSITIONS, type Exercise, MUSCLES, PATTERNS } from '../../core/exercise/exercise.ts';
import type { Studio } from '../../core/workout/studio.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { ApiError } from '../shared/api.ts';
import { asking, call } from '../shared/call.ts';
import { useStudio, useWorkbench } from '../workbench/workbench-context.tsx';

const LINES: readonly (readonly ['setUp' | 'form' | 'caution' | 'breath' | 'easier' | 'harder', string])[] = [
  ['setUp', 'set-up line'],
  ['form', 'form line'],
  ['caution', 'caution line'],
  ['breath', 'breath'],
  ['easier', 'easier option'],
  ['harder', 'harder option'],
];

const put = (before: Exercise | null, after: Exercise) => asking('saveExercise', {}, { body: { before, after } });
const gone = (name: string) => asking('removeExercise', {}, { asked: { name } });

/** One exercise of the studio's own. A shipped one that is changed becomes the studio's own under the same name. */
export function ExerciseDialog({
  first,
  own,
  onClose,
}: {
  readonly first: Exercise;
  readonly own: boolean;
  readonly onClose: () => void;
}) {
  const { studio, setStudio } = useStudio();
  const { workbench } = useWorkbench();
  const [e, setExercise] = useState(first);
  const [equipment, setEquipment] = useState(first.equipment.join(', '));
  const [trouble, setTrouble] = useState<string | null>(null);
  const set = (next: Partial<Exercise>) => setExercise({ ...e, ...next });
  const send = async (work: () => Promise<Studio>) => {
    try {
      setStudio(await work());
      onClose();
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      setTrouble(error.message);
    }
  };
  const save = () => {
    const after = {
      ...e,
      name: e.name.trim(),
      equipment: equipment
        .split(',')
        .map((t) => t.trim())
        .filter((t) => t !== ''),
    };
    const was = studio.exercises.find((x) => x.name === after.name) ?? null;
    return send(async () => {
      const now = await call('saveExercise', {}, { body: { before: was, after } });
      workbench.getState().asked('Keep an exercise', {
        after: put(was, after),
        before: was === null ? gone(after.name) : put(after, was),
      });
      return now;
    });
  };
  const remove = () =>
    send(async () => {
      const now = await call('removeExercise', {}, { asked: { name: first.name } });
      workbench.getState().asked('Delete an exercise', { after: gone(first.name), before: put(null, first) });
      return now;
    });
  return (
    <Dialog
      title={own ? `Edit ${first.name}` : first.name === '' ? 'New exercise' : `${first.name}, your own`}
      onClose={onClose}
      wide
    >
      <form
        className="grid grid-cols-2 gap-x-5 gap-y-2.5"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <label className="col-span-2 flex flex-col">
          <span className="label">name</span>
          <input
            autoFocus
            required
            className="field-box"
            maxLength={200}
            value={e.name}
            readOnly={own}
            onChange={(v) => set({ name: v.target.value })}
          />
        </label>
        <Pick
          label="begins"
          values={EXERCISE_POSITIONS}
          value={e.start}
          onChange={(start) => set({ start, end: e.end === e.start ? start : e.end })}
        />
        <Pick label="ends" values={EXERCISE_POSITIONS} value={e.end} onChange={(end) => set({ end })} />
        <Pick label="pattern" values={PATTERNS} value={e.pattern} onChange={(pattern) => set({ pattern })} />
        <label className="flex flex-col">
          <span className="label">effort (MET, Compendium 2011)</span>
          <select className="field-box" value={e.effort} onChange={(v) => set({ effort: v.target.value as Effort })}>
            {Object.entries(EFFORTS).map(([name, { met }]) => (
              <option key={name} value={name}>
                {name}, {met}
              </option>
            ))}
          </select>
        </label>
        <label className="flex flex-col">
          <span className="label">equipment, with commas</span>
          <input
            className="field-box"
            maxLength={400}
            value={equipment}
            onChange={(v) => setEquipment(v.target.value)}
          />
        </label>
        <Pick
          label="impact"
          values={['none', 'low', 'high'] as const}
          value={e.impact}
          onChange={(impact) => set({ impact })}
        />
        <label className="flex flex-col">
          <span className="label">seconds a repetition</span>
          <input
            type="number"
            min={0.2}
            max={600}
            step={0.1}
            className="field-box"
            value={e.secondsARep}
            onChange={(v) => set({ secondsARep: Number(v.target.value) })}
          />
        </label>
        <Pick
          label="best camera side"
          values={['front', 'side', 'three-quarter'] as const}
          value={e.camera}
          onChange={(camera) => set({ camera })}
        />
        <fieldset className="col-span-2 flex flex-wrap gap-x-3">
          <legend className="label">muscles</legend>
          {MUSCLES.map((m) => (
            <label key={m} className="flex items-center gap-1">
              <input
                type="checkbox"
                checked={e.muscles.includes(m)}
                onChange={(v) =>
                  set({ muscles: v.target.checked ? [...e.muscles, m] : e.muscles.filter((o) => o !== m) })
                }
              />
              {m}
            </label>
          ))}
          <label className="ml-auto flex items-center gap-1">
            <input type="checkbox" checked={e.sided} onChange={(v) => set({ sided: v.target.checked })} />
            one-sided
          </label>
        </fieldset>
        {LINES.map(([key, word]) => (
          <label key={key} className="flex flex-col">
            <span className="label">{word}</span>
            <input
              className="field-box"
              maxLength={500}
              value={e[key]}
              onChange={(v) => set({ [key]: v.target.value })}
            />
          </label>
        ))}
        {trouble !== null && (
          <div className="col-span-2">
            <Notice alarm>{trouble}</Notice>
          </div>
        )}
        <div className="col-span-2 mt-1 flex justify-end gap-2">
          {own && (
            <button type="button" className="btn btn-quiet mr-auto" onClick={() => void remove()}>
              Delete it
            </button>
          )}
          <button type="button" className="btn btn-quiet" onClick={onClose}>
            Cancel
          </button>
          <button type="submit" className="btn btn-main">
            Keep it
          </button>
        </div>
      </form>
    </Dialog>
  );
}

function Pick<T extends string>({
  label,
  values,
  value,
  onChange,
}: {
  readonly label: string;
  readonly values: readonly T[];
  readonly value: T;
  readonly onChange: (value: T) => void;
}) {
  return (
    <label className="flex flex-col">
      <span className="label">{label}</span>
      <select className="field-box" value={value} onChange={(v) => onChange(v.target.value as T)}>
        {values.map((name) => (
          <option key={name}>{name}</option>
        ))}
      </select>
    </label>
  );
}
