import { describe, expect, it } from 'vitest';
import { click, vowels } from '../../../tests/support/made-voice.ts';
import { seeded } from '../../../tests/support/synthetic-take.ts';
import { takeOutClicks } from './clicks.ts';

const RATE = 48_000;

/** How far the signal lies above what is wrong with it, dB, over the places that are asked for. */
function snrDb(clean: Float32Array, heard: Float32Array, at: readonly number[]): number {
  let [signal, wrong] = [0, 0];
  for (const place of at)
    for (let i = place - 20; i < place + 80; i++) {
      signal += clean[i]! ** 2;
      wrong += (clean[i]! - heard[i]!) ** 2;
    }
  return 10 * Math.log10(signal / Math.max(1e-15, wrong));
}

describe('clicks in a voice', () => {
  const clean = vowels(4, 110);
  const random = seeded(5);
  const places = Array.from({ length: 30 }, (_, i) => 3_000 + i * 6_000 + Math.floor(random() * 2_000));
  const heard = Float32Array.from(clean);
  places.forEach((at, i) => click(heard, at, 0.2 + 0.4 * random(), 1 + (i % 15) * 3));
  it('are all found and drawn in again: 10 dB nearer to what lay under them', () => {
    const out = Float32Array.from(heard);
    expect(takeOutClicks(out, 0, out.length)).toBe(places.length);
    expect(snrDb(clean, out, places)).toBeGreaterThan(snrDb(clean, heard, places) + 10);
  });
  it('are found in blocks as in one piece, each once', () => {
    const [whole, blocks] = [Float32Array.from(heard), Float32Array.from(heard)];
    takeOutClicks(whole, 0, whole.length);
    let count = 0;
    for (let at = 0; at < blocks.length; at += 9_600) count += takeOutClicks(blocks, at, at + 9_600);
    expect(count).toBe(places.length);
    expect(blocks.every((v, i) => v === whole[i])).toBe(true);
  });
  it('are found where two follow each other, 28 ms apart', () => {
    const out = Float32Array.from(clean);
    for (const at of [50_000, 51_344]) click(out, at, 0.5, 6);
    expect(takeOutClicks(out, 0, out.length)).toBe(2);
  });
  it('leave each sample elsewhere as it was', () => {
    const out = Float32Array.from(heard);
    takeOutClicks(out, 0, out.length);
    let changed = 0;
    out.forEach((v, i) => {
      if (v !== heard[i] && places.every((at) => i < at - 8 || i > at + 80)) changed++;
    });
    expect(changed).toBe(0);
  });
});

describe('what is no click', () => {
  it('a voice, low or high', () => {
    for (const pitch of [60, 85, 110, 220, 320]) {
      const sound = vowels(2, pitch);
      expect(takeOutClicks(sound, 0, sound.length), `${pitch} Hz`).toBe(0);
    }
  });
  it('a hiss, and how it sets in', () => {
    const random = seeded(9);
    const sound = Float32Array.from({ length: RATE }, (_, i) =>
      i % 12_000 < 6_000 ? 0.2 * (random() + random() - random() - random()) : 0,
    );
    expect(takeOutClicks(sound, 0, sound.length)).toBe(0);
  });
  it('a broomstick set down and hands that clap: they ring on', () => {
    const random = seeded(2);
    const sound = new Float32Array(2 * RATE);
    for (const at of [9_000, 40_000, 70_000])
      for (let k = 0; k < 4_000; k++) sound[at + k]! += 0.6 * (random() * 2 - 1) * Math.exp(-k / 700);
    expect(takeOutClicks(sound, 0, sound.length)).toBe(0);
  });
  it('silence, and a sound too short to tell', () => {
    expect(takeOutClicks(new Float32Array(RATE), 0, RATE)).toBe(0);
    expect(takeOutClicks(new Float32Array(0), 0, 0)).toBe(0);
  });
  it('a click at the very end is drawn in from what was before', () => {
    const sound = vowels(1, 120);
    const clean = Float32Array.from(sound);
    click(sound, sound.length - 10, 0.5, 4);
    expect(takeOutClicks(sound, 0, sound.length)).toBe(1);
    for (let i = sound.length - 12; i < sound.length; i++) expect(Math.abs(sound[i]! - clean[i]!)).toBeLessThan(0.1);
  });
});
