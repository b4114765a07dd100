import clsx from 'clsx';
import { useState } from 'react';
import { type Finding, wordsOf } from '../../core/findings/finding.ts';
import type { Micros } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { applyFix, isApplied } from '../../core/workout/apply-fix.ts';
import { fixesOf } from '../../core/workout/findings-of.ts';
import { MeasuredWanted } from '../shared/MeasuredWanted.tsx';
import { useDocument } from '../workbench/workbench-context.tsx';
import { withLetStand } from './edit-let-stand.ts';

interface Props {
  readonly finding: Finding;
  readonly number: number;
  /** In the programme; null where it is about the plan. */
  readonly at: Micros | null;
  readonly isNow: boolean;
  readonly show: () => void;
  readonly there: () => void;
  readonly station: string;
}

/** One finding: what it is and how sure, every way to set it right, and the way to let it stand with a reason. */
export function CheckedFinding({ finding, number, at, isNow, show, there, station }: Props) {
  const { document, change } = useDocument();
  const [asks, setAsks] = useState(false);
  const [why, setWhy] = useState('');
  const { severity, certainty, takeId, clock } = finding;
  const fixes = fixesOf(finding);
  return (
    <li
      data-number={number}
      aria-current={isNow ? 'true' : undefined}
      className={clsx(
        'grid grid-cols-[4.5rem_minmax(0,1fr)] gap-x-3 border-b border-l-[3px] py-2 pr-2 pl-3',
        severity === 'alarm' ? 'border-l-alarm' : 'border-l-talk',
        isNow && 'bg-sheet',
      )}
    >
      <time className="figures pt-0.5 text-right text-soft">
        {at !== null ? writeTime(at, 1) : clock === 'plan' ? `plan ${writeTime(finding.at)}` : ''}
      </time>
      <div>
        <button className="text-left font-semibold hover:underline" onClick={show}>
          {wordsOf(finding).says}
        </button>
        <p className="text-[13px] text-soft">
          <MeasuredWanted finding={finding} /> · <span className="figures">{Math.round(certainty * 100)}</span> % sure
        </p>
        <div className="mt-1.5 flex flex-wrap items-baseline gap-x-3 gap-y-1.5">
          {fixes.map((m, i) =>
            isApplied(document, m, takeId) ? (
              <span key={m.label} className="text-[13px]">
                Done: {m.label}.
              </span>
            ) : (
              <button
                key={m.label}
                className={
                  i === 0
                    ? 'btn h-auto! text-left whitespace-normal!'
                    : 'text-left text-[13px] underline underline-offset-2'
                }
                onClick={() => change(m.label, (d) => applyFix(d, m, takeId))}
              >
                {m.label}
              </button>
            ),
          )}
          <button className="text-[13px] underline underline-offset-2" onClick={there}>
            To {station}
          </button>
          {!asks && (
            <button className="text-[13px] underline underline-offset-2" onClick={() => setAsks(true)}>
              Let it stand
            </button>
          )}
        </div>
        {asks && (
          <form
            className="mt-1.5 flex gap-2"
            onSubmit={(e) => {
              e.preventDefault();
              change('Let a finding stand', (d) => withLetStand(d, finding, why.trim()));
            }}
          >
            <input
              value={why}
              onChange={(e) => setWhy(e.target.value)}
              autoFocus
              maxLength={600}
              aria-label="Why it may stand"
              placeholder="Why it may stand"
              className="field-box grow"
            />
            <button className="btn">Let it stand</button>
            <button type="button" className="btn btn-quiet" onClick={() => setAsks(false)}>
              Cancel
            </button>
          </form>
        )}
      </div>
    </li>
  );
}
