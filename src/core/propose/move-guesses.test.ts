import { describe, expect, it } from 'vitest';
import { SHIPPED_BOOK } from '../exercise/library.ts';
import { possibleMoves } from './move-guesses.ts';

const texts = [
  'good morning keepers',
  'back heel down',
  'long straight leg behind you',
  'press into the wall',
  'lovely',
  'left and right',
  'shoulders up to your ears',
  'and roll them back and down',
];
const moves = possibleMoves(texts, ['Smoker swing'], SHIPPED_BOOK, 'en');
const of = (label: string) => moves.find((m) => m.label === label);
const said = (label: string, from: number, to: number) => {
  const move = of(label);
  return move === undefined ? NaN : move.saidUpTo[to]! - move.saidUpTo[from]!;
};

describe('what an interval may be', () => {
  it('has the moves that were heard, then those of the library without a prop', () => {
    expect(moves[0]).toMatchObject({ label: 'Smoker swing', heard: 0 });
    const guesses = moves.slice(1);
    expect(guesses.every((m) => m.heard === null)).toBe(true);
    for (const { label } of guesses) expect(SHIPPED_BOOK.named(label)?.equipment).toEqual([]);
  });
  // What is said of a calf stretch and of shoulder rolls: common practice.
  it('is told by what people say of it', () => {
    expect(said('Calf stretch', 1, 4)).toBeGreaterThan(1);
    expect(said('Calf stretch', 1, 4)).toBeGreaterThan(said('Shoulder rolls', 1, 4));
    expect(said('Shoulder rolls', 6, 8)).toBeGreaterThan(said('Calf stretch', 6, 8));
  });
  it('is not told by sides, of which any move may have two', () => {
    for (const { spoken } of moves) expect(spoken[6]).toBe(spoken[5]);
  });
  it('knows a stretch, which comes late', () => {
    expect(of('Calf stretch')?.stretch).toBe(true);
    expect(of('Shoulder rolls')?.stretch).toBe(false);
  });
  it('counts nothing for what is said all the time', () => {
    for (const { saidUpTo } of moves) expect(saidUpTo[texts.length]).toBeCloseTo(0, 9);
  });
  it('has no two guesses of which the same is said', () => {
    const keys = moves.slice(1).map((m) => [...m.saidUpTo].map((v) => v.toFixed(6)).join(' '));
    expect(new Set(keys).size).toBe(keys.length);
  });
});
