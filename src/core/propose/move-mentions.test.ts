import { describe, expect, it } from 'vitest';
import { anyTime } from '../../../tests/support/times.ts';
import { readClauses } from '../calls/read-clauses.ts';
import { SHIPPED_BOOK } from '../exercise/library.ts';
import { spokenTrack } from '../transcript/clauses.ts';
import { spokenWords } from '../transcript/transcript.ts';
import { heardMoves } from './move-mentions.ts';

function heard(text: string, language?: 'de') {
  const cue = { start: anyTime(0), end: anyTime(60e6), text, words: null };
  const transcript = { cues: [cue], ...(language === undefined ? {} : { language }) };
  const words = spokenWords(transcript, anyTime(60e6));
  const { clauses } = spokenTrack(transcript, words, anyTime(60e6));
  return heardMoves(clauses, words, readClauses(clauses, words, []).clauses, SHIPPED_BOOK);
}
const worths = (text: string) => heard(text).mentions.map((m) => m.worth);

// How moves are named, and how words of names are used for other things: common practice.
describe('moves that are named', () => {
  it.each([
    'Next up, crate squats.',
    'Now the reverse lunge.',
    'Romanian deadlift.',
    'Number two is a broomstick row.',
  ])('%s', (text) => expect(Math.max(...worths(text))).toBeGreaterThan(0));
  it.each([
    'This is not a squat.',
    'Hold yourself like a plank.',
    'And your right arm lifts to the rafters.',
    'Let the top leg press away from the hive.',
    'I used to march with the brass band.',
  ])('%s: none', (text) => expect(Math.max(-9, ...worths(text))).toBeLessThan(0));

  it('the same move by its whole name and cut short is one, under the name that was said best', () => {
    const { moves, mentions } = heard('Next, the crate squat. Down you go. Squat. And again, squat.');
    expect(moves.map((m) => m.toLowerCase())).toEqual(['crate squat']);
    expect(mentions.map((m) => m.move)).toEqual([0, 0, 0]);
  });

  it('what one is told to do is named as a move', () => {
    expect(heard('Now we are marching. Marching, arms free.').moves).toEqual(['March']);
    expect(heard('Next up, calf stretching.').moves).toEqual(['Calf stretch']);
    expect(heard('Swing. And swing.').moves).toEqual(['Swing']);
  });

  it('two moves that end in the same word are two', () => {
    const { moves } = heard('First the bucket roll. Then the slow roll.');
    expect(moves.length).toBe(2);
  });

  it('what is said twice in a breath is one name', () => {
    expect(heard('Curl, curl. And curl curl.').moves).toEqual(['Curl']);
    // Both words are the name: it stands as much by itself as when it is said once.
    expect(worths('Curl curl.')).toEqual(worths('Curl.'));
  });

  it('in German, too', () => {
    const { moves, mentions } = heard('Als Nächstes: Ausfallschritte. Das ist keine Kniebeuge.', 'de');
    const worth = (part: RegExp) => mentions.find((m) => part.test(moves[m.move]!))?.worth ?? NaN;
    expect(worth(/ausfall|lunge/i)).toBeGreaterThan(worth(/kniebeuge|squat/i));
  });
});
