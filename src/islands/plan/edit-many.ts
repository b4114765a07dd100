import { freeCueId } from '../../core/script/cue.ts';
import type { WorkoutDocument } from '../../core/workout/document.ts';
import { type Block, type Move, type Plan, isPlainBlock } from '../../core/plan/plan.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { readMoveLine } from '../../formats/outline/outline-move.ts';
import type { Say } from '../../formats/problem.ts';
import { writeBlock, writeMove } from '../../formats/outline/outline-writer.ts';
import { freeId, shiftMove, withOthers } from './edit-plan.ts';

/** Moves of the plan in the order they stand. */
export function moveOrder(plan: Plan): string[] {
  return plan.blocks.flatMap((b) => b.moves.map((m) => m.id));
}

export function removeMoves(plan: Plan, ids: ReadonlySet<string>): Plan {
  return {
    ...plan,
    blocks: plan.blocks.map((b) =>
      b.moves.some((m) => ids.has(m.id)) ? { ...b, moves: b.moves.filter((m) => !ids.has(m.id)) } : b,
    ),
  };
}

/** Copies of the moves, each group after the last of its block. Returns the ids of the copies. */
export function duplicateMoves(plan: Plan, ids: ReadonlySet<string>): { plan: Plan; ids: string[] } {
  let next = plan;
  const made: string[] = [];
  for (const block of plan.blocks) {
    const chosen = block.moves.filter((m) => ids.has(m.id));
    const last = chosen.at(-1);
    if (last === undefined) continue;
    const inserted = insertMoves(next, block.id, block.moves.indexOf(last) + 1, chosen);
    next = inserted.plan;
    made.push(...inserted.ids);
  }
  return { plan: next, ids: made };
}

/** Puts moves into a block at a place, with new ids. */
export function insertMoves(
  plan: Plan,
  blockId: string,
  at: number,
  moves: readonly Move[],
): { plan: Plan; ids: string[] } {
  let next = plan;
  const ids: string[] = [];
  for (const [i, move] of moves.entries()) {
    const id = freeId(next, 'm');
    ids.push(id);
    next = {
      ...next,
      blocks: next.blocks.map((b) =>
        b.id === blockId ? { ...b, moves: b.moves.toSpliced(at + i, 0, { ...move, id }) } : b,
      ),
    };
  }
  return { plan: next, ids };
}

/** Moves the chosen ones, as one group in their order, before another move of a block; null: to the block's end. */
export function dropMoves(plan: Plan, ids: ReadonlySet<string>, blockId: string, before: string | null): Plan {
  const target = plan.blocks.find((b) => b.id === blockId);
  if (target === undefined || isPlainBlock(target.kind) || (before !== null && ids.has(before))) return plan;
  const lifted = plan.blocks.flatMap((b) => b.moves.filter((m) => ids.has(m.id)));
  if (lifted.length === 0) return plan;
  const without = removeMoves(plan, ids);
  return {
    ...without,
    blocks: without.blocks.map((b) => {
      if (b.id !== blockId) return b;
      const at = before === null ? -1 : b.moves.findIndex((m) => m.id === before);
      return { ...b, moves: b.moves.toSpliced(at < 0 ? b.moves.length : at, 0, ...lifted) };
    }),
  };
}

/** Moves the chosen ones one place up or down; over the edge of a block into its neighbour. */
export function shiftMoves(plan: Plan, ids: ReadonlySet<string>, by: -1 | 1): Plan {
  const list = plan.blocks.flatMap((b) =>
    b.moves.filter((m) => ids.has(m.id)).map((m) => ({ block: b.id, move: m.id })),
  );
  if (list.length === 0) return plan;
  let next = plan;
  const blockOf = (id: string) => next.blocks.find((b) => b.moves.some((m) => m.id === id));
  const edge = by < 0 ? list[0] : list.at(-1);
  // The group stands against the end of the class: it stays as it is.
  if (edge !== undefined && shiftMove(plan, edge.block, edge.move, by) === plan) return plan;
  for (const { move } of by < 0 ? list : list.reverse()) next = shiftMove(next, blockOf(move)?.id ?? '', move, by);
  return next;
}

