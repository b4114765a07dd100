import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { firstFrameFrom, frameAt, frameMiddle, frameRate, frameStart, onFrame } from './frames.ts';
import {
  type Length,
  type ProgrammeTime,
  type TakeTime,
  ZERO,
  add,
  asLength,
  earlier,
  fromSeconds,
  later,
  micros,
  moved,
  movedBack,
  planTime,
  programmeTime,
  takeTime,
  toSeconds,
  wholeLength,
} from './micros.ts';
import { clipped, lengthOf, overlap, span } from './span.ts';
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

describe('the three clocks', () => {
  const onTake = (time: TakeTime) => time;
  const onProgramme = (time: ProgrammeTime) => time;
  const onLength = (length: Length) => length;
  it('are told apart before the program runs: where one is wanted, no other is taken', () => {
    // @ts-expect-error A time of the programme is none of a take.
    onTake(programmeTime(1));
    // @ts-expect-error A time of the plan is none of a take, though a class may be filmed to the microsecond.
    onTake(planTime(1));
    // @ts-expect-error A length is no place on a clock.
    onProgramme(fromSeconds(1));
    // @ts-expect-error A time is no length: how long something is comes of two of them.
    onLength(takeTime(1));
    // @ts-expect-error Two times of one clock are not added.
    add(planTime(1), planTime(2));
    onLength(wholeLength(planTime(40e6)));
    onLength(lengthOf(span(takeTime(1), takeTime(3))));
    // @ts-expect-error What lies on one clock is not measured against what lies on another.
    clipped(span(takeTime(0), takeTime(1)), span(programmeTime(0), programmeTime(1)));
    expect(onTake(ZERO)).toBe(onProgramme(ZERO));
    expect(onLength(ZERO)).toBe(0);
  });
  it('are kept by what moves a time, adds to it or chooses between two', () => {
    const at = takeTime(2_000_000.4);
    const times: TakeTime[] = [
      moved(at, 500_000.6),
      movedBack(at, 1),
      add(at, asLength(3)),
      earlier(at, ZERO),
      later(at, ZERO),
    ];
    expect(times).toEqual([2_500_001, 1_999_999, 2_000_003, 0, 2_000_000]);
    const { start, end }: { start: TakeTime; end: TakeTime } = clipped(
      span(at, moved(at, 9)),
      span(ZERO, moved(at, 5)),
    )!;
    expect([start, end]).toEqual([2_000_000, 2_000_005]);
  });
  it('go to whole frames on themselves', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 4e9 }), (us) => {
        const time = programmeTime(us);
        const framed: ProgrammeTime = onFrame(time, NTSC);
        expect(framed).toBeGreaterThanOrEqual(time);
        expect(framed).toBe(frameStart(firstFrameFrom(time, NTSC), NTSC));
        expect(onFrame(framed, NTSC)).toBe(framed);
      }),
    );
  });
  it('refuse what is no time', () => {
    for (const made of [planTime, takeTime, programmeTime]) expect(() => made(NaN)).toThrow(RangeError);
  });
});
