import { type Segment, isActive } from '../plan/segment.ts';
import { asLength } from '../time/micros.ts';
import type { Finding } from '../findings/finding.ts';
import { type Filmed, PLACED, inTake } from './filmed.ts';

/** Two sides of one move that touch are halves of one interval; people are off by a few seconds at the switch. */
const LOPSIDED_US = 6e6;
/** What one side has more than the other, as a share of both; less is how people breathe and count. */
const LOPSIDED_SHARE = 0.2;

const isSided = (s: Segment) => s.side === 'left' || s.side === 'right';

/** Sides of one move that were given different lengths. */
export function lopsidedSides(filmed: readonly Filmed[]): Finding[] {
  return filmed.flatMap((f, i): Finding[] => {
    const next = filmed[i + 1];
    const [a, b] = [f.r.segment, next?.r.segment];
    if (
      next === undefined ||
      b === undefined ||
      !isActive(a) ||
      !isActive(b) ||
      !isSided(a) ||
      !isSided(b) ||
      a.moveId !== b.moveId ||
      a.side === b.side ||
      a.round !== b.round
    )
      return [];
    const off = f.end - f.start - (next.end - next.start) - (a.end - a.start - (b.end - b.start));
    if (
      next.start - f.end > 1e6 ||
      a.scheme === 'reps' ||
      Math.abs(off) < Math.max(LOPSIDED_US, (next.end - f.start) * LOPSIDED_SHARE) ||
      Math.min(f.r.placed, next.r.placed) < PLACED
    )
      return [];
    const [firstUs, secondUs] = [asLength(f.end - f.start), asLength(next.end - next.start)];
    const facts = { move: a.label, firstUs, secondUs, lateUs: off / 2 };
    const certainty = 0.6 * Math.min(f.r.placed, next.r.placed);
    return [inTake('sides-uneven', facts, { segment: a, at: f.end, severity: 'note', certainty })];
  });
}