/** Moves a block to stand before another; null: to the end. */
export function dropBlock(plan: Plan, id: string, before: string | null): Plan {
  const block = plan.blocks.find((b) => b.id === id);
  if (block === undefined || before === id) return plan;
  const rest = plan.blocks.filter((b) => b.id !== id);
  const at = before === null ? rest.length : rest.findIndex((b) => b.id === before);
  return { ...plan, blocks: rest.toSpliced(at < 0 ? rest.length : at, 0, block) };
}

export function duplicateBlock(plan: Plan, id: string): { plan: Plan; id: string } {
  const block = plan.blocks.find((b) => b.id === id);
  if (block === undefined) return { plan, id };
  return insertBlocks(plan, [block], plan.blocks.indexOf(block) + 1);
}

/** The document with a block twice, and with the lines that were written for it. */
export function duplicateWithLines(document: WorkoutDocument, id: string): { document: WorkoutDocument; id: string } {
  const made = duplicateBlock(document.plan, id);
  const [old, copy] = [id, made.id].map((of) => made.plan.blocks.find((b) => b.id === of));
  if (old === undefined || copy === undefined || old === copy) return { document, id };
  const ids = new Map(old.moves.map((m, i) => [m.id, copy.moves[i]?.id ?? m.id]));
  // A key is made of the ids of block and move, and of what is done there.
  const keyOf = (key: string) =>
    [
      copy.id,
      ...key
        .split('/')
        .slice(1)
        .map((part) => ids.get(part) ?? part),
    ].join('/');
  let { cues } = document.script;
  const lines = new Map<string, string>();
  for (const cue of cues.filter((c) => c.segmentKey.split('/')[0] === id && !c.segmentKey.includes('~'))) {
    const newId = freeCueId(cues);
    lines.set(cue.id, newId);
    const anchor =
      cue.anchor.kind === 'after'
        ? { ...cue.anchor, cueId: lines.get(cue.anchor.cueId) ?? cue.anchor.cueId }
        : cue.anchor;
    cues = [...cues, { ...cue, id: newId, segmentKey: keyOf(cue.segmentKey), anchor }];
  }
  return { document: { ...document, plan: made.plan, script: { ...document.script, cues } }, id: made.id };
}

/** Puts blocks into the plan with new ids; answers the first one's id. */
export function insertBlocks(plan: Plan, blocks: readonly Block[], at: number): { plan: Plan; id: string } {
  let next = plan;
  const ids = new Map<string, string>();
  for (const [i, block] of blocks.entries()) {
    const id = freeId(next, 'b');
    ids.set(block.id, id);
    next = { ...next, blocks: next.blocks.toSpliced(at + i, 0, { ...block, id, moves: [] }) };
    next = insertMoves(next, id, 0, block.moves).plan;
  }
  const made = new Set(ids.values());
  // Blocks that were pasted with it are meant by their new ids, even where the plan has a block with the old id.
  const blocksOfPlan = next.blocks.map((b) =>
    b.of === undefined || !made.has(b.id) ? b : { ...b, of: b.of.map((id) => ids.get(id) ?? id) },
  );
  return { plan: { ...next, blocks: blocksOfPlan }, id: ids.get(blocks[0]?.id ?? '') ?? '' };
}

/**
 * The chosen moves as lines of the outline, for the clipboard: they can be pasted into any workout, or into a letter.
 */
export function movesAsText(plan: Plan, ids: ReadonlySet<string>): string {
  return plan.blocks
    .flatMap((b) => b.moves.filter((m) => ids.has(m.id)).map((m) => writeMove(m, plan.blocks)))
    .join('\n');
}

export function blockAsText(block: Block): string {
  return writeBlock(block);
}

