import { type Length, type Micros, fromSeconds } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import { type CallKind } from '../language/call-kind.ts';
import { type Cue, type CueKind } from './cue.ts';

/**
 * A line that has its place, on the clock of its segments: the plan's, or the programme's for what is filmed. `cueId`
 * is null for a call the program wrote.
 */
export interface PlacedLine<T extends Micros = Micros> extends Span<T> {
  readonly segmentIndex: number;
  readonly cueId: string | null;
  readonly kind: CueKind | CallKind;
  readonly text: string;
  /** How much later than its anchor a written line had to wait for a gap; 0 for calls. */
  readonly lateUs: Length;
}

/** A line that found no place, and by how much it is too long for the best gap there was. */
export interface DroppedLine {
  readonly segmentIndex: number | null;
  readonly cueId: string | null;
  readonly kind: CueKind | CallKind;
  readonly text: string;
  /**
   * `no-room`: too long for what is left; `place-taken`: something more important is said there; `segment-gone`: its
   * segment is no longer in the plan.
   */
  readonly reason: 'no-room' | 'place-taken' | 'segment-gone';
  readonly missingUs: Length;
}

/** Speech a segment needs against speech it has. */
export interface SpeechFit {
  readonly segmentIndex: number;
  readonly needUs: Length;
  readonly haveUs: Length;
}

export interface Schedule<T extends Micros = Micros> {
  readonly lines: readonly PlacedLine<T>[];
  readonly dropped: readonly DroppedLine[];
  readonly fits: readonly SpeechFit[];
}

/** The breath between two lines. */
export const GAP = fromSeconds(0.15);

export interface Wanted {
  readonly cue: Cue | null;
  readonly kind: CueKind | CallKind;
  readonly text: string;
  readonly length: Length;
  /** A call must start exactly here; null for a written line, which takes the next gap after its anchor. */
  readonly start: Micros | null;
  readonly missingUs: Length;
}
