import { describe, expect, it } from 'vitest';
import { play, recipes } from '../../../tests/support/pieces.ts';
import { beatScore, heardIn } from '../../../tests/support/beat-score.ts';
import { seeded } from '../../../tests/support/synthetic-take.ts';
import { meanMilliBpm } from '../music/tempo-map.ts';
import { hearMusic, listen } from './listen.ts';

const RATE = 48_000;

describe('the range of the beat', () => {
  const clicks = (bpm: number) => {
    const sound = new Float32Array(44_100 * 30);
    const step = (44_100 * 60) / bpm;
    for (let k = 0; k * step < sound.length - 900; k++)
      for (let i = 0; i < 800; i++)
        sound[Math.floor(k * step) + i] = 0.8 * Math.exp(-i / 120) * Math.sin((i * 2 * Math.PI * 1_500) / 44_100);
    return sound;
  };
  // 56 to 216 beats a minute: nobody leads a class slower or faster (common practice). What is struck more often is
  // told at a level inside of it.
  it.each([300, 120, 30])('%d strokes a minute are led at a level inside of it', (struck) => {
    const { map } = hearMusic(heardIn(clicks(struck)).onsets) ?? { map: null };
    const led = map === null ? NaN : meanMilliBpm(map) / 1000;
    expect(led).toBeGreaterThanOrEqual(56);
    expect(led).toBeLessThanOrEqual(216);
    const level = Math.max(led / struck, struck / led);
    expect(Math.abs(level - Math.round(level))).toBeLessThan(0.02);
  });
});

describe('beats', () => {
  const wanted = [
    'rock 96',
    'drum and bass 174',
    'half-time 140',
    'shuffle 104',
    'off-beat bass 126',
    'house rising 100 to 150',
    'march 122 after a pick-up',
  ];
  // ±70 ms: Dixon 2007; Davies, Degara and Plumbley 2009. The whole set runs in the bench.
  it.each(
    recipes(null)
      .filter((r) => wanted.includes(r.name))
      .map((r) => [r.name, r] as const),
  )('of a made piece (%s) are found, at the level people move to, and the downbeats too', (_, recipe) => {
    const piece = play({ ...recipe, seconds: 30 }, 3);
    const music = hearMusic(heardIn(piece.samples).onsets);
    const beats = beatScore(music?.beatsUs.map((b) => b / 1e6) ?? [], piece.beats);
    expect(beats.f).toBeGreaterThanOrEqual(0.98);
    expect(beats.medianMs).toBeLessThanOrEqual(8);
    expect(beatScore(music?.downbeatsUs.map((b) => b / 1e6) ?? [], piece.downbeats).f).toBeGreaterThanOrEqual(0.95);
    // Music begins with a phrase (common practice), after its pick-up.
    expect(music!.beatsUs[music!.map.phrase]! / 1e6).toBeCloseTo(piece.downbeats[0]!, 1);
  });
  it.each([
    ['drum and bass 174', 'half'],
    ['house 124', null],
    ['rock 118', null],
  ] as const)('of %s are felt at another level too: %s', (name, felt) => {
    const recipe = recipes(null).find((r) => r.name === name)!;
    expect(hearMusic(heardIn(play({ ...recipe, seconds: 30 }, 3).samples).onsets)?.feltToo).toBe(felt);
  });
  it('of five in a bar, which nothing was learned from, have their bars', () => {
    const piece = play({ name: 'five 112', style: 'fives', bpm: () => 112, seconds: 40 }, 4);
    const music = hearMusic(heardIn(piece.samples).onsets);
    expect(music?.map.metre).toBe(5);
    expect(beatScore(music?.downbeatsUs.map((b) => b / 1e6) ?? [], piece.downbeats).f).toBeGreaterThanOrEqual(0.95);
  });
  it.each([
    [96, 11],
    [112, 6],
  ])('of bowed strings at %d, whose tones have no attack, are found where the tones begin', (bpm, seed) => {
    const piece = play({ name: `strings ${bpm}`, style: 'strings', bpm: () => bpm, seconds: 50, jitter: 0.01 }, seed);
    const music = hearMusic(heardIn(piece.samples).onsets);
    expect(beatScore(music?.beatsUs.map((b) => b / 1e6) ?? [], piece.beats).f).toBeGreaterThanOrEqual(0.95);
    expect(beatScore(music?.downbeatsUs.map((b) => b / 1e6) ?? [], piece.downbeats).f).toBeGreaterThanOrEqual(0.95);
  });
  it('are none in silence and in noise’s first seconds nothing breaks', () => {
    expect(hearMusic(heardIn(new Float32Array(44_100 * 20)).onsets)).toBeNull();
    expect(hearMusic(heardIn(new Float32Array(100)).onsets)).toBeNull();
  });
  it('follow a tapped tempo to another level', () => {
    const piece = play({ ...recipes(null)[1]!, seconds: 30 }, 3);
    const { map } = hearMusic(heardIn(piece.samples).onsets, 62) ?? { map: null };
    expect(
      map === null ? 0 : 60e6 / (((map.anchors.at(-1)?.at ?? 0) - (map.anchors[0]?.at ?? 0)) / (map.beats - 1)),
    ).toBeCloseTo(62, 0);
  });
});

describe('no beat', () => {
  it.each([3, 20])('is found in a steady tone of %d s, nor in talk or noise', (seconds) => {
    const heard = (hz: number) => {
      const listener = listen(1);
      listener.push(
        Float32Array.from({ length: seconds * RATE }, (_, i) => 0.12 * Math.sin((2 * Math.PI * hz * i) / RATE)),
      );
      return hearMusic(listener.end().onsets);
    };
    expect(heard(440)).toBeNull();
    expect(heard(100)).toBeNull();
    const random = seeded(8);
    expect(hearMusic(heardIn(Float32Array.from({ length: 20 * 44_100 }, () => random() - 0.5)).onsets)).toBeNull();
  });
});
