import { useMemo, useState } from 'react';
import { isWanted } from '../../core/findings/studio-rules.ts';
import { planFindings } from '../../core/checks/plan-checks.ts';
import { changeOvers } from '../../core/script/change-over.ts';
import { Tabs } from '../../ui/Tabs.tsx';
import { useDerived, useStudio } from '../workbench/workbench-context.tsx';
import { BalancePanel } from './BalancePanel.tsx';
import { BreaksPanel } from './BreaksPanel.tsx';
import { CautionsPanel } from './CautionsPanel.tsx';
import { CountsPanel } from './CountsPanel.tsx';
import { ExercisesPanel } from './ExercisesPanel.tsx';
import { LengthPanel } from './LengthPanel.tsx';
import { SegmentList } from './SegmentList.tsx';

type Side = 'segments' | 'exercises' | 'breaks' | 'counts' | 'length' | 'balance' | 'cautions';

/** What is computed from the plan, beside it. */
export function PlanSide() {
  const { plan, compiled } = useDerived();
  const { studio, book } = useStudio();
  const [side, setSide] = useState<Side>('segments');
  const changes = useMemo(
    () => changeOvers(plan, compiled.segments, studio.changes, book),
    [plan, compiled, studio, book],
  );
  const findings = useMemo(
    () =>
      planFindings(plan, compiled.segments, studio.changes, book).filter(
        (f) => f.rule !== 'break-planned-short' && isWanted(f, studio.rules),
      ),
    [plan, compiled, studio, book],
  );
  const short = changes.filter((c) => c.shortUs > 0 && c.plannedUs > 0);
  return (
    <aside
      aria-label="Computed from the plan"
      className="border-l bg-sheet/60 px-4 pt-3 pb-6 lg:sticky lg:top-0 lg:h-screen lg:overflow-y-auto"
      tabIndex={0}
    >
      <Tabs
        label="What is shown beside the plan"
        chosen={side}
        onChoose={setSide}
        tabs={[
          { name: 'segments', word: 'Segments' },
          { name: 'exercises', word: 'Exercises' },
          { name: 'breaks', word: 'Breaks', count: short.length },
          { name: 'counts', word: 'Counts' },
          { name: 'length', word: 'Length' },
          { name: 'balance', word: 'Balance' },
          { name: 'cautions', word: 'Cautions', count: findings.length },
        ]}
      />
      <div className="pt-3">
        {side === 'segments' && <SegmentList />}
        {side === 'exercises' && <ExercisesPanel />}
        {side === 'counts' && <CountsPanel />}
        {side === 'breaks' && <BreaksPanel changes={changes} />}
        {side === 'length' && <LengthPanel />}
        {side === 'balance' && <BalancePanel />}
        {side === 'cautions' && <CautionsPanel findings={findings} />}
      </div>
    </aside>
  );
}
