import { describe, expect, it } from 'vitest';
import { calibrated } from './calibration.ts';
import { FlowScores, TURN, USUAL_FLOW, logGamma, silenceLog } from './speech-flow.ts';

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
  it('the silence of a break is likelier to lie before a name that is said first than before other words', () => {
    // A second of words, twelve of silence, a second of words.
    const clause = { spokenUs: 1e6, pauseAfter: 1, stretch: 0 };
    const track = {
      clauses: [
        { ...clause, from: 0, to: 1 },
        { ...clause, from: 1, to: 2 },
      ],
      stretches: [{ start: 0, end: 14e6, first: 0, last: 1, endKnown: true }],
    };
    /** How much likelier the boundary is at the end of the silence than at its beginning. */
    const late = (turn: number) => {
      const flow = new FlowScores(track, USUAL_FLOW, Uint8Array.from([0, turn, 0]));
      const worth = (s: number) => flow.upTo(1, s * 1e6, 'break') + flow.onward(1, s * 1e6, 'work', 'break');
      return worth(12) - worth(2);
    };
    expect(late(TURN.name)).toBeGreaterThan(late(TURN.none));
  });
  it('certainty grows with what it is made of', () => {
    const raw = { start: 0.5, end: 0.5, timed: false, timer: false };
    expect(calibrated({ ...raw, start: 0.9 })).toBeGreaterThan(calibrated(raw));
    expect(calibrated({ ...raw, timed: true })).toBeGreaterThan(calibrated(raw));
    expect(calibrated({ ...raw, timer: true })).toBeGreaterThan(calibrated(raw));
  });
});
