import { describe, expect, it } from 'vitest';
import { listenToTake } from './activity.ts';
import { ACTIVITY_RATE_HZ } from './take-sound.ts';

const RATE = ACTIVITY_RATE_HZ;
let seed = 1;
const noise = () => (seed = (seed * 1_103_515_245 + 12_345) & 0x7fffffff) / 0x3fffffff - 1;

/** So many seconds of quiet hiss, with what is added at its place. */
function sound(
  seconds: number,
  ...parts: { at: number; length: number; of: (t: number, i: number) => number }[]
): Float32Array {
  seed = 1;
  const out = Float32Array.from({ length: seconds * RATE }, () => noise() * 0.001);
  for (const { at, length, of } of parts)
    for (let i = 0; i < length * RATE; i++)
      out[Math.round(at * RATE) + i] = (out[Math.round(at * RATE) + i] ?? 0) + of(i / RATE, i);
  return out;
}
/** Something like a voice: a pitch that glides, with overtones, four syllables a second. */
const voice = (t: number) => {
  const pitch = 140 + 25 * Math.sin(t * 2.3);
  let v = 0;
  for (let h = 1; h <= 20; h++) v += Math.sin(2 * Math.PI * pitch * h * t + h) / (1 + Math.abs(h - 5) * 0.5);
  return v * 0.05 * (0.55 + 0.45 * Math.sin(2 * Math.PI * 4 * t));
};
const beep = (hz: number) => (t: number) => 0.2 * Math.sin(2 * Math.PI * hz * t);
const drum = (t: number) => 0.3 * Math.sin(2 * Math.PI * 70 * t) * Math.exp(-t * 30);
const clap = (t: number) => 0.8 * noise() * Math.exp(-t * 60);

function heard(samples: Float32Array, piece = 1_000) {
  const listener = listenToTake();
  for (let i = 0; i < samples.length; i += piece) listener.push(samples.subarray(i, i + piece));
  return listener.end();
}

describe('a take', () => {
  it('is heard the same in pieces of any size', () => {
    const samples = sound(8, { at: 2, length: 1.5, of: voice });
    expect(heard(samples, 777)).toEqual(heard(samples, 50_000));
  });
  it('has a voice where somebody speaks, and none in hiss or under drums', () => {
    const drums = Array.from({ length: 56 }, (_, i) => ({ at: i * 0.5, length: 0.2, of: drum }));
    const found = heard(
      sound(
        30,
        { at: 5, length: 2, of: voice },
        { at: 15, length: 1, of: voice },
        { at: 16.6, length: 2.4, of: voice },
        ...drums,
      ),
    );
    expect(found.voice.length).toBe(3);
    for (const [i, [start, end]] of [
      [5, 7],
      [15, 16],
      [16.6, 19],
    ].entries()) {
      expect(Math.abs((found.voice[i]?.start ?? 0) / 1e6 - (start ?? 0))).toBeLessThan(0.1);
      expect(Math.abs((found.voice[i]?.end ?? 0) / 1e6 - (end ?? 0))).toBeLessThan(0.2);
    }
    expect(found.voiceClarity).toBeGreaterThan(0.5);
    expect(heard(sound(20)).voice.length).toBe(0);
  });
  it('has beeps at their times and pitches, in speech and drums too, and takes no voice for one', () => {
    const found = heard(
      sound(
        30,
        { at: 3, length: 0.15, of: beep(1000) },
        { at: 10, length: 0.6, of: beep(2000) },
        { at: 12, length: 5, of: voice },
        { at: 20, length: 0.2, of: drum },
        { at: 20.3, length: 0.1, of: beep(880) },
      ),
    );
    expect(found.beeps.map((b) => [Math.round(b.start / 1e4) / 100, Math.round(b.hz / 40) * 40])).toEqual([
      [expect.closeTo(3, 1), 1000],
      [expect.closeTo(10, 1), 2000],
      [expect.closeTo(20.3, 1), 880],
    ]);
  });
  it('takes no vowel for a beep, though one of its partials stands alone: it glides, a machine does not', () => {
    const vowel = (t: number) => 0.2 * Math.sin(2 * Math.PI * (750 * t + 70 * t * t));
    const found = heard(sound(20, { at: 4, length: 0.12, of: vowel }, { at: 9, length: 0.12, of: beep(750) }));
    expect(found.beeps.map((b) => Math.round(b.start / 1e6))).toEqual([9]);
  });
  it('has claps that stand alone, and no beeps or claps where they never end', () => {
    expect(
      heard(sound(20, { at: 4, length: 0.2, of: clap }, { at: 12, length: 0.2, of: clap })).claps.map(
        (c) => Math.round(c / 1e5) / 10,
      ),
    ).toEqual([4, 12]);
    const many = Array.from({ length: 60 }, (_, i) => ({ at: 1 + i * 0.3, length: 0.1, of: beep(900) }));
    expect(heard(sound(20, ...many)).beeps).toEqual([]);
  });
  it('has a step where the music is turned up, once', () => {
    const hum = (gain: number) => (_: number, i: number) => gain * (Math.sin(i * 0.11) + Math.sin(i * 0.047) + noise());
    const { levels } = heard(sound(40, { at: 0, length: 20, of: hum(0.02) }, { at: 20, length: 20, of: hum(0.1) }));
    expect(levels.map((l) => [Math.round(l.at / 1e6), l.db > 10])).toEqual([[20, true]]);
  });
  it('that is empty or one sample long holds nothing', () => {
    expect(heard(new Float32Array(0))).toMatchObject({ voice: [], beeps: [], claps: [], levels: [] });
    expect(heard(new Float32Array(1))).toMatchObject({ voice: [], beeps: [] });
  });
});
