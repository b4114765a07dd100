import { describe, expect, it } from 'vitest';
import { heardIn } from '../../../tests/support/beat-score.ts';
import { play, recipes } from '../../../tests/support/pieces.ts';
import { keyName, pitchHz } from '../music/key.ts';
import { keyOf, keyOfPitches } from './key.ts';

/** How often each pitch class is in a row of notes, C as 0. */
const counted = (notes: readonly number[]) => {
  const row = new Array<number>(12).fill(0);
  for (const n of notes) row[((n % 12) + 12) % 12]! += 1;
  return row;
};
const MAJOR_SCALE = [0, 2, 4, 5, 7, 9, 11];
const HARMONIC_MINOR = [0, 2, 3, 5, 7, 8, 11];

describe('a key', () => {
  it('is that of a scale with its tonic chord, on every tonic', () => {
    for (let tonic = 0; tonic < 12; tonic++) {
      const up = (notes: readonly number[]) => counted(notes.map((n) => n + tonic));
      expect(keyOfPitches(up([...MAJOR_SCALE, 0, 4, 7, 0, 7]))).toEqual({ tonic, minor: false });
      expect(keyOfPitches(up([...HARMONIC_MINOR, 0, 3, 7, 0, 7]))).toEqual({ tonic, minor: true });
    }
  });
  it('is none of all notes alike, of two that are a tritone apart, or of nothing', () => {
    expect(keyOfPitches(new Array<number>(12).fill(1))).toBeNull();
    expect(keyOfPitches(new Array<number>(12).fill(0))).toBeNull();
    expect(keyOfPitches(counted([0, 6]))).toBeNull();
  });
  it('is heard in pieces whose chords are known, or the one with the same notes', () => {
    // Their chords are the first, sixth, fourth and fifth of a major key.
    const wanted = recipes(null).filter((r) => ['house', 'rock', 'disco', 'trance'].includes(r.style));
    const found = wanted.slice(0, 8).map((recipe, n) => {
      const key = keyOf(heardIn(play({ ...recipe, seconds: 30 }, n + 1).samples).onsets);
      return key === null ? null : (key.minor ? (key.tonic + 3) % 12 : key.tonic) === (n + 1) % 7;
    });
    expect(found.filter((f) => f === false)).toEqual([]);
    expect(found.filter((f) => f === true).length).toBeGreaterThanOrEqual(6);
  });
  it('has a name, and a pitch for its tones', () => {
    expect([keyName({ tonic: 2, minor: true }), keyName({ tonic: 10, minor: false })]).toEqual(['D minor', 'B♭ major']);
    expect(pitchHz(9)).toBe(440);
    // Middle C in equal temperament (ISO 16 for the A; the value is in every table of pitches).
    expect(pitchHz(0)).toBeCloseTo(261.6256, 3);
  });
});
