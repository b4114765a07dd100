import type { PlannedSegment } from '../plan/segment.ts';
import type { TakeTime } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import type { SpokenWords } from '../transcript/transcript.ts';
import type { TimerGrid } from './machine-timer.ts';

/** Where a planned segment really fell. `recorded` is null where it was never filmed. */
export interface RecordedSegment {
  readonly segment: PlannedSegment;
  readonly recorded: Span<TakeTime> | null;
  /** 0 to 1: that both its ends lie within a second; of one left out, that it was never filmed. */
  readonly confidence: number;
  /**
   * 0 to 1: that it lies where it is said to be at all, within some seconds; of one left out the same as confidence.
   */
  readonly placed: number;
  readonly evidence: readonly string[];
}

/** Time filmed beyond the plan. `madeUp` names the planned segment that was left out before and done here. */
export interface ExtraSpan extends Span<TakeTime> {
  readonly label: string;
  readonly madeUp: PlannedSegment | null;
  readonly after: number | null;
}

export interface Alignment {
  readonly segments: readonly RecordedSegment[];
  readonly extra: readonly ExtraSpan[];
  /** The machine timers that stretches of the class were filmed to; empty where breaks were run by hand. */
  readonly grids: readonly TimerGrid[];
  /**
   * The transcript's words where they lie by what was found; those without times of their own are surer than before.
   */
  readonly words: SpokenWords<TakeTime>;
}
