import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anySeconds, anyTime } from '../../../tests/support/times.ts';
import { type TranscriptChange, changeTranscript } from './edit-transcript.ts';
import { soundOnTake, toTakeTime, transcriptOnTake } from '../sync/clock-map.ts';
import type { Transcript } from './transcript.ts';

const timed = (at: number, ...words: string[]) =>
  words.map((text, i) => ({ text, start: anySeconds(at + i * 0.5), end: anySeconds(at + i * 0.5 + 0.4) }));
const words: Transcript = {
  cues: [
    { start: anySeconds(1), end: anySeconds(2.4), text: 'left side now', words: timed(1, 'left', 'side', 'now') },
    { start: anySeconds(5), end: anySeconds(5.9), text: 'and rest', words: timed(5, 'and', 'rest') },
  ],
};
const paragraphs: Transcript = {
  cues: [0, 20, 40].map((s) => ({
    start: anySeconds(s),
    end: anySeconds(s + 20),
    text: `one two three four ${s}`,
    words: null,
  })),
};

describe('a transcript changed by hand', () => {
  it('keeps the times of the words that stayed, and gives new ones the time of those they replace', () => {
    const { cues } = changeTranscript(words, { kind: 'text', cue: 0, text: 'right hand side  now' });
    expect(cues[0]?.words?.map((w) => [w.text, w.start / 1e6])).toEqual([
      ['right', 1],
      ['hand', expect.closeTo(1.2, 1)],
      ['side', 1.5],
      ['now', 2],
    ]);
    expect(cues[0]?.text).toBe('right hand side now');
  });
  it('loses a line that is emptied, and nothing where nothing changes', () => {
    expect(changeTranscript(words, { kind: 'text', cue: 1, text: '  ' }).cues).toHaveLength(1);
    expect(changeTranscript(words, { kind: 'text', cue: 1, text: 'and rest' })).toBe(words);
    expect(changeTranscript(words, { kind: 'remove', cue: 9 })).toBe(words);
  });
  it('moves a timed line as a whole; a paragraph begins elsewhere and the one before ends there', () => {
    expect(changeTranscript(words, { kind: 'start', cue: 1, at: anySeconds(6) }).cues[1]).toMatchObject({
      start: 6e6,
      end: 6.9e6,
      words: [{ start: 6e6 }, { start: 6.5e6 }],
    });
    const moved = changeTranscript(paragraphs, { kind: 'start', cue: 1, at: anySeconds(25) });
    expect(moved.cues.map((c) => [c.start / 1e6, c.end / 1e6])).toEqual([
      [0, 25],
      [25, 40],
      [40, 60],
    ]);
    // No line passes its neighbours.
    expect(changeTranscript(paragraphs, { kind: 'start', cue: 1, at: anySeconds(300) }).cues[1]?.start).toBe(39.9e6);
  });
  it('is cut before a word at its time, and joined again', () => {
    const cut = changeTranscript(words, { kind: 'split', cue: 0, word: 1 });
    expect(cut.cues.map((c) => [c.text, c.start / 1e6])).toEqual([
      ['left', 1],
      ['side now', 1.5],
      ['and rest', 5],
    ]);
    expect(changeTranscript(cut, { kind: 'join', cue: 0 })).toEqual(words);
  });
  it('keeps its order and all its words through cuts and joins', () => {
    const change = fc.oneof(
      fc.record({ kind: fc.constant('split' as const), cue: fc.nat(6), word: fc.nat(5) }),
      fc.record({ kind: fc.constant('join' as const), cue: fc.nat(6) }),
      fc.record({
        kind: fc.constant('start' as const),
        cue: fc.nat(6),
        at: fc.integer({ min: 0, max: 70 }).map(anySeconds),
      }),
    );
    fc.assert(
      fc.property(fc.constantFrom(words, paragraphs), fc.array(change, { maxLength: 12 }), (from, changes) => {
        const after = (changes as TranscriptChange[]).reduce(changeTranscript, from);
        expect(after.cues.map((c) => c.text).join(' ')).toBe(from.cues.map((c) => c.text).join(' '));
        for (const [i, cue] of after.cues.entries()) {
          expect(cue.start).toBeGreaterThanOrEqual(after.cues[i - 1]?.start ?? 0);
          expect(cue.end).toBeGreaterThanOrEqual(cue.start);
        }
      }),
      { numRuns: 200, seed: 5 },
    );
  });
});

describe('a second recording', () => {
  const lie = { offsetUs: anySeconds(5), driftPpm: 100, spreadUs: anyTime(0) };
  it('lies on the take by its offset and its clock', () => {
    // At an hour of the take a clock 100 ppm fast has run 0.36 s more.
    expect(toTakeTime(anyTime(5e6 + 3600e6 * 1.0001), lie)).toBe(3600e6);
  });
  it('lends its sound and its words, but not what lies outside of the take', () => {
    const sound = soundOnTake(
      {
        voice: [
          { start: anyTime(2e6), end: anyTime(3e6) },
          { start: anySeconds(15), end: anySeconds(16) },
        ],
        voiceClarity: 0.9,
        beeps: [],
        claps: [anySeconds(15)],
        levels: [],
      },
      { ...lie, driftPpm: 0 },
      anySeconds(60),
    );
    expect(sound.voice).toEqual([{ start: 10e6, end: 11e6 }]);
    expect(sound.claps).toEqual([10e6]);
    expect(
      transcriptOnTake(words, { ...lie, driftPpm: 0, offsetUs: anySeconds(4) }, anySeconds(60)).cues.map((c) => [
        c.text,
        c.start,
      ]),
    ).toEqual([['and rest', 1e6]]);
  });
});
