import { describe, expect, it } from 'vitest';
import { anySeconds as s } from '../../../tests/support/times.ts';
import { gainAt } from '../music/levels.ts';
import { micros } from '../time/micros.ts';
import type { Loudness } from './levelling.ts';
import { withRoomRamps } from './room-ramps.ts';

/** Twenty seconds in two rooms, cut at 10 s; a voice of -20 LUFS from 2 to 5 and from 12 to 15 s. */
const rooms = (first: number, next: number): Loudness => ({
  everyUs: s(0.1),
  values: Array.from({ length: 200 }, (_, i) =>
    (i >= 20 && i < 50) || (i >= 120 && i < 150) ? -20 : i < 100 ? first : next,
  ),
});
const CUT = [s(10)];
const at = (curve: ReturnType<typeof withRoomRamps>, seconds: number) => gainAt(curve, seconds * 1e6);

describe('where one room is cut to another', () => {
  it.each([
    [-62, -54],
    [-54, -62],
    [-70, -60],
  ])('%s LUFS goes over into %s without a step of 3 dB in 50 ms', (first, next) => {
    const curve = withRoomRamps([], CUT, rooms(first, next));
    const heard = (t: number) => (t < 10 ? first : next) + at(curve, t);
    // Beside the 20 ms in which both are heard.
    expect(heard(9.98)).toBeCloseTo(heard(10.02), 6);
    for (let t = 8; t < 9.98; t += 0.01) expect(Math.abs(heard(Math.min(9.98, t + 0.05)) - heard(t))).toBeLessThan(3);
    for (let t = 10.02; t < 12; t += 0.01) expect(Math.abs(heard(t + 0.05) - heard(t))).toBeLessThan(3);
    expect([at(curve, 8), at(curve, 12)]).toEqual([0, 0]);
  });
  it('nothing is done where they are alike, where nothing is known, or where the voice never stops', () => {
    expect(withRoomRamps([], CUT, rooms(-60, -61))).toEqual([]);
    expect(withRoomRamps([], [s(0.2)], rooms(-60, -50))).toEqual([]);
    expect(withRoomRamps([], CUT, rooms(-60, -25))).toEqual([]);
    expect(withRoomRamps([], [], rooms(-60, -50))).toEqual([]);
  });
  it('what the voice is brought to stays, before, after and in between', () => {
    const gain = [
      { at: s(0), db: 3 },
      { at: s(9.8), db: 3 },
      { at: s(10.2), db: 6 },
      { at: micros(Number.MAX_SAFE_INTEGER), db: 6 },
    ];
    const curve = withRoomRamps(gain, CUT, rooms(-60, -57));
    // 3 louder of itself and 3 by its gain.
    expect([at(curve, 5), at(curve, 15)]).toEqual([3, 6]);
    expect(at(curve, 9.98)).toBeCloseTo(gainAt(gain, 9.98e6) + 3, 1);
    expect(at(curve, 10.02)).toBeCloseTo(gainAt(gain, 10.02e6) - 3, 1);
  });
  it('where cuts follow fast each has its ramp, and the curve never runs back', () => {
    const values = Array.from({ length: 200 }, (_, i) => (i % 20 < 10 ? -64 : -54));
    const cuts = Array.from({ length: 19 }, (_, i) => s(i + 1));
    const curve = withRoomRamps([], cuts, { everyUs: s(0.1), values });
    expect(curve.length).toBeGreaterThan(50);
    curve.slice(1).forEach((p, i) => expect(p.at).toBeGreaterThan(curve[i]!.at));
    for (let t = 0.5; t < 19; t += 1) expect(at(curve, t)).toBeCloseTo(0, 9);
  });
});
