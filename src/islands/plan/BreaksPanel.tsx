import type { ChangeOver } from '../../core/script/change-over.ts';
import { whyNeeded } from '../../core/script/change-over.ts';
import { fromSeconds, micros } from '../../core/time/micros.ts';
import { writeSeconds, writeTime } from '../../core/time/typed-time.ts';
import { useDerived, useDocument } from '../workbench/workbench-context.tsx';
import { changeMove } from './edit-plan.ts';

/** A demonstration before a new move, when it is to be explained before its break (common practice: 20 to 25 s). */
const SHOWN = fromSeconds(20);
const STEP_US = 5e6;

/** The break adviser: what each change-over has and what it needs, worst first. */
export function BreaksPanel({ changes }: { readonly changes: readonly ChangeOver[] }) {
  const { compiled: { segments } } = useDerived();
  const { change } = useDocument();
  const worst = [...changes].filter((c) => c.shortUs > 0).sort((a, b) => b.shortUs - a.shortUs);
  const enough = changes.length - worst.length;
  if (changes.length === 0) return <p className="text-soft">There is no change from one move to another yet.</p>;
  return (
    <div>
      <p className="mb-2 text-[13px] text-soft">{enough} of {changes.length} change-overs have the time they need. Figures are common practice; yours may differ.</p>
      <ol>
        {worst.map((c) => {
          const [to, from] = [segments[c.toIndex], segments.slice(0, c.toIndex).findLast((s) => s.kind === 'work' || s.kind === 'hold')];
          const same = to !== undefined && from !== undefined && to.blockId === from.blockId;
          const restUs = micros(Math.ceil(c.neededUs / STEP_US) * STEP_US);
          const shown = c.parts.some((p) => p.why.startsWith('new move'));
          return (
            <li key={c.toIndex} className="border-b py-2">
              <p className="flex items-baseline justify-between gap-2"><span><time className="text-soft">{writeTime(c.at)}</time> <strong>{c.to}</strong></span><span className="figures whitespace-nowrap text-alarm">{writeSeconds(c.shortUs, 0)} s short</span></p>
              <div className="my-1 h-[6px] bg-alarm" aria-hidden="true"><div className="h-full bg-ink" style={{ width: `${(c.plannedUs / c.neededUs) * 100}%` }} /></div>
              <p className="text-[12.5px] text-soft">has <span className="figures">{writeSeconds(c.plannedUs)}</span> s, needs <span className="figures">{writeSeconds(c.neededUs)}</span> s: {whyNeeded(c)}</p>
              <div className="mt-1 flex flex-wrap gap-1.5">
                {same && from.moveId !== null && from.moveId !== to.moveId && (
                  <button className="btn" onClick={() => change('Lengthen the break', (d) => ({ ...d, plan: changeMove(d.plan, from.blockId, from.moveId ?? '', (m) => ({ ...m, restUs })) }))}>Make it {writeSeconds(restUs)} s</button>
                )}
                {shown && to?.moveId != null && (
                  <button className="btn" onClick={() => change('Show the move before', (d) => ({ ...d, plan: changeMove(d.plan, to.blockId, to.moveId ?? '', (m) => ({ ...m, demoUs: SHOWN })) }))}>Show it in {writeSeconds(SHOWN)} s of its own</button>
                )}
              </div>
            </li>
          );
        })}
      </ol>
      {worst.length === 0 && <p>Every change-over has the time it needs.</p>}
    </div>
  );
}
