import { type Length, type PlanTime, ZERO, add } from '../time/micros.ts';
import { slackOf } from './dose.ts';
import type { PlannedSegment, SegmentKind, SegmentSide } from './segment.ts';

/** What the segments of one use of a move have in common. */
export type Shared = Pick<
  PlannedSegment,
  | 'blockId'
  | 'blockName'
  | 'blockKind'
  | 'round'
  | 'rounds'
  | 'sets'
  | 'moveId'
  | 'position'
  | 'needs'
  | 'scheme'
  | 'countUs'
  | 'place'
  | 'also'
  | 'by'
  | 'clock'
> & {
  /** Its lengths are guesses. */
  readonly about: boolean;
};

/** What is added to the keys of a block's segments where a repeat does the block again. */
export function repeatSuffix(repeatId: string, time: number): string {
  return `~${repeatId}.${time}`;
}

/** The repeat in which a segment is done again, by its key; null: it is done in its own place. */
export function repeatOf(key: string): string | null {
  return /~(.+)\.\d+$/.exec(key)?.[1] ?? null;
}

/** What differs between the segments of one use of a move: the set, the side, and how far the length may be off. */
interface OwnOfSegment {
  readonly key: string;
  readonly kind: SegmentKind;
  readonly label: string;
  readonly set?: number;
  readonly side?: SegmentSide | null;
  readonly slackUs?: Length;
}

/** Lays segments one after the other. */
export class SegmentWriter {
  readonly segments: PlannedSegment[] = [];
  now: PlanTime = ZERO;
  /** What is added to keys while a block is repeated. */
  suffix = '';

  /**
   * Adds a segment. Its fields are written out one by one: spreading two objects took most of the time of compiling.
   */
  push(
    length: Length,
    of: Shared,
    { key, kind, label, set = 1, side = null, slackUs = slackOf(length, undefined, of.about) }: OwnOfSegment,
  ): void {
    if (length <= 0) return;
    const start = this.now;
    this.now = add(start, length);
    this.segments.push({
      index: this.segments.length,
      key: key + this.suffix,
      kind,
      label,
      start,
      end: this.now,
      blockId: of.blockId,
      blockName: of.blockName,
      blockKind: of.blockKind,
      round: of.round,
      rounds: of.rounds,
      set,
      sets: of.sets,
      moveId: of.moveId,
      side,
      position: of.position,
      needs: of.needs,
      scheme: of.scheme,
      slackUs,
      countUs: of.countUs,
      ...(of.place !== undefined && { place: of.place }),
      ...(of.also !== undefined && { also: of.also }),
      ...(of.by !== undefined && { by: of.by }),
      ...(of.clock !== undefined && { clock: of.clock }),
    });
  }
}
