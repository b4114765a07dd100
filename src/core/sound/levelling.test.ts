import { describe, expect, it } from 'vitest';
import { gainAt } from '../music/levels.ts';
import { fromSeconds as s } from '../time/micros.ts';
import { levelling, speechLoudness } from './levelling.ts';

/** Momentary loudness, ten values a second: so many seconds at each level. */
const loudness = (...parts: [seconds: number, lufs: number][]) => ({
  everyUs: s(0.1),
  values: parts.flatMap(([seconds, lufs]) => Array.from({ length: seconds * 10 }, () => lufs)),
});
const segments = [0, 10, 20].map((t) => ({ start: s(t), end: s(t + 10) }));

describe('levelling', () => {
  it('brings all to the middle, constant within each segment', () => {
    const gain = levelling(segments, loudness([10, -20], [10, -29], [10, -23]));
    expect([0, 5, 9.5].map((t) => Math.round(gainAt(gain, t * 1e6) * 1e6) / 1e6)).toEqual([-3, -3, -3]);
    expect([11, 15, 19.5].map((t) => Math.round(gainAt(gain, t * 1e6) * 1e6) / 1e6)).toEqual([6, 6, 6]);
    expect([21, 29, 400].map((t) => Math.round(gainAt(gain, t * 1e6) * 1e6) / 1e6)).toEqual([0, 0, 0]);
  });
  it('or to what is wanted of all', () => {
    const gain = levelling(segments, loudness([10, -20], [10, -29], [10, -23]), -18);
    expect([5, 15, 25].map((t) => Math.round(gainAt(gain, t * 1e6) * 1e6) / 1e6)).toEqual([2, 11, 5]);
  });
  it('goes over where they meet, never faster than 9 dB in 0.4 s', () => {
    const gain = levelling(segments, loudness([10, -20], [10, -29], [10, -23]));
    for (let t = 0; t < 30; t += 0.02)
      expect(Math.abs(gainAt(gain, (t + 0.02) * 1e6) - gainAt(gain, t * 1e6))).toBeLessThanOrEqual(0.46);
  });
  it('has limits, and leaves a segment in which nothing is said with the one before', () => {
    const gain = levelling(segments, loudness([10, -20], [10, -60], [10, -45]));
    expect(gainAt(gain, 15e6)).toBe(gainAt(gain, 5e6));
    expect(gainAt(gain, 25e6) - gainAt(gain, 5e6)).toBeLessThanOrEqual(18);
  });
  it('does nothing where nobody speaks', () => expect(levelling(segments, loudness([30, -70]))).toEqual([]));
  it('takes pauses for no part of how loud speech is', () => {
    expect(speechLoudness(loudness([2, -20], [6, -45], [2, -20]))).toBeCloseTo(-20, 1);
    expect(speechLoudness(loudness([1, -20], [9, -70]))).toBeNull();
  });
});
