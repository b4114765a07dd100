import { type Length, asLength, wholeLength } from '../time/micros.ts';
import { compile } from './compile.ts';
import type { Block, Move, Plan } from './plan.ts';

/** One difference between two plans. `place` names the block, and the move where it is about one. */
export interface Difference {
  readonly kind: 'added' | 'removed' | 'moved' | 'changed';
  readonly what: 'class' | 'block' | 'move';
  readonly place: string;
  /** The fields that differ, for `changed`; where it went, for `moved`; else empty. */
  readonly fields: readonly string[];
}

interface BlockLength {
  readonly name: string;
  /** null: the block is not in that plan. */
  readonly beforeUs: Length | null;
  readonly afterUs: Length | null;
}

export interface Comparison {
  readonly differences: readonly Difference[];
  readonly lengths: readonly BlockLength[];
  readonly beforeUs: Length;
  readonly afterUs: Length;
}

/**
 * What differs between two plans: what was added, removed, moved and changed, and how the length differs block by
 * block. Blocks and moves are the same where their ids are; a plan that shares no id with the other is matched by
 * names.
 */
export function comparePlans(before: Plan, after: Plan): Comparison {
  const differences: Difference[] = [];
  const head = Object.entries(CLASS_WORDS).flatMap(([f, word]) =>
    differs(before[f as keyof Plan], after[f as keyof Plan]) ? [word] : [],
  );
  if (head.length > 0) differences.push({ kind: 'changed', what: 'class', place: after.title, fields: head });
  const byId = before.blocks.some((b) => after.blocks.some((a) => a.id === b.id));
  const keyOf = (item: { id: string; name: string }) => (byId ? item.id : item.name.toLowerCase());
  compareBlocks(before, after, keyOf, differences);
  compareMoves(before, after, keyOf, differences);
  const [a, b] = [lengthsOf(before, keyOf), lengthsOf(after, keyOf)];
  const names = new Map([...before.blocks, ...after.blocks].map((block) => [keyOf(block), block.name]));
  return {
    differences,
    lengths: [...names].map(([key, name]) => ({ name, beforeUs: a.get(key) ?? null, afterUs: b.get(key) ?? null })),
    beforeUs: wholeLength(compile(before).total),
    afterUs: wholeLength(compile(after).total),
  };
}

const CLASS_WORDS: Readonly<Partial<Record<keyof Plan, string>>> = {
  title: 'title',
  instructor: 'instructor',
  presenters: 'presenters',
  language: 'language',
  cueing: 'cueing',
  sides: 'sides',
  milliBpm: 'tempo',
};

type KeyOf = (item: { id: string; name: string }) => string;

const differs = (a: unknown, b: unknown) => JSON.stringify(a) !== JSON.stringify(b);

function compareBlocks(before: Plan, after: Plan, keyOf: KeyOf, differences: Difference[]): void {
  const [was, is] = [new Map(before.blocks.map((b) => [keyOf(b), b])), new Map(after.blocks.map((b) => [keyOf(b), b]))];
  for (const block of before.blocks)
    if (!is.has(keyOf(block))) differences.push({ kind: 'removed', what: 'block', place: block.name, fields: [] });
  for (const block of after.blocks) {
    const old = was.get(keyOf(block));
    if (old === undefined) differences.push({ kind: 'added', what: 'block', place: block.name, fields: [] });
    else {
      const fields = BLOCK_FIELDS.filter((f) => differs(old[f], block[f])).map((f) => WORDS[f] ?? f);
      if (fields.length > 0) differences.push({ kind: 'changed', what: 'block', place: block.name, fields });
    }
  }
  const kept = new Set(after.blocks.map(keyOf).filter((k) => was.has(k)));
  for (const key of movedKeys(
    before.blocks.map(keyOf).filter((k) => kept.has(k)),
    after.blocks.map(keyOf).filter((k) => kept.has(k)),
  )) {
    const at = after.blocks.findIndex((b) => keyOf(b) === key);
    differences.push({
      kind: 'moved',
      what: 'block',
      place: after.blocks[at]?.name ?? '',
      fields: [at === 0 ? 'to the front' : `after ${after.blocks[at - 1]?.name ?? ''}`],
    });
  }
}

interface PlacedMove {
  readonly move: Move;
  readonly block: Block;
  readonly key: string;
}

