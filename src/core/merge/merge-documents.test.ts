import { withTake } from '../workout/document.ts';
import { describe, expect, it } from 'vitest';
import { brokenLaws } from '../../../tests/support/merge-laws.ts';
import { EDITED, renamed } from '../../../tests/support/random-edits.ts';
import { newBlock, newMove } from '../plan/new-plan.ts';
import type { WorkoutDocument } from '../workout/document.ts';
import { mergeDocuments } from './merge-documents.ts';
import { mergeOrder } from './merge-order.ts';

const blocks = (
  d: WorkoutDocument,
  next: (b: WorkoutDocument['plan']['blocks']) => WorkoutDocument['plan']['blocks'],
) => ({
  ...d,
  plan: { ...d.plan, blocks: next(d.plan.blocks) },
});
const names = (d: WorkoutDocument) => d.plan.blocks.map((b) => [b.name, ...b.moves.map((m) => m.name)].join(' '));

describe('two windows on one workout', () => {
  it('rename the move that was meant, though a block was put in before it', () => {
    const theirs = blocks(EDITED, (b) => [
      { ...newBlock('b9', 'circuit', 'New'), moves: [newMove('m1', 'Squat jump')] },
      ...b,
    ]);
    const { document, clashes } = mergeDocuments(EDITED, renamed('Lunge', 'Reverse lunge')(EDITED), theirs);
    expect(clashes).toEqual([]);
    expect(names(document).slice(0, 3)).toEqual([
      'New Squat jump',
      'Warm-up March Arm circles',
      'Hive circuit Squat Row Reverse lunge Plank',
    ]);
  });
  it('ask where both renamed one thing, and take what is chosen', () => {
    const [mine, theirs] = [renamed('Row', 'Bent row')(EDITED), renamed('Row', 'Broomstick row')(EDITED)];
    const { clashes } = mergeDocuments(EDITED, mine, theirs);
    expect(clashes).toMatchObject([{ path: ['name'], base: 'Row', mine: 'Bent row', theirs: 'Broomstick row' }]);
    const chosen = mergeDocuments(EDITED, mine, theirs, new Map([[clashes[0]?.key ?? '', 'mine']]));
    expect(names(chosen.document)[1]).toBe('Hive circuit Squat Bent row Lunge Plank');
  });
  it('ask where one removed a block in which the other wrote', () => {
    const gone = blocks(EDITED, (b) => b.filter((x) => x.name !== 'Hive circuit'));
    const { document, clashes } = mergeDocuments(EDITED, gone, renamed('Row', 'Bent row')(EDITED));
    expect(clashes.map((c) => [c.entity, c.path, c.mine === undefined])).toEqual([['block:b2', [], true]]);
    expect(names(document)[1]).toContain('Bent row');
    const chosen = mergeDocuments(EDITED, gone, renamed('Row', 'Bent row')(EDITED), new Map([['block:b2', 'mine']]));
    expect(names(chosen.document)).toEqual(names(gone));
  });
  it('both add a move, which get the same id: both are there, with the lines that were written for them', () => {
    const adding = (name: string, text: string): WorkoutDocument => {
      const d = blocks(EDITED, (b) =>
        b.map((x, i) => (i === 1 ? { ...x, moves: [...x.moves, newMove('m20', name)] } : x)),
      );
      const cue = { ...EDITED.script.cues[0], id: 'c20', segmentKey: 'b2/m20/r1/s1/work/both', text };
      return { ...d, script: { ...d.script, cues: [...d.script.cues, cue as (typeof d.script.cues)[number]] } };
    };
    const { document, clashes } = mergeDocuments(EDITED, adding('Crab', 'Hips up'), adding('Bear', 'Knees off'));
    expect(clashes).toEqual([]);
    expect(names(document)[1]).toBe('Hive circuit Squat Row Lunge Plank Bear Crab');
    const moves = document.plan.blocks[1]?.moves ?? [];
    const said = (name: string) =>
      document.script.cues.find((c) => c.segmentKey.includes(`/${moves.find((m) => m.name === name)?.id}/`))?.text;
    expect([said('Crab'), said('Bear')]).toEqual(['Hips up', 'Knees off']);
  });
  it('looked at different takes: what was decided about one is never laid on the other, and both is kept', () => {
    const [first, other, third] = [EDITED.edit.takeId, '22222222-2222-4222-8222-222222222222', '3'.repeat(8)];
    const looking = (takeId: string | null) => ({ ...EDITED, edit: withTake(EDITED.edit, takeId) });
    const pin = { segmentKey: 'b1/b1m1/r1/s1/work/both', edge: 'start' as const, at: EDITED.edit.pins[0]!.at };
    const mine: WorkoutDocument = { ...EDITED, edit: { ...looking(other).edit, pins: [pin], accepted: true } };
    const theirs: WorkoutDocument = { ...EDITED, edit: { ...EDITED.edit, pins: [...EDITED.edit.pins, pin] } };
    const { document, clashes } = mergeDocuments(EDITED, mine, theirs);
    expect([clashes, document.edit.takeId, document.edit.accepted, document.edit.pins]).toEqual([
      [],
      other,
      true,
      [pin],
    ]);
    expect(withTake(document.edit, first)).toMatchObject({ pins: theirs.edit.pins, accepted: EDITED.edit.accepted });
    // Two takes in hand cannot be: that is asked, and nothing else.
    const both = mergeDocuments(EDITED, mine, looking(third));
    expect(both.clashes.map((c) => [c.entity, c.mine, c.theirs])).toEqual([['take', other, third]]);
    expect(both.document.edit.takeId).toBe(third);
    expect(withTake(both.document.edit, other).pins).toEqual([pin]);
    expect(withTake(both.document.edit, first).pins).toEqual(EDITED.edit.pins);
  });
  it('a free combination follows its moves, wherever a move is put in', () => {
    const free = blocks(EDITED, (b) =>
      b.map((x, i) =>
        i === 1 ? { ...x, scheme: { kind: 'choreography', build: 'free', milliBpm: 120_000, free: [[0], [0, 2]] } } : x,
      ),
    );
    const theirs = blocks(free, (b) =>
      b.map((x, i) =>
        i === 1
          ? {
              ...x,
              scheme: { kind: 'choreography', build: 'free', milliBpm: 120_000, free: [[1], [1, 3]] },
              moves: [newMove('m30', 'Step touch'), ...x.moves],
            }
          : x,
      ),
    );
    const { document } = mergeDocuments(free, renamed('Squat', 'Grapevine')(free), theirs);
    expect(document.plan.blocks[1]?.scheme).toMatchObject({ free: [[1], [1, 3]] });
  });
});

