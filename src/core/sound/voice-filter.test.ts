import { describe, expect, it } from 'vitest';
import { seeded } from '../../../tests/support/synthetic-take.ts';
import { VoiceFilter } from './voice-filter.ts';
import { FRAME, HOP } from './voice-frames.ts';
import { VoiceGauge } from './voice-gauge.ts';

const RATE = 48_000;

/** What a voice is to this: tones in turn with pauses, in 6 s, and where it speaks. */
function voice(seconds: number): { readonly sound: Float32Array; readonly speaks: (i: number) => boolean } {
  const speaks = (i: number) => (i / RATE) % 1.5 < 0.9;
  const sound = new Float32Array(seconds * RATE);
  for (let i = 0; i < sound.length; i++) {
    if (!speaks(i)) continue;
    const t = i / RATE;
    const pitch = 120 + 25 * Math.sin(2 * Math.PI * 0.7 * t);
    const swell = 0.5 - 0.5 * Math.cos(2 * Math.PI * 4 * t);
    for (let h = 1; h <= 12; h++) sound[i]! += (0.09 * swell * Math.sin(2 * Math.PI * pitch * h * t)) / h ** 0.6;
  }
  return { sound, speaks };
}

/** A fan: noise that is louder below, and the hum of the mains. */
function fan(samples: number, level: number): Float32Array {
  const random = seeded(7);
  let low = 0;
  return Float32Array.from({ length: samples }, (_, i) => {
    low += 0.08 * (random() * 2 - 1 - low);
    return level * (low * 3 + 0.25 * (random() * 2 - 1) + 0.2 * Math.sin((2 * Math.PI * 100 * i) / RATE));
  });
}

const powerOf = (x: Float32Array, where: (i: number) => boolean) => {
  let [sum, n] = [0, 0];
  for (let i = 0; i < x.length; i++)
    if (where(i)) {
      sum += x[i]! ** 2;
      n += 1;
    }
  return sum / Math.max(1, n);
};
const db = (ratio: number) => 10 * Math.log10(ratio);

function cleaned(noisy: Float32Array): Float32Array {
  const gauge = new VoiceGauge();
  for (let at = 0; at + FRAME <= noisy.length; at += HOP) gauge.hear(noisy, noisy, at);
  const length = Math.ceil(noisy.length / HOP) * HOP + HOP;
  const [left, right] = [new Float32Array(length), new Float32Array(length)];
  left.set(noisy);
  right.set(noisy);
  new VoiceFilter({ noise: gauge.noise()!, popsFrom: null }).filter(left, right);
  for (let i = 0; i < length; i += 997) expect(Math.abs(left[i]! - right[i]!)).toBeLessThan(1e-6);
  return left.slice(HOP, HOP + noisy.length);
}

/**
 * The segmental signal-to-noise ratio: the mean over frames of 16 ms in which there is speech, each held between -10
 * and 35 dB (Hu and Loizou, IEEE Trans. Audio, Speech and Language Processing 16, 2008).
 */
function segmentalSnr(clean: Float32Array, heard: Float32Array, speaks: (i: number) => boolean): number {
  const size = 768;
  const values: number[] = [];
  for (let at = 0; at + size <= clean.length; at += size) {
    if (!speaks(at) || !speaks(at + size)) continue;
    let [signal, off] = [0, 0];
    for (let i = at; i < at + size; i++) {
      signal += clean[i]! ** 2;
      off += (clean[i]! - heard[i]!) ** 2;
    }
    if (signal / size > 1e-6) values.push(Math.max(-10, Math.min(35, db(signal / Math.max(1e-12, off)))));
  }
  return values.reduce((a, b) => a + b, 0) / values.length;
}

