import { useRef, useState } from 'react';
import type { Micros } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { WORKOUT_STATES, type WorkoutState } from '../../core/workout/progress.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { ApiError, api, sendJson } from '../shared/api.ts';

interface Summary {
  readonly id: string;
  readonly title: string;
  readonly lengthUs: number;
  readonly state: WorkoutState;
  readonly next: { readonly station: string; readonly says: string };
  readonly updatedAt: string;
}

export function WorkoutList({ workouts }: { readonly workouts: readonly Summary[] }) {
  const [adding, setAdding] = useState(false);
  return (
    <main className="mx-auto max-w-5xl px-5 py-8 sm:px-8">
      <header className="flex flex-wrap items-end justify-between gap-4 border-b-2 border-ink pb-4">
        <div>
          <p className="flex items-center gap-2 font-display text-[15px] font-bold"><img src="/mark.svg" alt="" className="h-4 w-4" />Euphon</p>
          <h1 className="mt-1 text-4xl">Workouts</h1>
        </div>
        <button className="btn btn-main" onClick={() => setAdding(true)}>New workout</button>
      </header>
      {workouts.length === 0 ? (
        <div className="py-16 text-center">
          <h2 className="text-2xl">No workout yet</h2>
          <p className="mx-auto mt-2 max-w-md text-soft">Begin with a title, or paste a class you have already written down: a line for each block, a line for each move.</p>
          <button className="btn btn-main mt-6" onClick={() => setAdding(true)}>New workout</button>
        </div>
      ) : (
        <ul>
          {workouts.map((workout) => <Row key={workout.id} workout={workout} />)}
        </ul>
      )}
      {adding && <NewWorkout onClose={() => setAdding(false)} />}
    </main>
  );
}

function Row({ workout }: { readonly workout: Summary }) {
  const reached = WORKOUT_STATES.indexOf(workout.state);
  return (
    <li className="grid grid-cols-[1fr_auto] items-center gap-x-6 gap-y-2 border-b py-5 sm:grid-cols-[1fr_5rem_15rem_13rem]">
      <a className="font-display text-xl font-semibold underline-offset-4 hover:underline" href={`/w/${workout.id}/plan`}>{workout.title}</a>
      <time className="text-right text-base!">{writeTime(workout.lengthUs as Micros)}</time>
      <ol aria-label={`State: ${workout.state}`} className="flex items-center gap-1">
        {WORKOUT_STATES.map((state, i) => (
          <li key={state} className="flex flex-1 flex-col gap-1">
            <span className={`h-1.5 ${i <= reached ? 'bg-ink' : 'bg-line'}`} />
            <span className={`text-[11px] ${i === reached ? 'font-semibold' : 'text-soft'} ${i === reached ? '' : 'max-sm:hidden'}`}>{state}</span>
          </li>
        ))}
      </ol>
      <a className="justify-self-start text-soft underline decoration-line underline-offset-4 hover:text-ink hover:decoration-ink sm:justify-self-end" href={`/w/${workout.id}/${workout.next.station}`}>
        {workout.next.says} →
      </a>
    </li>
  );
}

function NewWorkout({ onClose }: { readonly onClose: () => void }) {
  const [trouble, setTrouble] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const title = useRef<HTMLInputElement>(null);
  const outline = useRef<HTMLTextAreaElement>(null);
  const create = async () => {
    const typed = title.current?.value.trim() ?? '';
    const pasted = outline.current?.value.trim() ?? '';
    if (typed === '' && pasted === '') return setTrouble('Give it a title, or paste an outline.');
    setBusy(true);
    try {
      const text = pasted === '' ? null : typed === '' || /^#\s/m.test(pasted) ? pasted : `# ${typed}\n${pasted}`;
      const { id } = await api<{ id: string }>('/api/workouts', sendJson('POST', text === null ? { title: typed } : { outline: text }));
      window.location.assign(`/w/${id}/plan`);
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      setTrouble(error.message);
      setBusy(false);
    }
  };
  return (
    <Dialog title="New workout" onClose={onClose}>
      <form onSubmit={(e) => { e.preventDefault(); void create(); }} className="flex flex-col gap-3">
        <label className="flex flex-col gap-1"><span className="label">Title</span><input ref={title} autoFocus className="field-box" maxLength={200} /></label>
        <label className="flex flex-col gap-1">
          <span className="label">or paste an outline</span>
          <textarea ref={outline} rows={7} className="field-box font-mono text-[12px]" placeholder={'## Warm-up: 30/10\n- March on the spot\n## Circuit: 3 rounds, 40/20\n- Squat\n- Row | sides own'} />
        </label>
        {trouble !== null && <Notice alarm>{trouble}</Notice>}
        <div className="flex justify-end gap-2">
          <button type="button" className="btn btn-quiet" onClick={onClose}>Cancel</button>
          <button type="submit" className="btn btn-main" disabled={busy}>Create</button>
        </div>
      </form>
    </Dialog>
  );
}
