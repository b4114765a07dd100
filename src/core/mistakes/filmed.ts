import type { Alignment, RecordedSegment } from '../align/alignment.ts';
import { type Finding, finding } from '../findings/finding.ts';
import type { FactsOf, RuleId } from '../findings/rules.ts';
import type { Segment } from '../plan/segment.ts';
import type { TakeTime } from '../time/micros.ts';

/** A planned segment that was filmed, with its place on take time. */
export interface Filmed {
  readonly r: RecordedSegment;
  readonly start: TakeTime;
  readonly end: TakeTime;
}

/** No mistake is reported of a segment that is less likely than this to lie in its place. */
export const PLACED = 0.7;

export function filmedOf(alignment: Alignment): Filmed[] {
  return alignment.segments.flatMap((r): Filmed[] => (r.recorded === null ? [] : [{ r, ...r.recorded }]));
}

type Place = { readonly at: TakeTime } & Partial<Pick<Finding, 'severity' | 'certainty' | 'fixes'>> & {
    readonly segment: Segment;
  };

/** A finding at a time of the take, in a segment; an alarm where nothing else is said. */
export const inTake = <R extends RuleId>(rule: R, facts: FactsOf<R>, place: Place): Finding => {
  const { segment, ...others } = place;
  return finding(rule, facts, { clock: 'take', severity: 'alarm', segmentKey: segment.key, ...others });
};
