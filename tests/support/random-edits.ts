import type { WorkoutDocument } from '../../src/core/workout/document.ts';
import type { Insert } from '../../src/core/edit/decisions.ts';
import { newDocument } from '../../src/core/workout/document.ts';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';
import { freshIds } from '../../src/core/plan/ids.ts';
import { type Block, type Move } from '../../src/core/plan/plan.ts';
import { newBlock, newMove } from '../../src/core/plan/new-plan.ts';
import { anyTime } from './times.ts';

/** A repeatable stream of whole numbers below n. */
export type Dice = (n: number) => number;

export function dice(seed: number): Dice {
  let state = (seed * 2654435761 + 12345) >>> 0;
  return (n) => {
    state ^= state << 13;
    state >>>= 0;
    state ^= state >>> 17;
    state ^= state << 5;
    state >>>= 0;
    return state % n;
  };
}

const plan = readOutline(
  [
    '# Broomstick Strong for Beekeepers',
    '## Warm-up: 30 each',
    '- March',
    '- Arm circles',
    '## Hive circuit: 3 rounds, 40/20',
    '- Squat',
    '- Row',
    '- Lunge',
    '- Plank',
    '## Smoker finish: 2 rounds, 20/10',
    '- Jack',
    '- Skater',
    '## Cool-down: hold 30',
    '- Stretch',
    '- Breathe',
  ].join('\n'),
).value;

/** What every random pair of edits begins from: a class with lines, pins and overrides. */
export const EDITED: WorkoutDocument = {
  ...newDocument(''),
  plan,
  script: {
    ...newDocument('').script,
    cues: [1, 2, 3, 4, 5].map((i) => ({
      id: `c${i}`,
      segmentKey: `b2/b2m${(i % 4) + 1}/r1/s1/work/both`,
      kind: 'form',
      anchor: { kind: 'start', afterUs: anyTime(i * 2e6) },
      text: `Line ${i}`,
    })),
  },
  edit: {
    ...newDocument('').edit,
    takeId: '11111111-1111-4111-8111-111111111111',
    pins: [1, 2].map((i) => ({ segmentKey: `b2/b2m${i}/r1/s1/work/both`, edge: 'start', at: anyTime(i * 60e6) })),
    overrides: [{ segmentKey: 'b1/b1m1/r1/s1/work/both', lane: 'caption', field: 'text', value: 'March on' }],
    inserts: [1, 2].map((i) => ({
      id: `card-${i}`,
      segmentKey: `b2/b2m${i}/r1/s1/work/both`,
      place: 'before',
      lengthUs: anyTime(3e6),
      shows: { kind: 'card', card: 'move', title: null, line: null },
    })),
  },
};

type Editing = (d: WorkoutDocument, roll: Dice) => WorkoutDocument;
const withBlocks = (d: WorkoutDocument, blocks: readonly Block[]): WorkoutDocument => ({
  ...d,
  plan: { ...d.plan, blocks },
});
const inBlock = (d: WorkoutDocument, at: number, next: (b: Block) => Block) =>
  withBlocks(
    d,
    d.plan.blocks.map((b, i) => (i === at ? next(b) : b)),
  );
const withMoves = (d: WorkoutDocument, at: number, next: (moves: readonly Move[]) => readonly Move[]) =>
  inBlock(d, at, (b) => ({ ...b, moves: next(b.moves) }));
const pick = <T>(of: readonly T[], roll: Dice) => (of.length === 0 ? 0 : roll(of.length));

