import type { Alignment, RecordedSegment } from '../align/alignment.ts';
import type { Finding } from '../findings/finding.ts';
import type { Segment } from '../plan/segment.ts';
import type { Micros } from '../time/micros.ts';

/** A planned segment that was filmed, with its place on take time. */
export interface Filmed {
  readonly r: RecordedSegment;
  readonly start: Micros;
  readonly end: Micros;
}

/** Less likely than this to lie where it is said to be, nothing is held against a segment. */
export const PLACED = 0.7;

export function filmedOf(alignment: Alignment): Filmed[] {
  return alignment.segments.flatMap((r): Filmed[] => (r.recorded === null ? [] : [{ r, ...r.recorded }]));
}

/** A finding at a time of the take, in a segment. */
export function inTake(
  segment: Segment,
  at: Micros,
  f: Pick<Finding, 'rule' | 'says' | 'measured' | 'wanted' | 'source' | 'certainty'> & Partial<Finding>,
): Finding {
  return { severity: 'alarm', segmentKey: segment.key, clock: 'take', at, mends: [], ...f };
}
