import type { Alignment, RecordedSegment } from './alignment.ts';
import type { Pin } from './pin.ts';

/** A boundary this sure has evidence of its own: a pin elsewhere does not move it. */
const SURE = 0.3;

/** A pin this near to what was found agrees with it, and changes nothing else. */
const AGREES_US = 1.5e6;

/**
 * Pins are local. Of an alignment without pins and one with them, each segment keeps its place from the first where it
 * was sure there and a sure one lies between it and every pin; what is unsure beside a pin follows the pin. A pin that
 * says what was found moves its boundary and no other.
 */
export function keepSureOnes(before: Alignment, pinned: Alignment, pins: readonly Pin[]): Alignment {
  const placed = pins
    .map((pin) => ({ pin, k: before.segments.findIndex((r) => r.segment.key === pin.segmentKey) }))
    .filter(({ k }) => k >= 0);
  const agrees = ({ pin, k }: (typeof placed)[number]) => {
    const found = before.segments[k]?.recorded?.[pin.edge];
    return found !== undefined && Math.abs(found - pin.at) <= AGREES_US;
  };
  const at = placed.filter((p) => !agrees(p)).map(({ k }) => k);
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
  const isReached = (k: number) => reached.some(([from, to]) => k >= from && k <= to);
  for (let k = 0; k < segments.length; k++) if (!isReached(k)) segments[k] = before.segments[k]!;
  for (const p of placed) if (agrees(p) && !isReached(p.k)) moveEdge(segments, pinned.segments, p);
  if (!inOrder(segments)) return pinned;
  return at.length === 0 ? { ...before, segments } : { ...pinned, segments };
}

/** Lays one edge of segment k, and the edge of its neighbour that was there, to the pin. */
function moveEdge(
  segments: RecordedSegment[],
  pinned: readonly RecordedSegment[],
  { pin, k }: { readonly pin: Pin; readonly k: number },
): void {
  const own = segments[k]!;
  const was = own.recorded![pin.edge];
  const [beside, edge] = pin.edge === 'start' ? [k - 1, 'end' as const] : [k + 1, 'start' as const];
  segments[k] = { ...pinned[k]!, recorded: { ...own.recorded!, [pin.edge]: pin.at } };
  const other = segments[beside];
  if (other?.recorded != null && other.recorded[edge] === was)
    segments[beside] = { ...other, recorded: { ...other.recorded, [edge]: pin.at } };
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
