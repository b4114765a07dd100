import type { Programme } from '../edit/assemble.ts';
import type { Segment } from '../plan/segment.ts';
import { type Micros, ZERO } from '../time/micros.ts';

/** The plan as if it had been filmed to the microsecond: for files and pictures before there is a take. */
export function plannedProgramme(segments: readonly Segment[], total: Micros): Programme {
  return {
    segments: segments.map((segment) => ({
      key: segment.key,
      segment,
      kind: segment.kind,
      label: segment.label,
      side: segment.side,
      start: segment.start,
      end: segment.end,
      takeId: '',
      recorded: { start: segment.start, end: segment.end },
      confidence: 1,
      extra: false,
      about: segment.slackUs > 0,
    })),
    shots: [{ takeId: '', start: ZERO, end: total, at: ZERO }],
    inserts: [],
    length: total,
    choices: [],
  };
}
