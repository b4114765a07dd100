import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { firstFrameFrom, frameAt, frameMiddle, frameRate, frameStart } from './frames.ts';
import { fromSeconds, micros, toSeconds } from './micros.ts';
import { lengthOf, overlap, span } from './span.ts';
import { readTimeCode, writeTimeCode } from './time-code.ts';
import { readTypedTime, writeTime } from './typed-time.ts';

const NTSC = frameRate(30000, 1001);
const seconds = (text: string) => {
  const read = readTypedTime(text);
  return read.ok ? toSeconds(read.time) : read.message;
};

describe('times as people type them', () => {
  it.each([
    ['40', 40],
    ['1:30', 90],
    ['0:40.5', 40.5],
    ['2m', 120],
    ['1m30', 90],
    ['1h 5m', 3900],
    ['90 sec', 90],
    ['1:02:03', 3723],
    [' 0,5 ', 0.5],
    ['.5', 0.5],
    ['45s', 45],
    ['20 min', 1200],
    ['75:00', 4500],
  ])('reads %s as %d s', (text, expected) => expect(seconds(text)).toBe(expected));
  it.each(['', 'soon', '1:75', '-5', '1:2:3:4', '25h', 'NaN', '4 0'])('refuses %j with a sentence', (text) => {
    expect(seconds(text)).toMatch(/\.$/);
  });
  it('writes what it reads', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 863_999 }), (tenths) => {
        const time = micros(tenths * 100_000);
        const read = readTypedTime(writeTime(time));
        expect(read.ok && read.time).toBe(time);
      }),
      { seed: 7 },
    );
  });
  it('carries a rounded fraction into the next second', () => {
    expect(writeTime(fromSeconds(59.96), 1)).toBe('1:00.0');
    expect(writeTime(fromSeconds(-3.5))).toBe('−0:03.5');
  });
});

describe('frames', () => {
  it('never drifts: the start of a frame comes from its index', () => {
    // Derived: 107 892 frames of 30000/1001 are 3 599.9964 s.
    expect(frameStart(107_892, NTSC)).toBe(3_599_996_400);
  });
  it('finds the frame on screen and the first frame of a change, at every rate', () => {
    const rates = [NTSC, frameRate(25, 1), frameRate(24000, 1001), frameRate(60000, 1001)];
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 500_000 }), fc.constantFrom(...rates), (index, rate) => {
        const start = frameStart(index, rate);
        expect(frameAt(start, rate)).toBe(index);
        expect(frameAt(micros(start - 1), rate)).toBe(index - 1);
        expect(frameAt(frameMiddle(index, rate), rate)).toBe(index);
        expect(firstFrameFrom(start, rate)).toBe(index);
        expect(firstFrameFrom(micros(start + 1), rate)).toBe(index + 1);
      }),
      { seed: 11 },
    );
  });
});

// SMPTE ST 12-1, from memory; the counts are derived from its rule.
describe('drop-frame time code (SMPTE ST 12-1)', () => {
  it('leaves out labels 00 and 01 each minute but every tenth', () => {
    expect(writeTimeCode(1799, NTSC, true)).toBe('00:00:59;29');
    expect(writeTimeCode(1800, NTSC, true)).toBe('00:01:00;02');
    expect(writeTimeCode(17_981, NTSC, true)).toBe('00:09:59;29');
    expect(writeTimeCode(17_982, NTSC, true)).toBe('00:10:00;00');
    expect(writeTimeCode(107_892, NTSC, true)).toBe('01:00:00;00');
    expect(readTimeCode('00:01:00;00', NTSC)).toBeNull();
  });
  it('has 2 589 408 labels in a day', () => {
    expect(readTimeCode('23:59:59;29', NTSC)).toBe(2_589_407);
  });
  it('reads back every label it writes', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 2_589_407 }), fc.boolean(), (index, drop) => {
        expect(readTimeCode(writeTimeCode(index % (24 * 3600 * 30), NTSC, drop), NTSC)).toBe(index);
      }),
      { seed: 3 },
    );
  });
});

describe('spans', () => {
  it('are half-open: touching spans do not overlap', () => {
    const [a, b] = [span(micros(0), micros(10)), span(micros(10), micros(15))];
    expect(overlap(a, b)).toBe(0);
    expect(lengthOf(b)).toBe(5);
    expect(overlap(a, span(micros(4), micros(6)))).toBe(2);
  });
});
