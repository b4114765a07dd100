import type { OnTake } from '../edit/decisions.ts';
import type { Block } from '../plan/plan.ts';
import type { WorkoutDocument } from '../workout/document.ts';
import { same } from './same.ts';

/** New ids by the old ones, of blocks and moves, and of cues. */
export interface Renames {
  readonly plan: ReadonlyMap<string, string>;
  readonly cues: ReadonlyMap<string, string>;
}

/**
 * Two windows that each add something give it the same next free id. Finds those of mine that mean something else in
 * theirs, with an id that none of the documents has.
 */
export function collisions(base: WorkoutDocument, mine: WorkoutDocument, theirs: WorkoutDocument): Renames {
  const plan = new Map<string, string>();
  const used = new Set([base, mine, theirs].flatMap((d) => [...planParts(d).keys()]));
  const [before, here, there] = [planParts(base), planParts(mine), planParts(theirs)];
  const clashing = (id: string) => !before.has(id) && there.has(id);
  for (const block of mine.plan.blocks) {
    const other = clashing(block.id) && !same(block, there.get(block.id));
    if (other) plan.set(block.id, freeId(block.id, used));
    for (const { id } of block.moves)
      if (clashing(id) && (other || !same(here.get(id), there.get(id)))) plan.set(id, freeId(id, used));
  }
  const cues = new Map<string, string>();
  const [oldCues, theirCues] = [base, theirs].map((d) => new Map(d.script.cues.map((c) => [c.id, c])));
  const usedCues = new Set([base, mine, theirs].flatMap((d) => d.script.cues.map((c) => c.id)));
  for (const cue of mine.script.cues) {
    const there = theirCues?.get(cue.id);
    if (there !== undefined && oldCues?.has(cue.id) !== true && !same(cue, there))
      cues.set(cue.id, freeId(cue.id, usedCues));
  }
  return { plan, cues };
}

/** Blocks with their moves, and moves with the block that they stand in. */
function planParts({ plan }: WorkoutDocument): Map<string, unknown> {
  const parts = new Map<string, unknown>();
  for (const block of plan.blocks) {
    parts.set(block.id, block);
    for (const move of block.moves) parts.set(move.id, { in: block.id, move });
  }
  return parts;
}

function freeId(id: string, used: Set<string>): string {
  const prefix = id.replace(/\d+$/, '').slice(0, 50);
  let n = used.size;
  do n += 1;
  while (used.has(`${prefix}${n}`));
  used.add(`${prefix}${n}`);
  return `${prefix}${n}`;
}

/** The document with other ids, wherever they are named. */
export function withIds(document: WorkoutDocument, { plan, cues }: Renames): WorkoutDocument {
  if (plan.size === 0 && cues.size === 0) return document;
  const id = (old: string) => plan.get(old) ?? old;
  const ownBlocks = <T>(of: Readonly<Record<string, T>>) =>
    Object.fromEntries(Object.entries(of).map(([block, value]) => [id(block), value]));
  // A segment's key names its block and its move.
  const key = <K extends string | null>(old: K) => (old === null ? old : old.split('/').map(id).join('/')) as K;
  const keyed = <T extends { readonly segmentKey: string | null }>(of: readonly T[]) =>
    of.map((entry) => ({ ...entry, segmentKey: key(entry.segmentKey) }));
  const block = (b: Block): Block => ({
    ...b,
    id: id(b.id),
    ...(b.of && { of: b.of.map(id) }),
    moves: b.moves.map((m) => ({ ...m, id: id(m.id) })),
  });
  const onTake = (on: OnTake) => ({
    pins: keyed(on.pins),
    noTimers: on.noTimers.map(id),
    pickUps: keyed(on.pickUps),
    takeLetStand: keyed(on.takeLetStand),
  });
  const { script, music, edit } = document;
  return {
    ...document,
    plan: { ...document.plan, blocks: document.plan.blocks.map(block) },
    script: {
      cues: keyed(script.cues).map((cue) => ({
        ...cue,
        id: cues.get(cue.id) ?? cue.id,
        anchor:
          cue.anchor.kind === 'after'
            ? { ...cue.anchor, cueId: cues.get(cue.anchor.cueId) ?? cue.anchor.cueId }
            : cue.anchor,
      })),
      calls: {
        ...script.calls,
        blocks: ownBlocks(script.calls.blocks),
      },
      marks: keyed(script.marks),
    },
    music: {
      ...music,
      placements: music.placements.map((p) => ({ ...p, blockId: id(p.blockId) })),
      silent: music.silent.map(id),
    },
    edit: {
      ...edit,
      ...onTake(edit),
      aside: edit.aside.map((a) => ({ ...a, ...onTake(a) })),
      uses: keyed(edit.uses),
      inserts: keyed(edit.inserts),
      overrides: keyed(edit.overrides),
      retakes: keyed(edit.retakes),
      letStand: keyed(edit.letStand),
      rules: { ...edit.rules, look: { ...edit.rules.look, blocks: ownBlocks(edit.rules.look.blocks) } },
    },
  };
}
