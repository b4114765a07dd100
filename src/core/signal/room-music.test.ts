import { describe, expect, it } from 'vitest';
import { PIECE_RATE_HZ } from '../../../tests/support/instruments.ts';
import { beatScore } from '../../../tests/support/beat-score.ts';
import { play, recipes } from '../../../tests/support/pieces.ts';
import { seeded } from '../../../tests/support/synthetic-take.ts';
import { allBeats, beatTime, meanMilliBpm } from '../music/tempo-map.ts';
import { decimator, lookAhead } from './decimate.ts';
import { ONSET_RATE_HZ, listenForOnsets } from './onsets.ts';
import { roomMusic } from './room-music.ts';

const SECONDS = 40;

/** Bursts as irregular as syllables, in sentences with pauses. */
function talk(seconds: number, seed: number): Float32Array {
  const random = seeded(seed);
  const out = new Float32Array(seconds * ONSET_RATE_HZ);
  for (let at = 0.5; at < seconds - 1; at += random() < 0.12 ? 0.8 + random() : 0.11 + random() * 0.16) {
    const [hz, length] = [110 + 60 * random(), 0.08 + random() * 0.1];
    const from = Math.round(at * ONSET_RATE_HZ);
    for (let i = 0; i < length * ONSET_RATE_HZ && from + i < out.length; i++) {
      const t = i / ONSET_RATE_HZ;
      const voiced = [1, 2, 3, 5, 8, 12, 20].reduce((sum, h) => sum + Math.sin(2 * Math.PI * hz * h * t) / h, 0);
      out[from + i] = 0.3 * voiced * Math.sin((Math.PI * t) / length) + 0.02 * (random() - 0.5);
    }
  }
  return out;
}

/** A made piece at the rate of onsets, from its beginning. */
function piece(name: string): { readonly samples: Float32Array; readonly beats: readonly number[] } {
  const recipe = recipes(null).find((r) => r.name === name)!;
  const { samples, beats } = play({ ...recipe, seconds: SECONDS }, 3);
  const step = PIECE_RATE_HZ / ONSET_RATE_HZ;
  const at = (i: number) => {
    const low = Math.floor(i * step);
    return (samples[low] ?? 0) * (1 - (i * step - low)) + (samples[low + 1] ?? 0) * (i * step - low);
  };
  return { samples: Float32Array.from({ length: SECONDS * ONSET_RATE_HZ }, (_, i) => at(i)), beats };
}

function heard(sound: Float32Array) {
  const onsets = listenForOnsets();
  onsets.push(sound);
  return roomMusic(onsets.end());
}

describe('music in the room', () => {
  it('is found under talk, piece by piece, and not in the talk before and after', () => {
    const sound = talk(180, 5);
    const [first, second] = [piece('house 124'), piece('rock 96')];
    for (const [from, { samples }] of [
      [30, first],
      [90, second],
    ] as const)
      for (let i = 0; i < samples.length; i++)
        sound[from * ONSET_RATE_HZ + i] = sound[from * ONSET_RATE_HZ + i]! + 0.5 * samples[i]!;
    const music = heard(sound);
    expect(music.map((m) => Math.round(meanMilliBpm(m.map) / 1000))).toEqual([124, 96]);
    for (const [m, from, { beats }] of [
      [music[0]!, 30, first],
      [music[1]!, 90, second],
    ] as const) {
      // Talk hides the edges: rather too little is told than talk for music.
      const [early, late] = [m.start / 1e6 - from, from + SECONDS - m.end / 1e6];
      expect(Math.min(early, late)).toBeGreaterThan(-2);
      expect(Math.max(early, late)).toBeLessThan(7);
      const within = (b: number) => b >= m.start / 1e6 - 0.1 && b <= m.end / 1e6 + 0.1;
      const own = beats.map((b) => b + from).filter(within);
      const all = Array.from({ length: 200 }, (_, i) => beatTime(m.map, i - 60) / 1e6);
      const found = beatScore(all.filter(within), own);
      expect(found.f).toBeGreaterThan(0.95);
      expect(found.medianMs).toBeLessThan(15);
    }
  });
  it('is none in talk alone, in silence, in noise, or in less of it than tells a phrase', () => {
    expect(heard(talk(120, 9))).toEqual([]);
    expect(heard(new Float32Array(30 * ONSET_RATE_HZ))).toEqual([]);
    expect(heard(new Float32Array(0))).toEqual([]);
    const random = seeded(4);
    expect(heard(Float32Array.from({ length: 60 * ONSET_RATE_HZ }, () => random() - 0.5))).toEqual([]);
    const jingle = new Float32Array(60 * ONSET_RATE_HZ);
    jingle.set(piece('house 124').samples.subarray(0, 6 * ONSET_RATE_HZ), 20 * ONSET_RATE_HZ);
    expect(heard(jingle)).toEqual([]);
  });
  it('ends with the music where the off-beat is as strong as the beat', () => {
    const sound = new Float32Array(100 * ONSET_RATE_HZ);
    for (let click = 0; click < 240; click++)
      for (let i = 0; i < 300; i++)
        sound[Math.round((20 + click / 4) * ONSET_RATE_HZ) + i] = 0.6 * Math.exp(-i / 60) * (i % 2 === 0 ? 1 : -1);
    for (const { start, end } of heard(sound)) {
      expect(start).toBeGreaterThan(17e6);
      expect(end).toBeLessThan(83e6);
    }
  });
  it('goes on as another piece where the beat begins anew', () => {
    const { samples } = piece('house 124');
    const sound = new Float32Array(2 * samples.length);
    sound.set(samples);
    // A quarter of a beat too early.
    sound.set(samples.subarray(Math.round(0.12 * ONSET_RATE_HZ)), samples.length);
    const all = heard(sound).flatMap((m) => allBeats(m.map).map((b) => b / 1e6));
    const late = all.filter((b) => b > 50 && b < 75);
    const wanted = piece('house 124').beats.map((b) => b + SECONDS - 0.12);
    expect(
      beatScore(
        late,
        wanted.filter((b) => b > 50 && b < 75),
      ).f,
    ).toBeGreaterThan(0.97);
  });
});

describe('sound at a lower rate', () => {
  const tone = (hz: number, rate: number, count: number) =>
    Float32Array.from({ length: count }, (_, i) => Math.sin((2 * Math.PI * hz * i) / rate));
  const lowered = (by: number, sound: Float32Array, piece: number) => {
    const lower = decimator(by);
    const out: number[] = [];
    for (let at = 0; at < sound.length; at += piece) out.push(...lower(sound.subarray(at, at + piece)));
    out.push(...lower(new Float32Array(lookAhead(by))));
    return out;
  };
  it.each([2, 3])('one of %d keeps what is low at its time and level, and lets nothing fold', (by) => {
    const rate = 48_000 / by;
    const low = lowered(by, tone(1_000, 48_000, 9_600), 9_600);
    expect(low).toHaveLength(9_600 / by);
    const wanted = tone(1_000, rate, 9_600 / by);
    for (let i = 50; i < low.length - 50; i++) expect(low[i]).toBeCloseTo(wanted[i]!, 2);
    const high = lowered(by, tone(rate * 0.75, 48_000, 9_600), 9_600).slice(50, -50);
    expect(Math.max(...high.map(Math.abs))).toBeLessThan(0.01);
  });
  it.each([2, 3])('one of %d is the same however it comes in', (by) => {
    const sound = tone(700, 48_000, 5_000);
    expect(lowered(by, sound, 7)).toEqual(lowered(by, sound, 5_000));
  });
});
