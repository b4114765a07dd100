import { describe, expect, it } from 'vitest';
import { compile } from '../plan/compile.ts';
import { isActive } from '../plan/segment.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { livingClass, loosen } from '../../../tests/support/living-class.ts';
import { SCHOOLS } from '../../../tests/support/schools.ts';
import { corridor } from './coarse-to-fine.ts';
import { type Grid, beyondRewards, edgeCosts, rewardsFor } from './emission-scores.ts';
import { hear } from '../calls/detect-calls.ts';
import { search } from './viterbi.ts';
import { shapeOf } from './duration-model.ts';
import { tokensOf } from '../transcript/transcript.ts';

/** Everything a search of one made class needs, on a grid of a second. */
function problem(outline: string, seed: number) {
  const plan = readOutline(outline).value;
  const take = loosen(
    livingClass(plan, seed, {
      misheard: 0.2,
      leaveOut: seed % 2 === 0 ? [compile(plan).segments.filter(isActive)[3]?.index ?? 0] : [],
    }),
    seed,
  );
  const tokens = tokensOf(take.transcript, take.duration);
  const heard = hear(
    tokens,
    take.segments.filter(isActive).map((s) => s.label),
  );
  const grid: Grid = { stepUs: 1e6, cells: Math.ceil(take.duration / 1e6) };
  return {
    take,
    grid,
    shapes: take.segments.map((s) => shapeOf(s)),
    rewards: rewardsFor(take.segments, heard, grid, tokens[0]?.at ?? null),
    beyond: beyondRewards(heard, grid),
    edges: edgeCosts(heard, grid),
  };
}

describe('the corridor', () => {
  it.each(SCHOOLS.map(([name, outline]) => [name, outline] as const))(
    'of %s leaves the answer as it is, and most places out',
    (_, outline) => {
      for (const seed of [1, 2]) {
        const { shapes, rewards, grid, beyond, edges } = problem(outline, seed);
        const { worthTrying } = corridor(shapes, rewards, grid, new Set(), beyond, edges);
        const [whole, along] = [
          search(shapes, rewards, grid, new Set(), beyond, edges),
          search(shapes, rewards, grid, new Set(), beyond, edges, worthTrying),
        ];
        expect(along.pieces).toEqual(whole.pieces);
        for (const [k, sure] of whole.filmed.entries()) expect(along.filmed[k]).toBeCloseTo(sure, 2);
        const tried =
          worthTrying.reduce((sum, cells) => sum + cells.reduce((a, b) => a + b, 0), 0) /
          (worthTrying.length * (grid.cells + 1));
        expect(tried).toBeLessThan(0.7);
      }
    },
  );
});

describe('a path', () => {
  it('tiles the take in the order of the plan, each segment at most once', () => {
    for (const [, outline] of SCHOOLS) {
      const { shapes, rewards, grid, beyond, edges } = problem(outline, 2);
      const { pieces } = search(shapes, rewards, grid, new Set(), beyond, edges);
      const order = pieces.flatMap((p) => (p.segment === null ? [] : [p.segment]));
      expect(order).toEqual([...new Set(order)].sort((a, b) => a - b));
      for (const [i, p] of pieces.entries()) if (i > 0) expect(p.start).toBe(pieces[i - 1]?.end);
    }
  });
  it('leaves out no pinned segment', () => {
    const { shapes, rewards, grid, beyond, edges } = problem(SCHOOLS[0]?.[1] ?? '', 2);
    const all = new Set(shapes.keys());
    expect(search(shapes, rewards, grid, all, beyond, edges).pieces.filter((p) => p.segment !== null).length).toBe(
      shapes.length,
    );
  });
});
