import type { Segment } from '../plan/segment.ts';
import { type Length, type Micros, add, asLength, micros } from '../time/micros.ts';
import { type Cue } from './cue.ts';
import { type PlacedLine, type DroppedLine, GAP, type Wanted } from './placed-line.ts';

/** Where a written line wants to begin, never outside its segment's start. */
export function startOf(
  cue: Cue,
  segment: Segment,
  ends: ReadonlyMap<string, Micros>,
  milliBpm: number | null,
): Micros {
  const { anchor } = cue;
  const from = (us: number) => micros(Math.max(segment.start, us));
  switch (anchor.kind) {
    case 'start':
      return add(segment.start, anchor.afterUs);
    case 'half':
      return micros((segment.start + segment.end) / 2);
    case 'end':
      return from(segment.end - anchor.beforeUs);
    // Counts without a tempo are seconds: what people count where there is no music.
    case 'count':
      return from(segment.start + ((anchor.count - 1) * 60e9) / (milliBpm ?? 60_000));
    case 'after':
      return from((ends.get(anchor.cueId) ?? segment.start - anchor.gapUs) + anchor.gapUs);
    case 'free':
      return segment.start;
  }
}

type NoPlace = Pick<DroppedLine, 'reason' | 'missingUs'>;

export function exactPlace(
  line: Wanted,
  start: Micros,
  placed: readonly PlacedLine[],
  segment: Segment,
): Micros | NoPlace {
  if (line.missingUs > 0) return { reason: 'no-room', missingUs: line.missingUs };
  const end = start + line.length;
  if (start < segment.start || end > segment.end)
    return { reason: 'no-room', missingUs: asLength(Math.max(end - segment.end, segment.start - start)) };
  const other = placed.find((p) => p.start < end && start < p.end);
  if (other === undefined) return start;
  return { reason: 'place-taken', missingUs: asLength(Math.min(end, other.end) - Math.max(start, other.start)) };
}

/** The first gap after `from` that holds the line. `placed` is in order of time. */
export function firstGap(
  from: Micros,
  length: Length,
  placed: readonly PlacedLine[],
  segment: Segment,
): Micros | NoPlace {
  let at = Math.max(from, segment.start);
  let best = 0;
  for (const other of placed) {
    if (other.end + GAP <= at) continue;
    const room = other.start - GAP - at;
    if (room >= length) return micros(at);
    best = Math.max(best, room);
    at = Math.max(at, other.end + GAP);
  }
  if (segment.end - at >= length) return micros(at);
  best = Math.max(best, segment.end - at);
  return { reason: 'no-room', missingUs: asLength(length - best) };
}

/** Puts a line where it belongs by time; lists are short and mostly in order already. */
export function insert(placed: PlacedLine[], line: PlacedLine): void {
  let at = placed.length;
  while (at > 0 && placed[at - 1]!.start > line.start) at--;
  placed.splice(at, 0, line);
}
