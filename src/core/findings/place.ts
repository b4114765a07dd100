import { type Shot, shotsOf, toProgramme } from '../edit/shots.ts';
import type { ProgrammeTime } from '../time/micros.ts';
import type { Finding } from './finding.ts';

/** Where a finding is in the programme; null where it is about the plan, or nothing is filmed. */
export function placeInProgramme(finding: Finding, shots: readonly Shot[]): ProgrammeTime | null {
  if (shots.length === 0) return null;
  switch (finding.clock) {
    case 'plan':
      return null;
    case 'take':
      return toProgramme(finding.at, finding.takeId === undefined ? shots : shotsOf(shots, finding.takeId));
    case 'programme':
      return finding.at;
  }
}
