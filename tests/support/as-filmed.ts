import type { Alignment } from '../../src/core/align/alignment.ts';
import type { PlannedSegment } from '../../src/core/plan/segment.ts';
import { anyTime } from './times.ts';
import type { Span } from '../../src/core/time/span.ts';

/**
 * An alignment as if the segments had been filmed to the microsecond, `shift` later on the take's clock than planned;
 * what lies outside of `within` was not, and what it cuts is cut.
 */
export function asFilmed(segments: readonly PlannedSegment[], shift = 0, within: Span | null = null): Alignment {
  return {
    segments: segments.map((segment) => {
      const [start, end] = [segment.start + shift, segment.end + shift];
      const [from, to] = [Math.max(start, within?.start ?? start), Math.min(end, within?.end ?? end)];
      const recorded = to - from < 0.5e6 ? null : { start: anyTime(from), end: anyTime(to) };
      return { segment, recorded, confidence: 1, placed: 1, evidence: [] };
    }),
    extra: [],
    grids: [],
    words: { tokens: [], language: 'en' },
  };
}
