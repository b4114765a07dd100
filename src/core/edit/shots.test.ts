import { describe, expect, it } from 'vitest';
import { frameRate } from '../time/frames.ts';
import { keepRanges, toProgramme, toTake } from './shots.ts';
import { anySeconds as s } from '../../../tests/support/times.ts';

const RATE = frameRate(25, 1);
const cut = (from: number, to: number) => ({ start: s(from), end: s(to) });
const seconds = (ranges: ReturnType<typeof keepRanges>) => ranges.map((r) => [r.start / 1e6, r.end / 1e6, r.at / 1e6]);

describe('what is kept of a take', () => {
  it.each([
    [
      'one inside another',
      [cut(10, 50), cut(20, 30)],
      [
        [0, 10, 0],
        [50, 100, 10],
      ],
    ],
    [
      'two that overlap',
      [cut(40, 60), cut(10, 50)],
      [
        [0, 10, 0],
        [60, 100, 10],
      ],
    ],
    [
      'two that meet',
      [cut(10, 20), cut(20, 30)],
      [
        [0, 10, 0],
        [30, 100, 10],
      ],
    ],
    ['one past the end', [cut(90, 200)], [[0, 90, 0]]],
    ['all of it', [cut(0, 100)], []],
  ])('with %s brings no footage back that was cut', (_, removed, wanted) => {
    expect(seconds(keepRanges('t', s(100), removed, RATE))).toEqual(wanted);
  });
  it('has every time of the programme once, and a place for those outside of it', () => {
    const kept = keepRanges('t', s(100), [cut(10, 30)], RATE);
    expect([toTake(s(9), kept), toTake(s(10), kept), toTake(s(79), kept)]).toEqual([s(9), s(30), s(99)]);
    // Past its end and before its beginning; inside a cut.
    expect([toTake(s(80), kept), toTake(s(500), kept), toTake(s(-5), kept)]).toEqual([s(100), s(100), s(0)]);
    expect([toProgramme(s(20), kept), toProgramme(s(100), kept), toProgramme(s(500), kept)]).toEqual([
      s(10),
      s(80),
      s(80),
    ]);
  });
});