describe('steady noise at 15 dB under a voice', () => {
  const { sound, speaks } = voice(9);
  const quiet = (i: number) => !speaks(i) && !speaks(i - 3_000) && !speaks(i + 3_000) && i > RATE;
  const raw = fan(sound.length, 1);
  const level = Math.sqrt(powerOf(sound, speaks) / powerOf(raw, () => true) / 10 ** 1.5);
  const noise = raw.map((x) => x * level);
  const noisy = sound.map((x, i) => x + noise[i]!);
  const out = cleaned(noisy);
  it('is 12 dB softer or more where nobody speaks', () => {
    expect(db(powerOf(noisy, speaks) / powerOf(noise, () => true))).toBeGreaterThan(14);
    expect(db(powerOf(noisy, quiet) / powerOf(out, quiet))).toBeGreaterThan(12);
  });
  it('goes, and the voice is nearer to what was said than before', () => {
    expect(segmentalSnr(sound, out, speaks)).toBeGreaterThan(segmentalSnr(sound, noisy, speaks) + 2);
    expect(Math.abs(db(powerOf(out, speaks) / powerOf(sound, speaks)))).toBeLessThan(0.7);
  });
  it('leaves no tinkling: what is left swells and falls no more than noise does', () => {
    const size = 2_400;
    const levels: number[] = [];
    for (let at = RATE; at + size < out.length; at += size)
      if (quiet(at) && quiet(at + size)) levels.push(db(powerOf(out.subarray(at, at + size), () => true)));
    const mean = levels.reduce((a, b) => a + b, 0) / levels.length;
    expect(levels.length).toBeGreaterThan(10);
    expect(Math.max(...levels.map((l) => Math.abs(l - mean)))).toBeLessThan(4);
  });
});

describe('the filter', () => {
  it('changes nothing of a sound without noise, each sample in its place', () => {
    const { sound } = voice(3);
    const out = cleaned(sound.map((x, i) => x + 1e-7 * Math.sin(i)));
    for (let i = HOP; i < sound.length - HOP; i++) expect(Math.abs(out[i]! - sound[i]!)).toBeLessThan(2e-3);
  });
  it('brings what is only noise down to its floor and no further, and each channel stays itself', () => {
    const noise = fan(4 * RATE, 0.1);
    const gauge = new VoiceGauge();
    for (let at = 0; at + FRAME <= noise.length; at += HOP) gauge.hear(noise, noise, at);
    const [left, right] = [Float32Array.from(noise), new Float32Array(noise.length)];
    const block = Math.floor(noise.length / HOP) * HOP;
    new VoiceFilter({ noise: gauge.noise()!, popsFrom: null }).filter(
      left.subarray(0, block),
      right.subarray(0, block),
    );
    const down = db(powerOf(noise, (i) => i > RATE) / powerOf(left, (i) => i > RATE && i < block));
    expect(down).toBeGreaterThan(12);
    expect(down).toBeLessThan(16.5);
    expect(powerOf(right, () => true)).toBeLessThan(1e-12);
  });
  it('hears nothing in silence, and says no to blocks that are no whole hops', () => {
    const gauge = new VoiceGauge();
    const nothing = new Float32Array(FRAME * 100);
    for (let at = 0; at + FRAME <= nothing.length; at += HOP) gauge.hear(nothing, nothing, at);
    expect(gauge.noise()).toBeNull();
    // What a filter leaves behind after a recording that stops is as little a room.
    for (let i = 0; i < nothing.length; i++) nothing[i] = 1e-10 * (i % 7);
    for (let at = 0; at + FRAME <= nothing.length; at += HOP) gauge.hear(nothing, nothing, at);
    expect(gauge.noise()).toBeNull();
    const filter = new VoiceFilter({ noise: new Float64Array(FRAME / 2 + 1), popsFrom: null });
    expect(() => filter.filter(new Float32Array(HOP + 1), new Float32Array(HOP + 1))).toThrow(/whole hops/);
  });
});

