import { describe, expect, it } from 'vitest';
import type { ViewerSegment } from '../core/delivery/viewer-class.ts';
import { afterMove, afterRound, cardRows, endingMove, roundStart, segmentAt, thisMove } from './rounds.ts';

const usual = { dose: '40 s', ownPace: false, rounds: 1, atHome: null, easier: null, harder: null, needs: [] };
/** Two rounds of two moves with breaks, a talk before and a hold after. */
const SEGMENTS: readonly ViewerSegment[] = [
  ['talk', 'Hello', 'Hello', 1],
  ['work', 'Squat', 'Main', 1],
  ['rest', 'Rest', 'Main', 1],
  ['work', 'Row', 'Main', 1],
  ['rest', 'Rest', 'Main', 2],
  ['work', 'Squat', 'Main', 2],
  ['rest', 'Rest', 'Main', 2],
  ['work', 'Row', 'Main', 2],
  ['hold', 'Plank', 'End', 1],
].map(([kind, label, block, round], i) => ({
  ...usual,
  ...{ kind: kind as ViewerSegment['kind'], label: String(label), block: String(block), round: Number(round) },
  ...{ from: i * 10, to: i * 10 + 10 },
}));

describe('finding one’s way in a class', () => {
  it('a time is in the segment that began last', () => {
    expect([0, 9.99, 10, 55, 200].map((t) => segmentAt(SEGMENTS, t))).toEqual([0, 0, 1, 5, 8]);
  });
  it('a move that is left out leads to the next move, not to its break', () => {
    expect([0, 1, 2, 3, 7, 8].map((i) => afterMove(SEGMENTS, i))).toEqual([1, 3, 3, 5, 8, null]);
  });
  it('a move begins again; in a break it is the one before', () => {
    expect([1, 2, 4, 8, 0].map((i) => thisMove(SEGMENTS, i))).toEqual([1, 1, 3, 8, 0]);
  });
  it('a round begins again or is left out, the last one of a block into the next block', () => {
    expect([1, 3, 5, 7, 8].map((i) => roundStart(SEGMENTS, i))).toEqual([1, 1, 4, 4, 8]);
    expect([1, 3, 5, 8].map((i) => afterRound(SEGMENTS, i))).toEqual([4, 4, 8, null]);
  });
  it('a move of repetitions is stopped at its end though frames were dropped, not where one went elsewhere', () => {
    const own = SEGMENTS.map((s, i) => ({ ...s, ownPace: i === 1 || i === 3 }));
    const ends = (wasIn: number | null, time: number) => endingMove(own, wasIn, time);
    expect([ends(1, 19.6), ends(1, 19.8), ends(1, 21.4), ends(1, 36), ends(null, 39.9)]).toEqual([null, 1, 1, 1, 3]);
    expect([ends(null, 21.4), ends(3, 12), ends(2, 29.9), ends(8, 89.9)]).toEqual([null, null, null, null]);
  });
  it('the card has each move of a block once, with how often it comes', () => {
    expect(cardRows(SEGMENTS)).toEqual([
      { block: 'Main', label: 'Squat', dose: '40 s', rounds: 2, atHome: null },
      { block: 'Main', label: 'Row', dose: '40 s', rounds: 2, atHome: null },
      { block: 'End', label: 'Plank', dose: '40 s', rounds: 1, atHome: null },
    ]);
  });
});
