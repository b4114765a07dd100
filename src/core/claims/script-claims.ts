import type { Plan } from '../plan/plan.ts';
import type { Segment } from '../plan/segment.ts';
import type { PlacedLine } from '../script/schedule.ts';
import { wordShares } from '../speech/line-time.ts';
import { type Token, normalise } from '../take/transcript.ts';
import { fromSeconds, micros } from '../time/micros.ts';
import type { Claim } from './claim.ts';
import { claimsIn, plannedClass } from './running.ts';

/** A claim of a script, with the line it is made in. */
export interface ScriptClaim extends Claim {
  readonly line: PlacedLine;
}

/** A planned line is said within this of where it stands. */
const PLANNED_SIGMA = fromSeconds(0.2);

/** The words of placed lines with the times they would be said at. A line always ends its sentence. */
export function lineTokens(lines: readonly PlacedLine[]): Token[] {
  return lines.flatMap((line, cue) => {
    const words = line.text.split(/[\s-]+/).filter((word) => normalise(word) !== '');
    const shares = wordShares(words);
    let at = line.start as number;
    return words.map((word, i): Token => {
      const start = at;
      at += (shares[i] ?? 0) * (line.end - line.start);
      const last = i === words.length - 1;
      return { text: last && !/[.!?…]["”’)]*$/.test(word) ? `${word}.` : word, norm: normalise(word), at: micros(start), end: micros(at), sigma: PLANNED_SIGMA, cue };
    });
  });
}

/** What the written lines of a script claim, checked against the compiled class. The program's own calls are true by the way they are made. */
export function scriptClaims(plan: Plan, segments: readonly Segment[], lines: readonly PlacedLine[]): ScriptClaim[] {
  const written = lines.filter((line) => line.cueId !== null);
  return claimsIn(lineTokens(written), plannedClass(plan, segments)).flatMap((claim) => {
    const line = written.find((l) => claim.at >= l.start && claim.at < l.end);
    return line === undefined ? [] : [{ ...claim, line }];
  });
}
