import { PLAN_LIMITS } from '../../core/plan/plan-limits.ts';
import type { Say } from '../problem.ts';
import type { DraftBlock } from './outline-block.ts';
import { unescapeField } from './outline-fields.ts';

/** A block that names others, which may stand after it: what it names is looked up when all are read. */
export interface Reference {
  readonly block: DraftBlock;
  readonly names: string;
  readonly say: Say;
}

const BETWEEN_NAMES = /^\s*(?:\+|&|and\b)\s*/i;

/**
 * Finds the blocks that a line names, `Main and Finish`. Names may hold the word that stands between them (`Learn and
 * link`), so at each place the longest name that fits is taken; one that no block has is said.
 */
export function resolveBlocks({ block, names, say }: Reference, all: readonly DraftBlock[]): void {
  const others = all.filter((b) => b !== block).sort((a, b) => b.name.length - a.name.length);
  const found: string[] = [];
  let rest = unescapeField(names);
  while (rest !== '') {
    const lower = rest.toLowerCase();
    const next = others.find(
      (b) =>
        b.name !== '' &&
        lower.startsWith(b.name.toLowerCase()) &&
        (lower.length === b.name.length || BETWEEN_NAMES.test(lower.slice(b.name.length))),
    );
    if (next === undefined) {
      say(`No block is called “${rest.split(/\s(?:\+|&|and)\s/i)[0]}”.`);
      const after = /\s(?:\+|&|and)\s+/i.exec(rest);
      rest = after === null ? '' : rest.slice(after.index + after[0].length);
      continue;
    }
    found.push(next.id);
    rest = rest.slice(next.name.length).replace(BETWEEN_NAMES, '');
  }
  if (found.length > PLAN_LIMITS.blocks)
    say(`At most ${PLAN_LIMITS.blocks} blocks can be named; the rest was left out.`);
  block.of = found.slice(0, PLAN_LIMITS.blocks);
}
