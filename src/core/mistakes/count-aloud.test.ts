import { describe, expect, it } from 'vitest';
import { anyTime } from '../../../tests/support/times.ts';
import { readTranscript } from '../../formats/transcript-reader.ts';
import { type SpokenWords, spokenWords } from '../transcript/transcript.ts';
import type { TakeTime } from '../time/micros.ts';
import { countsAloud, fromOne, nineAfterEight, stepOf, wrongNumber } from './count-aloud.ts';

/** Words and when each is said, in seconds; without times a paragraph holds them. */
function said(...words: readonly (readonly [string, number])[]): SpokenWords<TakeTime> {
  const at = (seconds: number) => anyTime(seconds * 1e6);
  const timed = words.map(([text, s]) => ({ text, start: at(s), end: at(s + 0.3) }));
  const text = words.map(([w]) => w).join(' ');
  return spokenWords({ cues: [{ start: at(0), end: at(60), text, words: timed }] }, at(60));
}
const inParagraph = (text: string) =>
  spokenWords(readTranscript(`[0:01] ${text}\n\n[0:30] Done.`).value, anyTime(60e6));
const wrong = (words: SpokenWords<TakeTime>) => {
  const [count] = countsAloud(words);
  const found = count === undefined ? null : wrongNumber(count);
  return found === null ? null : { said: count!.values[found.at], wanted: found.wanted };
};
const every3 = [
  ['one', 0],
  ['two', 3],
  ['three', 6.1],
  ['four', 9],
] as const;

// How people count repetitions while they talk: common practice.
describe('a count of repetitions', () => {
  it('goes on by itself while somebody talks of something else', () => {
    const words = said(...every3, ['lovely', 12], ['bees', 15], ['seven', 18], ['eight', 21]);
    expect(stepOf(countsAloud(words)[0]!)).toBeCloseTo(3e6, -5);
    expect(wrong(words)).toBeNull();
  });
  it('that is taken up again a number too high is wrong there', () => {
    expect(wrong(said(...every3, ['bees', 12], ['eight', 18], ['nine', 21]))).toEqual({ said: 8, wanted: 7 });
  });
  it('in which a number is said twice is wrong, but not where a word is stuttered', () => {
    expect(wrong(said(...every3, ['four', 12], ['five', 15]))).toEqual({ said: 4, wanted: 5 });
    expect(wrong(said(...every3, ['four', 9.4], ['five', 12]))).toBeNull();
  });
  it('that waits is not wrong: nobody knows whether the class waited, too', () => {
    expect(wrong(said(...every3, ['five', 21], ['six', 24]))).toBeNull();
  });
  it('that is uneven has no step, and nothing is said of it', () => {
    const words = said(['one', 0], ['two', 2], ['three', 7], ['four', 8], ['seven', 14]);
    expect(stepOf(countsAloud(words)[0]!)).toBeNull();
    expect(wrong(words)).toBeNull();
  });
  it('in a paragraph tells by its order alone: a number left out between two that are said together', () => {
    expect(wrong(inParagraph('Down we go. One, two, three, five, six, tall back.'))).toEqual({ said: 5, wanted: 4 });
    expect(wrong(inParagraph('One. Tall. Two. Three. Mind the hive. Five. Six.'))).toBeNull();
  });
  it('begins at one, or at two where one was not heard', () => {
    const [whole, later] = [said(...every3), said(['five', 0], ['six', 3], ['seven', 6], ['eight', 9])];
    expect([whole, later].map((w) => fromOne(countsAloud(w)[0]!))).toEqual([true, false]);
  });
});

// Music is counted in eights: common practice.
describe('a count to music', () => {
  const nine = (text: string) => countsAloud(inParagraph(text)).map(nineAfterEight);
  it('goes one too far where nine follows eight in one breath', () => {
    expect(nine('Five, six, seven, eight, nine! One for free.')).toEqual([4]);
  });
  it('may count on, or begin anew', () => {
    expect(nine('Six, seven, eight, nine, ten, eleven.')).toEqual([null]);
    expect(nine('Five, six, seven, eight. Sweep. Nine.')).toEqual([null]);
  });
});
