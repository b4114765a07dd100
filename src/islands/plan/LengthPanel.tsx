import { useState } from 'react';
import { designer } from '../../browser/designer.ts';
import { type FitAnswer, type FitLimits, USUAL_LIMITS } from '../../core/plan/fit.ts';
import { type Micros, micros } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { TimeField } from '../shared/TimeField.tsx';
import { useDerived, useDocument } from '../workbench/workbench-context.tsx';
import { NumberField } from '../../ui/NumberField.tsx';

const WORDS: Readonly<Record<keyof FitLimits, string>> = {
  workS: 'work, s',
  restS: 'rest, s',
  rounds: 'rounds',
  holdS: 'holds, s',
  talkS: 'talk and water, s',
};

/** 'I want 20:00': exact answers within limits, saying what changes. */
export function LengthPanel() {
  const {
    compiled: { total },
  } = useDerived();
  const {
    document: { plan },
    change,
  } = useDocument();
  const [target, setTarget] = useState<Micros>(() => (Math.max(1, Math.round(total / 300e6)) * 300e6) as Micros);
  const [limits, setLimits] = useState(USUAL_LIMITS);
  const [locked, setLocked] = useState<readonly string[]>([]);
  const [answers, setAnswers] = useState<readonly FitAnswer[] | null>(null);
  const [searching, setSearching] = useState(false);
  const lock = (id: string, on: boolean) => setLocked(on ? [...locked, id] : locked.filter((other) => other !== id));
  const search = async () => {
    setSearching(true);
    setAnswers(await designer().fit(plan, target, limits, locked));
    setSearching(false);
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        void search();
      }}
    >
      <p className="flex items-center gap-2">
        I want{' '}
        <TimeField
          label="Wanted length"
          value={target}
          onChange={setTarget}
          className="w-24 border-line! bg-sheet text-lg!"
        />{' '}
        <span className="text-soft">
          now <span className="figures">{writeTime(total)}</span>
        </span>
      </p>
      <fieldset className="mt-3">
        <legend className="label">within</legend>
        {(Object.keys(WORDS) as (keyof FitLimits)[]).map((key) => (
          <div key={key} className="flex items-center gap-2 py-0.5">
            <span className="w-32">{WORDS[key]}</span>
            {[0, 1].map((i) => (
              <NumberField
                key={i}
                aria-label={`${WORDS[key]}, ${i === 0 ? 'least' : 'most'}`}
                className="field-box w-16 py-0! text-right"
                value={limits[key][i]!}
                least={key === 'rounds' ? 1 : 0}
                most={600}
                fractions={key !== 'rounds'}
                onChange={(n) => setLimits({ ...limits, [key]: i === 0 ? [n, limits[key][1]] : [limits[key][0], n] })}
              />
            ))}
          </div>
        ))}
      </fieldset>
      <fieldset className="mt-3">
        <legend className="label">leave as they are</legend>
        {plan.blocks.map((b) => (
          <div key={b.id}>
            <LockBox name={b.name} on={locked.includes(b.id)} set={(on) => lock(b.id, on)} />
            {b.moves.length > 0 && !locked.includes(b.id) && (
              <details
                className="ml-5 inline-block align-top text-[13px] text-soft"
                open={b.moves.some((m) => locked.includes(m.id))}
              >
                <summary>moves</summary>
                {b.moves.map((m) => (
                  <div key={m.id}>
                    <LockBox name={m.name} on={locked.includes(m.id)} set={(on) => lock(m.id, on)} />
                  </div>
                ))}
              </details>
            )}
          </div>
        ))}
      </fieldset>
      <button type="submit" className="btn btn-main mt-3" disabled={searching}>
        {searching ? 'Searching …' : 'Find it'}
      </button>
      {answers !== null && (
        <ol className="mt-4" aria-label="Answers">
          {answers.length === 0 && (
            <li role="status">
              Within these limits no class lasts exactly {writeTime(target)}. Widen one of them, or unlock a block.
            </li>
          )}
          {answers.map((answer, i) => (
            <li key={i} className="border-t py-2">
              <ul className="text-[13.5px]">
                {answer.changes.length === 0 ? (
                  <li>It lasts {writeTime(target)} already.</li>
                ) : (
                  answer.changes.map((line) => <li key={line}>{line}</li>)
                )}
              </ul>
              {answer.changes.length > 0 && (
                <p className="text-[13px] text-soft">
                  costs {more(answer.movesByUs)} of moves, {more(answer.breaksByUs)} of breaks
                </p>
              )}
              {answer.changes.length > 0 && (
                <button
                  type="button"
                  className="btn mt-1"
                  onClick={() => {
                    change('Fit to a length', (d) => ({ ...d, plan: { ...d.plan, blocks: answer.plan.blocks } }));
                    setAnswers(null);
                  }}
                >
                  Use this
                </button>
              )}
            </li>
          ))}
        </ol>
      )}
    </form>
  );
}

/** `1:20 less`, `0:30 more`, `nothing`. */
function more(us: Micros): string {
  return us === 0 ? 'nothing' : `${writeTime(micros(Math.abs(us)))} ${us < 0 ? 'less' : 'more'}`;
}

function LockBox({
  name,
  on,
  set,
}: {
  readonly name: string;
  readonly on: boolean;
  readonly set: (on: boolean) => void;
}) {
  return (
    <label className="mr-3 inline-flex items-center gap-1">
      <input type="checkbox" checked={on} onChange={(e) => set(e.target.checked)} />
      {name}
    </label>
  );
}
