import { describe, expect, it } from 'vitest';
import { anySeconds } from '../../../tests/support/times.ts';
import { spokenWords } from '../transcript/transcript.ts';
import { REST_DIFFERS, usual } from './called-sets.ts';
import { saidLengths } from './said-lengths.ts';

const said = (text: string, language?: 'de') => {
  const cue = { start: anySeconds(0), end: anySeconds(30), text, words: null };
  return saidLengths(spokenWords({ cues: [cue], ...(language === undefined ? {} : { language }) }, anySeconds(30)));
};

// How lengths are said: common practice.
describe('lengths that are said of work and rest', () => {
  it.each([
    ['Forty seconds on, twenty off.', 40, 20],
    ['Four moves at the hive, forty-five seconds apiece.', 45, null],
    ['Thirty seconds each, and a rest of fifteen seconds.', 30, 15],
    ['Each takes fifty, with ten seconds between.', 50, 10],
    ['50 seconds of work, 10 seconds of rest.', 50, 10],
    ['Twenty minutes of bees. Ten more seconds.', null, null],
    ['Take thirty pounds of honey, it is a break for the hens.', null, null],
  ])('%s', (text, work, rest) => expect(said(text)).toEqual({ work, rest }));
  it('in German', () => {
    expect(said('Je vierzig Sekunden, dann zwanzig Sekunden Pause.', 'de')).toEqual({ work: 40, rest: 20 });
  });
  it('a rest that is said stands where the breaks ran over, and not where they were shorter', () => {
    const breaks = (...s: number[]) => s.map((x) => x * 1e6);
    expect(usual(breaks(21, 27, 26), [0, 15, 25, 30], 15, REST_DIFFERS)).toBe(15);
    expect(usual(breaks(14, 15, 16), [0, 15, 25, 30], 35, REST_DIFFERS)).toBe(15);
  });
});
