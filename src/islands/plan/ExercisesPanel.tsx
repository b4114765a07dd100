import { Key } from '../../ui/Key.tsx';
import { useDeferredValue, useMemo, useRef, useState } from 'react';
import { Pencil } from 'lucide-react';
import { EFFORTS } from '../../core/exercise/effort.ts';
import type { Exercise } from '../../core/exercise/exercise.ts';
import { searchExercises } from '../../core/exercise/library.ts';
import { isPlainBlock } from '../../core/plan/plan.ts';
import { blankExercise } from '../../core/exercise/new-exercise.ts';
import { IconButton } from '../../ui/IconButton.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { ApiError } from '../shared/api.ts';
import { addressOf, call } from '../shared/call.ts';
import { useChange, useStudio, useWorkbench } from '../workbench/workbench-context.tsx';
import { ExerciseDialog } from './ExerciseDialog.tsx';
import { UnknownMoves } from './UnknownMoves.tsx';
import { addBlock, addMove } from './edit-plan.ts';
import { Hint } from '../../ui/Hint.tsx';

const MOST_SHOWN = 60;

/** The library: found by any fact as one types, put into the class with Enter, and the studio's own exercises. */
export function ExercisesPanel() {
  const { studio, setStudio, book } = useStudio();
  const { workbench } = useWorkbench();
  const change = useChange();
  const [text, setText] = useState('');
  const [editing, setEditing] = useState<Exercise | null>(null);
  const [said, setSaid] = useState<{ alarm: boolean; text: string } | null>(null);
  const file = useRef<HTMLInputElement>(null);
  const wanted = useDeferredValue(text);
  const found = useMemo(() => searchExercises(wanted, book.all), [wanted, book]);
  const own = useMemo(() => new Set(studio.exercises.map((e) => e.name)), [studio]);

  const put = (exercise: Exercise) => {
    const { plan } = workbench.getState().document;
    const last = plan.blocks.findLast((b) => !isPlainBlock(b.kind));
    change('Add a move', (d) => {
      const target = last === undefined ? addBlock(d.plan, 'circuit', null) : { plan: d.plan, id: last.id };
      return { ...d, plan: addMove(target.plan, target.id, null, exercise.name).plan };
    });
    setSaid({ alarm: false, text: `${exercise.name} stands at the end of ${last?.name ?? 'a new block'}.` });
  };
  const bringIn = async (chosen: File) => {
    try {
      const done = await call('importExercises', {}, { body: await chosen.text() });
      setStudio(done.studio);
      const [first] = done.problems;
      setSaid({
        alarm: first !== undefined,
        text:
          `${done.kept} exercises brought in.` +
          (first === undefined
            ? ''
            : ` ${done.problems.length} lines had something wrong; line ${first.line}: ${first.message}`),
      });
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      setSaid({ alarm: true, text: error.message });
    }
  };
  return (
    <section aria-label="Exercises">
      <UnknownMoves />
      <input
        aria-label="Search the exercises"
        placeholder="kneeling pull no impact broomstick …"
        value={text}
        className="field-box w-full"
        onChange={(e) => setText(e.target.value)}
        onKeyDown={(e) => {
          if (e.key !== 'Enter') return;
          e.preventDefault();
          // What is typed, not what is drawn: the list may be one key behind.
          const [first] = searchExercises(e.currentTarget.value, book.all);
          if (first !== undefined) put(first);
        }}
      />
      <p className="mt-1 text-[13px] text-soft">
        <span className="figures">{found.length}</span> of <span className="figures">{book.all.length}</span> ·{' '}
        <Key>Enter</Key> puts the first at the end of the last block
      </p>
      {said !== null && (
        <div className="mt-2">
          <Notice alarm={said.alarm}>{said.text}</Notice>
        </div>
      )}
      <ul className="mt-2">
        {found.slice(0, MOST_SHOWN).map((e) => (
          <li key={e.name} className="grid grid-cols-[1fr_auto] items-start border-b">
            <Hint says={`Put ${e.name} into the class`}>
              <button className="py-1 text-left hover:bg-shade" onClick={() => put(e)}>
                <span className="font-semibold">{e.name}</span>
                {own.has(e.name) && <span className="ml-1.5 text-[13px] text-talk">own</span>}
                <span className="block text-[13px] text-soft">{factsOf(e)}</span>
              </button>
            </Hint>
            <IconButton
              label={own.has(e.name) ? `Edit ${e.name}` : `Make ${e.name} your own`}
              onClick={() => setEditing(e)}
            >
              <Pencil size={13} />
            </IconButton>
          </li>
        ))}
      </ul>
      {found.length > MOST_SHOWN && (
        <p className="mt-1 text-[13px] text-soft">and {found.length - MOST_SHOWN} more; type another word</p>
      )}
      {found.length === 0 && <p className="mt-2">No exercise has all of these words.</p>}
      <div className="mt-3 flex flex-wrap gap-1.5">
        <button className="btn" onClick={() => setEditing(blankExercise(found.length === 0 ? text.trim() : ''))}>
          New exercise
        </button>
        <button className="btn btn-quiet border-line" onClick={() => file.current?.click()}>
          Bring in CSV or JSON
        </button>
        {studio.exercises.length > 0 &&
          (['csv', 'json'] as const).map((format) => (
            <a
              key={format}
              className="btn btn-quiet border-line"
              href={addressOf('exportExercises', { format })}
              download
            >
              Own as {format.toUpperCase()}
            </a>
          ))}
        <input
          ref={file}
          type="file"
          accept=".csv,.json,text/csv,application/json"
          className="hidden"
          aria-label="File of exercises"
          onChange={(e) => {
            const chosen = e.target.files?.[0];
            if (chosen !== undefined) void bringIn(chosen);
            e.target.value = '';
          }}
        />
      </div>
      {editing !== null && (
        <ExerciseDialog first={editing} own={own.has(editing.name)} onClose={() => setEditing(null)} />
      )}
    </section>
  );
}

function factsOf(e: Exercise): string {
  return [
    e.start === e.end ? e.start : `${e.start} to ${e.end}`,
    e.pattern,
    e.muscles.join(', '),
    ...e.equipment,
    e.sided ? 'one-sided' : '',
    e.impact === 'none' ? '' : `${e.impact} impact`,
    `${EFFORTS[e.effort].met} MET`,
  ]
    .filter((t) => t !== '')
    .join(' · ');
}
