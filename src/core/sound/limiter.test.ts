import { describe, expect, it } from 'vitest';
import { Limiter } from './limiter.ts';

const RATE = 48_000;
const sine = (seconds: number, amplitude: (t: number) => number, hertz = 440) =>
  Float32Array.from(
    { length: seconds * RATE },
    (_, i) => amplitude(i / RATE) * Math.sin((2 * Math.PI * hertz * i) / RATE),
  );
const peakOf = (x: Float32Array, from = 0, to = x.length) =>
  x.subarray(from, to).reduce((most, v) => Math.max(most, Math.abs(v)), 0);
function limited(sound: Float32Array, limit: number, block = 128) {
  const limiter = new Limiter(RATE, limit);
  const [left, right] = [sound.slice(), sound.map((v) => v / 2)];
  for (let i = 0; i < left.length; i += block) limiter.hold(left.subarray(i, i + block), right.subarray(i, i + block));
  return { left, right, delay: limiter.delay };
}

describe('a limiter', () => {
  it('lets through what is under its limit, late by five milliseconds and otherwise as it was', () => {
    const sound = sine(0.5, () => 0.5);
    const { left, delay } = limited(sound, 0.8);
    expect(delay).toBe(240);
    expect(left.subarray(delay)).toEqual(sound.subarray(0, sound.length - delay));
  });
  it.each([1, 128, 441, 9_600])('never lets a peak over its limit out, in blocks of %d samples', (block) => {
    let state = 7;
    const noise = () => (state = (state * 16_807) % 2_147_483_647) / 2_147_483_647 - 0.5;
    const sound = Float32Array.from({ length: RATE }, (_, i) => noise() * (i % 7_000 < 900 ? 6 : 0.8));
    expect(peakOf(limited(sound, 0.7, block).left)).toBeLessThanOrEqual(0.7 + 1e-6);
  });
  it('keeps both channels at one gain, and the sound as loud as its limit while it is over it', () => {
    const { left, right, delay } = limited(
      sine(1, () => 1),
      0.5,
    );
    expect(peakOf(left, RATE / 2, RATE)).toBeCloseTo(0.5, 2);
    expect(peakOf(right, RATE / 2, RATE)).toBeCloseTo(0.25, 2);
    expect(delay).toBeGreaterThan(0);
  });
  it('is down before a peak and back soon after it: soft again within a tenth of a second', () => {
    const sound = sine(1, (t) => (t > 0.4 && t < 0.42 ? 1.6 : 0.4));
    const { left, delay } = limited(sound, 0.8);
    const at = (s: number) => Math.round(s * RATE) + delay;
    expect(peakOf(left, at(0.4), at(0.42))).toBeLessThanOrEqual(0.8 + 1e-6);
    expect(peakOf(left, at(0.3), at(0.39))).toBeCloseTo(0.4, 3);
    expect(peakOf(left, at(0.53), at(0.6))).toBeCloseTo(0.4, 3);
  });
  it('with no limit changes nothing', () => {
    const sound = sine(0.1, () => 3);
    const { left, delay } = limited(sound, Infinity);
    expect(left.subarray(delay)).toEqual(sound.subarray(0, sound.length - delay));
  });
});
