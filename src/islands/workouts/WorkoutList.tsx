import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { MoreHorizontal } from 'lucide-react';
import { tinykeys } from 'tinykeys';
import type { Micros } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { WORKOUT_STATES, type WorkoutState } from '../../core/workout/progress.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { ApiError, api, sendJson } from '../shared/api.ts';
import { MeLine } from '../people/MeLine.tsx';
import type { Me } from '../people/roles.ts';
import { useAttempt } from '../shared/use-attempt.ts';

interface Summary {
  readonly id: string;
  readonly title: string;
  readonly lengthUs: number;
  readonly state: WorkoutState;
  readonly next: { readonly station: string; readonly says: string };
  readonly updatedAt: string;
  readonly template: boolean;
}

interface Props {
  readonly workouts: readonly Summary[];
  /** Who looks; null where accounts are off. */
  readonly me: Me | null;
}

export function WorkoutList({ workouts, me }: Props) {
  const [adding, setAdding] = useState(false);
  // The list is drawn by the server; a press on a button before the page's own code is there would be lost.
  const [here, setHere] = useState(false);
  useEffect(() => setHere(true), []);
  const ready = here && me?.role !== 'viewer';
  const [deleted, setDeleted] = useState<readonly Summary[]>([]);
  const { trouble, attempt } = useAttempt();
  const [notes, setNotes] = useState<readonly string[]>([]);
  const file = useRef<HTMLInputElement>(null);
  const shown = workouts.filter((w) => !deleted.includes(w));
  const templates = shown.filter((w) => w.template);
  const bringBack = (workout: Summary) =>
    attempt(async () => {
      await api(`/api/workouts/${workout.id}/restore`, { method: 'POST' });
      setDeleted((all) => all.filter((w) => w !== workout));
    });
  const bringIn = (chosen: File) =>
    attempt(async () => {
      const { id, missing } = await api<{ id: string; missing: readonly string[] }>('/api/workouts/file', {
        method: 'POST',
        body: await chosen.text(),
        headers: { 'Content-Type': 'application/json' },
      });
      if (missing.length === 0) window.location.assign(`/w/${id}/plan`);
      else setNotes(missing);
    });
  // Before it is painted: whoever sees that a row is gone can bring it back at once.
  useLayoutEffect(
    () =>
      tinykeys(window, {
        '$mod+z': (e) => {
          const last = deleted.at(-1);
          if (last === undefined || document.querySelector('dialog[open]') !== null) return;
          e.preventDefault();
          void bringBack(last);
        },
        n: (e) => {
          if (
            !(e.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(e.target.tagName)) &&
            document.querySelector('dialog[open]') === null
          ) {
            e.preventDefault();
            setAdding(true);
          }
        },
      }),
    [deleted],
  );
  return (
    <main className="mx-auto max-w-5xl px-5 py-8 sm:px-8">
      <header className="flex flex-wrap items-end justify-between gap-4 border-b-2 border-ink pb-4">
        <div>
          <p className="flex items-center gap-2 font-display text-[15px] font-bold">
            <img src="/mark.svg" alt="" className="h-4 w-4" />
            Euphon
            {me !== null && <span className="font-normal text-soft">· {me.studio}</span>}
          </p>
          <h1 className="mt-1 text-4xl">Workouts</h1>
        </div>
        <span className="flex gap-2">
          <input
            ref={file}
            type="file"
            accept=".json,application/json"
            className="sr-only"
            aria-label="Workout file"
            tabIndex={-1}
            onChange={(e) => {
              const chosen = e.target.files?.[0];
              if (chosen !== undefined) void bringIn(chosen);
              e.target.value = '';
            }}
          />
          <button className="btn" disabled={!ready} onClick={() => file.current?.click()}>
            Bring in a workout
          </button>
          <button
            className="btn btn-main"
            title="New workout (key N)"
            disabled={!ready}
            onClick={() => setAdding(true)}
          >
            New workout
          </button>
        </span>
      </header>
      {me !== null && <MeLine me={me} ready={here} />}
      {trouble !== null && <Notice alarm>{trouble}</Notice>}
      {notes.length > 0 && (
        <Notice>
          <span className="flex items-center gap-4">
            <span>
              The workout is here, its takes are not: bring in {notes.map((n) => `“${n}”`).join(', ')} at Shoot, and
              what was said and decided about them is there again.
            </span>
            <a className="btn ml-auto" href="/">
              Show the list
            </a>
          </span>
        </Notice>
      )}
      {deleted.map((workout) => (
        <Notice key={workout.id}>
          <span className="flex items-center gap-4">
            “{workout.title || 'Untitled'}” is deleted. It can be brought back for 30 days.
            <button className="btn ml-auto" onClick={() => void bringBack(workout)}>
              Bring it back
            </button>
          </span>
        </Notice>
      ))}
      {shown.length === 0 ? (
        <div className="py-16 text-center">
          <h2 className="text-2xl">No workout yet</h2>
          <p className="mx-auto mt-2 max-w-md text-soft">
            Begin with a title, or paste a class you have already written down: a line for each block, a line for each
            move.
          </p>
          <button className="btn btn-main mt-6" disabled={!ready} onClick={() => setAdding(true)}>
            New workout
          </button>
        </div>
      ) : (
        <ul>
          {shown.map((workout) => (
            <Row
              key={workout.id}
              workout={workout}
              ready={ready}
              onDeleted={() => setDeleted((all) => [...all, workout])}
            />
          ))}
        </ul>
      )}
      {adding && <NewWorkout templates={templates} onClose={() => setAdding(false)} />}
    </main>
  );
}

