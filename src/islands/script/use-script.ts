import { useEffect, useRef, useState } from 'react';
import { scripter } from '../../browser/scripter.ts';
import type { Plan } from '../../core/plan/plan.ts';
import type { Script } from '../../core/script/cue.ts';
import type { Studio } from '../../core/workout/studio.ts';
import type { WorkedScript } from '../../core/workout/work-script.ts';
import { useDerived, useDocument, useStudio } from '../workbench/workbench-context.tsx';

const LOOK_AFTER_MS = 120;

/** What the worker made of the script; null until its first answer. While one is worked on, only the newest next one waits. */
export function useScript(): WorkedScript | null {
  const { plan } = useDerived();
  const { document: { script } } = useDocument();
  const { studio } = useStudio();
  const [worked, setWorked] = useState<WorkedScript | null>(null);
  const busy = useRef(false);
  const waiting = useRef<{ plan: Plan; script: Script; studio: Studio } | null>(null);
  const gone = useRef(false);
  useEffect(() => {
    gone.current = false;
    return () => { gone.current = true; };
  }, []);
  useEffect(() => {
    waiting.current = { plan, script, studio };
    if (busy.current) return;
    busy.current = true;
    void (async () => {
      for (let next = waiting.current; next !== null && !gone.current; next = waiting.current) {
        waiting.current = null;
        const { schedule, ms } = await scripter().place(next.plan, next.script, next.studio);
        // For those who measure: what the worker took, on the page's own timeline.
        performance.measure('euphon script placed', { end: performance.now(), duration: ms });
        if (gone.current) break;
        setWorked((was) => ({ schedule, sheet: was?.sheet ?? [], findings: was?.findings ?? [] }));
        // What is said of the script can wait for a pause in typing; what is typed meanwhile comes first.
        if (waiting.current === null) await new Promise((wait) => setTimeout(wait, LOOK_AFTER_MS));
        if (waiting.current !== null) continue;
        const looked = await scripter().look();
        if (gone.current || looked === null) break;
        performance.measure('euphon script looked at', { end: performance.now(), duration: looked.ms });
        setWorked({ schedule, sheet: looked.sheet, findings: looked.findings });
      }
      busy.current = false;
    })();
  }, [plan, script, studio]);
  return worked;
}
