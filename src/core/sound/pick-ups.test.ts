import { describe, expect, it } from 'vitest';
import type { PickUp } from '../edit/decisions.ts';
import { fitPickUp, placePickUps } from './pick-ups.ts';
import { anySeconds as s } from '../../../tests/support/times.ts';

const recording = (length: number, voice: [number, number][] | null) => ({
  id: 'r',
  duration: s(length),
  voice: voice === null ? null : voice.map(([a, b]) => ({ start: s(a), end: s(b) })),
});

describe('a line spoken again', () => {
  it('is trimmed to the voice, and left as it was spoken where it fits', () => {
    const fit = fitPickUp(
      recording(4, [
        [1, 1.8],
        [2, 2.6],
      ]),
      s(2),
    );
    expect(fit).toEqual({ from: s(0.94), to: s(2.66), speedPpm: 1e6, length: s(1.72), over: 0 });
  });
  it('is made faster by at most 8 %, and what is longer even then is said', () => {
    expect(fitPickUp(recording(2.1, null), s(2))).toMatchObject({ speedPpm: 1_050_000, length: s(2), over: 0 });
    const long = fitPickUp(recording(3, null), s(2));
    expect(long.speedPpm).toBe(1_080_000);
    // 3 s in 108 %: 2.777778 s, of which 2 have room.
    expect(long.over / 1e6).toBeCloseTo(0.777778, 5);
  });
});

describe('lines in the programme', () => {
  const pickUp: PickUp = {
    id: 'p',
    segmentKey: null,
    at: s(20),
    roomUs: s(2),
    text: 'Other side.',
    why: 'side',
    muted: { start: s(19.8), end: s(21) },
    recording: 'r',
  };
  // Ten seconds are cut out before it.
  const shots = [
    { takeId: 'a', start: s(0), end: s(5), at: s(0) },
    { takeId: 'a', start: s(15), end: s(60), at: s(5) },
  ];
  const speech = [
    { start: s(16), end: s(18) },
    { start: s(19.8), end: s(21) },
    { start: s(22), end: s(30) },
    { start: s(33), end: s(60) },
  ];
  const placed = (change: Partial<PickUp> = {}, recordings = [recording(1.5, null)]) =>
    placePickUps({ shots }, 'a', { pickUps: [{ ...pickUp, ...change }], speech }, recordings);
  it('lie where their place is, with what they replace and the silence near it', () => {
    expect(placed()).toEqual([
      {
        ...{ pickUpId: 'p', recordingId: 'r', from: 0, to: s(1.5), speedPpm: 1e6, length: s(1.5) },
        at: s(10),
        muted: { start: s(9.8), end: s(11) },
        // From 30 to 33 s nobody speaks; a little of both ends stays out.
        roomTone: { start: s(20.06), end: s(22.94) },
      },
    ]);
  });
  it('are left out where their place was cut, nothing was spoken, or the recording is gone', () => {
    expect(placed({ at: s(10) })).toEqual([]);
    expect(placed({ recording: null })).toEqual([]);
    expect(placed({}, [])).toEqual([]);
  });
});
