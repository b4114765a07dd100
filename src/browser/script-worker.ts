import { expose } from 'comlink';
import { type ExerciseBook, bookWith } from '../core/exercise/library.ts';
import type { Plan } from '../core/plan/plan.ts';
import type { CallMeans } from '../core/script/calls.ts';
import type { Script } from '../core/script/cue.ts';
import type { Schedule } from '../core/script/placed-line.ts';
import { type Studio, USUAL_STUDIO, callMeans } from '../core/workout/studio.ts';
import { type WorkedScript, lookAtScript, placeScript } from '../core/workout/work-script.ts';
import type { PlanTime } from '../core/time/micros.ts';

/**
 * The studio is handed over once and kept, so that its library is not built and its speaker's lines not timed anew at
 * each key.
 */
let studio: { readonly of: Studio; readonly book: ExerciseBook } = { of: USUAL_STUDIO, book: bookWith([]) };
/** What was placed last; what is said of it is asked for next. */
let last: { plan: Plan; script: Script; means: CallMeans; made: Schedule<PlanTime> } | null = null;

/** A thin shell round the core's work on a script; `ms` is what it took here, for those who measure. */
const api = {
  open: (of: Studio): void => {
    studio = { of, book: bookWith(of.exercises) };
  },
  place: (plan: Plan, script: Script): { readonly schedule: Schedule<PlanTime>; readonly ms: number } => {
    const from = performance.now();
    const means = callMeans(plan, studio.of, studio.book);
    const made = placeScript(plan, script, means);
    last = { plan, script, means, made };
    return { schedule: made, ms: performance.now() - from };
  },
  look: (): (Omit<WorkedScript, 'schedule'> & { readonly ms: number }) | null => {
    if (last === null) return null;
    const from = performance.now();
    return { ...lookAtScript(last.plan, last.script, last.means, last.made), ms: performance.now() - from };
  },
};
export type ScriptWorker = typeof api;

expose(api);
