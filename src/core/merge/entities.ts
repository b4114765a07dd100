import type { Block, Move } from '../plan/plan.ts';
import type { WorkoutDocument } from '../workout/document.ts';

/**
 * A document taken apart into what people edit one by one. A key names an entity wherever it lies, so that a change
 * finds what it was made on though something was inserted before it.
 */
export interface Flat {
  readonly entities: ReadonlyMap<string, Entity>;
  /** The members of each list in their order, by the list's key. */
  readonly lists: ReadonlyMap<string, readonly string[]>;
}

export interface Entity {
  /** The list that it stands in; null: there is exactly one of it in every document. */
  readonly list: string | null;
  readonly value: unknown;
}

export const BLOCKS = 'blocks';
export const movesOf = (block: string) => `moves of ${block}`;

const blockKey = (id: string) => `block:${id}`;
const moveKey = (id: string) => `move:${id}`;

/** Lists outside the plan, with what makes two entries of them the same thing. */
const LISTS = {
  cues: { of: (d: WorkoutDocument) => d.script.cues, key: (c: { id: string }) => c.id },
  marks: { of: (d: WorkoutDocument) => d.script.marks, key: (m: unknown) => JSON.stringify(m) },
  placements: { of: (d: WorkoutDocument) => d.music.placements, key: (p: { id: string }) => p.id },
  silent: { of: (d: WorkoutDocument) => d.music.silent, key: String },
  pins: {
    of: (d: WorkoutDocument) => d.edit.pins,
    key: (p: { segmentKey: string; edge: string }) => `${p.edge} ${p.segmentKey}`,
  },
  noTimers: { of: (d: WorkoutDocument) => d.edit.noTimers, key: String },
  removed: {
    of: (d: WorkoutDocument) => d.edit.removed,
    key: (s: { start: number; end: number }) => `${s.start} ${s.end}`,
  },
  overrides: {
    of: (d: WorkoutDocument) => d.edit.overrides,
    key: (o: { segmentKey: string; lane: string; field: string }) => `${o.lane} ${o.field} ${o.segmentKey}`,
  },
  pickUps: { of: (d: WorkoutDocument) => d.edit.pickUps, key: (p: { id: string }) => p.id },
  retakes: { of: (d: WorkoutDocument) => d.edit.retakes, key: (r: { segmentKey: string }) => r.segmentKey },
  settled: {
    of: (d: WorkoutDocument) => d.edit.settled,
    key: (s: { rule: string; segmentKey: string | null; at: number }) => `${s.rule} ${s.segmentKey ?? ''} ${s.at}`,
  },
} as const;
type ListName = keyof typeof LISTS;

/** Entities of which a document has one. */
const SINGLES = {
  plan: ({ plan: { blocks: _, ...rest } }: WorkoutDocument) => rest,
  calls: (d: WorkoutDocument) => d.script.calls,
  levels: (d: WorkoutDocument) => d.music.levels,
  showing: (d: WorkoutDocument) => d.music.showing,
  take: (d: WorkoutDocument) => ({ takeId: d.edit.takeId }),
  accepted: (d: WorkoutDocument) => ({ accepted: d.edit.accepted }),
  rules: (d: WorkoutDocument) => d.edit.rules,
} as const;

export function takeApart(document: WorkoutDocument): Flat {
  const entities = new Map<string, Entity>();
  const lists = new Map<string, string[]>();
  for (const [name, of] of Object.entries(SINGLES)) entities.set(name, { list: null, value: of(document) });
  const { blocks } = document.plan;
  lists.set(
    BLOCKS,
    blocks.map((b) => blockKey(b.id)),
  );
  for (const block of blocks) {
    const list = movesOf(blockKey(block.id));
    entities.set(blockKey(block.id), { list: BLOCKS, value: withNamedSteps(block) });
    lists.set(
      list,
      block.moves.map((m) => moveKey(m.id)),
    );
    for (const move of block.moves) entities.set(moveKey(move.id), { list, value: move });
  }
  for (const [name, { of, key }] of Object.entries(LISTS)) {
    const keys: string[] = [];
    for (const value of of(document)) {
      const own = `${name}:${(key as (v: unknown) => string)(value)}`;
      if (!entities.has(own)) keys.push(own);
      entities.set(own, { list: name, value });
    }
    lists.set(name, keys);
  }
  return { entities, lists };
}

/** The document that `takeApart` takes apart into this. */
export function putTogether(flat: Flat): WorkoutDocument {
  const value = <T>(key: string) => flat.entities.get(key)?.value as T;
  const list = (name: ListName) => (flat.lists.get(name) ?? []).map((key) => value(key));
  const blocks = (flat.lists.get(BLOCKS) ?? []).map((key) => {
    const moves = (flat.lists.get(movesOf(key)) ?? []).map((move) => value<Move>(move));
    return withNumberedSteps(value(key), moves);
  });
  return {
    format: 'euphon-workout',
    version: 5,
    plan: { ...value<Omit<WorkoutDocument['plan'], 'blocks'>>('plan'), blocks },
    script: { cues: list('cues'), calls: value('calls'), marks: list('marks') },
    music: {
      placements: list('placements'),
      silent: list('silent'),
      levels: value('levels'),
      showing: value('showing'),
    },
    edit: {
      ...value<{ takeId: string | null }>('take'),
      pins: list('pins'),
      noTimers: list('noTimers'),
      ...value<{ accepted: boolean }>('accepted'),
      removed: list('removed'),
      rules: value('rules'),
      overrides: list('overrides'),
      pickUps: list('pickUps'),
      retakes: list('retakes'),
      settled: list('settled'),
    },
  } as WorkoutDocument;
}

/** A free build-up counts its moves; while merging, where moves come and go, it names them. */
function withNamedSteps({ moves, ...block }: Block): unknown {
  if (block.scheme.kind !== 'choreography' || block.scheme.free.length === 0) return block;
  const free = block.scheme.free.map((step) => step.map((i) => moves[i]?.id ?? '').filter((id) => id !== ''));
  return { ...block, scheme: { ...block.scheme, free } };
}

function withNumberedSteps(block: Omit<Block, 'moves'>, moves: readonly Move[]): Block {
  if (block.scheme.kind !== 'choreography' || block.scheme.free.length === 0) return { ...block, moves };
  const place = new Map(moves.map((m, i) => [m.id, i]));
  const free = (block.scheme.free as unknown as readonly (readonly string[])[])
    .map((step) => step.flatMap((id) => place.get(id) ?? []))
    .filter((step) => step.length > 0);
  return { ...block, scheme: { ...block.scheme, free }, moves };
}
