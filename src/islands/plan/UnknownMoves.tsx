import { useMemo, useState } from 'react';
import { EXERCISE_POSITIONS, type Exercise } from '../../core/exercise/exercise.ts';
import { moveNames } from '../../core/script/cue-bank.ts';
import { answeredExercise } from '../../core/exercise/new-exercise.ts';
import { ApiError } from '../shared/api.ts';
import { asking, call } from '../shared/call.ts';
import { useDerived, useStudio, useWorkbench } from '../workbench/workbench-context.tsx';

/** The most moves that are asked about at once. */
const MOST_ASKED = 3;

/** Three quick questions about each move that no library knows, answered once for the studio. */
export function UnknownMoves() {
  const { plan } = useDerived();
  const { book } = useStudio();
  const unknown = useMemo(() => moveNames(plan).filter((name) => book.read(name) === null), [plan, book]);
  if (unknown.length === 0) return null;
  return (
    <div className="mb-4 border-l-[3px] border-ink! bg-sheet px-3 py-2">
      <h3 className="font-semibold">
        {unknown.length === 1 ? 'One move is not known' : `${unknown.length} moves are not known`}
      </h3>
      <p className="text-[13px] text-soft">
        Breaks, cautions and balance count on these answers, here and in every other class.
      </p>
      {unknown.slice(0, MOST_ASKED).map((name) => (
        <Questions key={name} name={name} />
      ))}
      {unknown.length > MOST_ASKED && (
        <p className="mt-2 text-[13px] text-soft">{unknown.slice(MOST_ASKED).join(' · ')} after these</p>
      )}
    </div>
  );
}

function Questions({ name }: { readonly name: string }) {
  const { setStudio } = useStudio();
  const { workbench } = useWorkbench();
  const [start, setStart] = useState<Exercise['start']>('standing');
  const [equipment, setEquipment] = useState('');
  const [impact, setImpact] = useState<Exercise['impact']>('none');
  const [trouble, setTrouble] = useState<string | null>(null);
  const keep = async () => {
    const things = equipment.split(',').map((t) => t.trim());
    const after = answeredExercise(name, { start, impact, equipment: things.filter((t) => t !== '') });
    const body = { before: null, after };
    try {
      setStudio(await call('saveExercise', {}, { body }));
      workbench.getState().asked(`Answer for ${name}`, {
        after: asking('saveExercise', {}, { body }),
        before: asking('removeExercise', {}, { asked: { name } }),
      });
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      setTrouble(error.message);
    }
  };
  return (
    <form
      aria-label={name}
      className="mt-2 border-t pt-1.5"
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      <p className="font-semibold">{name}</p>
      <div className="mt-1 flex flex-wrap items-center gap-x-3 gap-y-1.5">
        <label className="flex items-center gap-1.5">
          <span className="label">done</span>
          <select className="field-box" value={start} onChange={(e) => setStart(e.target.value as Exercise['start'])}>
            {EXERCISE_POSITIONS.map((p) => (
              <option key={p}>{p}</option>
            ))}
          </select>
        </label>
        <label className="flex items-center gap-1.5">
          <span className="label">with</span>
          <input
            className="field-box w-32"
            placeholder="nothing"
            maxLength={200}
            value={equipment}
            onChange={(e) => setEquipment(e.target.value)}
          />
        </label>
        <label className="flex items-center gap-1.5">
          <span className="label">impact</span>
          <select
            className="field-box"
            value={impact}
            onChange={(e) => setImpact(e.target.value as Exercise['impact'])}
          >
            {(['none', 'low', 'high'] as const).map((i) => (
              <option key={i}>{i}</option>
            ))}
          </select>
        </label>
        <button type="submit" className="btn">
          Keep
        </button>
      </div>
      {trouble !== null && (
        <p role="alert" className="text-[13px] text-alarm">
          {trouble}
        </p>
      )}
    </form>
  );
}
