import { useForm } from 'react-hook-form';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import type { Micros } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { call } from '../shared/call.ts';
import { useAttempt } from '../shared/use-attempt.ts';
import type { NewWorkout as NewWorkoutBody, WorkoutSummary } from '../../contract/wire.ts';

interface Typed {
  readonly title: string;
  /** The id of a template; empty: none. */
  readonly from: string;
  readonly outline: string;
}

/**
 * What a workout is made of: an outline, under the title where it has none of its own; else a template or a title;
 * null: nothing was given.
 */
function workoutOf(typed: Typed): NewWorkoutBody | null {
  const [title, outline] = [typed.title.trim(), typed.outline.trim()];
  if (title === '' && outline === '' && typed.from === '') return null;
  if (outline !== '') return { outline: title === '' || /^#\s/m.test(outline) ? outline : `# ${title}\n${outline}` };
  return { ...(title === '' ? {} : { title }), ...(typed.from === '' ? {} : { from: typed.from }) };
}

export function NewWorkout({
  templates,
  onClose,
}: {
  readonly templates: readonly WorkoutSummary[];
  readonly onClose: () => void;
}) {
  const { register, handleSubmit, watch, setError, formState } = useForm<Typed>({
    defaultValues: { title: '', from: '', outline: '' },
  });
  const { trouble, attempt } = useAttempt();
  const outline = watch('outline');
  const problems = outline.trim() === '' ? [] : readOutline(outline).problems;
  const left = problems.filter((p) => p.severity === 'error' && p.line > 0).length;
  const create = handleSubmit((typed) => {
    const body = workoutOf(typed);
    if (body === null) return setError('title', { message: 'Give it a title, or paste an outline.' });
    return attempt(async () => {
      const { id } = await call('createWorkout', {}, { body });
      window.location.assign(`/w/${id}/plan`);
    });
  });
  const wrong = formState.errors.title?.message ?? trouble;
  // Made once: the next page is on its way.
  const made = formState.isSubmitSuccessful && trouble === null;
  return (
    <Dialog title="New workout" onClose={onClose} form>
      <form onSubmit={(e) => void create(e)} className="flex flex-col gap-3">
        <label className="flex flex-col gap-1">
          <span className="label">Title</span>
          <input autoFocus className="field-box" maxLength={200} {...register('title')} />
        </label>
        {templates.length > 0 && (
          <label className="flex flex-col gap-1">
            <span className="label">Begin from</span>
            <select className="field-box" {...register('from')}>
              <option value="">an empty class</option>
              {templates.map((t) => (
                <option key={t.id} value={t.id}>
                  {t.title}, {writeTime(t.lengthUs as Micros)}
                </option>
              ))}
            </select>
          </label>
        )}
        <label className="flex flex-col gap-1">
          <span className="label">or paste an outline</span>
          <textarea
            rows={7}
            {...register('outline')}
            className="field-box font-mono text-[13px]"
            placeholder={
              '## Warm-up: 30/10\n- March on the spot\n## Circuit: 3 rounds, 40/20\n- Squat\n- Row | sides own'
            }
          />
        </label>
        {problems.length > 0 && (
          <ul
            role="status"
            className="max-h-40 overflow-y-auto border-l-[3px] border-alarm! bg-sheet px-3 py-1.5 text-[13.5px]"
          >
            {problems.map((p, i) => (
              <li key={i}>
                {p.line > 0 && <span className="figures mr-2">line {p.line}</span>}
                {p.message}
              </li>
            ))}
          </ul>
        )}
        {wrong !== null && <Notice alarm>{wrong}</Notice>}
        <div className="flex justify-end gap-2">
          <button type="button" className="btn btn-quiet" onClick={onClose}>
            Cancel
          </button>
          <button type="submit" className="btn btn-main" disabled={formState.isSubmitting || made}>
            {left > 0 ? 'Create all the same' : 'Create'}
          </button>
        </div>
      </form>
    </Dialog>
  );
}
