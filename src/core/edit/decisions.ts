import type { Pin } from '../align/pin.ts';
import type { Micros } from '../time/micros.ts';
import type { Span } from '../time/span.ts';

/** What a person decided about one take. Times are on its clock and mean nothing on another. */
export interface OnTake {
  readonly pins: readonly Pin[];
  /** Ids of blocks that were not filmed to a machine timer, though one seemed to be heard. */
  readonly noTimers: readonly string[];
  /** The person looked at the alignment and found it right. */
  readonly accepted: boolean;
  /** Stretches that are cut out. */
  readonly removed: readonly Span[];
  /** Stretches that another camera shows, whatever the rules say. */
  readonly shown: readonly ShownSpan[];
  readonly pickUps: readonly PickUp[];
  readonly settled: readonly Settled[];
}

/** A stretch of a take seen from one of its cameras; `cameraId` is a recording of that take, or the take itself. */
export interface ShownSpan extends Span {
  readonly cameraId: string;
}

export const NOTHING_ON_TAKE: OnTake = {
  pins: [],
  noTimers: [],
  accepted: false,
  removed: [],
  shown: [],
  pickUps: [],
  settled: [],
};

/** Which take a segment is from, by hand; null: it is left out of the programme. */
export interface Use {
  readonly segmentKey: string;
  readonly takeId: string | null;
}

/** How the finished video sounds. */
export interface ProgrammeSound {
  /** Integrated loudness of the file, LUFS (ITU-R BS.1770); null: as it was recorded. */
  readonly targetLufs: number | null;
  /** The music that is laid under the class is mixed under the voice. */
  readonly music: boolean;
}

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
