import { describe, expect, it } from 'vitest';
import { anySeconds as s } from '../../../tests/support/times.ts';
import type { LaidTrack } from './arrangement.ts';
import { heardTracks, trackGainDb } from './heard-music.ts';
import type { BedLevels } from './music.ts';

const levels: BedLevels = {
  ...{ musicDeciLufs: -200, voiceDeciLufs: -180, distanceDeciLu: 120 },
  ...{ attackUs: s(0.2), releaseUs: s(0.8) },
};

function laid(more: Partial<LaidTrack> & { readonly lufs?: number; readonly speedPpm?: number }): LaidTrack {
  const { lufs = -20, speedPpm = 1_000_000, ...rest } = more;
  return {
    ...{ start: s(10), end: s(30), from: s(4), to: s(24), fadeInUs: s(0), fadeOutUs: s(0) },
    ...{ track: { id: 't', lufs }, placement: { speedPpm } },
    ...rest,
  } as LaidTrack;
}

describe('tracks that are heard at a moment', () => {
  it('from their beginning to before their end', () => {
    const heard = (at: number) => heardTracks([laid({})], s(at), levels).length;
    expect([9.999, 10, 29.999, 30].map(heard)).toEqual([0, 1, 1, 0]);
  });
  it('at their place, faster where they are stretched', () => {
    expect(heardTracks([laid({})], s(15), levels)[0]).toMatchObject({ at: s(9), speed: 1, amplitude: 1 });
    expect(heardTracks([laid({ speedPpm: 1_040_000 })], s(15), levels)[0]).toMatchObject({ at: s(9.2), speed: 1.04 });
  });
  it('at the loudness of the music: a track 6 dB too loud at half its amplitude', () => {
    expect(heardTracks([laid({ lufs: -14 })], s(15), levels)[0]!.amplitude).toBeCloseTo(10 ** (-6 / 20), 9);
    expect(trackGainDb(null, levels)).toBe(0);
  });
  it('come and go in a straight line', () => {
    const fading = laid({ fadeInUs: s(4), fadeOutUs: s(2) });
    const amplitudes = [10, 11, 14, 20, 29, 29.5].map((t) => heardTracks([fading], s(t), levels)[0]!.amplitude);
    [0, 0.25, 1, 1, 0.5, 0.25].forEach((a, i) => expect(amplitudes[i]).toBeCloseTo(a, 9));
  });
  it('two where one goes over into the other', () => {
    const next = laid({ start: s(28), end: s(40), fadeInUs: s(2) });
    expect(heardTracks([laid({ fadeOutUs: s(2) }), next], s(29), levels).map((h) => h.amplitude)).toEqual([0.5, 0.5]);
  });
});
