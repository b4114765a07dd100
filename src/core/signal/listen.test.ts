import { describe, expect, it } from 'vitest';
import { seeded } from '../../../tests/support/synthetic-take.ts';
import { listen } from './listen.ts';

const RATE = 48_000;

/** Half a second of nothing, a tone with noise that swells to full scale, a quarter of a second of nothing. */
function sound(channels: number): Float32Array {
  const random = seeded(3);
  return Float32Array.from({ length: 2 * RATE * channels }, (_, i) => {
    const frame = Math.floor(i / channels);
    if (frame < RATE / 2 || frame >= 1.75 * RATE) return 0;
    const swell = (frame - RATE / 2) / (1.25 * RATE);
    return swell * (0.8 * Math.sin((Math.PI * frame) / 2.5 + (i % channels)) + 0.2 * (random() - 0.5));
  });
}

function heardIn(pieces: Iterable<Float32Array>, channels: number) {
  const listener = listen(channels);
  for (const piece of pieces) listener.push(piece);
  return listener.end();
}

function* cut(whole: Float32Array, frames: number, channels: number) {
  for (let at = 0; at < whole.length; at += frames * channels) yield whole.subarray(at, at + frames * channels);
}

describe('what is heard', () => {
  it.each([1, 2, 6])('of %d channels is the same in whatever pieces the sound comes', (channels) => {
    const whole = heardIn([sound(channels)], channels);
    for (const frames of [5, 997, 48_000]) {
      const { loudness, peaks, ...rest } = heardIn(cut(sound(channels), frames, channels), channels);
      const { loudness: wholeLoudness, peaks: wholePeaks, ...wholeRest } = whole;
      expect(rest).toEqual(wholeRest);
      expect(peaks.truePeakDb).toBeCloseTo(wholePeaks.truePeakDb, 6);
      expect(peaks.samplePeakDb).toBe(wholePeaks.samplePeakDb);
      expect(loudness.integratedLufs).toBeCloseTo(wholeLoudness.integratedLufs ?? 0, 6);
    }
  });
  it('has silence before and after, and the largest magnitude of each twentieth of a second', () => {
    const heard = heardIn([sound(2)], 2);
    expect(heard.silenceBefore / 1e6).toBeCloseTo(0.5, 2);
    expect(heard.silenceAfter / 1e6).toBeCloseTo(0.25, 2);
    const samples = sound(2);
    const largest = Array.from({ length: 40 }, (_, n) =>
      Math.round(255 * samples.subarray(n * 4_800, (n + 1) * 4_800).reduce((m, x) => Math.max(m, Math.abs(x)), 0)),
    );
    expect([...heard.waveform]).toEqual(largest);
  });
});
