import { wordsOf } from '../findings/finding.ts';
import { describe, expect, it } from 'vitest';
import { soundFindings } from '../checks/sound-checks.ts';
import { NO_TONES, VOICE_AS_RECORDED } from '../edit/decisions.ts';
import { EMPTY_MUSIC, USUAL_LEVELS } from '../music/music.ts';
import type { LaidTrack } from '../music/arrangement.ts';
import { steadyMap } from '../music/tempo-map.ts';
import { anySeconds as s, anyTime } from '../../../tests/support/times.ts';
import { clippedIn, rangeOf, soundAlong } from './along.ts';
import { cutsIn } from './cuts.ts';
import { masterDb } from './mix-loudness.ts';
import type { SoundSources } from './sound-sources.ts';
import type { Loudness } from './levelling.ts';
import { clippingOf, halfLuOf, loudnessFrom } from './take-levels.ts';

const span = (start: number, end: number) => ({ start: s(start), end: s(end) });
/** A recording that is so loud from one time on, up to the next. */
const recording = (seconds: number, ...parts: readonly (readonly [from: number, lufs: number])[]): Loudness => ({
  everyUs: s(0.1),
  values: Array.from({ length: seconds * 10 }, (_, i) => parts.findLast(([from]) => i / 10 >= from)?.[1] ?? -Infinity),
});

/** Two takes: the first says something at 2 and at 6 s, the second, from 10 s on, softly at 12 s in a louder room. */
const FIRST = recording(10, [0, -60], [2, -24], [4, -60], [6, -26], [8, -60]);
const SECOND = recording(30, [0, -52], [22, -36], [24, -52]);
const WORDS = [
  { ...span(2, 4), text: 'Stand tall.' },
  { ...span(6, 8), text: 'Sit back.' },
  { ...span(12, 14), text: 'Breathe out.' },
];
const sources = (more: Partial<SoundSources> = {}): SoundSources => ({
  sounds: [
    { mediaId: 'a', from: s(0), at: s(0), length: s(10) },
    { mediaId: 'b', from: s(20), at: s(10), length: s(10) },
  ],
  length: s(20),
  loudnessOf: (id) => (id === 'a' ? FIRST : id === 'b' ? SECOND : null),
  caredOf: (id) => (id === 'a' ? FIRST : id === 'b' ? SECOND : null),
  segments: [span(0, 10), span(10, 20)],
  sentences: WORDS,
  speech: WORDS,
  voice: VOICE_AS_RECORDED,
  laid: [],
  levels: USUAL_LEVELS,
  energyOf: () => null,
  ...more,
});
/** A track of -14 LUFS all through, under all of it. */
const LAID = {
  ...{ placement: { speedPpm: 1e6 }, track: { id: 't', lufs: -14, map: steadyMap(120_000, s(0), 99) } },
  ...{ start: s(0), end: s(20), from: s(0), to: s(20), fadeInUs: s(0), fadeOutUs: s(0) },
} as unknown as LaidTrack;

describe('the whole of a mix', () => {
  it('is brought from its loudness to its target; without one, or in silence, it stays', () => {
    expect(masterDb(-23.5, -16)).toBe(7.5);
    expect([masterDb(-23.5, null), masterDb(null, -16)]).toEqual([0, 0]);
  });
  it('is cut where another recording begins or the same one elsewhere, not where it goes on', () => {
    const piece = (mediaId: string | null, from: number, at: number) => ({
      mediaId,
      from: s(from),
      at: s(at),
      length: s(5),
    });
    const goesOn = [piece('a', 0, 0), piece('a', 5, 5), piece('a', 20, 10), piece('b', 0, 15), piece(null, 0, 20)];
    expect(cutsIn(goesOn)).toEqual([s(10), s(15), s(20)]);
    expect(cutsIn([piece(null, 0, 0), piece(null, 0, 5), piece('a', 0, 10)])).toEqual([s(10)]);
    expect(cutsIn([])).toEqual([]);
  });
});

describe('the sound along a film', () => {
  it('is that of its recordings, piece by piece', () => {
    const { recorded, voice, sentences } = soundAlong(sources());
    expect(recorded).toHaveLength(200);
    expect([recorded[30], recorded[70], recorded[130], recorded[150]]).toEqual([-24, -26, -36, -52]);
    // At the cut, at 10 s, the room of the first comes up to that of the second, and it goes on from there.
    expect([...voice.slice(0, 99), ...voice.slice(102)]).toEqual([...recorded.slice(0, 99), ...recorded.slice(102)]);
    expect(voice[99]).toBeGreaterThan(-60);
    expect(voice[100]).toBe(-52);
    expect(voice[101]).toBeLessThan(-52);
    expect(sentences.map((x) => x.lufs?.toFixed(1))).toEqual(['-24.0', '-26.0', '-36.0']);
    expect(rangeOf(sentences)).toMatchObject({ softest: { text: 'Breathe out.' }, loudest: { text: 'Stand tall.' } });
  });
  it('is levelled as the file is, each segment by one gain', () => {
    const { voice } = soundAlong(sources({ voice: { ...VOICE_AS_RECORDED, level: true } }));
    const gains = voice.map((v, i) => v - soundAlong(sources()).recorded[i]!);
    // From 12 LU apart to 3: nobody is brought up by more than 9 dB.
    expect(voice[30]! - voice[130]!).toBeCloseTo(3, 1);
    // Constant within each, but for half a second where they meet.
    expect(new Set(gains.slice(0, 97).map((g) => g.toFixed(6))).size).toBe(1);
    expect(new Set(gains.slice(103).map((g) => g.toFixed(6))).size).toBe(1);
  });
  it('has its music at the music’s loudness, and down under each line before it begins', () => {
    const { music, sentences } = soundAlong(sources({ laid: [LAID] }));
    const wanted = USUAL_LEVELS.musicDeciLufs / 10;
    expect(music[10]).toBeCloseTo(wanted, 1);
    const under = (USUAL_LEVELS.voiceDeciLufs - USUAL_LEVELS.distanceDeciLu) / 10;
    expect(music[20]).toBeCloseTo(under, 1);
    expect(music[39]).toBeCloseTo(under, 1);
    // The voice is 6 LU softer than the levels take it to be: so much is missing.
    expect(sentences[0]?.aboveMusic).toBeCloseTo(6, 0);
  });
  it('has joins with what they do to the tone of the room; none where a recording goes on', () => {
    expect(soundAlong(sources()).joins).toEqual([{ at: s(10), roomLu: 8 }]);
    const cut = [
      { mediaId: 'a', from: s(0), at: s(0), length: s(5) },
      { mediaId: 'a', from: s(5), at: s(5), length: s(5) },
    ];
    expect(soundAlong(sources({ sounds: cut, length: s(10) })).joins).toEqual([]);
  });
  it('is silence where nothing was measured', () => {
    const along = soundAlong(sources({ loudnessOf: () => null, caredOf: () => null }));
    expect(along.integrated).toBeNull();
    expect(rangeOf(along.sentences)).toBeNull();
    expect(along.joins).toEqual([{ at: s(10), roomLu: null }]);
  });
});

