import { freshIds } from '../plan/ids.ts';
import { type Block, type BlockKind, type Move, type Plan } from '../plan/plan.ts';
import { newBlock, newMove } from '../plan/new-plan.ts';
import type { Segment } from '../plan/segment.ts';
import { type Length, asLength, fromSeconds } from '../time/micros.ts';
import type { Fix } from '../findings/finding.ts';

/** Easy standing moves and plain stretches of the shipped library, in the order they are put into a new block. */
const WARM_UP = [
  'March on the spot',
  'Shoulder rolls',
  'Arm circles',
  'Hip circles',
  'Step touch',
  'Good morning',
  'Heel digs',
  'Easy squat',
  'World reach',
  'Knee lift',
];
const STRETCHES = [
  'Calf stretch',
  'Standing quad stretch',
  'Chest stretch at the wall',
  'Shoulder stretch across',
  'Triceps stretch',
  'Wide-leg fold',
  'Overhead reach',
  'Neck stretch',
  'Forward fold',
];
const WANTED_S = 300;
const WARM_UP_S = 30;
const STRETCH_S = 30;

const fix = (label: string, plan: Plan): Fix => ({ kind: 'plan', label, plan });
const changed = (plan: Plan, id: string, next: (block: Block) => Block): Plan => ({
  ...plan,
  blocks: plan.blocks.map((b) => (b.id === id ? next(b) : b)),
});

/** Puts five minutes of warm-up after the opening talk, or five minutes of stretches before the closing talk. */
export function addShare(plan: Plan, kind: 'warm-up' | 'cool-down'): Fix {
  const id = freshIds(plan);
  const names = kind === 'warm-up' ? WARM_UP : STRETCHES;
  const each = kind === 'warm-up' ? WARM_UP_S : STRETCH_S;
  const block = newBlock(id('b'), kind, kind === 'warm-up' ? 'Warm-up' : 'Cool-down');
  const count = Math.ceil(WANTED_S / each);
  const moves = Array.from({ length: count }, (_, i) => newMove(id('m'), names[i % names.length]!));
  const scheme: Block['scheme'] =
    kind === 'warm-up'
      ? { kind: 'interval', workUs: fromSeconds(each), restUs: asLength(0), sets: 1 }
      : { kind: 'hold', holdUs: fromSeconds(each), changeUs: fromSeconds(6) };
  const isTalk = (b: Block | undefined) => b !== undefined && (b.kind === 'talk' || b.kind === 'set-up');
  let at = 0;
  if (kind === 'warm-up') while (isTalk(plan.blocks[at])) at += 1;
  else {
    at = plan.blocks.length;
    while (at > 0 && isTalk(plan.blocks[at - 1])) at -= 1;
  }
  return fix(`Put a ${kind} of 5:00 ${kind === 'warm-up' ? 'first' : 'last'}`, {
    ...plan,
    blocks: plan.blocks.toSpliced(at, 0, { ...block, scheme, moves }),
  });
}

/**
 * Lengthens the work or hold of a kind's blocks, in steps of 5 s, until they last five minutes together; null where
 * their timing has no such length.
 */
export function lengthenShare(plan: Plan, kind: BlockKind, segments: readonly Segment[]): Fix | null {
  const lengths = segments.filter((s) => s.blockKind === kind);
  const intervals = lengths.filter((s) => s.kind === 'work' || s.kind === 'hold').length;
  const missing = WANTED_S * 1e6 - lengths.reduce((sum, s) => sum + s.end - s.start, 0);
  if (intervals === 0 || missing <= 0) return null;
  const more = Math.ceil(missing / intervals / 5e6) * 5e6;
  let touched = false;
  const blocks = plan.blocks.map((b): Block => {
    if (b.kind !== kind) return b;
    const { scheme } = b;
    touched ||= scheme.kind === 'interval' || scheme.kind === 'hold';
    if (scheme.kind === 'interval') return { ...b, scheme: { ...scheme, workUs: asLength(scheme.workUs + more) } };
    return scheme.kind === 'hold' ? { ...b, scheme: { ...scheme, holdUs: asLength(scheme.holdUs + more) } } : b;
  });
  return touched ? fix(`Lengthen each by ${more / 1e6} s`, { ...plan, blocks }) : null;
}

/** Gives one move, or all of its block where the scheme is too short, a hold of so many seconds. */
export function holdFor(plan: Plan, segment: Segment, seconds: number): Fix {
  const us = fromSeconds(seconds);
  return fix(
    `Hold it ${seconds} s`,
    changed(plan, segment.blockId, (b) => {
      const own = b.moves.find((m) => m.id === segment.moveId)?.workUs ?? null;
      if (own === null && b.scheme.kind === 'hold') return { ...b, scheme: { ...b.scheme, holdUs: us } };
      return { ...b, moves: b.moves.map((m) => (m.id === segment.moveId ? { ...m, workUs: us } : m)) };
    }),
  );
}

/** Puts a march on the spot before a move, for the way up from the floor. */
export function riseBefore(plan: Plan, segment: Segment): Fix {
  const march = newMove(freshIds(plan)('m'), 'March on the spot');
  return fix(
    'March on the spot before it',
    changed(plan, segment.blockId, (b) => ({
      ...b,
      moves: b.moves.flatMap((m): Move[] => (m.id === segment.moveId ? [march, m] : [m])),
    })),
  );
}

/**
 * One round more for every block that changes sides by the round and has an odd number of them; null where none has.
 */
export function evenRounds(plan: Plan): Fix | null {
  const odd = (b: Block) =>
    b.rounds % 2 === 1 &&
    (b.moves.some((m) => m.sides?.kind === 'rounds') ||
      ((b.sides ?? plan.sides).kind === 'rounds' && b.moves.some((m) => m.sides === null)));
  const blocks = plan.blocks.filter(odd);
  if (blocks.length === 0) return null;
  return fix(`One round more of ${blocks.map((b) => b.name).join(' and ')}`, {
    ...plan,
    blocks: plan.blocks.map((b) => (odd(b) ? { ...b, rounds: b.rounds + 1 } : b)),
  });
}

/**
 * Makes the break between two moves of a block long enough, up to the next 5 s: the move's own rest, or the block's
 * rest between rounds where that is what stands there. Null where the moves are not of one block or are the same move.
 */
export function lengthenBreak(plan: Plan, from: Segment, to: Segment, neededUs: Length): Fix | null {
  if (from.blockId !== to.blockId || from.moveId === null || from.moveId === to.moveId) return null;
  const us = asLength(Math.ceil(neededUs / 5e6) * 5e6);
  return fix(
    `Make the break ${us / 1e6} s`,
    changed(plan, from.blockId, (b) => {
      const newGroup = b.order === 'circuit' ? from.round !== to.round : true;
      if (newGroup && b.roundRestUs !== null) return { ...b, roundRestUs: us };
      return { ...b, moves: b.moves.map((m) => (m.id === from.moveId ? { ...m, restUs: us } : m)) };
    }),
  );
}
