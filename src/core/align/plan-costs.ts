import { type PlannedSegment, isActive } from '../plan/segment.ts';

/** A break at least this long is hardly ever left out alone; a move is left out together with its break. */
const REAL_BREAK_US = 8e6;

/**
 * Where a move was left out between two breaks, one break was filmed, and nothing may tell which. It is the later one:
 * it leads to the move that comes, and a second take that has the move brings its own. So much is above rounding, by
 * which either was found before, and below all that is heard.
 */
const TIE = 1e-6;

/**
 * ln of what it costs to leave a segment out: one move in twenty-five, with the break beside it (development set: 7 of
 * 149).
 */
export function skipCost(segment: PlannedSegment, k: number, segments: readonly PlannedSegment[]): number {
  const isBreak = (s: PlannedSegment | undefined) =>
    s !== undefined && (s.kind === 'rest' || s.kind === 'change-over') && s.end - s.start >= REAL_BREAK_US;
  if (isActive(segment))
    return (isBreak(segments[k + 1]) || isBreak(segments[k - 1]) ? -2.2 : -4) + sideForgotten(segment, k, segments);
  if (isBreak(segment)) return -4 - TIE * k;
  // Whoever holds one side must change to the other, however short the change-over is.
  if (segment.kind === 'rest' || segment.kind === 'change-over') return -2.5;
  return segment.kind === 'talk' ? -4 : -2;
}

/**
 * People forget the second side, not the first: nats by which leaving out the second is cheaper and the first dearer.
 */
const SECOND_SIDE = 1.5;

function sideForgotten(segment: PlannedSegment, k: number, segments: readonly PlannedSegment[]): number {
  const isOther = (s: PlannedSegment | undefined) =>
    s?.moveId === segment.moveId && s.round === segment.round && s.side !== segment.side;
  if (segment.side !== 'left' && segment.side !== 'right') return 0;
  if (isOther(segments.slice(k + 1, k + 3).find(isActive))) return -SECOND_SIDE;
  return isOther(segments.slice(Math.max(0, k - 2), k).findLast(isActive)) ? SECOND_SIDE : 0;
}

/**
 * ln of what it costs, by slot, to begin a break that nobody planned: it is likely where position or prop changes and
 * no time is planned for it, and at the borders of blocks.
 */
export function beyondCosts(segments: readonly PlannedSegment[]): number[] {
  return Array.from({ length: segments.length + 1 }, (_, k) => {
    const [a, b] = [segments[k - 1], segments[k]];
    if (a === undefined || b === undefined) return -3;
    const touching = isActive(a) && isActive(b);
    if (touching && a.position !== b.position) return -0.7;
    if (touching && (a.blockId !== b.blockId || a.needs.join() !== b.needs.join())) return -1;
    if (touching && a.moveId !== b.moveId) return -2.3;
    if (touching) return -3;
    return a.blockId !== b.blockId ? -2 : -3.5;
  });
}
