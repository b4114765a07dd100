import { describe, expect, it } from 'vitest';
import { compile } from '../../core/plan/compile.ts';
import type { Plan } from '../../core/plan/plan.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import {
  addBlock,
  addMove,
  changeKind,
  changeMove,
  duplicateMove,
  freeId,
  keepIds,
  removeBlock,
  removeMove,
  shiftBlock,
  shiftMove,
} from './edit-plan.ts';

const plan = readOutline(`# Edit
## Warm-up: warm-up, 30/0
- March on the spot
- Shoulder rolls
## Water: water 0:20
## Main: circuit, 2 rounds, 40/20
- Squat
- Row
- Plank
`).value;
const names = (p: Plan) => p.blocks.map((b) => `${b.name}: ${b.moves.map((m) => m.name).join(', ')}`);
const ids = (p: Plan) => p.blocks.flatMap((b) => [b.id, ...b.moves.map((m) => m.id)]);

describe('editing a plan', () => {
  it('never gives an id twice', () => {
    let p = plan;
    for (let i = 0; i < 20; i++) {
      p = addMove(p, 'b3', null, `Move ${i}`).plan;
      p = addBlock(p, 'circuit', null).plan;
      expect(new Set(ids(p)).size).toBe(ids(p).length);
    }
    expect(ids(p)).not.toContain(freeId(p, 'b'));
  });

  it('adds a block after another or at the end, with its usual timing', () => {
    const after = addBlock(plan, 'cool-down', 'b1');
    expect(after.plan.blocks.map((b) => b.name)).toEqual(['Warm-up', 'Cool-down', 'Water', 'Main']);
    expect(after.plan.blocks[1]?.scheme.kind).toBe('hold');
    expect(addBlock(plan, 'talk', null).plan.blocks.at(-1)?.kind).toBe('talk');
  });

  it('adds a move after another, duplicates and deletes', () => {
    const added = addMove(plan, 'b3', 'b3m1', 'Lunge').plan;
    expect(names(added)[2]).toBe('Main: Squat, Lunge, Row, Plank');
    const move = added.blocks[2]?.moves[1];
    const twice = duplicateMove(added, 'b3', move as never).plan;
    expect(names(twice)[2]).toBe('Main: Squat, Lunge, Lunge, Row, Plank');
    expect(names(removeMove(twice, 'b3', move?.id ?? ''))[2]).toBe('Main: Squat, Lunge, Row, Plank');
    expect(names(removeBlock(plan, 'b2'))).toHaveLength(2);
  });

  it('moves a move inside its block, and over its edge into the next block that holds moves', () => {
    expect(names(shiftMove(plan, 'b3', 'b3m1', 1))[2]).toBe('Main: Row, Squat, Plank');
    const up = shiftMove(plan, 'b3', 'b3m1', -1);
    expect(names(up)).toEqual(['Warm-up: March on the spot, Shoulder rolls, Squat', 'Water: ', 'Main: Row, Plank']);
    expect(names(shiftMove(up, 'b1', 'b3m1', 1))).toEqual(names(plan));
    expect(shiftMove(plan, 'b1', 'b1m1', -1)).toBe(plan);
    expect(shiftMove(plan, 'b3', 'b3m3', 1)).toBe(plan);
  });

  it('moves a block up and down and stops at the ends', () => {
    expect(shiftBlock(plan, 'b2', -1).blocks.map((b) => b.name)).toEqual(['Water', 'Warm-up', 'Main']);
    expect(shiftBlock(plan, 'b1', -1)).toBe(plan);
    expect(shiftBlock(plan, 'b3', 1)).toBe(plan);
  });

  it('keeps what it can when a block changes its kind', () => {
    const [, , main] = plan.blocks;
    expect(changeKind(main as never, 'strength')).toMatchObject({
      kind: 'strength',
      scheme: main?.scheme,
      moves: main?.moves,
    });
    expect(changeKind(main as never, 'water')).toMatchObject({ kind: 'water', scheme: { kind: 'plain' }, moves: [] });
  });

  it('changes one move and no other', () => {
    const changed = changeMove(plan, 'b3', 'b3m2', (m) => ({ ...m, name: 'Broomstick row' }));
    expect(names(changed)[2]).toBe('Main: Squat, Broomstick row, Plank');
    expect(changed.blocks[0]).toBe(plan.blocks[0]);
  });
});

describe('a plan read anew from its outline', () => {
  const again = (text: string) => keepIds(plan, readOutline(text).value);

  it('keeps the ids of blocks and moves that are still there, so that cues keep their segments', () => {
    const next = again('# Edit\n## Hello: talk 0:10\n## Main: circuit, 3 rounds, 30/10\n- Lunge\n- Plank\n- Squat\n');
    const main = next.blocks[1];
    expect(main?.id).toBe('b3');
    expect(main?.moves.map((m) => m.id).slice(1)).toEqual(['b3m3', 'b3m1']);
    expect(new Set(ids(next)).size).toBe(ids(next).length);
    const keys = (p: Plan) =>
      compile(p)
        .segments.filter((s) => s.label === 'Squat' && s.round === 1)
        .map((s) => s.key);
    expect(keys(next)).toEqual(keys(plan));
  });

  it('gives new ids to what is new, never one that was used before', () => {
    const next = again('# Edit\n## Other: 40/20\n- One\n- Two\n');
    for (const id of ids(next)) expect(ids(plan)).not.toContain(id);
  });

  it('keeps two moves of one name apart', () => {
    const next = again('# Edit\n## Main: 40/20\n- Squat\n- Squat\n');
    expect(next.blocks[0]?.moves[0]?.id).toBe('b3m1');
    expect(next.blocks[0]?.moves[1]?.id).not.toBe('b3m1');
  });
});
