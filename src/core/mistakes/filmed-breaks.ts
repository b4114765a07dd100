import type { Alignment, RecordedSegment } from '../align/alignment.ts';
import { isActive, isBreak } from '../plan/segment.ts';
import { type Length, type TakeTime, asLength } from '../time/micros.ts';
import { type Span, span } from '../time/span.ts';

/** A break as the class took it, with what was planned for the same time. */
export interface FilmedBreak {
  /** The planned break that it is, the first of them where several came together. */
  readonly segment: RecordedSegment['segment'];
  readonly recorded: Span<TakeTime>;
  readonly plannedUs: Length;
  /** 0 to 1: that it lies where it is said to be. */
  readonly placed: number;
}

/** Two breaks with no more than this between them are one. */
const TOUCHING_US = 1e6;

const isWait = (r: RecordedSegment) => isBreak(r.segment) || r.segment.kind === 'set-up';
const lengthOf = (r: RecordedSegment) => r.segment.end - r.segment.start;

/**
 * Every break and set-up that was filmed. Where the move between two breaks was left out they were one break, planned
 * as long as the longer; talk beside a break that nobody can tell from it lends it its planned length.
 */
export function filmedBreaks(alignment: Alignment): FilmedBreak[] {
  return gapsOf(alignment).flatMap((gap): FilmedBreak[] => {
    const found: (FilmedBreak & { readonly to: number })[] = [];
    for (const r of gap) {
      if (r.recorded === null || !isWait(r)) continue;
      const last = found.at(-1);
      const { segment, recorded, placed } = r;
      const one = last !== undefined && recorded.start - last.recorded.end <= TOUCHING_US;
      const leftOut = last !== undefined && gap.slice(last.to, gap.indexOf(r)).some((x) => isActive(x.segment));
      if (last !== undefined && one && leftOut)
        found[found.length - 1] = {
          ...last,
          recorded: span(last.recorded.start, recorded.end),
          plannedUs: asLength(Math.max(last.plannedUs, lengthOf(r))),
          placed: Math.max(last.placed, placed),
          to: gap.indexOf(r),
        };
      else found.push({ segment, recorded, placed, plannedUs: talkWith(gap, r), to: gap.indexOf(r) });
    }
    return found;
  });
}

/** The planned length of a break, with the talk right before or after it that was not found. */
function talkWith(gap: readonly RecordedSegment[], r: RecordedSegment): Length {
  const at = gap.indexOf(r);
  const near = [gap[at - 1], gap[at + 1]].filter((x) => x !== undefined && x.recorded === null && !isActive(x.segment));
  return asLength(near.reduce((sum, x) => sum + lengthOf(x!), lengthOf(r)));
}

/** The segments planned between each two moves that were filmed, also the moves that were left out there. */
function gapsOf({ segments }: Alignment): RecordedSegment[][] {
  const gaps: RecordedSegment[][] = [[]];
  for (const r of segments)
    if (isActive(r.segment) && r.recorded !== null) gaps.push([]);
    else gaps.at(-1)!.push(r);
  return gaps;
}
