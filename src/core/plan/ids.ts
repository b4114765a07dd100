import type { Plan } from './plan.ts';

/** Makes ids that no block or move of the plan has, nor one made before: the prefix and the next free number. */
export function freshIds(plan: Plan): (prefix: string) => string {
  const used = new Set(plan.blocks.flatMap((b) => [b.id, ...b.moves.map((m) => m.id)]));
  let n = used.size;
  return (prefix) => {
    do n += 1;
    while (used.has(`${prefix}${n}`));
    used.add(`${prefix}${n}`);
    return `${prefix}${n}`;
  };
}
