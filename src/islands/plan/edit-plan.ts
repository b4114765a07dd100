import { freshIds } from '../../core/plan/ids.ts';
import { type Block, type BlockKind, type Move, type Plan, isPlainBlock } from '../../core/plan/plan.ts';
import { defaultScheme, newBlock, newMove } from '../../core/plan/new-plan.ts';

/** A new id that is not used in the plan. */
export function freeId(plan: Plan, prefix: string): string {
  return freshIds(plan)(prefix);
}

export function changeBlock(plan: Plan, id: string, next: (block: Block) => Block): Plan {
  return { ...plan, blocks: plan.blocks.map((b) => (b.id === id ? next(b) : b)) };
}

export function changeMove(plan: Plan, blockId: string, moveId: string, next: (move: Move) => Move): Plan {
  return changeBlock(plan, blockId, (b) => ({ ...b, moves: b.moves.map((m) => (m.id === moveId ? next(m) : m)) }));
}

const NAMES: Readonly<Record<BlockKind, string>> = {
  'warm-up': 'Warm-up',
  circuit: 'Circuit',
  strength: 'Strength',
  cardio: 'Cardio',
  core: 'Core',
  hold: 'Holds',
  flow: 'Flow',
  'cool-down': 'Cool-down',
  talk: 'Talk',
  'set-up': 'Set-up',
  water: 'Water',
  preview: 'Preview',
  repeat: 'Again',
  part: 'Part',
};

export function addBlock(plan: Plan, kind: BlockKind, after: string | null): { plan: Plan; id: string } {
  const id = freeId(plan, 'b');
  const block = newBlock(id, kind, NAMES[kind]);
  const at = after === null ? plan.blocks.length : plan.blocks.findIndex((b) => b.id === after) + 1;
  return { id, plan: { ...plan, blocks: plan.blocks.toSpliced(at, 0, block) } };
}

export function addMove(plan: Plan, blockId: string, after: string | null, name = ''): { plan: Plan; id: string } {
  const id = freeId(plan, 'm');
  return {
    id,
    plan: changeBlock(plan, blockId, (b) => ({
      ...b,
      moves: b.moves.toSpliced(
        after === null ? b.moves.length : b.moves.findIndex((m) => m.id === after) + 1,
        0,
        newMove(id, name),
      ),
    })),
  };
}

export function removeBlock(plan: Plan, id: string): Plan {
  return withOthers({ ...plan, blocks: plan.blocks.filter((b) => b.id !== id) }, (of) => (of === id ? [] : [of]));
}

/** The plan with other ids in its previews and repeats: each id is replaced by those that `next` gives for it. */
export function withOthers(plan: Plan, next: (id: string) => readonly string[]): Plan {
  return {
    ...plan,
    blocks: plan.blocks.map((b) => (b.of === undefined ? b : { ...b, of: b.of.flatMap(next) })),
  };
}

export function removeMove(plan: Plan, blockId: string, moveId: string): Plan {
  return changeBlock(plan, blockId, (b) => ({ ...b, moves: b.moves.filter((m) => m.id !== moveId) }));
}

/** Moves an item one place up or down. A move at its block's end goes on into the neighbour that holds moves. */
export function shiftBlock(plan: Plan, id: string, by: -1 | 1): Plan {
  const at = plan.blocks.findIndex((b) => b.id === id);
  const block = plan.blocks[at];
  if (block === undefined || at + by < 0 || at + by >= plan.blocks.length) return plan;
  return { ...plan, blocks: plan.blocks.toSpliced(at, 1).toSpliced(at + by, 0, block) };
}

export function shiftMove(plan: Plan, blockId: string, moveId: string, by: -1 | 1): Plan {
  const b = plan.blocks.findIndex((block) => block.id === blockId);
  const block = plan.blocks[b];
  const at = block?.moves.findIndex((m) => m.id === moveId) ?? -1;
  const move = block?.moves[at];
  if (block === undefined || move === undefined) return plan;
  if (at + by >= 0 && at + by < block.moves.length)
    return changeBlock(plan, blockId, (o) => ({ ...o, moves: o.moves.toSpliced(at, 1).toSpliced(at + by, 0, move) }));
  for (let n = b + by; n >= 0 && n < plan.blocks.length; n += by) {
    const other = plan.blocks[n]!;
    if (isPlainBlock(other.kind)) continue;
    const without = removeMove(plan, blockId, moveId);
    return changeBlock(without, other.id, (o) => ({ ...o, moves: by < 0 ? [...o.moves, move] : [move, ...o.moves] }));
  }
  return plan;
}

export function duplicateMove(plan: Plan, blockId: string, move: Move): { plan: Plan; id: string } {
  const id = freeId(plan, 'm');
  return {
    id,
    plan: changeBlock(plan, blockId, (b) => ({
      ...b,
      moves: b.moves.toSpliced(b.moves.findIndex((m) => m.id === move.id) + 1, 0, { ...move, id }),
    })),
  };
}

/** Another kind keeps what it can: moves stay unless the kind holds none, the scheme stays where it fits. */
export function changeKind(block: Block, kind: BlockKind): Block {
  const fits = (block.scheme.kind === 'plain') === isPlainBlock(kind);
  const { of, ...rest } = block;
  return {
    ...rest,
    kind,
    scheme: fits ? block.scheme : defaultScheme(kind),
    moves: isPlainBlock(kind) ? [] : block.moves,
    ...(kind === 'preview' || kind === 'repeat' ? { of: of ?? [] } : {}),
  };
}

/**
 * Gives a plan read anew from an outline the ids of the plan it replaces wherever block and move are still the same by
 * name, so that cues, pins and overrides keep their segments.
 */
export function keepIds(before: Plan, after: Plan): Plan {
  const used = new Set<string>();
  const old = [...before.blocks];
  const take = <T extends { id: string; name: string }>(list: T[], name: string): T | undefined => {
    const at = list.findIndex((item) => item.name === name);
    return at < 0 ? undefined : list.splice(at, 1)[0];
  };
  let fresh = 0;
  const all = new Set(before.blocks.flatMap((b) => [b.id, ...b.moves.map((m) => m.id)]));
  const idFor = (kept: string | undefined, prefix: string) => {
    let id = kept;
    while (id === undefined || used.has(id) || (kept === undefined && all.has(id)))
      id = `${prefix}${all.size + ++fresh}`;
    used.add(id);
    return id;
  };
  const ids = new Map<string, string>();
  const blocks = after.blocks.map((block) => {
    const was = take(old, block.name);
    const moves = [...(was?.moves ?? [])];
    const id = idFor(was?.id, 'b');
    ids.set(block.id, id);
    return {
      ...block,
      id,
      moves: block.moves.map((move) => ({ ...move, id: idFor(take(moves, move.name)?.id, 'm') })),
    };
  });
  return withOthers({ ...after, blocks }, (id) => [ids.get(id) ?? id]);
}
