import { useMemo, useState } from 'react';
import type { Block } from '../../core/plan/plan.ts';
import { isPlainBlock } from '../../core/plan/plan.ts';
import { newBlock } from '../../core/plan/new-plan.ts';
import { isActive } from '../../core/plan/segment.ts';
import type { ChangeOver } from '../../core/script/change-over.ts';
import { whyNeeded } from '../../core/script/change-over.ts';
import { breakGroups } from '../../core/checks/break-groups.ts';
import { breakNeeds, breaksShort } from '../../core/findings/rules/plan-rules.ts';
import { lengthenBreak } from '../../core/checks/plan-fixes.ts';
import { applyFix } from '../../core/workout/apply-fix.ts';
import { asLength, fromSeconds } from '../../core/time/micros.ts';
import { writeSeconds, writeTime } from '../../core/time/typed-time.ts';
import { useDerived, useDocument, useStudio } from '../workbench/workbench-context.tsx';
import { ChangeFiguresForm } from './ChangeFiguresForm.tsx';
import { OrderDialog } from './OrderDialog.tsx';
import { splitBlock } from './edit-many.ts';
import { changeMove } from './edit-plan.ts';

const STEP_US = 5e6;

/** The break adviser: what each change-over has and what it needs, worst first. */
export function BreaksPanel({ changes }: { readonly changes: readonly ChangeOver[] }) {
  const {
    compiled: { segments },
  } = useDerived();
  const {
    document: { plan },
    change,
  } = useDocument();
  const { studio } = useStudio();
  const [ordering, setOrdering] = useState<string | null>(null);
  const worst = [...changes].filter((c) => c.shortUs > 0).sort((a, b) => b.shortUs - a.shortUs);
  const enough = changes.length - worst.length;
  const groups = useMemo(
    () => breakGroups(plan, segments, changes).filter((g) => g.changes.length > 1),
    [plan, segments, changes],
  );
  if (changes.length === 0)
    return (
      <>
        <p className="text-soft">There is no change from one move to another yet.</p>
        <ChangeFiguresForm />
      </>
    );
  const block = plan.blocks.find((b) => b.id === ordering);
  return (
    <div>
      <p className="mb-2 text-[13px] text-soft">
        {enough} of {changes.length} change-overs have the time they need.
      </p>
      {groups.length > 0 && (
        <ul className="mb-3 flex flex-col gap-2">
          {groups.map((g) => (
            <li key={`${g.blockId} ${g.facts.why}`} className="border-l-[3px] border-alarm! bg-sheet px-3 py-2">
              <p className="font-semibold">{breaksShort(g.facts)}</p>
              <p className="text-[13px] text-soft">
                has <span className="figures">{writeSeconds(g.worst.plannedUs)}</span> s, needs {breakNeeds(g.facts)}
              </p>
              <p className="mt-1 flex flex-wrap gap-1.5">
                {g.fixes.map((fix) => (
                  <button key={fix.label} className="btn" onClick={() => change(fix.label, (d) => applyFix(d, fix))}>
                    {fix.label}
                  </button>
                ))}
              </p>
            </li>
          ))}
        </ul>
      )}
      {groups.length > 0 && <h3 className="text-[15px]">One by one</h3>}
      <ol>
        {worst.map((c) => {
          const [to, from] = [segments[c.toIndex], segments.slice(0, c.toIndex).findLast(isActive)];
          const same =
            to !== undefined &&
            from !== undefined &&
            to.blockId === from.blockId &&
            from.moveId !== null &&
            from.moveId !== to.moveId;
          const alone = asLength(c.neededUs + c.saidBeforeUs);
          const restUs = asLength(Math.ceil(alone / STEP_US) * STEP_US);
          const longer = to === undefined || from === undefined ? null : lengthenBreak(plan, from, to, alone);
          const shown = c.parts.some((p) => p.kind === 'new');
          const byOrder = c.parts.some((p) => p.kind === 'level' || p.kind === 'prop');
          return (
            <li key={c.toIndex} className="border-b py-2">
              <p className="flex items-baseline justify-between gap-2">
                <span>
                  <time className="text-soft">{writeTime(c.at)}</time> <strong>{c.to}</strong>
                </span>
                <span className="figures whitespace-nowrap text-alarm">{writeSeconds(c.shortUs, 0)} s short</span>
              </p>
              <div className="my-1 h-[6px] bg-alarm" aria-hidden="true">
                <div className="h-full bg-ink" style={{ width: `${(c.plannedUs / c.neededUs) * 100}%` }} />
              </div>
              <p className="text-[13px] text-soft">
                has <span className="figures">{writeSeconds(c.plannedUs)}</span> s, needs{' '}
                <span className="figures">{writeSeconds(c.neededUs)}</span> s: {whyNeeded(c)}
              </p>
              <div className="mt-1 flex flex-wrap gap-1.5">
                {longer !== null && (
                  <button className="btn" onClick={() => change('Lengthen the break', (d) => applyFix(d, longer))}>
                    {longer.label}
                  </button>
                )}
                {shown && to?.moveId != null && (
                  <button
                    className="btn"
                    onClick={() =>
                      change('Show the move before', (d) => ({
                        ...d,
                        plan: changeMove(d.plan, to.blockId, to.moveId ?? '', (m) => ({
                          ...m,
                          demoUs: studio.changes.newUs,
                        })),
                      }))
                    }
                  >
                    Show it before, {writeSeconds(studio.changes.newUs)} s of its own
                  </button>
                )}
                {same && byOrder && (
                  <button className="btn btn-quiet border-line" onClick={() => setOrdering(from.blockId)}>
                    Another order …
                  </button>
                )}
                {same && byOrder && (
                  <button
                    className="btn btn-quiet border-line"
                    onClick={() =>
                      change('Split the block', (d) => ({
                        ...d,
                        plan: splitBlock(d.plan, to.blockId, to.moveId ?? '', setUpBlock(restUs)),
                      }))
                    }
                  >
                    Split here, {writeSeconds(restUs)} s set-up
                  </button>
                )}
              </div>
            </li>
          );
        })}
      </ol>
      {worst.length === 0 && <p>Every change-over has the time it needs.</p>}
      <ChangeFiguresForm />
      {block !== undefined && !isPlainBlock(block.kind) && (
        <OrderDialog block={block} onClose={() => setOrdering(null)} />
      )}
    </div>
  );
}

/** The set-up between two parts of a split block. */
function setUpBlock(length: ReturnType<typeof fromSeconds>): Block {
  return { ...newBlock('set-up', 'set-up', 'Set up'), scheme: { kind: 'plain', lengthUs: length } };
}
