import { useMemo } from 'react';
import { type Schedule, schedule } from '../../core/script/schedule.ts';
import { useDerived, useDocument } from '../workbench/workbench-context.tsx';

export function useSchedule(): Schedule {
  const { compiled } = useDerived();
  const { document: { script } } = useDocument();
  return useMemo(() => schedule(compiled.segments, script), [compiled, script]);
}
