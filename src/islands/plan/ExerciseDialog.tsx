import { type ComponentProps, useRef } from 'react';
import { useForm } from 'react-hook-form';
import { EFFORTS } from '../../core/exercise/effort.ts';
import { EXERCISE_POSITIONS, type Exercise, MUSCLES, type Muscle, PATTERNS } from '../../core/exercise/exercise.ts';
import type { Studio } from '../../core/workout/studio.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { asking, call } from '../shared/call.ts';
import { useAttempt } from '../shared/use-attempt.ts';
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

/** An exercise as it is typed: its equipment in one line. */
type Typed = Omit<Exercise, 'equipment' | 'muscles'> & { equipment: string; muscles: Muscle[] };

const exerciseOf = (typed: Typed): Exercise => ({
  ...typed,
  name: typed.name.trim(),
  equipment: typed.equipment
    .split(',')
    .map((t) => t.trim())
    .filter((t) => t !== ''),
});

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
  const { register, handleSubmit, getValues, setValue } = useForm<Typed>({
    defaultValues: { ...first, muscles: [...first.muscles], equipment: first.equipment.join(', ') },
  });
  const { trouble, attempt } = useAttempt();
  /** While the end position is the same as the start position, it follows it. */
  const began = useRef(first.start);
  const endsAlike = () => {
    const { start, end } = getValues();
    if (end === began.current) setValue('end', start);
    began.current = start;
  };
  const send = (work: () => Promise<Studio>) =>
    attempt(async () => {
      setStudio(await work());
      onClose();
    });
  const save = handleSubmit((typed) => {
    const after = exerciseOf(typed);
    const was = studio.exercises.find((x) => x.name === after.name) ?? null;
    return send(async () => {
      const now = await call('saveExercise', {}, { body: { before: was, after } });
      workbench.getState().asked('Keep an exercise', {
        after: put(was, after),
        before: was === null ? gone(after.name) : put(after, was),
      });
      return now;
    });
  });
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
      form
    >
      <form className="grid grid-cols-2 gap-x-5 gap-y-2.5" onSubmit={(event) => void save(event)}>
        <label className="col-span-2 flex flex-col">
          <span className="label">name</span>
          <input autoFocus required className="field-box" maxLength={200} readOnly={own} {...register('name')} />
        </label>
        <Pick label="begins" values={EXERCISE_POSITIONS} {...register('start', { onChange: endsAlike })} />
        <Pick label="ends" values={EXERCISE_POSITIONS} {...register('end')} />
        <Pick label="pattern" values={PATTERNS} {...register('pattern')} />
        <label className="flex flex-col">
          <span className="label">effort (MET, Compendium 2011)</span>
          <select className="field-box" {...register('effort')}>
            {Object.entries(EFFORTS).map(([name, { met }]) => (
              <option key={name} value={name}>
                {name}, {met}
              </option>
            ))}
          </select>
        </label>
        <label className="flex flex-col">
          <span className="label">equipment, with commas</span>
          <input className="field-box" maxLength={400} {...register('equipment')} />
        </label>
        <Pick label="impact" values={['none', 'low', 'high']} {...register('impact')} />
        <label className="flex flex-col">
          <span className="label">seconds a repetition</span>
          <input
            type="number"
            min={0.2}
            max={600}
            step={0.1}
            className="field-box"
            {...register('secondsARep', { valueAsNumber: true })}
          />
        </label>
        <Pick label="best camera side" values={['front', 'side', 'three-quarter']} {...register('camera')} />
        <fieldset className="col-span-2 flex flex-wrap gap-x-3">
          <legend className="label">muscles</legend>
          {MUSCLES.map((m) => (
            <label key={m} className="flex items-center gap-1">
              <input type="checkbox" value={m} {...register('muscles')} />
              {m}
            </label>
          ))}
          <label className="ml-auto flex items-center gap-1">
            <input type="checkbox" {...register('sided')} />
            one-sided
          </label>
        </fieldset>
        {LINES.map(([key, word]) => (
          <label key={key} className="flex flex-col">
            <span className="label">{word}</span>
            <input className="field-box" maxLength={500} {...register(key)} />
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

interface PickProps extends ComponentProps<'select'> {
  readonly label: string;
  readonly values: readonly string[];
}

function Pick({ label, values, ...select }: PickProps) {
  return (
    <label className="flex flex-col">
      <span className="label">{label}</span>
      <select className="field-box" {...select}>
        {values.map((name) => (
          <option key={name}>{name}</option>
        ))}
      </select>
    </label>
  );
}
