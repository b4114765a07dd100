import { useState } from 'react';
import { type ChangeFigures, USUAL_CHANGES } from '../../core/script/change-over.ts';
import { Notice } from '../../ui/Notice.tsx';
import { ApiError } from '../shared/api.ts';
import { asking, call } from '../shared/call.ts';
import { TimeField } from '../shared/TimeField.tsx';
import { useDerived, useStudio, useWorkbench } from '../workbench/workbench-context.tsx';
import { Hint } from '../../ui/Hint.tsx';

const WORDS: Readonly<Record<keyof ChangeFigures, string>> = {
  knownUs: 'a move the class knows',
  newUs: 'a new move that must be shown',
  levelUs: 'floor to standing or back',
  propUs: 'a prop taken up or put down',
  sideUs: 'the other side',
};

/** The figures of the break adviser: common practice until a studio sets its own. */
export function ChangeFiguresForm() {
  const { studio, setStudio } = useStudio();
  const { workbench } = useWorkbench();
  const { take } = useDerived();
  const id = workbench((s) => s.id);
  const [said, setSaid] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const put = (before: ChangeFigures, after: ChangeFigures) =>
    asking('setChangeFigures', {}, { body: { before, after } });
  const save = (changes: ChangeFigures) => {
    const was = studio.changes;
    setStudio({ ...studio, changes });
    setTrouble(null);
    workbench.getState().ask('Set what a change-over costs', { after: put(was, changes), before: put(changes, was) });
  };
  const learn = async () => {
    try {
      await workbench.flush();
      const done = await call('learnChanges', { id });
      setStudio(done.studio);
      const [was, now] = [studio.changes, done.studio.changes];
      workbench.getState().asked('Learn what a change-over costs', { after: put(was, now), before: put(now, was) });
      setTrouble(null);
      setSaid(`Corrected by ${done.used} change-overs of the take.`);
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      setTrouble(error.message);
    }
  };
  const own = (Object.keys(WORDS) as (keyof ChangeFigures)[]).some((k) => studio.changes[k] !== USUAL_CHANGES[k]);
  return (
    <details className="mt-4 border-t pt-2">
      <summary>
        What a change-over costs here {own && <span className="text-[13px] text-talk">own figures</span>}
      </summary>
      <div className="mt-1 grid grid-cols-[1fr_auto] items-center gap-x-3 gap-y-1">
        {(Object.keys(WORDS) as (keyof ChangeFigures)[]).map((key) => (
          <div key={key} className="contents">
            <span>{WORDS[key]}</span>
            <TimeField
              label={WORDS[key]}
              value={studio.changes[key]}
              onChange={(us) => void save({ ...studio.changes, [key]: us })}
              className="w-16 border-line! bg-sheet"
            />
          </div>
        ))}
      </div>
      <p className="mt-1 text-[13px] text-soft">
        In seconds, for all workouts of the studio. The words to be said come on top.
      </p>
      <Hint says={take === null ? '' : `From what the breaks of ${take.name} really took`}>
        <button className="btn btn-quiet border-line mt-1 mr-1.5" disabled={take === null} onClick={() => void learn()}>
          Learn from the take
        </button>
      </Hint>
      {own && (
        <button className="btn btn-quiet border-line mt-1" onClick={() => void save(USUAL_CHANGES)}>
          Back to common practice
        </button>
      )}
      {take === null && (
        <p className="mt-1 text-[13px] text-soft">To learn from there is no take with a transcript yet.</p>
      )}
      {said !== null && trouble === null && <Notice>{said}</Notice>}
      {trouble !== null && <Notice alarm>{trouble}</Notice>}
    </details>
  );
}
