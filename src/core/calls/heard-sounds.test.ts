import { describe, expect, it } from 'vitest';
import { type Beep, NO_SOUND } from '../signal/take-sound.ts';
import { anySeconds, anyTime } from '../../../tests/support/times.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { livingClass, soundOf } from '../../../tests/support/living-class.ts';
import { SCHOOLS } from '../../../tests/support/schools.ts';
import { align } from '../align/align.ts';
import { hear } from './detect-calls.ts';
import { hearSounds } from './heard-sounds.ts';
import { phraseWindows } from '../transcript/phrase-windows.ts';
import { propose } from '../propose/propose.ts';
import { spokenWords } from '../transcript/transcript.ts';

const beep = (at: number, length = 0.15, hz = 1000): Beep => ({
  start: anySeconds(at),
  end: anySeconds(at + length),
  hz,
});
const marks = (...beeps: Beep[]) =>
  hearSounds({ ...NO_SOUND, beeps }).map((h) => [Math.round(h.at / 1e5) / 10, h.kind === 'beep' ? h.strength : 0]);

// How interval timers sound: one beep, three short and a long one, or a higher last one (common practice).
describe('beeps', () => {
  it('mark where they are: one by itself, the long or high one of several', () => {
    expect(marks(beep(5))).toEqual([[5, 1]]);
    expect(marks(beep(5), beep(6), beep(7), beep(8, 0.6))).toEqual([[8, 1]]);
    expect(marks(beep(5), beep(6), beep(7, 0.15, 1500))).toEqual([[7, 1]]);
  });
  it('that are all alike mark the last, or one step after it; two in a row the first more than the second', () => {
    expect(marks(beep(5), beep(6), beep(7))).toEqual([
      [7, 0.7],
      [8, 0.7],
    ]);
    expect(marks(beep(5), beep(5.3))).toEqual([
      [5, 0.8],
      [5.3, 0.5],
    ]);
  });
  it('apart by more than a signal are two', () =>
    expect(marks(beep(5), beep(15))).toEqual([
      [5, 1],
      [15, 1],
    ]));
  it('are given as reasons, and find the timer that ran', () => {
    const plan = readOutline(SCHOOLS[0]?.[1] ?? '').value;
    const take = livingClass(plan, 1, { breakOverS: 0, counted: 0 });
    const { segments, grids } = align(take.segments, take.transcript, take.duration, { sound: soundOf(take, 1, true) });
    expect(segments.filter((r) => r.evidence.some((e) => e.startsWith('a beep at'))).length).toBeGreaterThan(20);
    expect(grids.length).toBe(1);
    expect(Math.abs((grids[0]?.periodUs ?? 0) - 60e6)).toBeLessThan(1);
  });
  it('give a proposed plan its starts', () => {
    const plan = readOutline('# P\n## Main: circuit, 2 rounds, 40/20\n- Squat\n- Push-up\n- Plank').value;
    const take = livingClass(plan, 2, { breakOverS: 0, counted: 0.9 });
    const { intervals } = propose(take.transcript, take.duration, { title: 'P', sound: soundOf(take, 2, true) });
    const starts = [...take.truth]
      .filter(([key]) => take.segments.some((s) => s.key === key && s.kind === 'work'))
      .map(([, s]) => s.start);
    const off = intervals.map((i) => Math.min(...starts.map((s) => Math.abs(s - i.start)))).sort((a, b) => a - b);
    expect(off[Math.floor(off.length / 2)]).toBeLessThan(2e6);
  });
});

describe('calls as they are said', () => {
  const kinds = (text: string) =>
    hear(
      spokenWords({ cues: [{ start: anyTime(10e6), end: anyTime(16e6), text, words: null }] }, anyTime(60e6)),
      [],
    ).map((h) => (h.kind === 'rest-word' ? `rest ${h.strength}` : h.kind));
  it.each([
    ['and rest', ['rest 1']],
    ['take a break', ['rest 0.9']],
    ['shake it out', ['rest 0.6']],
    ['well done', ['rest 0.3']],
    ['good job everyone', ['rest 0.3']],
    ['and breathe', ['rest 0.4']],
    ['recover', ['rest 0.9']],
    ['plenty of rest', []],
    ['never gonna rest', []],
    ['you can stop when you like', []],
    ['do not stop', []],
    ['breathe with me', []],
    ['the rest of us', []],
    ['no rest', []],
    ['here we go', ['go-word']],
    ['let us go', ['go-word']],
    ['go go go', []],
    ['go to the floor', []],
    ['ready to start', []],
    ['we begin', ['go-word']],
    ['ten more seconds', ['time-left']],
    ['fifteen to go', ['time-left']],
    ['ten seconds of rest', []],
    ['ten more reps', []],
    ['five four three two one', ['countdown']],
    ['you are half way', ['half-word']],
  ])('“%s”', (text, wanted) => expect(kinds(text)).toEqual(wanted));
});

describe('windows for known words', () => {
  const words = (starts: readonly number[], sigma = 150_000) =>
    starts.map((s, i) => ({
      text: `w${i}`,
      norm: `w${i}`,
      at: anySeconds(s),
      end: anySeconds(s + 0.25),
      sigma: anyTime(sigma),
      cue: 0,
      word: i,
    }));
  it('hold each word once, in order, with a margin that grows where the place is unsure', () => {
    const [sure, vague] = [
      phraseWindows(words([1, 1.3, 5, 5.3]), 20e6),
      phraseWindows(words([1, 1.3, 5, 5.3], 900_000), 20e6),
    ];
    expect(sure.map((w) => [w.first, w.past])).toEqual([
      [0, 2],
      [2, 4],
    ]);
    expect(sure[0]).toMatchObject({ from: 650_000, to: 1.9e6 });
    expect((vague[0]?.to ?? 0) - (vague[0]?.from ?? 0)).toBeGreaterThan((sure[0]?.to ?? 0) - (sure[0]?.from ?? 0));
  });
  it('never reach past the middle of a neighbour, nor out of the take', () => {
    const windows = phraseWindows(words([0.1, 0.9, 1.7, 2.5], 2_000_000), 2.8e6);
    for (const [i, w] of windows.entries()) {
      expect(w.from).toBeGreaterThanOrEqual(0);
      expect(w.to).toBeLessThanOrEqual(2.8e6);
      expect(w.to).toBeGreaterThan(w.from);
      if (i > 0) expect(w.from).toBeGreaterThanOrEqual(windows[i - 1]?.from ?? 0);
    }
  });
});
