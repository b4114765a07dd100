import type { Block, Move, Plan } from './plan.ts';

/** Counts of an element of a combination; 0 where it has none. */
const countsOf = (move: Move) => (move.dose?.kind === 'counts' ? move.dose.counts : 0);

/**
 * The plan with the counts and the equipment of each element that is the whole combination of another block: the sum
 * of that one's own elements. An element whose block is gone, or names such an element itself, has what it says itself.
 */
export function withCombined(plan: Plan): Plan {
  if (!plan.blocks.some((b) => b.moves.some((m) => m.allOf !== undefined))) return plan;
  const by = new Map(plan.blocks.map((b) => [b.id, b]));
  return { ...plan, blocks: plan.blocks.map((b) => ({ ...b, moves: b.moves.map((m) => combined(m, by)) })) };
}

function combined(move: Move, blocks: ReadonlyMap<string, Block>): Move {
  const whole = blocks.get(move.allOf ?? '')?.moves ?? [];
  // A combination cannot contain itself.
  const own = whole.some((m) => m.id === move.id) ? [] : whole.filter((m) => m.allOf === undefined);
  const counts = own.reduce((sum, m) => sum + countsOf(m), 0);
  if (counts === 0) return move;
  return {
    ...move,
    position: move.position ?? own[0]?.position ?? null,
    needs: [...new Set([...move.needs, ...own.flatMap((m) => m.needs)])],
    dose: { kind: 'counts', counts, milliBpm: null },
  };
}