const EDITS: readonly Editing[] = [
  (d, roll) => {
    const at = pick(d.plan.blocks, roll);
    const n = pick(d.plan.blocks[at]?.moves ?? [], roll);
    const name = `Renamed ${roll(50)}`;
    return withMoves(d, at, (moves) => moves.map((m, i) => (i === n ? { ...m, name } : m)));
  },
  (d, roll) => {
    const at = pick(d.plan.blocks, roll);
    const n = pick(d.plan.blocks[at]?.moves ?? [], roll);
    const note = `Note ${roll(50)}`;
    return withMoves(d, at, (moves) => moves.map((m, i) => (i === n ? { ...m, note } : m)));
  },
  (d, roll) => {
    const rounds = 1 + roll(9);
    return inBlock(d, pick(d.plan.blocks, roll), (b) => ({ ...b, rounds }));
  },
  (d, roll) => {
    const workUs = anyTime((10 + roll(50)) * 1e6);
    return inBlock(d, pick(d.plan.blocks, roll), (b) =>
      b.scheme.kind === 'interval' ? { ...b, scheme: { ...b.scheme, workUs } } : { ...b, name: `Block ${roll(50)}` },
    );
  },
  (d, roll) => {
    const move = newMove(freshIds(d.plan)('m'), `New ${roll(50)}`);
    return withMoves(d, pick(d.plan.blocks, roll), (moves) => moves.toSpliced(roll(moves.length + 1), 0, move));
  },
  (d, roll) => withMoves(d, pick(d.plan.blocks, roll), (moves) => moves.toSpliced(pick(moves, roll), 1)),
  (d, roll) => {
    const from = pick(d.plan.blocks, roll);
    const move = d.plan.blocks[from]?.moves[pick(d.plan.blocks[from]?.moves ?? [], roll)];
    if (move === undefined) return d;
    const without = withMoves(d, from, (moves) => moves.filter((m) => m !== move));
    return withMoves(without, pick(d.plan.blocks, roll), (moves) => moves.toSpliced(roll(moves.length + 1), 0, move));
  },
  (d, roll) => {
    const id = freshIds(d.plan);
    const block = newBlock(id('b'), 'circuit', `Block ${roll(50)}`);
    const moves = Array.from({ length: roll(3) }, () => newMove(id('m'), `New ${roll(50)}`));
    return withBlocks(d, d.plan.blocks.toSpliced(roll(d.plan.blocks.length + 1), 0, { ...block, moves }));
  },
  (d, roll) => withBlocks(d, d.plan.blocks.toSpliced(pick(d.plan.blocks, roll), 1)),
  (d, roll) => {
    const block = d.plan.blocks[pick(d.plan.blocks, roll)];
    if (block === undefined) return d;
    const rest = d.plan.blocks.filter((b) => b !== block);
    return withBlocks(d, rest.toSpliced(roll(rest.length + 1), 0, block));
  },
  (d, roll) => ({ ...d, plan: { ...d.plan, title: `Title ${roll(50)}` } }),
  (d, roll) => ({ ...d, plan: { ...d.plan, instructor: `Name ${roll(50)}` } }),
  (d, roll) => {
    const at = pick(d.script.cues, roll);
    const text = `Said ${roll(50)}`;
    return { ...d, script: { ...d.script, cues: d.script.cues.map((c, i) => (i === at ? { ...c, text } : c)) } };
  },
  (d, roll) => {
    const n = Math.max(0, ...d.script.cues.map((c) => Number(c.id.slice(1)))) + 1;
    const cue = {
      ...EDITED.script.cues[0],
      id: `c${n}`,
      text: `New line ${roll(50)}`,
    } as (typeof d.script.cues)[number];
    return { ...d, script: { ...d.script, cues: d.script.cues.toSpliced(roll(d.script.cues.length + 1), 0, cue) } };
  },
  (d, roll) => ({ ...d, script: { ...d.script, cues: d.script.cues.toSpliced(pick(d.script.cues, roll), 1) } }),
  (d, roll) => {
    const segmentKey = `b2/b2m${1 + roll(4)}/r${1 + roll(3)}/s1/work/both`;
    const pin = { segmentKey, edge: 'start' as const, at: anyTime(roll(900) * 1e6) };
    return { ...d, edit: { ...d.edit, pins: [...d.edit.pins.filter((p) => p.segmentKey !== segmentKey), pin] } };
  },
  (d) => ({ ...d, edit: { ...d.edit, accepted: !d.edit.accepted } }),
  (d, roll) => {
    const start = roll(600) * 1e6;
    return {
      ...d,
      edit: { ...d.edit, removed: [...d.edit.removed, { start: anyTime(start), end: anyTime(start + 5e6) }] },
    };
  },
  (d, roll) => {
    const insert: Insert = {
      id: `i${roll(1e9)}`,
      segmentKey: `b2/b2m${1 + roll(4)}/r1/s1/work/both`,
      place: (['before', 'over', 'after'] as const)[roll(3)]!,
      lengthUs: anyTime((1 + roll(9)) * 1e6),
      shows: { kind: 'card', card: 'move', title: `Card ${roll(50)}`, line: null },
    };
    return { ...d, edit: { ...d.edit, inserts: [...d.edit.inserts, insert] } };
  },
  (d, roll) => {
    const [at, lengthUs] = [pick(d.edit.inserts, roll), anyTime((1 + roll(9)) * 1e6)];
    return {
      ...d,
      edit: { ...d.edit, inserts: d.edit.inserts.map((insert, i) => (i === at ? { ...insert, lengthUs } : insert)) },
    };
  },
  (d, roll) => ({ ...d, edit: { ...d.edit, inserts: d.edit.inserts.toSpliced(pick(d.edit.inserts, roll), 1) } }),
  (d, roll) => {
    const dissolve = { takeId: d.edit.takeId ?? '', at: anyTime(roll(900) * 1e6) };
    return { ...d, edit: { ...d.edit, dissolves: [...d.edit.dissolves, dissolve] } };
  },
];

/** One to three random edits by one side. */
export function edited(base: WorkoutDocument, roll: Dice): WorkoutDocument {
  let next = base;
  for (let i = 0, n = 1 + roll(3); i < n; i++) next = (EDITS[roll(EDITS.length)] as Editing)(next, roll);
  return next;
}

/** What there is in a document, each thing by a name of its own, as text; written without the code that merges. */
export function things(d: WorkoutDocument): Map<string, string> {
  const found = new Map<string, string>();
  const put = (name: string, value: unknown) => found.set(name, JSON.stringify(value));
  for (const { moves, ...block } of d.plan.blocks) {
    put(`block ${block.id}`, block);
    for (const move of moves) put(`move ${move.id}`, [block.id, move]);
  }
  for (const cue of d.script.cues) put(`cue ${cue.id}`, cue);
  for (const pin of d.edit.pins) put(`pin ${pin.segmentKey} ${pin.edge}`, pin.at);
  for (const cut of d.edit.removed) put(`cut ${cut.start} ${cut.end}`, cut);
  for (const o of d.edit.overrides) put(`override ${o.segmentKey} ${o.lane} ${o.field}`, o.value);
  for (const insert of d.edit.inserts) put(`insert ${insert.id}`, insert);
  for (const x of d.edit.dissolves) put(`dissolve ${x.takeId} ${x.at}`, x);
  put('title', d.plan.title);
  put('instructor', d.plan.instructor);
  put('accepted', d.edit.accepted);
  put('take', d.edit.takeId);
  return found;
}

/** A move called otherwise, wherever it stands. */
export const renamed =
  (from: string, to: string) =>
  (d: WorkoutDocument): WorkoutDocument =>
    withBlocks(
      d,
      d.plan.blocks.map((b) => ({ ...b, moves: b.moves.map((m) => (m.name === from ? { ...m, name: to } : m)) })),
    );
