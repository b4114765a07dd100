import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { frameRate } from '../time/frames.ts';
import type { TakeTime } from '../time/micros.ts';
import { anySeconds as s, anyTime } from '../../../tests/support/times.ts';
import { type SaidWord, saidIn, speechCaptions } from './speech-captions.ts';

const RATE = frameRate(25, 1);
const GAP_US = 80_000;

/** A text said evenly from a time on, so many seconds a word. */
const said = (text: string, from = 0, each = 0.3) =>
  text.split(' ').map((word, i) => ({ text: word, start: s(from + i * each), end: s(from + (i + 1) * each - 0.05) }));

describe('captions of the speech', () => {
  it('go sentence by sentence', () => {
    const words = [...said('Feet wide. Sit back.', 1), ...said('And up.', 5)];
    const captions = speechCaptions(words, RATE);
    expect(captions.map((c) => c.text)).toEqual(['Feet wide.', 'Sit back.', 'And up.']);
    expect(captions.map((c) => c.start)).toEqual([s(1), s(1.6), s(5)]);
  });
  it('break a long sentence at a comma, and rows before a small word', () => {
    const long =
      'Keep your weight in your heels, push the floor away and bring your arms up over your head as you stand ' +
      'tall again.';
    const captions = speechCaptions(said(long), RATE);
    expect(captions.length).toBeGreaterThan(1);
    expect(captions[0]!.text.replace('\n', ' ')).toMatch(/heels,$|away$/);
    for (const row of captions.flatMap((c) => c.text.split('\n'))) expect(row.length).toBeLessThanOrEqual(42);
  });
  it('stay as long as one needs to read them where the next leaves time (common practice: 17 letters a second)', () => {
    const [fast] = speechCaptions(said('Reach through your fingertips now', 0, 0.12), RATE);
    expect(fast!.end).toBe(anyTime((33 / 17) * 1e6));
    const [first, second] = speechCaptions(
      [...said('Reach through your fingertips.', 0, 0.1), ...said('Go.', 0.5)],
      RATE,
    );
    expect(first!.end).toBe(second!.start - GAP_US);
    expect(second!.end - second!.start).toBe(anyTime((5 / 6) * 1e6));
  });
  it('lose no word, never overlap, and hold two rows of 42 letters for at most 7 s (law)', () => {
    const word = fc.stringMatching(/^[a-z]{1,14}[.,]?$/);
    const paced = fc.record({
      text: word,
      length: fc.integer({ min: 80, max: 900 }),
      pause: fc.integer({ min: 0, max: 2_500 }),
    });
    fc.assert(
      fc.property(fc.array(paced, { minLength: 1, maxLength: 80 }), (list) => {
        let at = 0;
        const words = list.map(({ text, length, pause }): SaidWord => {
          const start = anyTime(at * 1000);
          at += length + pause;
          return { text, start, end: anyTime((at - pause) * 1000) };
        });
        const captions = speechCaptions(words, RATE);
        expect(captions.map((c) => c.text.replaceAll('\n', ' ')).join(' ')).toBe(words.map((w) => w.text).join(' '));
        for (const [i, c] of captions.entries()) {
          expect(c.end).toBeGreaterThan(c.start);
          expect(c.end - c.start).toBeLessThanOrEqual(7e6);
          expect(c.text.split('\n').length).toBeLessThanOrEqual(2);
          for (const row of c.text.split('\n')) expect(row.length).toBeLessThanOrEqual(42);
          const next = captions[i + 1];
          if (next !== undefined) expect(next.start - c.end).toBeGreaterThanOrEqual(Math.min(GAP_US, 1));
        }
      }),
    );
  });
  it('take a sentence that could not be seen before the next together with that', () => {
    const words = [
      { text: 'Go.', start: s(0), end: s(0.05) },
      { text: 'Lift the hive.', start: s(0.05), end: s(1) },
    ];
    expect(speechCaptions(words, RATE).map((c) => c.text)).toEqual(['Go. Lift the hive.']);
  });
  it('leave out what is cut out of the take', () => {
    const place = (time: TakeTime) => (time < s(1) ? anyTime(time) : time < s(2) ? null : anyTime(time - s(1)));
    expect(
      saidIn(said('one two three four five six seven eight', 0, 0.4), place).map((w) => [w.text, w.start / 1e6]),
    ).toEqual([
      ['one', 0],
      ['two', 0.4],
      ['three', 0.8],
      ['six', 1],
      ['seven', 1.4],
      ['eight', 1.8],
    ]);
  });
});
