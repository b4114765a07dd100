import { type ReactNode, createContext, useContext } from 'react';
import type { Compiled } from '../../core/plan/compile.ts';
import type { Plan } from '../../core/plan/plan.ts';
import type { Aligned, ProgrammeTake, TakeFacts } from '../../core/workout/align-takes.ts';
import type { Produced } from '../../core/workout/pipeline.ts';
import type { ReadProblem } from '../../formats/problem.ts';
import type { Workbench } from './store.ts';
import type { TakeOfPage } from '../../contract/wire.ts';

/** Everything the stations compute from the document; made once for all of them. */
export interface Derived {
  /**
   * The plan that all of this was computed from, as it is written; the document's own may be one key press ahead. What
   * changes the plan begins from this one.
   */
  readonly plan: Plan;
  /**
   * The same plan with the seconds of its counted blocks from the music under them. What is computed begins from this
   * one.
   */
  readonly timed: Plan;
  readonly compiled: Compiled;
  /** null: no take is chosen. */
  readonly take: TakeOfPage | null;
  readonly facts: TakeFacts | null;
  readonly transcriptProblems: readonly ReadProblem[];
  /** null while the alignment is being worked out, or where there is no transcript. */
  readonly aligned: Aligned | null;
  /** The take in hand alone, as Align shows it. */
  readonly inHand: Produced | null;
  /** The programme, from all its takes; null until each of them is aligned. */
  readonly produced: Produced | null;
  /** The takes that it is made from, as far as they are aligned. */
  readonly programmeTakes: readonly ProgrammeTake[];
  readonly aligning: boolean;
}

// Two contexts: what is computed changes with every keystroke, the store itself never, so that a row is drawn again
// only when it differs.
const WorkbenchContext = createContext<Workbench | null>(null);
const DerivedContext = createContext<Derived | null>(null);

export function WorkbenchProvider({
  workbench,
  derived,
  children,
}: {
  readonly workbench: Workbench;
  readonly derived: Derived;
  readonly children: ReactNode;
}) {
  return (
    <WorkbenchContext.Provider value={workbench}>
      <DerivedContext.Provider value={derived}>{children}</DerivedContext.Provider>
    </WorkbenchContext.Provider>
  );
}

function inside<T>(value: T | null): T {
  if (value === null) throw new Error('a station stands outside its workbench');
  return value;
}

export function useWorkbench(): { readonly workbench: Workbench } {
  return { workbench: inside(useContext(WorkbenchContext)) };
}

export function useDerived(): Derived {
  return inside(useContext(DerivedContext));
}

/** The way to change the document, for parts that need not be drawn again when it changes. */
export function useChange() {
  return useWorkbench().workbench.getState().change;
}

/** The studio's exercises and figures, and the shipped library with them. */
export function useStudio() {
  const { workbench } = useWorkbench();
  return {
    studio: workbench((s) => s.studio),
    setStudio: workbench((s) => s.setStudio),
    book: workbench((s) => s.book),
  };
}

/** The document and the way to change it. */
export function useDocument() {
  const { workbench } = useWorkbench();
  return { document: workbench((s) => s.document), change: workbench((s) => s.change) };
}
