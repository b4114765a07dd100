import type { Block, Move } from '../plan/plan.ts';
import type { OnTake } from '../edit/decisions.ts';
import type { Span } from '../time/span.ts';
import type { Edit, WorkoutDocument } from '../workout/document.ts';

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
  joined: { of: (d: WorkoutDocument) => d.edit.joined, key: String },
  uses: { of: (d: WorkoutDocument) => d.edit.uses, key: (u: { segmentKey: string }) => u.segmentKey },
  cameras: { of: (d: WorkoutDocument) => d.edit.cameras, key: (c: { cameraId: string }) => c.cameraId },
  inserts: { of: (d: WorkoutDocument) => d.edit.inserts, key: (i: { id: string }) => i.id },
  dissolves: {
    of: (d: WorkoutDocument) => d.edit.dissolves,
    key: (x: { takeId: string; at: number }) => `${x.takeId} ${x.at}`,
  },
  overrides: {
    of: (d: WorkoutDocument) => d.edit.overrides,
    key: (o: { segmentKey: string; lane: string; field: string }) => `${o.lane} ${o.field} ${o.segmentKey}`,
  },
  letStand: {
    of: (d: WorkoutDocument) => d.edit.letStand,
    key: (s: { rule: string; segmentKey: string | null; at: number }) => `${s.rule} ${s.segmentKey ?? ''} ${s.at}`,
  },
  retakes: { of: (d: WorkoutDocument) => d.edit.retakes, key: (r: { segmentKey: string }) => r.segmentKey },
} as const;
type ListName = keyof typeof LISTS;

/** Decisions about takes, each with what makes two of one take the same thing. A key names the take, too. */
const ON_TAKES = {
  pins: (p: { segmentKey: string; edge: string }) => `${p.edge} ${p.segmentKey}`,
  noTimers: String,
  removed: (s: Span) => `${s.start} ${s.end}`,
  shown: (s: Span) => `${s.start} ${s.end}`,
  pickUps: (p: { id: string }) => p.id,
  roomCounts: (r: { at: number }) => String(r.at),
  takeLetStand: (s: { rule: string; segmentKey: string | null; at: number }) =>
    `${s.rule} ${s.segmentKey ?? ''} ${s.at}`,
} as const;
type OnTakeList = keyof typeof ON_TAKES;
const ON_TAKE_LISTS = Object.keys(ON_TAKES) as OnTakeList[];
const NO_TAKE = 'none';

/** One decision about a take, as it is merged. */
interface Decided {
  readonly takeId: string;
  readonly of: unknown;
}

/** Entities of which a document has one. */
const SINGLES = {
  plan: ({ plan: { blocks: _, ...rest } }: WorkoutDocument) => rest,
  calls: (d: WorkoutDocument) => d.script.calls,
  levels: (d: WorkoutDocument) => d.music.levels,
  showing: (d: WorkoutDocument) => d.music.showing,
  take: (d: WorkoutDocument) => ({ takeId: d.edit.takeId }),
  sound: (d: WorkoutDocument) => d.edit.sound,
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
  for (const [name, keys] of takeDecisionsApart(document.edit, entities)) lists.set(name, keys);
  return { entities, lists };
}

/** Puts each decision about a take beside the others, with the take's id in its key; gives their lists. */
function takeDecisionsApart(edit: Edit, entities: Map<string, Entity>): Map<string, string[]> {
  const lists = new Map<string, string[]>([
    ['accepted', []],
    ...ON_TAKE_LISTS.map((n) => [n, [] as string[]] as const),
  ]);
  const put = (list: string, key: string, value: Decided) => {
    const own = `${list}:${value.takeId} ${key}`;
    if (!entities.has(own)) lists.get(list)?.push(own);
    entities.set(own, { list, value });
  };
  for (const on of [{ ...edit, takeId: edit.takeId ?? NO_TAKE }, ...edit.aside]) {
    if (on.accepted) put('accepted', '', { takeId: on.takeId, of: true });
    for (const name of ON_TAKE_LISTS)
      for (const of of on[name]) put(name, (ON_TAKES[name] as (v: unknown) => string)(of), { takeId: on.takeId, of });
  }
  return lists;
}

/** What is decided about the take in hand, and about the others. */
function takeDecisionsTogether(flat: Flat, takeId: string | null): Pick<Edit, 'aside' | keyof OnTake> {
  const decided = (list: string) => (flat.lists.get(list) ?? []).map((key) => flat.entities.get(key)?.value as Decided);
  const of = (id: string): OnTake => ({
    accepted: decided('accepted').some((d) => d.takeId === id),
    ...(Object.fromEntries(
      ON_TAKE_LISTS.map((name) => [
        name,
        decided(name)
          .filter((d) => d.takeId === id)
          .map((d) => d.of),
      ]),
    ) as unknown as Omit<OnTake, 'accepted'>),
  });
  const own = takeId ?? NO_TAKE;
  const ids = [...new Set(['accepted', ...ON_TAKE_LISTS].flatMap(decided).map((d) => d.takeId))];
  return {
    ...of(own),
    aside: ids.filter((id) => id !== own && id !== NO_TAKE).map((id) => ({ takeId: id, ...of(id) })),
  };
}

/** The document that `takeApart` takes apart into this. */
export function putTogether(flat: Flat): WorkoutDocument {
  const value = <T>(key: string) => flat.entities.get(key)?.value as T;
  const list = (name: ListName) => (flat.lists.get(name) ?? []).map((key) => value(key));
  const { takeId } = value<{ takeId: string | null }>('take');
  const blocks = (flat.lists.get(BLOCKS) ?? []).map((key) => {
    const moves = (flat.lists.get(movesOf(key)) ?? []).map((move) => value<Move>(move));
    return withNumberedSteps(value(key), moves);
  });
  return {
    format: 'euphon-workout',
    version: 13,
    plan: { ...value<Omit<WorkoutDocument['plan'], 'blocks'>>('plan'), blocks },
    script: { cues: list('cues'), calls: value('calls'), marks: list('marks') },
    music: {
      placements: list('placements'),
      silent: list('silent'),
      levels: value('levels'),
      showing: value('showing'),
    },
    edit: {
      takeId,
      ...takeDecisionsTogether(flat, takeId),
      joined: list('joined'),
      uses: list('uses'),
      cameras: list('cameras'),
      inserts: list('inserts'),
      dissolves: list('dissolves'),
      sound: value('sound'),
      rules: value('rules'),
      overrides: list('overrides'),
      retakes: list('retakes'),
      letStand: list('letStand'),
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
