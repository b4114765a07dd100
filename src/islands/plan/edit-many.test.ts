import { describe, expect, it } from 'vitest';
import { compile } from '../../core/plan/compile.ts';
import { type Plan } from '../../core/plan/plan.ts';
import { newBlock } from '../../core/plan/new-plan.ts';
import type { Cue } from '../../core/script/cue.ts';
import { asLength } from '../../core/time/micros.ts';
import { newDocument } from '../../core/workout/document.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import {
  blockAsText,
  dropBlock,
  dropMoves,
  duplicateBlock,
  duplicateWithLines,
  duplicateMoves,
  insertBlocks,
  insertMoves,
  movesAsText,
  readBlockName,
  readMoveName,
  readPasted,
  removeMoves,
  shiftMoves,
  splitBlock,
  blockTrouble,
  moveTrouble,
} from './edit-many.ts';
import { changeKind, removeBlock } from './edit-plan.ts';
import { useSelection } from './selection.ts';

const plan = readOutline('# M\n## One: 30/10\n- A\n- B\n- C\n## Water: water 0:20\n## Two: 40/20\n- D\n- E').value;
const names = (p: Plan) => p.blocks.map((b) => `${b.name}: ${b.moves.map((m) => m.name).join(' ')}`);
const id = (name: string) => plan.blocks.flatMap((b) => b.moves).find((m) => m.name === name)?.id ?? '';
const ids = (...list: string[]) => new Set(list.map(id));
const unique = (p: Plan) => {
  const all = p.blocks.flatMap((b) => [b.id, ...b.moves.map((m) => m.id)]);
  return new Set(all).size === all.length;
};
const [one, water, two] = plan.blocks.map((b) => b.id) as [string, string, string];

describe('several moves at once', () => {
  it('are removed, duplicated with new ids and shifted as a group, over the edge of a block', () => {
    expect(names(removeMoves(plan, ids('A', 'E')))).toEqual(['One: B C', 'Water: ', 'Two: D']);
    const twice = duplicateMoves(plan, ids('A', 'B', 'D'));
    expect([names(twice.plan), unique(twice.plan), twice.ids.length]).toEqual([
      ['One: A B A B C', 'Water: ', 'Two: D D E'],
      true,
      3,
    ]);
    expect(names(shiftMoves(plan, ids('B', 'C'), 1))).toEqual(['One: A', 'Water: ', 'Two: B C D E']);
    expect(names(shiftMoves(plan, ids('A', 'B'), -1))).toEqual(names(plan));
  });
  it('are dropped together before another move or at the end, never into a block without moves', () => {
    expect(names(dropMoves(plan, ids('A', 'C'), two, id('E')))).toEqual(['One: B', 'Water: ', 'Two: D A C E']);
    expect(names(dropMoves(plan, ids('D'), one, null))).toEqual(['One: A B C D', 'Water: ', 'Two: E']);
    expect(dropMoves(plan, ids('D'), water, null)).toBe(plan);
  });
  it('are chosen from an anchor', () => {
    const { extend, toggle, clear } = useSelection.getState();
    extend(['a', 'b', 'c', 'd'], 'b', 'd');
    expect([...useSelection.getState().ids]).toEqual(['b', 'c', 'd']);
    extend(['a', 'b', 'c', 'd'], 'd', 'a');
    expect([...useSelection.getState().ids]).toEqual(['a', 'b']);
    toggle('a');
    expect([...useSelection.getState().ids]).toEqual(['b']);
    clear();
    expect(useSelection.getState().ids.size).toBe(0);
  });
});

describe('blocks', () => {
  it('are dropped, duplicated and split', () => {
    expect(names(dropBlock(plan, two, one))[0]).toBe('Two: D E');
    expect(names(dropBlock(plan, one, null)).at(-1)).toBe('One: A B C');
    const copy = duplicateBlock(plan, one).plan;
    expect([names(copy).slice(0, 2), unique(copy)]).toEqual([['One: A B C', 'One: A B C'], true]);
    const split = splitBlock(plan, one, id('C'), newBlock('x', 'set-up', 'Set up'));
    expect([names(split), unique(split)]).toEqual([
      ['One: A B', 'Set up: ', 'One, second part: C', 'Water: ', 'Two: D E'],
      true,
    ]);
    expect(split.blocks[2]?.moves[0]?.id).toBe(id('C'));
  });
});

