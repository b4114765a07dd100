import type { Alignment } from '../align/alignment.ts';
import type { PlannedSegment } from '../plan/segment.ts';
import type { RoomMusic } from '../signal/room-music.ts';
import type { TakeTime } from '../time/micros.ts';
import { type Span, lengthOf } from '../time/span.ts';

/** A take as the programme is made from it: where each segment fell, and what went wrong in which. */
export interface FilmedTake {
  readonly takeId: string;
  readonly duration: TakeTime;
  readonly alignment: Alignment;
  /** Mistakes found in it, by segment. */
  readonly faults: ReadonlyMap<string, number>;
  /** Where somebody speaks, ascending, as far as it is known. */
  readonly speech: readonly Span<TakeTime>[];
  /** Music that plays in its room; left out: none. */
  readonly music?: readonly RoomMusic[];
}

/** What one take has of one segment. */
export interface Candidate {
  readonly takeId: string;
  readonly recorded: Span<TakeTime>;
  /** False where the take begins or ends within it. */
  readonly complete: boolean;
  readonly faults: number;
  /** 0 to 1: that it lies there at all. */
  readonly placed: number;
}

/** What all takes have of one planned segment. */
export interface Coverage {
  readonly segment: PlannedSegment;
  readonly candidates: readonly Candidate[];
}

/** True where one segment follows another in the same take and no part of the take would be used twice. */
export function goesOn(before: Candidate, next: Candidate): boolean {
  return before.takeId === next.takeId && before.recorded.end <= next.recorded.start + 1;
}

/** A segment that ends this near to the end of the take was cut off by it. */
const EDGE_US = 500_000;
/** A segment that reaches the take's edge is whole all the same from this share of its length on. */
const WHOLE_SHARE = 0.9;

/** For each planned segment, what every take has of it. */
export function coverageOf(segments: readonly PlannedSegment[], takes: readonly FilmedTake[]): Coverage[] {
  const byKey = takes.map((take) => new Map(take.alignment.segments.map((r) => [r.segment.key, r])));
  return segments.map((segment) => ({
    segment,
    candidates: takes.flatMap((take, i): Candidate[] => {
      const found = byKey[i]?.get(segment.key);
      const recorded = found?.recorded ?? null;
      if (found === undefined || recorded === null) return [];
      const atEdge = recorded.start <= EDGE_US || recorded.end >= take.duration - EDGE_US;
      const short = lengthOf(recorded) < WHOLE_SHARE * (segment.end - segment.start);
      return [
        {
          takeId: take.takeId,
          recorded,
          complete: !(atEdge && short),
          faults: take.faults.get(segment.key) ?? 0,
          placed: found.placed,
        },
      ];
    }),
  }));
}
