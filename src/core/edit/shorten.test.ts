import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anySeconds } from '../../../tests/support/times.ts';
import type { Span } from '../time/span.ts';
import { silencesToCut } from './shorten.ts';
import type { TakeTime } from '../time/micros.ts';

const s = (start: number, end: number): Span<TakeTime> => ({ start: anySeconds(start), end: anySeconds(end) });
const lengthOf = (spans: readonly Span<TakeTime>[]) => spans.reduce((sum, x) => sum + x.end - x.start, 0);

describe('silences to cut', () => {
  it('come from the longest silence, out of its middle, and leave a pause round what is said', () => {
    // Said: 0 to 2, 4 to 5, 15 to 16; over by 6 s.
    const cuts = silencesToCut(s(0, 18), anySeconds(6), [s(0, 2), s(4, 5), s(15, 16)]);
    expect(cuts).toEqual([s(7, 13)]);
  });
  it('come from several where one is not enough, in order of time', () => {
    const cuts = silencesToCut(s(0, 12), anySeconds(5), [s(0, 1), s(4, 6), s(9, 12)]);
    expect(cuts).toHaveLength(2);
    expect(lengthOf(cuts)).toBeCloseTo(4.8e6, 0);
    expect(cuts[0]?.end).toBeLessThan(cuts[1]?.start ?? 0);
  });
  it('are none where all is talk, and none beyond the segment', () => {
    expect(silencesToCut(s(10, 20), anySeconds(5), [s(0, 30)])).toEqual([]);
    expect(silencesToCut(s(10, 20), anySeconds(5), [s(0, 10.5), s(10.8, 25)])).toEqual([]);
  });
  it('never touch a word, overlap, leave the segment or take more than is wanted', () => {
    const words = fc.array(fc.tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 1, max: 5 })), {
      maxLength: 20,
    });
    fc.assert(
      fc.property(words, fc.integer({ min: 1, max: 30 }), (gaps, over) => {
        let at = 0;
        const speech = gaps.map(([gap, length]) => {
          const start = at + gap / 4;
          at = start + length / 4;
          return s(start, at);
        });
        const within = s(3, 27);
        const cuts = silencesToCut(within, anySeconds(over), speech);
        expect(lengthOf(cuts)).toBeLessThanOrEqual(over * 1e6);
        let last = within.start;
        for (const cut of cuts) {
          expect(cut.start).toBeGreaterThanOrEqual(last);
          expect(cut.end).toBeGreaterThan(cut.start);
          expect(speech.some((w) => w.start < cut.end && cut.start < w.end)).toBe(false);
          last = cut.end;
        }
        expect(last).toBeLessThanOrEqual(within.end);
      }),
    );
  });
});