interface RowProps {
  readonly workout: Summary;
  readonly ready: boolean;
  readonly onDeleted: () => void;
}

function Row({ workout, ready, onDeleted }: RowProps) {
  const reached = WORKOUT_STATES.indexOf(workout.state);
  return (
    <li className="grid grid-cols-[1fr_auto] items-center gap-x-6 gap-y-2 border-b py-5 sm:grid-cols-[1fr_5rem_15rem_13rem_auto]">
      <div>
        <a
          className="font-display text-xl font-semibold underline-offset-4 hover:underline"
          href={`/w/${workout.id}/plan`}
        >
          {workout.title || 'Untitled'}
        </a>
        {workout.template && <span className="ml-2 border border-ink px-1 text-[13px]">template</span>}
      </div>
      <time className="text-right text-base!">{writeTime(workout.lengthUs as Micros)}</time>
      <ol aria-label={`State: ${workout.state}`} className="flex items-start gap-1">
        {WORKOUT_STATES.map((state, i) => (
          <li key={state} className="flex flex-1 flex-col gap-1">
            <span className={`h-1.5 ${i <= reached ? 'bg-ink' : 'bg-line'}`} />
            <span className={`text-[13px] ${i === reached ? 'font-semibold whitespace-nowrap' : 'sr-only'}`}>
              {state}
            </span>
          </li>
        ))}
      </ol>
      <a
        className="justify-self-start text-soft underline decoration-line underline-offset-4 hover:text-ink hover:decoration-ink sm:justify-self-end"
        href={`/w/${workout.id}/${workout.next.station}`}
      >
        {workout.next.says} →
      </a>
      <RowActions workout={workout} ready={ready} onDeleted={onDeleted} />
    </li>
  );
}

/** What is done with a whole workout. What is deleted can be brought back. */
function RowActions({ workout, ready, onDeleted }: RowProps) {
  const { trouble, attempt } = useAttempt();
  const send = (path: string, init: RequestInit) =>
    attempt(async () => {
      await api(path, init);
      window.location.reload();
    });
  const path = `/api/workouts/${workout.id}`;
  const remove = () =>
    attempt(async () => {
      await api(path, { method: 'DELETE' });
      onDeleted();
    });
  return (
    <details className="relative">
      <summary className="btn btn-quiet list-none" aria-label={`More for ${workout.title}`}>
        <MoreHorizontal size={16} />
      </summary>
      <fieldset
        disabled={!ready}
        className="absolute right-0 z-10 mt-1 flex w-56 flex-col items-stretch border bg-sheet p-1 shadow-md"
      >
        <button
          className="btn btn-quiet"
          onClick={() => void send('/api/workouts', sendJson('POST', { from: workout.id }))}
        >
          Duplicate
        </button>
        <button
          className="btn btn-quiet"
          onClick={() => void send(`${path}/template`, { method: workout.template ? 'DELETE' : 'PUT' })}
        >
          {workout.template ? 'No longer a template' : 'Use as a template'}
        </button>
        <a className="btn btn-quiet" href={`${path}/file`} download>
          Save as a file
        </a>
        <button className="btn btn-quiet" onClick={() => void remove()}>
          Delete
        </button>
        {trouble !== null && <Notice alarm>{trouble}</Notice>}
      </fieldset>
    </details>
  );
}

function NewWorkout({ templates, onClose }: { readonly templates: readonly Summary[]; readonly onClose: () => void }) {
  const from = useRef<HTMLSelectElement>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const title = useRef<HTMLInputElement>(null);
  const [outline, setOutline] = useState('');
  const problems = outline.trim() === '' ? [] : readOutline(outline).problems;
  const left = problems.filter((p) => p.severity === 'error' && p.line > 0).length;
  const create = async () => {
    const typed = title.current?.value.trim() ?? '';
    const pasted = outline.trim();
    const template = from.current?.value ?? '';
    if (typed === '' && pasted === '' && template === '') return setTrouble('Give it a title, or paste an outline.');
    setBusy(true);
    try {
      const text = pasted === '' ? null : typed === '' || /^#\s/m.test(pasted) ? pasted : `# ${typed}\n${pasted}`;
      const { id } = await api<{ id: string }>(
        '/api/workouts',
        sendJson(
          'POST',
          text !== null
            ? { outline: text }
            : { ...(typed === '' ? {} : { title: typed }), ...(template === '' ? {} : { from: template }) },
        ),
      );
      window.location.assign(`/w/${id}/plan`);
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      setTrouble(error.message);
      setBusy(false);
    }
  };
  return (
    <Dialog title="New workout" onClose={onClose}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void create();
        }}
        className="flex flex-col gap-3"
      >
        <label className="flex flex-col gap-1">
          <span className="label">Title</span>
          <input ref={title} autoFocus className="field-box" maxLength={200} />
        </label>
        {templates.length > 0 && (
          <label className="flex flex-col gap-1">
            <span className="label">Begin from</span>
            <select ref={from} className="field-box" defaultValue="">
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
            value={outline}
            onChange={(e) => setOutline(e.target.value)}
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
        {trouble !== null && <Notice alarm>{trouble}</Notice>}
        <div className="flex justify-end gap-2">
          <button type="button" className="btn btn-quiet" onClick={onClose}>
            Cancel
          </button>
          <button type="submit" className="btn btn-main" disabled={busy}>
            {left > 0 ? 'Create all the same' : 'Create'}
          </button>
        </div>
      </form>
    </Dialog>
  );
}