describe('text', () => {
  it('goes out as an outline and comes back the same, into any workout', () => {
    const pasted = readPasted(`${movesAsText(plan, ids('A', 'D'))}\n`);
    expect(pasted?.moves.map((m) => m.name)).toEqual(['A', 'D']);
    expect(names(insertMoves(plan, two, 0, pasted?.moves ?? []).plan)[2]).toBe('Two: A D D E');
    const whole = readPasted(blockAsText(plan.blocks[0] as never));
    const { plan: more } = insertBlocks(plan, whole?.blocks ?? [], 1);
    expect([names(more)[1], compile(more).total - compile(plan).total]).toEqual(['One: A B C', 120e6]);
  });
  it('is read as moves from any plain list, and left alone where it is one line of words', () => {
    expect(readPasted('1. Squat\n2) Row\n• Plank')?.moves.map((m) => m.name)).toEqual(['Squat', 'Row', 'Plank']);
    expect(readPasted('just a few words')).toBeNull();
  });
  it('typed into a name gives settings: Main: 3 rounds, 40/20 and Row | sides own', () => {
    expect(readBlockName('Main: 3 rounds, 40/20')).toMatchObject({
      name: 'Main',
      rounds: 3,
      scheme: { kind: 'interval', workUs: 40e6, restUs: 20e6 },
    });
    expect([readBlockName('Main'), readBlockName('Main: purple')]).toEqual([null, null]);
    expect(readMoveName('Row | sides own | needs: crate')).toMatchObject({
      name: 'Row',
      sides: { kind: 'own', first: 'left' },
      needs: ['crate'],
    });
    expect(readMoveName('Row')).toBeNull();
  });
});

describe('what is typed and cannot be read', () => {
  it.each([
    ['Row | sides own', null],
    ['Row', null],
    ['Row | reps 12', null],
    ['Row | twice as fast', '“twice as fast” is not a setting of a move.'],
  ])('a move “%s”: %s', (text, says) => expect(moveTrouble(text)).toBe(says));
  it.each([
    ['Main: 40/20, 3 rounds', null],
    ['Main', null],
    ['Main: 40 by 20', '“40 by 20” is not a setting of a block.'],
  ])('a block “%s”: %s', (text, says) => expect(blockTrouble(text)).toBe(says));
});

describe('a block that is there twice', () => {
  it('keeps the lines that were written for it, each with its own key and in its own order', () => {
    const { value: plan } = readOutline('# T\n## A: 2 rounds, 40/20\n- Squat\n- Row\n## B: 20/0\n- Hop');
    const keys = compile(plan).segments.map((s) => s.key);
    const line = (id: string, segmentKey: string, anchor: Cue['anchor']): Cue => ({
      ...{ id, segmentKey, anchor },
      kind: 'form',
      text: id,
    });
    const at = { kind: 'half' } as const;
    const cues = [
      line('c1', keys[0]!, at),
      line('c2', keys[0]!, { kind: 'after', cueId: 'c1', gapUs: asLength(0) }),
      line('c3', keys.at(-1)!, at),
    ];
    const first = newDocument('T');
    const { document, id } = duplicateWithLines({ ...first, plan, script: { ...first.script, cues } }, 'b1');
    const [old, copied] = [document.script.cues.slice(0, 3), document.script.cues.slice(3)];
    expect(old).toEqual(cues);
    const own = new Set(
      compile(document.plan)
        .segments.filter((s) => s.blockId === id)
        .map((s) => s.key),
    );
    expect(copied.map((c) => [c.text, own.has(c.segmentKey)])).toEqual([
      ['c1', true],
      ['c2', true],
    ]);
    expect(copied[1]?.anchor).toMatchObject({ kind: 'after', cueId: copied[0]?.id });
  });
});

describe('blocks that show others or do them again', () => {
  const made = readOutline('# T\n## A: 40/20\n- Squat\n## B: 40/20\n- Row\n## Again: repeat A and B').value;
  it('are put in with what came along under its new ids, not under a block of the plan that has the old one', () => {
    const pasted = readOutline('# P\n## X: 40/20\n- Jab\n## Once more: repeat X').value.blocks;
    const { plan: next } = insertBlocks(made, pasted, 3);
    const again = next.blocks.at(-1);
    expect(again?.of).toEqual([next.blocks.find((b) => b.name === 'X')?.id]);
    expect(next.blocks.find((b) => b.name === 'Again')?.of).toEqual(['b1', 'b2']);
  });
  it('forget a block that is deleted, and do both parts of one that is split', () => {
    expect(removeBlock(made, 'b1').blocks.at(-1)?.of).toEqual(['b2']);
    const two = readOutline('# T\n## A: 40/20\n- Squat\n- Row\n## Again: repeat A').value;
    const setUp = { ...newBlock('s', 'set-up', 'Set up') };
    expect(splitBlock(two, 'b1', 'b1m2', setUp).blocks.at(-1)?.of).toHaveLength(2);
  });
  it('of another kind name nobody any more', () => {
    const again = made.blocks[2];
    expect(again && 'of' in changeKind(again, 'circuit')).toBe(false);
  });
});
