import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { frameRate } from './frames.ts';
import { canDrop, timecode } from './timecode.ts';

const [NTSC, PAL, FAST] = [frameRate(30_000, 1_001), frameRate(25, 1), frameRate(60_000, 1_001)];

describe('timecodes', () => {
  // SMPTE ST 12-1, from memory: two numbers are left out at each minute but every tenth: 17 982 frames are ten minutes.
  it.each([
    [0, '00:00:00;00'],
    [1_799, '00:00:59;29'],
    [1_800, '00:01:00;02'],
    [3_597, '00:01:59;29'],
    [3_598, '00:02:00;02'],
    [17_981, '00:09:59;29'],
    [17_982, '00:10:00;00'],
    [107_892, '01:00:00;00'],
  ])('frame %i at 29.97, drop-frame, is %s', (frame, wanted) => expect(timecode(frame, NTSC, true)).toBe(wanted));
  it('leave out four at 59.94, and nothing where nothing drops', () => {
    expect(timecode(3_600, FAST, true)).toBe('00:01:00;04');
    expect(timecode(215_784, FAST, true)).toBe('01:00:00;00');
    expect(timecode(1_800, NTSC, false)).toBe('00:01:00:00');
    expect(timecode(25 * 3_600 + 7, PAL, false)).toBe('01:00:00:07');
    expect([canDrop(NTSC), canDrop(FAST), canDrop(PAL), canDrop(frameRate(24_000, 1_001))]).toEqual([
      true,
      true,
      false,
      false,
    ]);
  });
  it('go up with the frames, and within two frames of the clock (law)', () => {
    const seconds = (code: string, fps: number) => {
      const [h, m, s, f] = code.split(/[:;]/).map(Number) as [number, number, number, number];
      return h * 3600 + m * 60 + s + f / fps;
    };
    fc.assert(
      fc.property(fc.nat(400_000), (frame) => {
        expect(timecode(frame + 1, NTSC, true) > timecode(frame, NTSC, true)).toBe(true);
        expect(Math.abs(seconds(timecode(frame, NTSC, true), 30) - (frame * 1001) / 30_000)).toBeLessThan(2.5 / 30);
      }),
    );
  });
});
