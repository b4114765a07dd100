import { describe, expect, it } from 'vitest';
import { calibrated } from './calibration.ts';
import { logGamma, silenceLog } from './speech-flow.ts';

describe('the functions beneath', () => {
  // Γ(n) = (n − 1)! and Γ(1/2) = √π: any table of the gamma function (from memory).
  it.each([
    [1, 0],
    [2, 0],
    [5, Math.log(24)],
    [10, Math.log(362_880)],
    [0.5, Math.log(Math.sqrt(Math.PI))],
  ])('ln Γ(%d)', (z, wanted) => expect(logGamma(z)).toBeCloseTo(wanted, 3));
  it('silence is likeliest near its mean, and a long one is not impossible', () => {
    const silence = {
      shift: 0.4,
      edge: 0.06,
      shape: 4,
      scale: 0.6,
      constant: -4 * Math.log(0.6) - Math.log(6),
      mean: 2.4,
    };
    expect(silenceLog(silence, 1.6)).toBeGreaterThan(silenceLog(silence, 0));
    expect(silenceLog(silence, 1.6)).toBeGreaterThan(silenceLog(silence, 6));
    expect(silenceLog(silence, 30)).toBeGreaterThan(-8);
  });
  it('certainty grows with what it is made of', () => {
    const raw = { start: 0.5, end: 0.5, timed: false, timer: false };
    expect(calibrated({ ...raw, start: 0.9 })).toBeGreaterThan(calibrated(raw));
    expect(calibrated({ ...raw, timed: true })).toBeGreaterThan(calibrated(raw));
    expect(calibrated({ ...raw, timer: true })).toBeGreaterThan(calibrated(raw));
  });
});
