import { describe, expect, it } from 'vitest';
import { frameRate } from '../time/frames.ts';
import { type Recording, soundsOf, viewsOf } from './views.ts';
import { anySeconds as s } from '../../../tests/support/times.ts';

const RATE = frameRate(25, 1);
const shot = (takeId: string, start: number, end: number, at: number) => ({
  takeId,
  start: s(start),
  end: s(end),
  at: s(at),
});
const SHOTS = [shot('a', 10, 40, 0), shot('b', 0, 20, 30), shot('a', 60, 90, 50)];
const recording = (id: string, role: Recording['role'], offset: number, clarity: number | null = 0.8): Recording => ({
  id,
  role,
  ofTake: 'a',
  lie: { offsetUs: s(offset), driftPpm: 0, spreadUs: s(0) },
  duration: s(80),
  voiceClarity: clarity,
});
const seen = (pieces: ReturnType<typeof viewsOf>) =>
  pieces.map((p) => [p.mediaId, p.from / 1e6, p.at / 1e6, p.length / 1e6]);

describe('what is seen', () => {
  const cameras = [recording('low', 'camera', 2), recording('side', 'camera', -15)];
  it('is the take’s own, with the stretches given to a camera on its own clock, the last given on top', () => {
    const shown = [
      { start: s(15), end: s(35), cameraId: 'low' },
      { start: s(20), end: s(25), cameraId: 'side' },
    ];
    expect(seen(viewsOf(SHOTS.slice(0, 1), cameras, () => shown, RATE))).toEqual([
      ['a', 10, 0, 5],
      ['low', 17, 5, 5],
      ['side', 5, 10, 5],
      ['low', 27, 15, 10],
      ['a', 35, 25, 5],
    ]);
  });
  it('stays the take’s where the camera had not begun, had ended, or is another take’s', () => {
    const shown = [
      { start: s(12), end: s(14), cameraId: 'side' },
      { start: s(70), end: s(80), cameraId: 'low' },
      { start: s(5), end: s(15), cameraId: 'nobody' },
    ];
    expect(seen(viewsOf(SHOTS, cameras, () => shown, RATE)).map(([id]) => id)).toEqual(['a', 'b', 'a']);
  });
});

describe('what is heard', () => {
  it('is the recorder where it ran and hears the voice as well, through all pictures; else the take', () => {
    const heard = (own: number | null, of: Recording) =>
      soundsOf(SHOTS, [of], () => own).map((p) => [p.mediaId, p.from / 1e6]);
    expect(heard(0.5, recording('rec', 'recorder', 2))).toEqual([
      ['rec', 12],
      ['b', 0],
      ['a', 60],
    ]);
    expect(heard(0.9, recording('rec', 'recorder', 2))[0]).toEqual(['a', 10]);
    expect(heard(null, recording('low', 'camera', 2))[0]).toEqual(['a', 10]);
  });
});
