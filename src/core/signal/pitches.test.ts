import { describe, expect, it } from 'vitest';
import { bow, canvas, midi, PIECE_RATE_HZ } from '../../../tests/support/instruments.ts';
import { listenForPitches, SWELLS_A_SECOND } from './pitches.ts';

const RATE = 24_000;
const NAMES = ['C', 'C#', 'D', 'D#', 'E', 'F', 'F#', 'G', 'G#', 'A', 'A#', 'B'];

/** Steady tones, MIDI notes, for so many seconds. */
function tones(notes: readonly number[], seconds: number): Float32Array {
  return Float32Array.from({ length: seconds * RATE }, (_, i) =>
    notes.reduce((sum, note) => sum + 0.2 * Math.sin((2 * Math.PI * midi(note) * i) / RATE), 0),
  );
}

function heard(samples: Float32Array, pieces = 4_801) {
  const listener = listenForPitches();
  for (let at = 0; at < samples.length; at += pieces) listener.push(samples.subarray(at, at + pieces));
  return listener.end();
}

/** The strongest classes of the tenth of a second in the middle, by name. */
function strongest(row: Float32Array, count: number): string[] {
  const from = 12 * Math.floor(row.length / 24);
  const own = Array.from(row.subarray(from, from + 12), (value, c) => ({ value, name: NAMES[c]! }));
  return own
    .sort((a, b) => b.value - a.value)
    .slice(0, count)
    .map((c) => c.name);
}

describe('pitches', () => {
  // A at 440 Hz is MIDI note 69 (ISO 16; MIDI 1.0), so C is a note that twelve divides.
  it.each([
    [
      [60, 64, 67],
      ['C', 'E', 'G'],
    ],
    [
      [57, 60, 64],
      ['A', 'C', 'E'],
    ],
    [
      [66, 70, 73],
      ['F#', 'A#', 'C#'],
    ],
  ] as const)('of the chord %j are told', (notes, names) => {
    expect(strongest(heard(tones(notes, 2)).chroma, 3).sort()).toEqual([...names].sort());
  });
  it('of a bass are told down to a low E, where two semitones share a bin', () => {
    for (let note = 28; note <= 50; note++)
      expect([note, ...strongest(heard(tones([note], 1)).bass, 1)]).toEqual([note, NAMES[note % 12]]);
  });
  it('above the bass are none of its own', () => {
    const { bass } = heard(tones([60, 64, 67], 1));
    expect(Math.max(...bass)).toBeLessThan(0.02 * Math.max(...heard(tones([40], 1)).bass));
  });
  it('of silence are none', () => {
    const { chroma, bass, swells } = heard(new Float32Array(RATE));
    for (const row of [chroma, bass, swells.low, swells.mid]) expect(row.every((v) => v === 0)).toBe(true);
  });
  it('are the same in whatever pieces the sound comes', () => {
    const sound = tones([45, 60, 64], 2);
    expect(heard(sound, 777)).toEqual(heard(sound, sound.length));
  });
});

describe('a swell', () => {
  it.each([0.08, 0.14, 0.25])('of %d s is told at its beginning', (rise) => {
    const c = canvas(3, 5);
    bow(c, 1, 1.2, 330, 1, rise);
    const step = PIECE_RATE_HZ / RATE;
    const row = heard(Float32Array.from({ length: 3 * RATE }, (_, i) => c.samples[Math.round(i * step)] ?? 0)).swells
      .lowMid;
    const at = row.indexOf(Math.max(...row)) / SWELLS_A_SECOND;
    expect(Math.abs(at - 1)).toBeLessThanOrEqual(0.07);
  });
  it('is none in a tone that is held or that fades', () => {
    const steady = tones([64], 2).map((v, i) => v * (1 - i / (2.2 * RATE)));
    const { lowMid, mid } = heard(steady).swells;
    const inside = (row: Float32Array) => Math.max(...row.subarray(SWELLS_A_SECOND / 2, 1.8 * SWELLS_A_SECOND - 20));
    expect(inside(lowMid)).toBeLessThan(0.02 * Math.max(...lowMid));
    expect(inside(mid)).toBeLessThan(0.02 * Math.max(...lowMid));
  });
});
