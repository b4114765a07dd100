import type { Micros } from '../time/micros.ts';
import type { Span } from '../time/span.ts';

/** A line to be spoken again over the picture. Times are on take time. */
export interface PickUp {
  readonly id: string;
  readonly segmentKey: string | null;
  readonly at: Micros;
  /** The silence it has; the line fits into it. */
  readonly roomUs: Micros;
  readonly text: string;
  readonly why: string;
  /** What was said and is muted for it; null: it goes into a silence. */
  readonly muted: Span | null;
}

/** A segment to be filmed again. */
export interface Retake {
  readonly segmentKey: string;
  readonly why: string;
}

/** A finding that a person looked at and let stand. */
export interface Settled {
  readonly rule: string;
  readonly segmentKey: string | null;
  readonly at: Micros;
  readonly how: string;
}

/** A finding may move by so much when words are timed anew, and is still the one that was settled. */
const SAME_US = 4_000_000;

export function isSettled(
  finding: { readonly rule: string; readonly segmentKey: string | null; readonly at: Micros },
  settled: readonly Settled[],
): boolean {
  return settled.some(
    (s) => s.rule === finding.rule && s.segmentKey === finding.segmentKey && Math.abs(s.at - finding.at) <= SAME_US,
  );
}
