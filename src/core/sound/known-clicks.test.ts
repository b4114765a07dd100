import { describe, expect, it } from 'vitest';
import { click, vowels } from '../../../tests/support/made-voice.ts';
import { seeded } from '../../../tests/support/synthetic-take.ts';
import { clicksIn, takeOutClicks } from './clicks.ts';
import { CLICKS_LAG, KnownClicks, type KnownClick, listenForClicks } from './known-clicks.ts';
import { HOP } from './voice-frames.ts';

const SECONDS = 4;
const clean = vowels(SECONDS, 110);
const random = seeded(5);
const places = Array.from({ length: 30 }, (_, i) => 3_000 + i * 6_000 + Math.floor(random() * 2_000));
const heard = Float32Array.from(clean);
places.forEach((at, i) => click(heard, at, 0.2 + 0.4 * random(), 1 + (i % 15) * 3));

function foundIn(sound: Float32Array, size: number): KnownClick[] {
  const listener = listenForClicks(1);
  // One channel is laid on two with half its power on each.
  const whole = sound.map((v) => v * Math.SQRT2);
  for (let at = 0; at < whole.length; at += size) listener.push(whole.subarray(at, at + size));
  return listener.end();
}

/** What comes out of the page's filter, as late as it is, where the place that it is told is so far off, ms. */
function played(sound: Float32Array, known: readonly KnownClick[], offMs: number): Float32Array {
  const clicks = new KnownClicks();
  clicks.know(known);
  const out = new Float32Array(sound.length);
  for (let at = 0; at + HOP <= sound.length; at += HOP) {
    if (at % (24 * HOP) === 0) clicks.place(at / 48 + offMs);
    const [left, right] = [sound.slice(at, at + HOP), sound.slice(at, at + HOP)];
    clicks.filter(left, right);
    if (right.some((v, i) => v !== left[i])) throw new Error('two channels that are one became two');
    out.set(left, at);
  }
  return out;
}

/** How sharp each sample is there: its third difference. */
const sharpnessIn = (sound: Float32Array, from: number, to: number) =>
  Array.from({ length: to - from }, (_, k) => {
    const [a, b, c, d] = [0, 1, 2, 3].map((back) => sound[from + k - back]!) as [number, number, number, number];
    return Math.abs(a - 3 * b + 3 * c - d);
  });

/** The samples that differ from those of a sound `CLICKS_LAG` before. */
const unlike = (out: Float32Array, sound: Float32Array) => {
  let count = 0;
  for (let i = CLICKS_LAG; i < out.length - HOP; i++) if (out[i] !== sound[i - CLICKS_LAG]) count++;
  return count;
};

describe('the clicks of a recording', () => {
  it('are found in pieces of any length, each once, to the millisecond', () => {
    const known = foundIn(heard, 4_800);
    expect(known.map(([ms]) => ms)).toEqual(clicksIn(heard, 0, heard.length).map(({ at }) => Math.round(at / 48)));
    expect(known).toHaveLength(places.length);
    for (const size of [617, 48_000, heard.length]) expect(foundIn(heard, size)).toEqual(known);
  });
  it('in one of two channels are found as well, in both of them once', () => {
    const listener = listenForClicks(2);
    listener.push(Float32Array.from({ length: heard.length * 2 }, (_, i) => (i % 2 === 0 ? heard : clean)[i >> 1]!));
    expect(listener.end()).toHaveLength(places.length);
    const both = listenForClicks(2);
    both.push(Float32Array.from({ length: heard.length * 2 }, (_, i) => heard[i >> 1]!));
    expect(both.end()).toHaveLength(places.length);
  });
});

describe('what is played of a recording whose clicks are known', () => {
  const known = foundIn(heard, 4_800);
  const file = Float32Array.from(heard);
  takeOutClicks(file, 0, file.length);
  it.each([0, -90, 90])('is what the file has, sample by sample, where its place is %i ms off', (offMs) => {
    expect(unlike(played(heard, known, offMs), file)).toBe(0);
  });
  it('is as it was recorded where none are known, or they are of another place', () => {
    expect(unlike(played(heard, [], 0), heard)).toBe(0);
    expect(unlike(played(clean, known, 0), clean)).toBe(0);
    const elsewhere = known.map(([ms, sharp]): KnownClick => [ms + 60_000, sharp]);
    expect(unlike(played(heard, elsewhere, 0), heard)).toBe(0);
  });
  it('is as it was recorded at another speed', () => {
    const clicks = new KnownClicks();
    clicks.know(known);
    clicks.place(0);
    clicks.place(null);
    const out = heard.slice();
    for (let at = 0; at + HOP <= out.length; at += HOP)
      clicks.filter(out.subarray(at, at + HOP), heard.slice(at, at + HOP));
    expect(unlike(out, heard)).toBe(0);
  });
  it('keeps the pulses of a voice that are as sharp as a click beside them', () => {
    // The click stands in a pause; what it is looked for in as well, 100 ms off, are a voice's pulses.
    const voiced = clean.slice();
    const at = 96_000;
    for (let i = at - 2_600; i < at + 2_600; i++) voiced[i] = 0;
    const pulse = Math.max(...sharpnessIn(clean, at - 9_000, at - 3_000));
    click(voiced, at, pulse / 6, 8);
    const one = foundIn(voiced, 4_800);
    expect(one).toHaveLength(1);
    const out = voiced.slice();
    takeOutClicks(out, 0, out.length);
    for (const offMs of [-100, 100]) expect(unlike(played(voiced, one, offMs), out)).toBe(0);
  });
  it('has them out where another decoder made it a little sharper', () => {
    const louder = heard.map((v) => v * 1.3);
    const out = louder.slice();
    expect(takeOutClicks(out, 0, out.length)).toBe(places.length);
    expect(unlike(played(louder, known, 0), out)).toBe(0);
  });
});
