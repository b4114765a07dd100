import type { Finding } from '../checks/finding.ts';
import { scriptFindings } from '../checks/script-checks.ts';
import { bookWith } from '../exercise/library.ts';
import { compile } from '../plan/compile.ts';
import type { Plan } from '../plan/plan.ts';
import { type SheetRow, callSheet } from '../script/call-sheet.ts';
import type { Script } from '../script/cue.ts';
import { type Schedule, schedule } from '../script/schedule.ts';
import { type Studio, callMeans } from './studio.ts';

/** Everything that is computed from a script. */
export interface WorkedScript {
  readonly schedule: Schedule;
  readonly sheet: readonly SheetRow[];
  readonly findings: readonly Finding[];
}

/** Plan and script to placed lines, call sheet and findings; runs in a worker, so that typing never waits for it. */
export function workScript(plan: Plan, script: Script, studio: Studio): WorkedScript {
  const { segments } = compile(plan);
  const means = callMeans(plan, studio, bookWith(studio.exercises));
  const made = schedule(segments, script, means);
  return { schedule: made, sheet: callSheet(segments, script, made, means), findings: scriptFindings(plan, segments, script, made, means) };
}