describe('two channels that are one', () => {
  const { sound } = voice(4);
  const noisy = fan(sound.length, 0.1).map((v, i) => v + sound[i]!);
  const gauge = new VoiceGauge();
  for (let at = 0; at + FRAME <= noisy.length; at += HOP) gauge.hear(noisy, noisy, at);
  const taken = { noise: gauge.noise(), popsFrom: gauge.popsFrom() };
  /** Filtered in blocks of so many hops; where `turned` says so the other channel is turned round. */
  const filtered = (hops: number, turned: (i: number) => boolean = () => false) => {
    const filter = new VoiceFilter(taken);
    const [left, right] = [noisy.slice(0, HOP * 300), noisy.slice(0, HOP * 300)];
    for (let i = 0; i < right.length; i++) if (turned(i)) right[i] = -right[i]!;
    for (let at = 0; at < left.length; at += hops * HOP)
      filter.filter(left.subarray(at, at + hops * HOP), right.subarray(at, at + hops * HOP));
    return [left, right] as const;
  };
  const furthest = (a: Float32Array, b: Float32Array) =>
    a.reduce((most, value, i) => Math.max(most, Math.abs(value - b[i]!)), 0);
  it('come out the same whether frames are worked in pairs or one by one', () => {
    const [oneByOne] = filtered(1);
    for (const hops of [2, 5, 96]) {
      const [left, right] = filtered(hops);
      expect(furthest(left, oneByOne), `${hops} hops`).toBeLessThan(1e-6);
      expect(furthest(left, right)).toBe(0);
    }
  });
  it('and where they part and join again, each is what it is by itself', () => {
    const apart = (i: number) => i > HOP * 90 && i < HOP * 160;
    const [left, right] = filtered(10, apart);
    const [alone, beside] = filtered(1, apart);
    expect(furthest(left, alone)).toBeLessThan(1e-6);
    expect(furthest(right, beside)).toBeLessThan(1e-6);
    expect(furthest(left, right)).toBeGreaterThan(0.01);
  });
});

describe('breath pops', () => {
  const { sound, speaks } = voice(9);
  /** A puff of breath: a thump of 80 ms about 60 Hz, four times as loud as the voice. */
  const puffs = [0.3, 1.9, 3.4, 5, 6.2, 7.9].map((t) => Math.round(t * RATE));
  const popped = Float32Array.from(sound);
  const size = 0.08 * RATE;
  for (const at of puffs)
    for (let k = 0; k < size; k++)
      popped[at + k]! += 0.8 * Math.sin(Math.PI * (k / size)) ** 2 * Math.sin((2 * Math.PI * 60 * k) / RATE);
  const inPuff = (i: number) => puffs.some((at) => i >= at && i < at + size);
  const filtered = (of: Float32Array): Float32Array => {
    const gauge = new VoiceGauge();
    for (let at = 0; at + FRAME <= of.length; at += HOP) gauge.hear(of, of, at);
    const out = new Float32Array(Math.ceil(of.length / HOP) * HOP + HOP);
    out.set(of);
    new VoiceFilter({ noise: null, popsFrom: gauge.popsFrom() }).filter(out, Float32Array.from(out));
    return out.slice(HOP, HOP + of.length);
  };
  const low = (of: Float32Array, where: (i: number) => boolean) => {
    // A plain low pass of one pole at 120 Hz, twice.
    const a = 1 - Math.exp((-2 * Math.PI * 120) / RATE);
    let [x, y] = [0, 0];
    return powerOf(
      of.map((v) => (y += a * ((x += a * (v - x)) - y))),
      where,
    );
  };
  it('are brought down by 8 dB and more to what the voice reaches by itself', () => {
    const out = filtered(popped);
    const [before, after] = [db(low(popped, inPuff)), db(low(out, inPuff))];
    expect(before - after).toBeGreaterThan(8);
    expect(after - db(low(sound, speaks))).toBeLessThan(12);
  });
  it('leave the voice where nothing pops, and one that is raised as a whole, as they were', () => {
    const out = filtered(popped);
    const far = (i: number) => speaks(i) && puffs.every((at) => i < at - FRAME * 2 || i > at + size + FRAME * 2);
    expect(segmentalSnr(popped, out, far)).toBeGreaterThan(30);
    const raised = sound.map((v, i) => (i > 6 * RATE && i < 6.9 * RATE ? v * 4 : v));
    expect(segmentalSnr(raised, filtered(raised), speaks)).toBeGreaterThan(30);
  });
  it('are not looked for where too little is heard', () => {
    const gauge = new VoiceGauge();
    gauge.hear(sound, sound, 0);
    expect(gauge.popsFrom()).toBeNull();
  });
});
