import { expose } from 'comlink';
import type { Plan } from '../core/plan/plan.ts';
import type { Script } from '../core/script/cue.ts';
import type { Schedule } from '../core/script/schedule.ts';
import type { Studio } from '../core/workout/studio.ts';
import { type WorkedScript, lookAtScript, placeScript } from '../core/workout/work-script.ts';

/** What was placed last; what is said of it is asked for next. */
let last: { plan: Plan; script: Script; studio: Studio; made: Schedule } | null = null;

/** A thin shell round the core's work on a script; `ms` is what it took here, for those who measure. */
const api = {
  place: (plan: Plan, script: Script, studio: Studio): { readonly schedule: Schedule; readonly ms: number } => {
    const from = performance.now();
    const made = placeScript(plan, script, studio);
    last = { plan, script, studio, made };
    return { schedule: made, ms: performance.now() - from };
  },
  look: (): (Omit<WorkedScript, 'schedule'> & { readonly ms: number }) | null => {
    if (last === null) return null;
    const from = performance.now();
    return { ...lookAtScript(last.plan, last.script, last.studio, last.made), ms: performance.now() - from };
  },
};
export type ScriptWorker = typeof api;

expose(api);
