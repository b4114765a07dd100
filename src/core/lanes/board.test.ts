import { describe, expect, it } from 'vitest';
import { lookClass } from '../../../tests/support/look-classes.ts';
import { plannedProgramme } from '../workout/planned-programme.ts';
import { compile } from '../plan/compile.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import type { Board } from './board.ts';
import { lanes } from './lanes.ts';
import { DEFAULT_RULES } from './rules.ts';

const boardsOf = (outline: string) => {
  const { value } = readOutline(outline);
  const { segments, total } = compile(value);
  return lanes(plannedProgramme(segments, total), { rules: DEFAULT_RULES, overrides: [] }, value).boards;
};
const words = (board: Board) => Object.fromEntries(board.words.map((w) => [w.slot, w.text]));

describe('what can be shown of a segment', () => {
  const { lanes: laid } = lookClass(['Row', 'Squat']);
  const main = laid.boards.filter((b) => b.kind === 'work');
  it('is its round, which move it is, its options, and what comes next with what it needs', () => {
    const [left, right, squat] = main;
    expect(words(left!)).toMatchObject({
      kind: 'work',
      round: 'Round 1 of 3',
      place: 'Move 1 of 2',
      option: 'Easier: hands on the knees · Harder: add a jump',
      next: 'Next: Row, right',
    });
    expect(words(right!)).toMatchObject({ place: 'Move 1 of 2', next: 'Next: Squat · take crate' });
    expect(words(squat!)).toMatchObject({ place: 'Move 2 of 2', next: 'Next: Row, left · take broomstick' });
  });
  it('says what comes in the last ten seconds, and in short work not before its half (common practice)', () => {
    const next = (b: Board) => b.words.find((w) => w.slot === 'next')!;
    expect(next(main[0]!).start).toBe(main[0]!.end - 10e6);
    const [short] = boardsOf('# T\n## A: 12/4\n- Squat\n- Row').filter((b) => b.kind === 'work');
    expect(next(short!).start).toBe(short!.start + 6e6);
  });
  it('says in a break what is to be taken, only what is not at hand already', () => {
    const rests = laid.boards.filter((b) => b.kind === 'rest' || b.kind === 'water').map((b) => words(b).take);
    expect(rests.filter(Boolean)).toEqual(expect.arrayContaining(['Take: crate', 'Take: broomstick']));
    // Both sides of a move need the same.
    expect(rests[0]).toBeUndefined();
  });
  it('spreads repetitions evenly and breathes in halves', () => {
    const reps = laid.boards.find((b) => b.reps.length > 0)!;
    expect(reps.reps).toHaveLength(12);
    expect(reps.reps[0]!.start).toBe(reps.start);
    expect(reps.reps.at(-1)!.end).toBe(reps.end);
    const hold = laid.boards.find((b) => b.kind === 'hold' && b.breaths.length > 0)!;
    expect(hold.breaths.map((b) => b.goes).slice(0, 4)).toEqual(['in', 'out', 'in', 'out']);
    expect(hold.breaths.at(-1)).toMatchObject({ n: 4, of: 4, end: hold.end });
  });
  it('counts phrases of 32 on the beats under it', () => {
    const counted = laid.boards.find((b) => b.beats.length > 0)!;
    expect(counted.beats.map((b) => b.count).slice(30, 34)).toEqual([31, 32, 1, 2]);
    expect(counted.beats.every((b) => b.of === 32)).toBe(true);
  });
  it('says the effort of each phase of a move', () => {
    const phased = boardsOf(
      '# T\n## A: 60/0\n- Sprint | phases: easy 0:30 at 50 %, fast 0:10 at 85 %, easy 0:20',
    ).filter((b) => b.kind === 'work');
    expect(phased.map((b) => words(b).effort)).toEqual(['Effort 50 %', 'Effort 85 %', undefined]);
  });
  it('says how much of the class is done, without a gap', () => {
    const done = laid.boards.flatMap((b) => b.done);
    for (const [i, d] of done.entries()) if (i > 0) expect(d.start).toBe(done[i - 1]!.end);
    expect(done[0]!.share).toBe(0);
    expect(done.at(-1)!.share).toBeCloseTo(1, 1);
  });
});
