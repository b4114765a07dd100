import type { Pace } from '../../core/plan/dose.ts';
import type { Block, Move } from '../../core/plan/plan.ts';
import type { Say } from '../problem.ts';
import { unescapeField } from './outline-fields.ts';

/** What a move's line is read beside. */
export interface MoveAround {
  /** How long one repetition lasts in the block, where the block says so. */
  readonly pace: Pace | null;
  /** The blocks that are known already, in order. */
  readonly blocks: readonly Pick<Block, 'id' | 'name' | 'moves'>[];
  /** Is told the name of a block that is not known yet and may follow; without it, no block follows. */
  readonly later?: (name: string) => void;
}

export const ALONE: MoveAround = { pace: null, blocks: [] };

const alike = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();

/** `all of Verse`: the whole combination of a block as one element; null: it says nothing of the kind. */
export function readAllOf(raw: string, { blocks, later }: MoveAround, say: Say): Pick<Move, 'allOf' | 'name'> | null {
  const name = unescapeField(/^all of (.+)$/i.exec(raw.trim())?.[1] ?? '');
  if (name === '') return null;
  const block = blocks.findLast((b) => alike(b.name, name));
  if (block !== undefined) return { allOf: block.id, name: block.name };
  if (later === undefined) say(`No block is called “${name}”.`);
  else later(name);
  return { name };
}

/**
 * `over Grapevine`: the move is laid over one that stands before it. It is called after both and has what the base has
 * where it says nothing of its own. Null: the field says nothing of the kind.
 */
export function readOver(raw: string, { blocks }: MoveAround, say: Say): ((move: Move) => Move) | null {
  const name = unescapeField(/^over (.+)$/i.exec(raw.trim())?.[1] ?? '');
  if (name === '') return null;
  const base = blocks.flatMap((b) => b.moves).findLast((m) => alike(m.name, name));
  if (base === undefined) say(`No move before this is called “${name}”.`);
  return (move) => {
    const over = `${base?.name ?? name} with ${move.name.charAt(0).toLowerCase()}${move.name.slice(1)}`;
    if (base === undefined) return { ...move, name: over };
    const own = Object.fromEntries(Object.entries(move).filter(([, v]) => v !== null && !isEmpty(v)));
    return { ...base, ...own, id: move.id, name: over };
  };
}

/** Moves that are made of a block which stood after them when they were read. */
export interface MadeOfLater {
  readonly block: { moves: Move[] };
  /** The first and the last of these moves, by their places in their block. */
  readonly from: number;
  readonly to: number;
  readonly name: string;
  readonly say: Say;
}

export function resolveMadeOf({ block, from, to, name, say }: MadeOfLater, all: readonly Block[]): void {
  const whole = all.findLast((b) => alike(b.name, name) && b.moves !== block.moves);
  if (whole === undefined) return say(`No block is called “${name}”.`);
  for (let i = from; i < to; i++) block.moves[i] = { ...block.moves[i]!, allOf: whole.id };
}

const isEmpty = (value: unknown) => Array.isArray(value) && value.length === 0;
