import { describe, expect, it } from 'vitest';
import { asFilmed } from '../../../tests/support/as-filmed.ts';
import { anyTime } from '../../../tests/support/times.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { compile } from '../plan/compile.ts';
import { isActive } from '../plan/segment.ts';
import { filmedOf } from './filmed.ts';
import { lopsidedSides } from './lopsided-sides.ts';

const { segments } = compile(
  readOutline('# T\n## Main: circuit, 40/20\n- Split lunge | standing | sides half 0\n- Plank').value,
);
const [left, right] = segments.filter(isActive) as [(typeof segments)[0], (typeof segments)[0]];

/** What is found where the sides are switched so many seconds after the middle. */
function switchedLate(seconds: number) {
  const filmed = asFilmed(segments);
  const at = anyTime(left.end + seconds * 1e6);
  const moved = filmed.segments.map((r) => {
    if (r.segment === left) return { ...r, recorded: { start: anyTime(left.start), end: at } };
    return r.segment === right ? { ...r, recorded: { start: at, end: anyTime(right.end) } } : r;
  });
  return lopsidedSides(filmedOf({ ...filmed, segments: moved })).map((f) => [f.rule, f.at]);
}

describe('sides of one move', () => {
  it('are halves of one interval', () => {
    expect([left.side, right.side, left.end - left.start]).toEqual(['left', 'right', 20e6]);
    expect(right.start).toBe(left.end);
  });
  it('may be a few seconds apart', () => {
    expect([-3.5, 0, 3.5].map(switchedLate)).toEqual([[], [], []]);
  });
  it('are uneven where one has a fifth of both more than the other', () => {
    expect(switchedLate(4.5)).toEqual([['sides-uneven', left.end + 4.5e6]]);
    expect(switchedLate(-8)).toEqual([['sides-uneven', left.end - 8e6]]);
  });
});
