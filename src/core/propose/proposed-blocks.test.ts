import { describe, expect, it } from 'vitest';
import { anySeconds } from '../../../tests/support/times.ts';
import { SHIPPED_BOOK } from '../exercise/library.ts';
import { blocksOf } from './proposed-blocks.ts';

/** Blocks of a class of ten minutes, from the seconds at which each move begins and ends. */
function blocks(rows: readonly (readonly [label: string, start: number, end: number])[]) {
  const intervals = rows.map(([label, start, end]) => ({
    label,
    start: anySeconds(start),
    end: anySeconds(end),
    side: null,
    named: true,
  }));
  const told = {
    words: { tokens: [], language: 'en' as const },
    duration: anySeconds(600),
    said: { work: null, rest: null },
    book: SHIPPED_BOOK,
  };
  return blocksOf(intervals, told, []).map((b) => [b.kind, b.moves.map((m) => m.name).join(', ')]);
}

describe('blocks of what was heard', () => {
  it('are parted by a long break, which is talk', () => {
    expect(
      blocks([
        ['March on the spot', 40, 70],
        ['Heel digs', 75, 105],
        ['Squat', 150, 190],
        ['Row', 200, 240],
        ['Glute bridge', 250, 290],
        ['Dead bug', 300, 340],
      ]),
    ).toEqual([
      ['talk', ''],
      ['warm-up', 'March on the spot, Heel digs'],
      ['talk', ''],
      ['circuit', 'Squat, Row, Glute bridge, Dead bug'],
      ['talk', ''],
    ]);
  });
  it('are not, where every break of the class is long', () => {
    expect(
      blocks([
        ['Squat', 60, 90],
        ['Row', 130, 160],
        ['Glute bridge', 205, 235],
        ['Dead bug', 275, 305],
        ['Plank', 350, 380],
      ]).filter(([kind]) => kind !== 'talk'),
    ).toHaveLength(1);
  });
  // Common practice: nobody warms up for half of a class, and nobody cools down in its first two thirds.
  it('no warm-up lasts half of the class', () => {
    const long = blocks([
      ['March on the spot', 40, 110],
      ['Heel digs', 120, 190],
      ['Squat', 200, 270],
      ['Row', 280, 350],
      ['Calf stretch', 460, 490],
    ]);
    expect(long[1]).toEqual(['circuit', 'March on the spot, Heel digs, Squat, Row']);
    expect(long.at(-2)).toEqual(['cool-down', 'Calf stretch']);
  });
  it('a stretch between other moves is no cool-down', () => {
    const kinds = blocks([
      ['March on the spot', 40, 70],
      ['Calf stretch', 80, 110],
      ['Squat', 120, 150],
      ['Row', 160, 190],
    ]).map(([kind]) => kind);
    expect(kinds).not.toContain('cool-down');
  });
});
