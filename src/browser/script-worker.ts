import { expose } from 'comlink';
import type { Plan } from '../core/plan/plan.ts';
import type { Script } from '../core/script/cue.ts';
import type { Studio } from '../core/workout/studio.ts';
import { type WorkedScript, workScript } from '../core/workout/work-script.ts';

/** A thin shell round the core's work on a script; `ms` is what it took here, for those who measure. */
const api = {
  work: (plan: Plan, script: Script, studio: Studio): WorkedScript & { readonly ms: number } => {
    const from = performance.now();
    return { ...workScript(plan, script, studio), ms: performance.now() - from };
  },
};
export type ScriptWorker = typeof api;

expose(api);
