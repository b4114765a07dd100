import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { livingClass } from '../../../tests/support/living-class.ts';
import { SCHOOLS } from '../../../tests/support/schools.ts';
import { propose } from './propose.ts';
import { edits, runsOf, turnAt } from './round-detection.ts';

const row = (text: string) => text.split(' ');

describe('how far two rows are apart', () => {
  // Worked examples of the Levenshtein distance that every text on it has (from memory).
  it.each([
    ['k i t t e n', 's i t t i n g', 3],
    ['s a t u r d a y', 's u n d a y', 3],
    ['a', 'a', 0],
  ])('%s and %s: %i', (a, b, n) => expect(edits(row(a), row(b))).toBe(n));
  it('is the same both ways, nothing for what is alike, and at most the longer row', () => {
    const rows = fc.array(fc.constantFrom('a', 'b', 'c'), { maxLength: 9 });
    fc.assert(
      fc.property(rows, rows, (a, b) => {
        expect(edits(a, b)).toBe(edits(b, a));
        expect(edits(a, a)).toBe(0);
        expect(edits(a, b)).toBeLessThanOrEqual(Math.max(a.length, b.length));
        expect(edits(a, b)).toBeGreaterThanOrEqual(Math.abs(a.length - b.length));
      }),
      { numRuns: 200, seed: 5 },
    );
  });
});

describe('moves that come again', () => {
  it.each([
    ['clean rounds', 'a b c d a b c d a b c d', { moves: 4, rounds: 3, length: 12 }],
    ['a move forgotten in the second round', 'a b c d e a b d e a b c d e', { moves: 5, rounds: 3, length: 14 }],
    ['one too many in the first', 'a b x c d e a b c d e a b c d e', { moves: 5, rounds: 3, length: 16 }],
    ['a name misheard', 'a b c d a b z d a b c d', { moves: 4, rounds: 3, length: 12 }],
    ['two rounds and something else after', 'a b c a b c p q r s', { moves: 3, rounds: 2, length: 6 }],
  ])('%s are a turn', (_, labels, wanted) => {
    const turn = turnAt(row(labels), 0);
    expect({ moves: turn?.moves.length, rounds: turn?.rounds, length: turn?.length }).toEqual(wanted);
  });
  it('tells the moves of the cleanest round', () => {
    const labels = row('a b x c d e a b c d e a b c d e');
    const turn = turnAt(labels, 0);
    expect(turn?.moves.map((k) => labels[k])).toEqual(row('a b c d e'));
  });
  it('are none where two of them come twice among others', () => {
    expect(turnAt(row('d b c p l b c'), 0)).toBeNull();
    expect(turnAt(row('d b c d b c'), 0)?.rounds).toBe(2);
  });
  it('are none where nothing comes again', () => expect(turnAt(row('a b c d e f g h'), 0)).toBeNull());
  it('begin where they begin, not with what stands before them', () =>
    expect(turnAt(row('p q a b c d a b c d a b c d'), 0)).toBeNull());
  it('are found whatever they are, where each round is whole', () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 9 }), fc.integer({ min: 2, max: 5 }), (moves, rounds) => {
        const labels = Array.from({ length: moves * rounds }, (_, i) => `m${i % moves}`);
        expect(turnAt(labels, 0)).toEqual({
          moves: Array.from({ length: moves }, (_, i) => i),
          rounds,
          length: moves * rounds,
        });
      }),
      { numRuns: 60, seed: 3 },
    );
  });
  it('stand as one run where the same is done again at once, and not minutes later', () => {
    const at = (label: string, start: number) => ({ label, start: start * 1e6, end: (start + 20) * 1e6 });
    expect(
      runsOf([at('a', 0), at('a', 30), at('b', 60), at('a', 300), at('a', 500)], 100e6).map((r) => [
        r.label,
        r.intervals.length,
      ]),
    ).toEqual([
      ['a', 2],
      ['b', 1],
      ['a', 1],
      ['a', 1],
    ]);
  });
});

describe('a plan of a class that was spoken freely', () => {
  const planOf = (school: number, seed: number) => {
    const take = livingClass(readOutline(SCHOOLS[school]?.[1] ?? '').value, seed, { misheard: 0.2, breakOverS: 4 });
    return propose(take.transcript, take.duration).plan.blocks.filter((b) => b.moves.length > 1);
  };
  it.each([1, 2])('has the rounds of a circuit (seed %i)', (seed) => {
    const [main] = planOf(0, seed);
    expect([main?.moves.map((m) => m.name), main?.rounds]).toEqual([
      ['Squat', 'Push-up', 'Reverse lunge', 'Plank', 'Jumping jack', 'Glute bridge'],
      3,
    ]);
  });
  it.each([1, 2, 3])('has three moves on the minute, four times round (seed %i)', (seed) => {
    const [main] = planOf(4, seed);
    expect([main?.moves.map((m) => m.name), main?.rounds]).toEqual([['Crate deadlift', 'Push-up', 'Split squat'], 4]);
  });
  it('has the sets of moves that are done again at once', () => {
    const [main] = planOf(1, 1);
    expect([
      main?.moves.map((m) => m.name),
      main?.rounds,
      main?.scheme.kind === 'interval' ? main.scheme.sets : 0,
    ]).toEqual([['High knees', 'Squat jump', 'Mountain climber'], 2, 4]);
  });
});
