import { describe, expect, it } from 'vitest';
import { fromSeconds } from '../time/micros.ts';
import { WORDS_A_MINUTE, lineTime, speechRoom, wordShares } from './line-time.ts';
import { ENGLISH } from '../language/en/english.ts';
import { spokenGroups } from './spoken-groups.ts';

const { numberWords, writeOut, syllablesOf } = ENGLISH.speaking;

describe('syllables', () => {
  it.each([
    ['squat', 1],
    ['table', 2],
    ['shoulder', 2],
    ['kettle', 2],
    ['lifted', 2],
    ['hinged', 1],
    ['beautiful', 3],
    ['stretches', 2],
    ['position', 3],
    ['rotation', 3],
    ['video', 3],
    ['breathe', 1],
    ['exercise', 3],
    ['seconds', 2],
    ['carefully', 3],
  ])('%s has %d', (word, n) => expect(syllablesOf(word)).toBe(n));
});

describe('a line as it is said', () => {
  it.each([
    ['0:40', '40 seconds'],
    ['1:30', '1 minute 30 seconds'],
    ['3x12', '3 times 12'],
    ['L/R', 'left right'],
    ['40/20', '40 20'],
  ])('%s is said as %s', (text, said) => {
    expect(writeOut(text).replace(/\s+/g, ' ').trim()).toBe(said.replace(/\d+/g, (n) => numberWords(Number(n))));
  });
  it('pauses at punctuation', () => {
    expect(spokenGroups('Hinge, long back. Go', ENGLISH).map((g) => [g.words.length, g.pause])).toEqual([
      [1, 'short'],
      [2, 'long'],
      [1, 'none'],
    ]);
  });
});

describe('the time a line needs', () => {
  // Common practice: 160 to 170 words a minute in talk; 4 to 5 syllables a second in running speech.
  it('is 160 to 170 words a minute for running talk', () => {
    const talk =
      'Welcome back to the studio, today we are going to work with a broomstick and a crate. Please find a ' +
      'space where you can move, and put the towel beside you. We take it slowly and look after our shoulders.';
    const words = talk.split(' ').length;
    const perMinute = words / (lineTime(talk) / 60e6);
    expect(perMinute).toBeGreaterThan(155);
    expect(perMinute).toBeLessThan(175);
  });
  it('leaves less room in work than in talk, by the words people manage', () => {
    expect(speechRoom('talk', fromSeconds(33))).toBe(fromSeconds(33));
    expect(speechRoom('work', fromSeconds(33))).toBe(fromSeconds(20));
    // To music less is said in work, and as much as else where nobody moves.
    expect(speechRoom('work', fromSeconds(33), true)).toBeLessThan(fromSeconds(13));
    expect(speechRoom('hold', fromSeconds(33), true)).toBeLessThan(fromSeconds(13));
    expect(speechRoom('talk', fromSeconds(33), true)).toBe(fromSeconds(33));
    // Who speaks less than that anyway does not speak more.
    const slow = { ...WORDS_A_MINUTE, work: 40 };
    expect(speechRoom('work', fromSeconds(33), true, slow)).toBe(speechRoom('work', fromSeconds(33), false, slow));
  });
  it('shares a line among its words', () => {
    const shares = wordShares(['Shoulders', 'down.', 'Go']);
    expect(shares.reduce((a, b) => a + b)).toBeCloseTo(1, 9);
    expect(shares[1]).toBeGreaterThan(shares[2]!);
  });
});