describe('what does not sound right', () => {
  const segments = [
    { ...span(0, 10), key: 'k1' },
    { ...span(10, 20), key: 'k2' },
  ];
  const found = (more: Partial<SoundSources> = {}, clipped: readonly number[] = []) =>
    soundFindings({
      along: soundAlong(sources(more)),
      clipped: clipped.map((at) => s(at)),
      sound: { targetLufs: -16, music: true, tones: NO_TONES, voice: more.voice ?? VOICE_AS_RECORDED },
      music: EMPTY_MUSIC,
      segments,
    });
  it('is told with its place and a fix', () => {
    const list = found();
    expect(list.map((f) => [f.rule, f.at / 1e6, f.segmentKey])).toEqual([
      ['room-changes', 10, 'k2'],
      ['sentence-soft', 12, 'k2'],
    ]);
    expect(wordsOf(list[1]!).measured).toBe('10.0 LU below');
    const fix = list[1]!.fixes[0];
    expect(fix?.kind === 'sound' && fix.sound.voice.level).toBe(true);
    expect(found({ voice: { ...VOICE_AS_RECORDED, level: true } }).some((f) => f.rule === 'sentence-soft')).toBe(false);
  });
  it('are the lines that music covers, by what they are above it', () => {
    const covered = found({ laid: [LAID] }).filter((f) => f.rule === 'sentence-covered');
    expect(covered).toHaveLength(3);
    expect([covered[0]!.severity, wordsOf(covered[0]!).wanted]).toEqual(['alarm', '12.0 LU']);
    expect(covered[0]!.fixes.map((m) => m.kind)).toEqual(['sound', 'music']);
  });
  it('is clipping, one finding for a burst of it', () => {
    const list = found({}, [3, 4, 9, 19.5]).filter((f) => f.rule === 'sound-clipped');
    expect(list.map((f) => [f.at / 1e6, wordsOf(f).measured])).toEqual([
      [3, '3 places'],
      [19.5, 'one place'],
    ]);
  });
});

describe('levels of a take', () => {
  it('are kept to a quarter of a LU, silence as silence', () => {
    const lufs = [-60, -23.2, -14, 0];
    const kept = lufs.map((v) => {
      const energies = new Float32Array(8).fill(10 ** ((v + 0.691) / 10));
      return loudnessFrom({ halfLu: halfLuOf(energies) }).values.at(-1)!;
    });
    kept.forEach((v, i) => expect(Math.abs(v - lufs[i]!)).toBeLessThanOrEqual(0.251));
    expect(loudnessFrom({ halfLu: halfLuOf(new Float32Array(9)) }).values).toEqual(Array(9).fill(-Infinity));
  });
  const tone = (top: number, channels = 1) =>
    Float32Array.from({ length: 48_000 * channels }, (_, i) =>
      Math.max(-1, Math.min(1, top * Math.sin((2 * Math.PI * 200 * Math.floor(i / channels)) / 48_000))),
    );
  it('tell clipping wherever pieces end, and not a wave that only reaches full scale', () => {
    const heard = (sound: Float32Array, channels: number, piece: number) => {
      const clipping = clippingOf(channels, 48_000);
      for (let at = 0; at < sound.length; at += piece) clipping.push(sound.subarray(at, at + piece));
      return clipping.end();
    };
    expect(heard(tone(1.5), 1, 48_000)).toEqual(heard(tone(1.5), 1, 7));
    expect(heard(tone(1.5), 1, 48_000)[0]).toBeLessThan(20);
    expect(heard(tone(1.5, 2), 2, 14)).toEqual(heard(tone(1.5), 1, 7));
    expect(heard(tone(0.95), 1, 100)).toEqual([]);
    const once = tone(0.9);
    once.fill(1, 20_000, 20_006);
    expect(heard(once, 1, 1_000)).toEqual([]);
  });
  it('lie in the programme where their pieces do', () => {
    const sounds = [
      { mediaId: 'a', from: s(5), at: s(0), length: s(5) },
      { mediaId: null, from: s(0), at: s(5), length: s(2) },
      { mediaId: 'a', from: s(20), at: s(7), length: s(5) },
    ];
    expect(clippedIn(sounds, () => [1_000, 6_500, 12_000, 20_000])).toEqual([anyTime(1.5e6), s(7)]);
  });
});
