import { describe, expect, it } from 'vitest';
import { anySeconds as s } from '../../../tests/support/times.ts';
import { span } from '../time/span.ts';
import type { Loudness } from './levelling.ts';
import { lineDb } from './line-loudness.ts';

/** Tenths of a second, one loudness after the other: LUFS and seconds. */
const loud = (...parts: readonly (readonly [lufs: number, seconds: number])[]): Loudness => ({
  everyUs: s(0.1),
  values: parts.flatMap(([lufs, seconds]) => new Array<number>(seconds * 10).fill(lufs)),
});
const whole = (loudness: Loudness) => ({ loudness, used: span(s(0), s(loudness.values.length / 10)) });

describe('how much louder a line that was spoken again is to be', () => {
  it('as much as what is said within twenty seconds of it is louder', () => {
    const voice = loud([-30, 30], [-20, 60], [-30, 30]);
    expect(lineDb(whole(loud([-26, 3])), voice, s(60))).toBeCloseTo(6, 9);
    expect(lineDb(whole(loud([-26, 3])), voice, s(5))).toBeCloseTo(-4, 9);
  });
  it('by what is heard of it, not by the silence round it', () => {
    const loudness = loud([-60, 2], [-26, 3], [-12, 4]);
    expect(lineDb({ loudness, used: span(s(0), s(5)) }, loud([-20, 40]), s(10))).toBeCloseTo(6, 9);
  });
  it('by the whole voice where nobody speaks near it', () => {
    expect(lineDb(whole(loud([-26, 3])), loud([-70, 60], [-20, 30]), s(10))).toBeCloseTo(6, 9);
  });
  it('never by more than 24 dB, and not at all where one of them is silent', () => {
    expect(lineDb(whole(loud([-49, 3])), loud([-14, 40]), s(10))).toBe(24);
    expect(lineDb(whole(loud([-Infinity, 3])), loud([-14, 40]), s(10))).toBe(0);
    expect(lineDb(whole(loud([-20, 3])), loud([-80, 40]), s(10))).toBe(0);
  });
});
