import type { Segment } from '../plan/segment.ts';
import type { Alignment } from '../align/align.ts';
import { type FrameRate, firstFrameFrom, frameStart } from '../time/frames.ts';
import { type Micros, ZERO, micros } from '../time/micros.ts';
import type { Span } from '../time/span.ts';

/**
 * A stretch of the take that is in the programme; `at` is where it begins there. Both ends lie on frames of the take.
 */
export interface KeptRange extends Span {
  readonly at: Micros;
}

/** A planned or made-up segment on programme time. */
export interface ProgrammeSegment {
  /** The planned segment's key, or `extra/N` for time beyond the plan. */
  readonly key: string;
  readonly segment: Segment | null;
  readonly kind: Segment['kind'];
  readonly label: string;
  readonly side: Segment['side'];
  readonly start: Micros;
  readonly end: Micros;
  readonly recorded: Span;
  readonly confidence: number;
  /** Filmed beyond the plan, or made up out of its place. */
  readonly extra: boolean;
  /** Its length was planned as a guess: it has no timer. */
  readonly about: boolean;
}

export interface Programme {
  readonly segments: readonly ProgrammeSegment[];
  readonly kept: readonly KeptRange[];
  readonly length: Micros;
}

/**
 * The take without the removed stretches, both snapped to whole frames so that the rendered file and the computed times
 * agree to the frame. `removed` may overlap and come in any order.
 */
export function keepRanges(duration: Micros, removed: readonly Span[], rate: FrameRate): KeptRange[] {
  const snap = (time: Micros) => frameStart(firstFrameFrom(time, rate), rate);
  const end = snap(duration);
  const cuts = [...removed]
    .map((r) => ({ start: snap(r.start), end: snap(r.end) }))
    .filter((r) => r.end > r.start)
    .sort((a, b) => a.start - b.start);
  const kept: KeptRange[] = [];
  let [from, at] = [ZERO, 0];
  for (const cut of [...cuts, { start: end, end }]) {
    const until = micros(Math.min(cut.start, end));
    if (until > from) {
      kept.push({ start: from, end: until, at: micros(at) });
      at += until - from;
    }
    from = micros(Math.max(from, cut.end));
  }
  return kept;
}

/** Take time to programme time; a time inside a removed stretch goes to where the cut is. */
export function toProgramme(time: Micros, kept: readonly KeptRange[]): Micros {
  let last = ZERO;
  for (const range of kept) {
    if (time < range.start) return range.at;
    last = micros(range.at + Math.min(time, range.end) - range.start);
    if (time < range.end) return last;
  }
  return last;
}

/** Programme time to take time, for players. Times past the end go to the end. */
export function toTake(time: Micros, kept: readonly KeptRange[]): Micros {
  for (const range of kept) {
    if (time < range.at + (range.end - range.start)) return micros(range.start + Math.max(0, time - range.at));
  }
  return kept.at(-1)?.end ?? ZERO;
}

/** Lays the recorded segments on programme time. Segments that were removed whole are left out. */
export function conform(alignment: Alignment, kept: readonly KeptRange[]): Programme {
  const last = kept.at(-1);
  const length = last === undefined ? ZERO : micros(last.at + last.end - last.start);
  const segments: ProgrammeSegment[] = [];
  const place = (recorded: Span, rest: Omit<ProgrammeSegment, 'start' | 'end' | 'recorded'>) => {
    const [start, end] = [toProgramme(recorded.start, kept), toProgramme(recorded.end, kept)];
    if (end > start) segments.push({ ...rest, recorded, start, end });
  };
  for (const { segment, recorded, confidence } of alignment.segments) {
    if (recorded !== null)
      place(recorded, {
        key: segment.key,
        segment,
        kind: segment.kind,
        label: segment.label,
        side: segment.side,
        confidence,
        extra: false,
        about: segment.slackUs > 0,
      });
  }
  for (const [i, extra] of alignment.extra.entries()) {
    const made = extra.madeUp;
    place(extra, {
      key: made?.key ?? `extra/${i + 1}`,
      segment: made,
      kind: made?.kind ?? 'talk',
      label: made?.label ?? extra.label,
      side: made?.side ?? null,
      confidence: 0.5,
      extra: true,
      about: false,
    });
  }
  segments.sort((a, b) => a.start - b.start);
  return { segments, kept, length };
}
