import { describe, expect, it } from 'vitest';
import { seeded } from '../../../tests/support/synthetic-take.ts';
import { loudnessMeter, loudnessWeight, momentaryOf } from '../signal/loudness.ts';
import { type Care, CARES, careLoudness } from './care-loudness.ts';
import { speechLoudness } from './levelling.ts';
import { EVERY_US } from './recorded-along.ts';
import { rumbleFilter } from './rumble.ts';
import { VoiceFilter } from './voice-filter.ts';
import { HOP } from './voice-frames.ts';
import { measureVoice, takenDown } from './voice-measure.ts';

const RATE = 48_000;

/** Words of a third of a second over hiss, a thump before every third, and the hum of the mains. */
function spoken(seconds: number): Float32Array {
  const random = seeded(11);
  const word = RATE * 0.35;
  return Float32Array.from({ length: seconds * RATE }, (_, i) => {
    const [n, at] = [Math.floor(i / RATE), i % RATE];
    const loud = at > 6_000 && at < 6_000 + word ? 0.06 + 0.05 * (n % 4) : 0;
    const tone = [1, 2, 3, 5, 8].reduce((sum, k) => sum + Math.sin((2 * Math.PI * 180 * k * i) / RATE) / k, 0);
    const thump = n % 3 === 0 && at < 3_000 ? 0.9 * Math.exp(-at / 900) * Math.sin((2 * Math.PI * 95 * at) / RATE) : 0;
    const hiss = 0.006 * (random() + random() - random() - random());
    return loud * tone + thump + hiss + 0.05 * Math.sin((2 * Math.PI * 50 * i) / RATE);
  });
}

const interleaved = (left: Float32Array, right: Float32Array) =>
  Float32Array.from({ length: left.length * 2 }, (_, i) => (i % 2 === 0 ? left : right)[i >> 1]!);

const loudnessOf = (energies: ArrayLike<number>) => ({ everyUs: EVERY_US, values: momentaryOf(energies) });

describe('how loud a voice is once it was cared for', () => {
  const sound = spoken(20);
  const measure = (() => {
    const meter = measureVoice(1, sound.length);
    meter.push(sound);
    return meter.end()!;
  })();
  const still = (() => {
    const filter = rumbleFilter();
    return sound.map((v) => filter(v));
  })();
  const told = careLoudness(1, measure);
  told.push(still);
  const energies = told.end();

  /** The same worked out: filtered, transformed back and metered. */
  const worked = (care: Care): Float32Array => {
    const half = still.map((v) => v * Math.SQRT1_2);
    const taken = takenDown(measure, {
      rumble: true,
      level: false,
      noise: care === 'noise' || care === 'both',
      pops: care === 'pops' || care === 'both',
    });
    const hops = Math.floor(half.length / HOP) * HOP;
    const [left, right] = [half.slice(0, hops), half.slice(0, hops)];
    new VoiceFilter(taken).filter(left, right);
    const meter = loudnessMeter(2);
    // What comes out is a hop late.
    meter.push(interleaved(left.subarray(HOP), right.subarray(HOP)));
    return meter.end().energies;
  };

  it.each(CARES)('is what a meter says of the filtered sound: %s taken out', (care) => {
    const [meant, got] = [worked(care), energies[care]].map(loudnessOf);
    const said = speechLoudness(meant!)!;
    expect(Math.abs(speechLoudness(got!)! - said)).toBeLessThan(0.1);
    // What is soft beside a thump gets a little of it: frames are 21 ms long.
    const off = meant!.values.map((lufs, i) =>
      lufs > said - 10 && i >= 4 ? Math.abs((got!.values[i] ?? lufs) - lufs) : 0,
    );
    expect(Math.max(...off)).toBeLessThan(0.5);
  });
  it('falls by what is taken out, and never rises', () => {
    const [neither, noise, pops, both] = CARES.map((care) => energies[care].reduce((a, b) => a + b, 0));
    expect(pops!).toBeLessThan(neither! * 0.99);
    expect(noise!).toBeLessThan(neither!);
    expect(both!).toBeLessThan(Math.min(noise!, pops!) + 1e-9);
  });
  it('is the same in pieces of any length, and of two channels with half the power each', () => {
    for (const size of [617, 4_800]) {
      const pieces = careLoudness(1, measure);
      for (let at = 0; at < still.length; at += size) pieces.push(still.subarray(at, at + size));
      expect(pieces.end()).toEqual(energies);
    }
    const two = careLoudness(2, measure);
    const half = still.map((v) => v * Math.SQRT1_2);
    two.push(interleaved(half, half));
    two.end().both.forEach((e, i) => expect(e).toBeCloseTo(energies.both[i]!, 8));
  });
});

describe('what a frequency counts in loudness', () => {
  it('is what the meter makes of a tone of it', () => {
    for (const hz of [60, 100, 400, 1_000, 3_000, 9_000]) {
      const meter = loudnessMeter(1);
      meter.push(Float32Array.from({ length: 2 * RATE }, (_, i) => 0.5 * Math.sin((2 * Math.PI * hz * i) / RATE)));
      expect(10 * Math.log10(meter.end().energies[10]! / 0.125)).toBeCloseTo(10 * Math.log10(loudnessWeight(hz)), 1);
    }
  });
  it('is 0.691 dB at 997 Hz: a full tone there reads −3.01 LUFS (BS.1770-4)', () => {
    expect(10 * Math.log10(loudnessWeight(997))).toBeCloseTo(0.691, 2);
  });
});
