import { describe, expect, it } from 'vitest';
import { seeded } from '../../../tests/support/synthetic-take.ts';
import { VOICE_AS_RECORDED, isCaredFor } from '../edit/decisions.ts';
import { fromSeconds } from '../time/micros.ts';
import { RUMBLE_BELOW_HZ, rumbleFilter, rumbleShare } from './rumble.ts';
import { FRAME } from './voice-frames.ts';
import { VoiceGauge } from './voice-gauge.ts';
import { isHeardWithNoise, measureVoice, takenDown } from './voice-measure.ts';

const RATE = 48_000;

/** Hiss with a tone now and then: left and right not alike. */
function hissing(seconds: number): { readonly left: Float32Array; readonly right: Float32Array } {
  const random = seeded(3);
  const noise = () => 0.01 * (random() + random() - random() - random());
  const left = Float32Array.from({ length: seconds * RATE }, (_, i) =>
    i % RATE < RATE / 2 ? noise() + 0.3 * Math.sin((2 * Math.PI * 220 * i) / RATE) : noise(),
  );
  return { left, right: left.map((v) => v * 0.5 + noise()) };
}

const interleaved = (left: Float32Array, right: Float32Array) =>
  Float32Array.from({ length: left.length * 2 }, (_, i) => (i % 2 === 0 ? left : right)[i >> 1]!);

describe('a recording without a measure', () => {
  const care = { ...VOICE_AS_RECORDED, noise: true };
  const known = { noiseDeciDb: [], popsDeciDb: [0, 0] } as const;
  it.each([
    ['is heard with its noise, and that is said', null, 60, care, true],
    ['but not where nothing is to be taken down', null, 60, VOICE_AS_RECORDED, false],
    ['nor where it is too short to be measured at all', null, 4, care, false],
    ['nor where it is known', known, 60, care, false],
  ] as const)('%s', (_, measure, seconds, wanted, said) => {
    expect(isHeardWithNoise(measure, fromSeconds(seconds), wanted)).toBe(said);
  });
});

describe('the measure of a voice', () => {
  const { left, right } = hissing(6);
  const gauge = new VoiceGauge();
  for (let at = 0; at + FRAME <= left.length; at += FRAME) gauge.hear(left, right, at);
  it('is what the file is filtered by, to a twentieth of a decibel', () => {
    const meter = measureVoice(2, left.length);
    meter.push(interleaved(left, right));
    const { noiseDeciDb, popsDeciDb } = meter.end()!;
    const noise = gauge.noise()!;
    expect(noiseDeciDb.length).toBe(noise.length);
    noiseDeciDb.forEach((deci, k) => expect(Math.abs(deci / 10 - 10 * Math.log10(noise[k]!))).toBeLessThan(0.051));
    expect(popsDeciDb[0] / 10).toBeCloseTo(10 * Math.log10(gauge.popsFrom()!), 0);
  });
  it('has the pops of a low voice as they are when its rumble is out', () => {
    // A voice of 88 Hz, just above the corner: its power runs over into bands that are let through.
    const low = left.map((v, i) => v + 0.2 * Math.sin((2 * Math.PI * 88 * i) / RATE));
    const [filter, filtered] = [rumbleFilter(), new VoiceGauge()];
    const still = low.map((v) => filter(v));
    const half = still.map((v) => v * Math.SQRT1_2);
    for (let at = 0; at + FRAME <= low.length; at += FRAME) filtered.hear(half, half, at);
    const meter = measureVoice(1, low.length);
    meter.push(low);
    const { popsDeciDb } = meter.end()!;
    expect(Math.abs(popsDeciDb[1] / 10 - 10 * Math.log10(filtered.popsFrom()!))).toBeLessThan(0.3);
    expect(popsDeciDb[0]).toBeGreaterThan(popsDeciDb[1] + 5);
  });
  it('is the same in pieces of any length', () => {
    const all = interleaved(left, right);
    const inPieces = (samples: number) => {
      const meter = measureVoice(2, left.length);
      for (let at = 0; at < all.length; at += samples * 2) meter.push(all.subarray(at, at + samples * 2));
      return meter.end();
    };
    const whole = inPieces(left.length);
    expect(whole).not.toBeNull();
    for (const samples of [617, 1_024, 5_000]) expect(inPieces(samples)).toEqual(whole);
  });
  it('of one channel is that of two alike with its power, and of next to nothing there is none', () => {
    const [one, two] = [measureVoice(1, null), measureVoice(2, null)];
    const long = hissing(60).left;
    one.push(long);
    const half = long.map((v) => v * Math.SQRT1_2);
    two.push(interleaved(half, half));
    expect(one.end()).toEqual(two.end());
    const short = measureVoice(1, null);
    short.push(long.subarray(0, RATE));
    expect(short.end()).toBeNull();
  });
});

describe('whether anything is done to a voice', () => {
  it.each(['rumble', 'level', 'noise', 'pops'] as const)('is told by %s alone', (one) => {
    expect(isCaredFor({ ...VOICE_AS_RECORDED, [one]: true })).toBe(true);
    expect(isCaredFor(VOICE_AS_RECORDED)).toBe(false);
  });
});

describe('what is taken down', () => {
  const measure = { noiseDeciDb: Array.from({ length: 513 }, () => -300), popsDeciDb: [-100, -120] as const };
  it('is nothing where nothing is asked for', () => {
    expect(takenDown(measure, VOICE_AS_RECORDED)).toEqual({ noise: null, popsFrom: null });
  });
  it('is what was measured; without its rumble where that is taken out before', () => {
    const care = { ...VOICE_AS_RECORDED, noise: true, pops: true };
    const plain = takenDown(measure, care);
    expect(plain.noise![100]).toBeCloseTo(1e-3, 9);
    expect(plain.popsFrom).toBeCloseTo(0.1, 9);
    const still = takenDown(measure, { ...care, rumble: true });
    expect(still.noise![0]).toBe(0);
    expect(still.noise![100]).toBeCloseTo(1e-3, 6);
    expect(still.popsFrom).toBeCloseTo(10 ** -1.2, 9);
  });
  it('has 6 dB less at the corner of the rumble, and 24 more each octave below', () => {
    // Two Butterworth filters of the second order: 3 dB each at the corner, 12 dB an octave each.
    const share = (hz: number) => 10 * Math.log10(rumbleShare((hz * 512) / 24_000));
    expect(share(RUMBLE_BELOW_HZ)).toBeCloseTo(-6.02, 2);
    expect(share(RUMBLE_BELOW_HZ / 8) - share(RUMBLE_BELOW_HZ / 4)).toBeCloseTo(-24, 0);
    expect(share(1_000)).toBeGreaterThan(-0.01);
  });
  it('and so has what was filtered, sample by sample', () => {
    const down = (hz: number) => {
      const filter = rumbleFilter();
      let [sum, out] = [0, 0];
      for (let i = 0; i < RATE; i++) {
        const x = Math.sin((2 * Math.PI * hz * i) / RATE);
        const y = filter(x);
        if (i < RATE / 2) continue;
        sum += x * x;
        out += y * y;
      }
      return 10 * Math.log10(out / sum);
    };
    for (const hz of [20, 40, 80, 120, 400])
      expect(down(hz)).toBeCloseTo(10 * Math.log10(rumbleShare((hz * 512) / 24_000)), 1);
  });
});
