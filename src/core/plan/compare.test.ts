import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planArbitrary } from '../../../tests/arbitrary/plan.arbitrary.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { comparePlans, movedKeys } from './compare.ts';
import { compile } from './compile.ts';
import type { Plan } from './plan.ts';

const plan = readOutline(
  '# C\n## Warm-up: 30/0\n- March on the spot\n- Hip circles\n## Main: 2 rounds, 40/20\n- Squat\n- Row\n- Plank\n',
).value;
const block = (at: number, next: Partial<Plan['blocks'][number]>): Plan => ({
  ...plan,
  blocks: plan.blocks.map((b, i) => (i === at ? { ...b, ...next } : b)),
});
const moves = (at: number) => plan.blocks[at]?.moves ?? [];
const says = (after: Plan) =>
  comparePlans(plan, after).differences.map(
    (d) => `${d.kind} ${d.place}${d.fields.length > 0 ? `: ${d.fields.join(', ')}` : ''}`,
  );

describe('comparing two versions', () => {
  it('finds nothing between a plan and itself, whatever the plan', () => {
    fc.assert(
      fc.property(planArbitrary, (any) => {
        const same = comparePlans(any, structuredClone(any));
        expect([same.differences, same.beforeUs, same.afterUs]).toEqual([[], compile(any).total, compile(any).total]);
      }),
      { seed: 31, numRuns: 40 },
    );
  });
  it('names what is new, gone, moved and changed', () => {
    const [squat, row, plank] = moves(1);
    expect(says(block(1, { rounds: 3 }))).toEqual(['changed Main: rounds']);
    expect(says(block(1, { moves: [row, squat, plank] as never }))).toEqual(['moved Main: Squat: after Row']);
    expect(says(block(1, { moves: [squat, plank] as never }))).toEqual(['removed Main: Row']);
    expect(says(block(1, { moves: [{ ...squat, workUs: 30e6 }, row, plank] as never }))).toEqual([
      'changed Main: Squat: own work',
    ]);
    expect(says({ ...plan, blocks: [...plan.blocks].reverse() })).toEqual(['moved Warm-up: after Main']);
    expect(says({ ...plan, cueing: 'own' })).toEqual(['changed C: cueing']);
  });
  it('follows a move into another block', () => {
    const [squat, ...rest] = moves(1);
    const after = {
      ...plan,
      blocks: plan.blocks.map((b, i) =>
        i === 0 ? { ...b, moves: [...b.moves, squat as never] } : { ...b, moves: rest },
      ),
    };
    expect(says(after)).toEqual(['moved Warm-up: Squat: from Main']);
  });
  it('gives the length of each block before and after, and they sum to the class', () => {
    const { lengths, beforeUs, afterUs } = comparePlans(plan, block(1, { rounds: 3 }));
    expect(lengths).toEqual([
      { name: 'Warm-up', beforeUs: 60e6, afterUs: 60e6 },
      { name: 'Main', beforeUs: 360e6, afterUs: 540e6 },
    ]);
    expect([beforeUs, afterUs]).toEqual([420e6, 600e6]);
  });
  it('lifts as few items as can be', () => {
    expect(movedKeys(['a', 'b', 'c', 'd'], ['b', 'c', 'd', 'a'])).toEqual(['a']);
    expect(movedKeys(['a', 'b'], ['a', 'b'])).toEqual([]);
    fc.assert(
      fc.property(fc.shuffledSubarray(['a', 'b', 'c', 'd', 'e', 'f'], { minLength: 6 }), (after) => {
        const before = ['a', 'b', 'c', 'd', 'e', 'f'];
        const lifted = movedKeys(before, after);
        const stay = (list: readonly string[]) => list.filter((k) => !lifted.includes(k));
        expect(stay(after)).toEqual(stay(before));
        // Plain enumeration: no smaller set does.
        const smaller = [...Array(64).keys()].some((bits) => {
          const set = before.filter((_, i) => (bits >> i) & 1);
          return (
            set.length < lifted.length &&
            before.filter((k) => !set.includes(k)).join() === after.filter((k) => !set.includes(k)).join()
          );
        });
        expect(smaller).toBe(false);
      }),
      { seed: 32, numRuns: 60 },
    );
  });
});