/** What a pasted text holds: whole blocks, or moves with a line each; null where it is ordinary text for one field. */
export function readPasted(
  text: string,
): { readonly blocks: readonly Block[]; readonly moves: readonly Move[] } | null {
  const lines = text
    .split(/\r?\n/)
    .map((l) => l.trim())
    .filter((l) => l !== '');
  if (/^##\s/m.test(text)) {
    const { blocks } = readOutline(/^#\s/m.test(text) ? text : `# Pasted\n${text}`).value;
    return blocks.length === 0 ? null : { blocks, moves: [] };
  }
  if (lines.length < 2 && !/^[-*•]\s/.test(lines[0] ?? '')) return null;
  const body = lines.map((l) => `- ${l.replace(/^([-*•]|\d{1,2}[.)])\s+/, '')}`).join('\n');
  return { blocks: [], moves: readOutline(`# Pasted\n## Moves: 40/20\n${body}`).value.blocks[0]?.moves ?? [] };
}

/**
 * A block's name typed with its settings, `Main: 3 rounds, 40/20`; null where there are none or they cannot be read.
 */
export function readBlockName(text: string): Block | null {
  if (!/:\s*\S/.test(text)) return null;
  const { value, problems } = readOutline(`# Typed\n## ${text}`);
  // A block as it is typed has no moves yet; that alone is no fault.
  return problems.some((p) => p.code !== 'no-moves') ? null : (value.blocks[0] ?? null);
}

/** A move as it is typed with its fields, beside the blocks it may name, and what of it cannot be read. */
function readTyped(text: string, blocks: readonly Block[]): { readonly move: Move; readonly wrong: string | null } {
  let wrong: string | null = null;
  const say: Say = (message, note) => void (note === undefined && (wrong ??= message));
  return { move: readMoveLine(text, '', say, { pace: null, blocks }), wrong };
}

/**
 * A move's name typed with its fields, `Row | sides own | needs: broomstick`; null where there are none or they cannot
 * be read.
 */
export function readMoveName(text: string, blocks: readonly Block[] = []): Move | null {
  if (!text.includes('|')) return null;
  const { move, wrong } = readTyped(text, blocks);
  return wrong === null ? move : null;
}

/** What of a move typed with its fields cannot be read, as a sentence; null: nothing, or there are no fields. */
export function moveTrouble(text: string, blocks: readonly Block[] = []): string | null {
  return text.includes('|') ? readTyped(text, blocks).wrong : null;
}

/** What of a block typed with its settings cannot be read, as a sentence; null: nothing, or it has none. */
export function blockTrouble(text: string): string | null {
  if (!text.includes(':')) return null;
  const wrong = readOutline(`# Typed\n## ${text}`).problems.find((p) => p.line > 0);
  return wrong?.message ?? null;
}

/** Splits a block before a move: what follows goes into a block of its own, with a set-up between. */
export function splitBlock(plan: Plan, blockId: string, beforeMove: string, setUp: Block): Plan {
  const at = plan.blocks.findIndex((b) => b.id === blockId);
  const block = plan.blocks[at];
  const cut = block?.moves.findIndex((m) => m.id === beforeMove) ?? -1;
  if (block === undefined || cut < 1) return plan;
  const head = { ...plan, blocks: plan.blocks.with(at, { ...block, moves: block.moves.slice(0, cut) }) };
  const between = insertBlocks(head, [{ ...setUp, moves: [] }], at + 1).plan;
  const id = freeId(between, 'b');
  // The moves keep their ids, so that their cues and notes go with them.
  const blocks = between.blocks.toSpliced(at + 2, 0, {
    ...block,
    id,
    name: `${block.name}, second part`,
    moves: block.moves.slice(cut),
  });
  // What showed the block or did it again does so with both parts.
  return withOthers({ ...between, blocks }, (of) => (of === block.id ? [of, id] : [of]));
}