function compareMoves(before: Plan, after: Plan, keyOf: KeyOf, differences: Difference[]): void {
  const list = (plan: Plan): PlacedMove[] =>
    plan.blocks.flatMap((block) => {
      const times = new Map<string, number>();
      return block.moves.map((move) => {
        // Two moves of one name in a block are told apart by their order.
        const name = keyOf(move);
        times.set(name, (times.get(name) ?? 0) + 1);
        return { move, block, key: `${name}#${times.get(name)}` };
      });
    });
  const [was, is] = [list(before), list(after)];
  const [old, now] = [new Map(was.map((p) => [p.key, p])), new Map(is.map((p) => [p.key, p]))];
  const place = (p: PlacedMove) => `${p.block.name}: ${p.move.name}`;
  for (const p of was)
    if (!now.has(p.key)) differences.push({ kind: 'removed', what: 'move', place: place(p), fields: [] });
  for (const p of is) {
    const o = old.get(p.key);
    if (o === undefined) {
      differences.push({ kind: 'added', what: 'move', place: place(p), fields: [] });
      continue;
    }
    const fields = (Object.keys(MOVE_WORDS) as (keyof Move)[])
      .filter((f) => differs(o.move[f], p.move[f]))
      .map((f) => MOVE_WORDS[f] ?? f);
    if (fields.length > 0) differences.push({ kind: 'changed', what: 'move', place: place(p), fields });
    if (keyOf(o.block) !== keyOf(p.block))
      differences.push({ kind: 'moved', what: 'move', place: place(p), fields: [`from ${o.block.name}`] });
  }
  for (const block of after.blocks) {
    const keys = is
      .filter((p) => p.block === block && old.has(p.key) && keyOf(old.get(p.key)!.block) === keyOf(block))
      .map((p) => p.key);
    for (const key of movedKeys(
      was.map((p) => p.key).filter((k) => keys.includes(k)),
      keys,
    )) {
      const p = now.get(key)!;
      const at = block.moves.indexOf(p.move);
      differences.push({
        kind: 'moved',
        what: 'move',
        place: place(p),
        fields: [at === 0 ? 'to the front' : `after ${block.moves[at - 1]?.name ?? ''}`],
      });
    }
  }
}

/** The fewest items that must be lifted out of one order to give the other: all but a longest common subsequence. */
export function movedKeys(before: readonly string[], after: readonly string[]): string[] {
  const place = new Map(before.map((key, i) => [key, i]));
  const order = after.map((key) => place.get(key) ?? -1);
  const best = order.map(() => 1);
  const back = order.map(() => -1);
  let end = -1;
  for (const [i, value] of order.entries()) {
    for (let j = 0; j < i; j++) {
      if (order[j]! < value && best[j]! + 1 > best[i]!) [best[i], back[i]] = [best[j]! + 1, j];
    }
    if (end < 0 || best[i]! > best[end]!) end = i;
  }
  const stay = new Set<number>();
  for (let i = end; i >= 0; i = back[i]!) stay.add(i);
  return after.filter((_, i) => !stay.has(i));
}

const BLOCK_FIELDS = [
  'name',
  'kind',
  'scheme',
  'rounds',
  'order',
  'sides',
  'roundRestUs',
  'blockRestUs',
  'keepLastRest',
  'about',
  'range',
  'of',
  'clock',
  'leadInUs',
  'atHome',
  'newRestUs',
  'changeUs',
  'filler',
  'by',
  'noLevels',
  'noMusic',
] as const;
const WORDS: Readonly<Partial<Record<keyof Block, string>>> = {
  scheme: 'timing',
  roundRestUs: 'round rest',
  blockRestUs: 'block rest',
  keepLastRest: 'last rest',
  about: 'lengths are guesses',
  range: 'length',
  of: 'its blocks',
  clock: 'clock',
  leadInUs: 'lead-in',
  atHome: 'rounds at home',
  newRestUs: 'rest before a new move',
  changeUs: 'change-over',
  by: 'who leads',
  noLevels: 'levels',
  noMusic: 'music',
};
const MOVE_WORDS: Readonly<Partial<Record<keyof Move, string>>> = {
  name: 'name',
  sides: 'sides',
  position: 'position',
  needs: 'equipment',
  easier: 'easier',
  harder: 'harder',
  note: 'note',
  workUs: 'own work',
  restUs: 'own rest',
  demoUs: 'demo',
  changes: 'changes by round',
  dose: 'measure',
  phases: 'phases',
  range: 'length',
  lead: 'leading foot',
  view: 'camera',
  also: 'other names',
  by: 'who leads',
  easierAs: 'easier version',
  harderAs: 'harder version',
  noLevels: 'levels',
  noNeeds: 'equipment',
  load: 'load',
  place: 'place of the prop',
  takeUp: 'prop to take up',
  inRounds: 'rounds it is in',
  instead: 'kind',
  allOf: 'what it is made of',
};

function lengthsOf(plan: Plan, keyOf: KeyOf): Map<string, Length> {
  const key = new Map(plan.blocks.map((b) => [b.id, keyOf(b)]));
  const sums = new Map<string, Length>();
  for (const block of plan.blocks) sums.set(keyOf(block), asLength(0));
  for (const s of compile(plan).segments) {
    const k = key.get(s.blockId) ?? s.blockId;
    sums.set(k, asLength((sums.get(k) ?? 0) + s.end - s.start));
  }
  return sums;
}
