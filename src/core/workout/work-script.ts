import type { Finding } from '../findings/finding.ts';
import { scriptFindings } from '../checks/script-checks.ts';
import { compile } from '../plan/compile.ts';
import type { Plan } from '../plan/plan.ts';
import { type SheetRow, callSheet } from '../script/call-sheet.ts';
import type { CallMeans } from '../script/calls.ts';
import type { Script } from '../script/cue.ts';
import { schedule } from '../script/schedule.ts';
import { type Schedule } from '../script/placed-line.ts';
import type { PlanTime } from '../time/micros.ts';

/** What is computed from a script: where every line stands, and then what is to be said of it. */
export interface WorkedScript {
  readonly schedule: Schedule<PlanTime>;
  readonly sheet: readonly SheetRow[];
  readonly findings: readonly Finding[];
}

/** Plan and script to placed lines: quick, for this is what is seen while typing. */
export function placeScript(plan: Plan, script: Script, means: CallMeans): Schedule<PlanTime> {
  return schedule(compile(plan).segments, script, means);
}

/** The call sheet and the findings of a script that has been placed. */
export function lookAtScript(
  plan: Plan,
  script: Script,
  means: CallMeans,
  made: Schedule<PlanTime>,
): Omit<WorkedScript, 'schedule'> {
  const { segments } = compile(plan);
  return {
    sheet: callSheet(segments, script, made, means),
    findings: scriptFindings({ plan, segments }, script, made, means).map((finding) => onWords(finding, script)),
  };
}

/** Adds to each fix of a line the words that it was made for, so that later typing is not lost. */
function onWords(finding: Finding, { cues }: Script): Finding {
  const textOf = (id: string) => cues.find((cue) => cue.id === id)?.text;
  const fixes = finding.fixes.map((fix) =>
    fix.kind !== 'script'
      ? fix
      : {
          ...fix,
          changes: fix.changes.map((change) => {
            const was = change.kind === 'change' ? textOf(change.cueId) : undefined;
            return was === undefined ? change : { ...change, was };
          }),
        },
  );
  return { ...finding, fixes };
}
