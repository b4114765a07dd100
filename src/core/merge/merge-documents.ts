import type { WorkoutDocument } from '../workout/document.ts';
import { BLOCKS, type Entity, type Flat, movesOf, putTogether, takeApart } from './entities.ts';
import { type Choices, type Clash, mergeFields } from './merge-fields.ts';
import { mergeOrder } from './merge-order.ts';
import { type Renames, collisions, withIds } from './own-ids.ts';
import { same } from './same.ts';

export interface Merged {
  readonly document: WorkoutDocument;
  /** What both sides changed, each to be chosen; decided by `choices`, else as theirs. */
  readonly clashes: readonly Clash[];
  /** Ids that mine got because theirs had given the same ones to something else. */
  readonly renames: Renames;
}

/**
 * Merges two documents that began from one base. What only one side touched is kept as that side has it, what neither
 * touched stays, and what both touched differently is a clash.
 */
export function mergeDocuments(
  base: WorkoutDocument,
  mine: WorkoutDocument,
  theirs: WorkoutDocument,
  choices: Choices = new Map(),
): Merged {
  const renames = collisions(base, mine, theirs);
  if (mine === base) return { document: theirs, clashes: [], renames };
  if (theirs === base) return { document: mine, clashes: [], renames };
  const flats = { base: takeApart(base), mine: takeApart(withIds(mine, renames)), theirs: takeApart(theirs) };
  const clashes: Clash[] = [];
  const entities = new Map<string, Entity>();
  const keys = new Set([...flats.base.entities.keys(), ...flats.theirs.entities.keys(), ...flats.mine.entities.keys()]);
  // Blocks first: what becomes of a block decides about the moves in it.
  const inOrder = [...keys].sort((a, b) => Number(b.startsWith('block:')) - Number(a.startsWith('block:')));
  const decided = new Map<string, 'mine' | 'theirs'>();
  for (const key of inOrder) {
    const entity = mergeEntity(key, flats, { choices, clashes, decided });
    if (entity !== null) entities.set(key, entity);
  }
  const lists = mergeLists(flats, withHomes(entities, flats));
  return { document: putTogether({ entities, lists }), clashes, renames };
}

interface Flats {
  readonly base: Flat;
  readonly mine: Flat;
  readonly theirs: Flat;
}

interface Deciding {
  readonly choices: Choices;
  readonly clashes: Clash[];
  /** Lists of moves whose block was removed on one side and changed on the other: whose moves they are. */
  readonly decided: Map<string, 'mine' | 'theirs'>;
}

function mergeEntity(key: string, flats: Flats, how: Deciding): Entity | null {
  const [b, m, t] = [flats.base.entities.get(key), flats.mine.entities.get(key), flats.theirs.entities.get(key)];
  if (b === undefined || (m !== undefined && t !== undefined)) return mergeBoth(key, [b, m, t], how);
  const kept = m ?? t;
  if (kept === undefined) return null;
  // Removed on one side. Its block may have been decided about already.
  const follows = kept.list === null ? undefined : how.decided.get(kept.list);
  if (follows !== undefined) return (follows === 'mine' ? m : t) ?? null;
  const side = m === undefined ? flats.theirs : flats.mine;
  if (same(kept, b) && !contentChanged(key, flats.base, side)) return null;
  how.clashes.push({ key, entity: key, path: [], base: b.value, mine: m?.value, theirs: t?.value });
  const choice = how.choices.get(key) ?? 'theirs';
  how.decided.set(movesOf(key), choice);
  return (choice === 'mine' ? m : t) ?? null;
}

/** An entity that is new, or that both sides have. */
function mergeBoth(
  key: string,
  [b, m, t]: readonly (Entity | undefined)[],
  { choices, clashes }: Deciding,
): Entity | null {
  if (m === undefined || t === undefined) return m ?? t ?? null;
  const place = { entity: key, path: [] };
  const value = mergeFields([b?.value, m.value, t.value], place, choices, clashes);
  if (m.list === t.list || m.list === b?.list) return { list: t.list, value };
  if (t.list === b?.list) return { list: m.list, value };
  // Put into two different blocks.
  const clash = { key: `${key} in`, entity: key, path: ['in'], base: b?.list, mine: m.list, theirs: t.list };
  clashes.push(clash);
  return { list: choices.get(clash.key) === 'mine' ? m.list : t.list, value };
}

/** Whether a side that kept a block changed, added or took away something in it. */
function contentChanged(key: string, base: Flat, side: Flat): boolean {
  const [before, now] = [base.lists.get(movesOf(key)), side.lists.get(movesOf(key))];
  if (before === undefined || now === undefined) return false;
  return (
    !same(before, now) || now.some((move) => !same(base.entities.get(move)?.value, side.entities.get(move)?.value))
  );
}

/** A move whose block is gone goes back to a block that it had elsewhere; without any it goes too. */
function withHomes(entities: Map<string, Entity>, flats: Flats): Map<string, Entity> {
  for (const [key, entity] of entities) {
    if (!key.startsWith('move:')) continue;
    const homes = [entity.list, ...[flats.theirs, flats.mine, flats.base].map((f) => f.entities.get(key)?.list)];
    const home = homes.find(
      (list) => list !== undefined && list !== null && entities.has(list.slice('moves of '.length)),
    );
    if (home === undefined) entities.delete(key);
    else if (home !== entity.list) entities.set(key, { ...entity, list: home });
  }
  return entities;
}

function mergeLists(flats: Flats, entities: ReadonlyMap<string, Entity>): Map<string, string[]> {
  const members = new Map<string, Set<string>>();
  for (const [key, { list }] of entities) {
    if (list === null) continue;
    const of = members.get(list) ?? new Set();
    members.set(list, of.add(key));
  }
  const lists = new Map<string, string[]>();
  for (const [list, alive] of members) {
    const [b, m, t] = [flats.base, flats.mine, flats.theirs].map((f) => f.lists.get(list) ?? []);
    const order = mergeOrder(b ?? [], m ?? [], t ?? [], alive);
    // A move that went back to a block stands in neither order there.
    lists.set(list, [...order, ...[...alive].filter((key) => !order.includes(key))]);
  }
  if (!lists.has(BLOCKS)) lists.set(BLOCKS, []);
  return lists;
}
