import type { Programme, ProgrammeSegment } from '../edit/assemble.ts';
import type { PlannedSegment } from '../plan/segment.ts';
import { type PlanTime, ZERO, programmeTime, takeTime } from '../time/micros.ts';

/** One microsecond of the plan is one of the take, and one of the programme. */
function asFilmed({ start, end }: PlannedSegment): Pick<ProgrammeSegment, 'start' | 'end' | 'recorded'> {
  return {
    start: programmeTime(start),
    end: programmeTime(end),
    recorded: { start: takeTime(start), end: takeTime(end) },
  };
}

/** The plan as if it had been filmed to the microsecond: for files and pictures before there is a take. */
export function plannedProgramme(segments: readonly PlannedSegment[], total: PlanTime): Programme {
  return {
    segments: segments.map((segment) => ({
      key: segment.key,
      segment,
      kind: segment.kind,
      label: segment.label,
      side: segment.side,
      ...asFilmed(segment),
      takeId: '',
      confidence: 1,
      extra: false,
      about: segment.slackUs > 0,
    })),
    shots: [{ takeId: '', start: ZERO, end: takeTime(total), at: ZERO }],
    inserts: [],
    length: programmeTime(total),
    choices: [],
  };
}
