import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { tinykeys } from 'tinykeys';
import { Notice } from '../../ui/Notice.tsx';
import { call } from '../shared/call.ts';
import { MeLine } from '../people/MeLine.tsx';
import type { Me } from '../people/roles.ts';
import { useAttempt } from '../shared/use-attempt.ts';
import { NewWorkout } from './NewWorkout.tsx';
import { Row } from './WorkoutRow.tsx';
import type { Page, WorkoutSummary } from '../../contract/wire.ts';
import { Hint } from '../../ui/Hint.tsx';
import { inField } from '../workbench/use-keys.ts';

interface Props {
  /** The first page of the list, as the server drew it. */
  readonly first: Page<WorkoutSummary>;
  readonly templates: readonly WorkoutSummary[];
  /** Who looks; null where accounts are off. */
  readonly me: Me | null;
}

export function WorkoutList({ first, templates: all, me }: Props) {
  const [{ items: workouts, next }, setList] = useState(first);
  const [adding, setAdding] = useState(false);
  // The list is drawn by the server; a press on a button before the page's own code is there would be lost.
  const [here, setHere] = useState(false);
  useEffect(() => setHere(true), []);
  const ready = here && me?.role !== 'viewer';
  const [deleted, setDeleted] = useState<readonly WorkoutSummary[]>([]);
  const { trouble, attempt } = useAttempt();
  const [notes, setNotes] = useState<readonly string[]>([]);
  const file = useRef<HTMLInputElement>(null);
  const shown = workouts.filter((w) => !deleted.includes(w));
  const gone = new Set(deleted.map((w) => w.id));
  const templates = all.filter((w) => !gone.has(w.id));
  const showMore = (after: string) =>
    attempt(async () => {
      const page = await call('listWorkouts', {}, { asked: { after } });
      // What was changed meanwhile is at the top already.
      const known = new Set(workouts.map((w) => w.id));
      setList({ items: [...workouts, ...page.items.filter((w) => !known.has(w.id))], next: page.next });
    });
  const bringBack = (workout: WorkoutSummary) =>
    attempt(async () => {
      await call('restoreWorkout', { id: workout.id });
      setDeleted((all) => all.filter((w) => w !== workout));
    });
  const bringIn = (chosen: File) =>
    attempt(async () => {
      const { id, missing } = await call('importWorkout', {}, { body: await chosen.text() });
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
          if (!inField(e) && document.querySelector('dialog[open]') === null) {
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
          <Hint says="New workout (key N)">
            <button className="btn btn-main" disabled={!ready} onClick={() => setAdding(true)}>
              New workout
            </button>
          </Hint>
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
      {next !== null && (
        <p className="py-5 text-center">
          <button className="btn" disabled={!here} onClick={() => void showMore(next)}>
            Show earlier workouts
          </button>
        </p>
      )}
      {adding && <NewWorkout templates={templates} onClose={() => setAdding(false)} />}
    </main>
  );
}
