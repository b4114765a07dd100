import { createContext, useContext } from 'react';
import type { Compiled } from '../../core/plan/compile.ts';
import type { Schedule } from '../../core/script/schedule.ts';
import type { Aligned, Produced, TakeFacts } from '../../core/workout/pipeline.ts';
import type { ReadProblem } from '../../formats/problem.ts';
import type { Workbench } from './store.ts';
import type { TakeOfPage } from './take.ts';

/** Everything the stations compute from the document; made once for all of them. */
export interface Derived {
  readonly compiled: Compiled;
  readonly schedule: Schedule;
  /** null: no take is chosen. */
  readonly take: TakeOfPage | null;
  readonly facts: TakeFacts | null;
  readonly transcriptProblems: readonly ReadProblem[];
  /** null while the alignment is being worked out, or where there is no transcript. */
  readonly aligned: Aligned | null;
  readonly produced: Produced | null;
  readonly aligning: boolean;
}

interface Value {
  readonly workbench: Workbench;
  readonly derived: Derived;
}

const WorkbenchContext = createContext<Value | null>(null);
export const WorkbenchProvider = WorkbenchContext.Provider;

export function useWorkbench(): Value {
  const value = useContext(WorkbenchContext);
  if (value === null) throw new Error('a station stands outside its workbench');
  return value;
}

export function useDerived(): Derived {
  return useWorkbench().derived;
}

/** The document and the way to change it. */
export function useDocument() {
  const { workbench } = useWorkbench();
  return { document: workbench((s) => s.document), change: workbench((s) => s.change) };
}
