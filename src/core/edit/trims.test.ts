import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { frameRate, frameStart } from '../time/frames.ts';
import { anySeconds as s, anyTime } from '../../../tests/support/times.ts';
import type { Span } from '../time/span.ts';
import { keepRanges, toTake } from './shots.ts';
import { cutsOf, takenBetween, withCutMoved, withoutGap } from './trims.ts';
import { type TakeTime, programmeTime } from '../time/micros.ts';

const RATE = frameRate(25, 1);
const LENGTH = s(60);
const span = (a: number, b: number): Span<TakeTime> => ({ start: s(a), end: s(b) });
const shotsOf = (removed: readonly Span<TakeTime>[], rate = RATE) => keepRanges('a', LENGTH, removed, rate);
const lengthOf = (removed: readonly Span<TakeTime>[]) => {
  const last = shotsOf(removed).at(-1);
  return last === undefined ? 0 : (last.at + last.end - last.start) / 1e6;
};

describe('what lies between two places', () => {
  it('is named on the clocks of its takes, across cuts and joins', () => {
    const shots = [
      { takeId: 'a', start: s(5), end: s(10), at: s(0) },
      { takeId: 'b', start: s(100), end: s(110), at: s(5) },
      { takeId: 'a', start: s(30), end: s(40), at: s(15) },
    ];
    expect(takenBetween(shots, s(3), s(17))).toEqual([
      { takeId: 'a', ...span(8, 10) },
      { takeId: 'b', ...span(100, 110) },
      { takeId: 'a', ...span(30, 32) },
    ]);
    expect(takenBetween(shots, s(6), s(6))).toEqual([]);
  });
  it('cut out, it is gone, and the rest is as it was', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1400 }), fc.integer({ min: 1, max: 400 }), (from, frames) => {
        const before = shotsOf([span(20, 22)]);
        const [a, b] = [programmeTime(frameStart(from, RATE)), programmeTime(frameStart(from + frames, RATE))];
        const removed = [span(20, 22), ...takenBetween(before, a, b)];
        const left = lengthOf(removed);
        expect(left).toBeCloseTo(58 - Math.max(0, Math.min(b / 1e6, 58) - a / 1e6), 5);
        const after = shotsOf(removed);
        if (from > 2) expect(toTake(anyTime(a - 40_000), after)).toBe(toTake(anyTime(a - 40_000), before));
        if (b < s(57)) expect(toTake(a, after)).toBe(toTake(b, before));
      }),
    );
  });
});

describe('a cut', () => {
  const removed = [span(20, 22), span(40, 45)];
  const cuts = cutsOf(shotsOf(removed), () => removed);
  it('lies where a take goes on after a gap; joins of takes are none', () => {
    expect(cuts).toEqual([
      { at: s(20), takeId: 'a', removed: span(20, 22) },
      { at: s(38), takeId: 'a', removed: span(40, 45) },
    ]);
    expect(cutsOf(shotsOf(removed), () => [])).toEqual([]);
  });
  it('is moved by frames: an edge changes the length by them, both change nothing but the place', () => {
    const [cut] = cuts;
    const moved = (edge: 'before' | 'after' | 'both', frames: number) =>
      withCutMoved(removed, cut!, { edge, frames, rate: RATE });
    expect(lengthOf(moved('before', 5)) - lengthOf(removed)).toBeCloseTo(0.2, 6);
    expect(lengthOf(moved('after', 5)) - lengthOf(removed)).toBeCloseTo(-0.2, 6);
    expect(lengthOf(moved('both', 5))).toBeCloseTo(lengthOf(removed), 6);
    expect(cutsOf(shotsOf(moved('both', 5)), () => removed)[0]?.at).toBe(s(20.2));
  });
  it('that is closed is no cut any more, and is brought back whole by taking its gap away', () => {
    expect(withCutMoved(removed, cuts[0]!, { edge: 'before', frames: 50, rate: RATE })).toEqual([span(40, 45)]);
    expect(lengthOf(withoutGap(removed, cuts[1]!.removed))).toBe(58);
  });
  it('moved there and back is where it was, at every rate', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(frameRate(25, 1), frameRate(30_000, 1001), frameRate(60_000, 1001)),
        fc.constantFrom('before', 'after', 'both' as const),
        fc.integer({ min: -20, max: 20 }),
        (rate, edge, frames) => {
          const first = cutsOf(shotsOf([span(20, 22)], rate), () => [span(20, 22)])[0]!;
          const there = withCutMoved([span(20, 22)], first, { edge, frames, rate });
          const second = cutsOf(shotsOf(there, rate), () => there)[0]!;
          const back = withCutMoved(there, second, { edge, frames: -frames, rate });
          expect(cutsOf(shotsOf(back, rate), () => back)[0]).toEqual(first);
        },
      ),
    );
  });
});
