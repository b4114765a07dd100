import { useEffect, useRef, useState } from 'react';
import { isWanted } from '../../core/findings/studio-rules.ts';
import { scripter } from '../../browser/scripter.ts';
import type { Plan } from '../../core/plan/plan.ts';
import type { Script } from '../../core/script/cue.ts';
import type { Studio } from '../../core/workout/studio.ts';
import type { WorkedScript } from '../../core/workout/work-script.ts';
import { useDerived, useDocument, useStudio } from '../workbench/workbench-context.tsx';

/** A pause in typing this long is enough to look at the script again. */
const LOOK_AFTER_MS = 120;

interface Job {
  readonly plan: Plan;
  readonly script: Script;
  readonly studio: Studio;
}

/**
 * What the worker made of the script; null until its first answer. While one is worked on, only the newest next one
 * waits.
 */
export function useScript(): WorkedScript | null {
  const { timed: plan } = useDerived();
  const {
    document: { script },
  } = useDocument();
  const { studio } = useStudio();
  const [worked, setWorked] = useState<WorkedScript | null>(null);
  const busy = useRef(false);
  const waiting = useRef<Job | null>(null);
  const opened = useRef<Studio | null>(null);
  const gone = useRef(false);

  const workOn = async (job: Job): Promise<void> => {
    if (opened.current !== job.studio) await scripter().open(job.studio);
    opened.current = job.studio;
    const { schedule, ms } = await scripter().place(job.plan, job.script);
    // For those who measure: what the worker took, on the page's own timeline.
    performance.measure('euphon script placed', { end: performance.now(), duration: ms });
    if (gone.current) return;
    setWorked((was) => ({ schedule, sheet: was?.sheet ?? [], findings: was?.findings ?? [] }));
    // What is said of the script can wait for a pause in typing; what is typed meanwhile comes first.
    if (waiting.current === null) await new Promise((wait) => setTimeout(wait, LOOK_AFTER_MS));
    if (waiting.current !== null || gone.current) return;
    const looked = await scripter().look();
    if (looked === null || gone.current) return;
    performance.measure('euphon script looked at', { end: performance.now(), duration: looked.ms });
    setWorked({
      schedule,
      sheet: looked.sheet,
      findings: looked.findings.filter((f) => isWanted(f, job.studio.rules)),
    });
  };

  useEffect(() => {
    gone.current = false;
    return () => {
      gone.current = true;
    };
  }, []);
  useEffect(() => {
    waiting.current = { plan, script, studio };
    if (busy.current) return;
    busy.current = true;
    void (async () => {
      try {
        for (let job = waiting.current; job !== null && !gone.current; job = waiting.current) {
          waiting.current = null;
          await workOn(job);
        }
      } finally {
        busy.current = false;
      }
    })();
  }, [plan, script, studio]);
  return worked;
}
