import type { Alignment, RecordedSegment } from './alignment.ts';
import type { Pin } from './pin.ts';

/** A boundary this sure has evidence of its own: a pin elsewhere does not move it. */
const SURE = 0.3;

/**
 * Pins are local. Of an alignment without pins and one with them, each segment keeps its place from the first where it
 * was sure there and a sure one lies between it and every pin; what is unsure beside a pin follows the pin.
 */
export function keepSureOnes(before: Alignment, pinned: Alignment, pins: readonly Pin[]): Alignment {
  const at = pins
    .map((pin) => before.segments.findIndex((r) => r.segment.key === pin.segmentKey))
    .filter((k) => k >= 0);
  const segments = [...pinned.segments];
  for (const k of at) {
    // A pin that contradicts even sure boundaries changes more than its neighbours: then the whole new alignment is
    // used.
    if (contradicts(before.segments, pinned.segments, k)) return pinned;
  }
  const sure = (k: number) => before.segments[k]?.recorded != null && (before.segments[k]?.confidence ?? 0) >= SURE;
  const reachedFrom = (k: number) => {
    let [from, to] = [k, k];
    while (from > 0 && (from === k || !sure(from))) from--;
    while (to < segments.length - 1 && (to === k || !sure(to))) to++;
    return [from, to] as const;
  };
  const reached = at.map(reachedFrom);
  for (let k = 0; k < segments.length; k++) {
    if (reached.some(([from, to]) => k >= from && k <= to)) continue;
    segments[k] = before.segments[k]!;
  }
  return inOrder(segments) ? { ...pinned, segments } : pinned;
}

/** True where the pinned segment lies further away than its own length, or was not filmed before. */
function contradicts(before: readonly RecordedSegment[], after: readonly RecordedSegment[], k: number): boolean {
  const [a, b] = [before[k]?.recorded ?? null, after[k]?.recorded ?? null];
  if (a === null || b === null) return true;
  return Math.abs(a.start + a.end - b.start - b.end) / 2 > a.end - a.start;
}

function inOrder(segments: readonly RecordedSegment[]): boolean {
  let last = 0;
  for (const { recorded } of segments) {
    if (recorded === null) continue;
    if (recorded.start < last || recorded.end < recorded.start) return false;
    last = recorded.end;
  }
  return true;
}
