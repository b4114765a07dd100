import FFT from 'fft.js';
import { describe, expect, it } from 'vitest';
import { seeded } from '../../../tests/support/synthetic-take.ts';
import { spectrumOf } from './fft.ts';
import { channelWeights, integratedOf, loudnessMeter } from './loudness.ts';
import { peakMeter } from './true-peak.ts';

const RATE = 48_000;

// EBU Tech 3341, minimum requirements, cases 3 and 4: what lies more than 10 LU below the rest is not counted.
describe('the relative gate of loudness', () => {
  const energy = (lufs: number) => 10 ** ((lufs + 0.691) / 10);
  const passage = (...parts: readonly (readonly [lufs: number, seconds: number])[]) =>
    parts.flatMap(([lufs, seconds]) => Array.from({ length: seconds * 10 }, () => energy(lufs)));
  it.each([
    ['case 3', passage([-36, 10], [-23, 60], [-36, 10])],
    ['case 4', passage([-72, 10], [-36, 10], [-23, 60], [-36, 10], [-72, 10])],
  ])('%s measures −23 LUFS within 0.1', (_, energies) => {
    expect(Math.abs((integratedOf(energies) ?? 0) + 23)).toBeLessThan(0.1);
  });
  it('counts what lies 9 LU below, and not what lies 13 below', () => {
    const mixed = (low: number) => integratedOf(passage([-20, 100], [low, 100])) ?? 0;
    const mean = (low: number) => -0.691 + 10 * Math.log10((energy(-20) + energy(low)) / 2);
    expect(Math.abs(mixed(-28) - mean(-28))).toBeLessThan(0.1);
    expect(Math.abs(mixed(-35) - -20)).toBeLessThan(0.1);
  });
});

describe('the spectrum', () => {
  it.each([8, 16, 32, 64, 1024, 4096])('of %d samples is that of npm fft.js', (size) => {
    const random = seeded(size);
    const frame = Float32Array.from({ length: size }, () => random() - 0.5);
    const out = new Float32Array(size / 2 + 1);
    spectrumOf(size).power(frame, out);
    const fft = new FFT(size);
    const complex = fft.createComplexArray();
    fft.realTransform(
      complex,
      Array.from(frame, (v, i) => v * (0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size))),
    );
    for (let k = 0; k <= size / 2; k++) expect(out[k]).toBeCloseTo(complex[2 * k]! ** 2 + complex[2 * k + 1]! ** 2, 3);
  });
  it('refuses a size that is no power of two', () => expect(() => spectrumOf(1000)).toThrow(/500/));
});

/** Sine of 1 kHz in so many channels: pairs of dBFS and seconds. */
function tones(parts: readonly (readonly [number, number])[], channels: number, hz = 1_000): Float32Array {
  const frames = parts.reduce((sum, [, s]) => sum + Math.round(s * RATE), 0);
  const out = new Float32Array(frames * channels);
  let at = 0;
  for (const [db, s] of parts) {
    for (let i = 0; i < Math.round(s * RATE); i++, at++)
      for (let c = 0; c < channels; c++)
        out[at * channels + c] = 10 ** (db / 20) * Math.sin((2 * Math.PI * hz * at) / RATE);
  }
  return out;
}

function measured(sound: Float32Array, channels: number) {
  const meter = loudnessMeter(channels);
  // Pieces of odd lengths: where a piece ends must not matter.
  for (let at = 0; at < sound.length; at += 7_919 * channels) meter.push(sound.subarray(at, at + 7_919 * channels));
  return meter.end();
}

describe('loudness', () => {
  // EBU Tech 3341, cases 1 to 5 (values from memory; ffmpeg ebur128 reads them so too, see tests/media).
  it.each([
    ['case 1', [[-23, 20]], -23],
    ['case 2', [[-33, 20]], -33],
    [
      'case 3',
      [
        [-36, 10],
        [-23, 60],
        [-36, 10],
      ],
      -23,
    ],
    [
      'case 4',
      [
        [-72, 10],
        [-36, 10],
        [-23, 60],
        [-36, 10],
        [-72, 10],
      ],
      -23,
    ],
    [
      'case 5',
      [
        [-26, 20],
        [-20, 20.1],
        [-26, 20],
      ],
      -23,
    ],
  ] as const)('EBU Tech 3341 %s', (_, parts, wanted) => {
    const { integratedLufs, momentaryMaxLufs, shortMaxLufs } = measured(tones(parts, 2), 2);
    expect(Math.abs((integratedLufs ?? 0) - wanted)).toBeLessThanOrEqual(0.1);
    if (parts.length === 1) {
      expect(Math.abs((momentaryMaxLufs ?? 0) - wanted)).toBeLessThanOrEqual(0.1);
      expect(Math.abs((shortMaxLufs ?? 0) - wanted)).toBeLessThanOrEqual(0.1);
    }
  });
  it('of 997 Hz at full scale in one channel is -3.01 LKFS (ITU-R BS.1770-4, from memory)', () => {
    expect(measured(tones([[0, 5]], 1, 997), 1).integratedLufs).toBeCloseTo(-3.01, 1);
  });
  it('counts surrounds 1.41 times and leaves low frequency effects out (ITU-R BS.1770-4, from memory)', () => {
    expect(channelWeights(6)).toEqual([1, 1, 1, 0, 1.41, 1.41]);
    const lfe = new Float32Array(6 * RATE);
    for (let i = 0; i < RATE; i++) lfe[i * 6 + 3] = Math.sin(i / 10);
    expect(measured(lfe, 6).integratedLufs).toBeNull();
  });
  it('of silence is none, and of a stretch is that stretch’s', () => {
    expect(measured(new Float32Array(RATE), 1).integratedLufs).toBeNull();
    const { energies } = measured(
      tones(
        [
          [-30, 10],
          [-20, 10],
        ],
        2,
      ),
      2,
    );
    expect(integratedOf(energies, 0, 90)).toBeCloseTo(-30, 1);
    expect(integratedOf(energies, 110, 200)).toBeCloseTo(-20, 1);
  });
});

describe('peaks', () => {
  it('between the samples are found: a quarter-rate sine at 45 degrees shows 3 dB less in its samples', () => {
    const sound = Float32Array.from(
      { length: RATE },
      (_, i) => 0.5 * Math.min(1, i / 500) * Math.sin((Math.PI * i) / 2 + Math.PI / 4),
    );
    const meter = peakMeter(1);
    meter.push(sound);
    const { truePeakDb, samplePeakDb } = meter.end();
    expect(samplePeakDb).toBeCloseTo(-9.03, 1);
    expect(Math.abs(truePeakDb - -6.02)).toBeLessThan(0.2);
  });
  it('are those of the other samples where one is no number', () => {
    const peaksOf = (first: number) => {
      const sound = Float32Array.from({ length: 4_800 }, (_, i) => 0.4 * Math.sin(i / 7));
      sound[0] = first;
      const meter = peakMeter(1);
      meter.push(sound);
      return meter.end();
    };
    expect(peaksOf(NaN)).toEqual(peaksOf(0));
  });
  it('tell clipped stretches from single full samples', () => {
    const sound = new Float32Array(100);
    for (const i of [10, 30, 31, 32, 33, 60, 61, 62]) sound[i] = 1;
    const meter = peakMeter(1);
    meter.push(sound.subarray(0, 32));
    meter.push(sound.subarray(32));
    expect(meter.end().clippedRuns).toBe(2);
  });
});