describe('laws, on random pairs of edits', () => {
  it('neither touched: unchanged; different things: both win; undo takes back mine alone; a right document', () => {
    for (let seed = 1; seed <= 250; seed++) expect([seed, ...brokenLaws(seed)]).toEqual([seed]);
  });
});

describe('the order of a list', () => {
  const all = new Set('abcdexyz');
  it.each([
    // One side moved c to the front, the other e: both are moved.
    ['abcde', 'cabde', 'abecd', 'caebd'.length],
  ])('keeps every member of %s once', (base, mine, theirs, length) => {
    const merged = mergeOrder([...base], [...mine], [...theirs], all);
    expect(new Set(merged).size).toBe(length);
  });
  it.each([
    ['abcde', 'abcde', 'edcba', 'edcba'],
    ['abcde', 'edcba', 'abcde', 'edcba'],
    ['abc', 'abxc', 'abyc', 'abyxc'],
    ['abcde', 'eabcd', 'abdce', 'eabdc'],
    ['ab', 'xab', 'yab', 'yxab'],
  ])('%s, here %s, there %s: %s', (base, mine, theirs, wanted) => {
    const alive = new Set([...mine, ...theirs]);
    expect(mergeOrder([...base], [...mine], [...theirs], alive).join('')).toBe(wanted);
  });
});
