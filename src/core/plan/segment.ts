import type { Length, Micros, PlanTime } from '../time/micros.ts';
import type { BlockKind, Position, Scheme } from './plan.ts';

export const SEGMENT_KINDS = ['talk', 'demo', 'set-up', 'work', 'rest', 'hold', 'change-over', 'water'] as const;
export type SegmentKind = (typeof SEGMENT_KINDS)[number];

/** `alternate` changes every repetition; `both` has no side; null: the segment is no move. */
export type SegmentSide = 'left' | 'right' | 'alternate' | 'both';

/**
 * One compiled span of the class: on the clock of the plan (`PlannedSegment`), or where it was filmed. Who asks for a
 * plain `Segment` takes it on any. Segments tile the class: no gap, no overlap.
 */
export interface Segment<T extends Micros = Micros> {
  readonly index: number;
  /** Stays the same when lengths, rounds or other blocks change, so that overrides, cues and pins keep their place. */
  readonly key: string;
  readonly kind: SegmentKind;
  readonly label: string;
  readonly start: T;
  readonly end: T;
  readonly blockId: string;
  readonly blockName: string;
  readonly blockKind: BlockKind;
  readonly round: number;
  readonly rounds: number;
  readonly set: number;
  readonly sets: number;
  readonly moveId: string | null;
  readonly side: SegmentSide | null;
  readonly position: Position | null;
  readonly needs: readonly string[];
  /** Where its prop is worn or held; left out: not said. */
  readonly place?: string;
  /** Other names by which its move is called in this class. */
  readonly also?: readonly string[];
  /** Who leads it, where that is said. */
  readonly by?: string;
  /** What counts its time while it is filmed, where that is said. */
  readonly clock?: 'timer' | 'hand';
  /** How its block is timed. */
  readonly scheme: Scheme['kind'];
  /** How far its length may be off either way, because it is a guess; 0: it is exact. */
  readonly slackUs: Length;
  /** One count of the music, or one repetition, where the block is counted; else null. */
  readonly countUs: Length | null;
}

/** A segment as the plan has it. */
export type PlannedSegment = Segment<PlanTime>;

/** Work and hold are what a viewer does; everything else stands between. */
export function isActive(segment: Pick<Segment, 'kind'>): boolean {
  return segment.kind === 'work' || segment.kind === 'hold';
}

/** Rest, change-over and water: the class waits. */
export function isBreak(segment: Pick<Segment, 'kind'>): boolean {
  return segment.kind === 'rest' || segment.kind === 'change-over' || segment.kind === 'water';
}

/** The next move's segment after an index, or null at the end. */
export function nextActive(segments: readonly Segment[], index: number): Segment | null {
  for (let i = index + 1; i < segments.length; i++) {
    const segment = segments[i];
    if (segment !== undefined && isActive(segment)) return segment;
  }
  return null;
}

/** A move's name with its side, as captions and calls show it: `Half-kneeling press, left`. */
export function labelWithSide(segment: Pick<Segment, 'label' | 'side'>): string {
  return segment.side === 'left' || segment.side === 'right' ? `${segment.label}, ${segment.side}` : segment.label;
}

/** What a segment in which a prop is taken up is called, before the prop. */
export const TAKE_UP = 'Take up ';
