import { type Length, type Micros, asLength } from '../time/micros.ts';
import { writeSeconds, writeTime } from '../time/typed-time.ts';
import { compile } from './compile.ts';
import { type Block, type BlockKind, type Plan, isPlainBlock } from './plan.ts';
import { moveTimings } from './scheme.ts';
import { type Segment, isActive, isBreak } from './segment.ts';

/** What the search may change, as ranges in whole seconds, both ends included. A person sets them. */
export interface FitLimits {
  readonly workS: readonly [number, number];
  readonly restS: readonly [number, number];
  readonly rounds: readonly [number, number];
  readonly talkS: readonly [number, number];
  readonly holdS: readonly [number, number];
}

export const USUAL_LIMITS: FitLimits = {
  workS: [15, 60],
  restS: [5, 40],
  rounds: [1, 6],
  talkS: [8, 180],
  holdS: [15, 60],
};

export interface FitAnswer {
  readonly plan: Plan;
  readonly total: Micros;
  /** What the changes cost together; the smaller, the nearer to the plan as it was written. */
  readonly cost: number;
  readonly changes: readonly string[];
  /** By how many seconds moves and breaks become longer; negative: shorter. */
  readonly movesByUs: Length;
  readonly breaksByUs: Length;
}

const S = 1_000_000;
/** What a change costs: people mind fewer rounds most, then other intervals, then a shorter talk. */
const COST = { roundsEach: 6, workEachS: 0.5, restEachS: 0.6, holdEachS: 0.5, talkEachS: 0.15 } as const;
const WORK_STEPS = [0, -5, 5, -10, 10, -15, 15, -20, 20];
const REST_STEPS = [0, -1, 1, -2, 2, -3, 3, -5, 5, -8, 8, -10, 10, -15, 15];
const HOLD_STEPS = [0, -5, 5, -10, 10, -15, 15];
const ROUND_STEPS = [0, -1, 1, -2, 2];

interface Change {
  readonly work: number;
  readonly rest: number;
  readonly hold: number;
  readonly rounds: number;
}

/** Their length follows from the blocks they show or do again. */
const MADE_OF_OTHERS: ReadonlySet<BlockKind> = new Set(['preview', 'repeat', 'part']);

/**
 * Searches work, rest, rounds, holds, talk and water for classes of exactly `target`, within limits, leaving locked
 * blocks and moves (by id) as they are: a locked move keeps its seconds when its block's change. The few best answers,
 * best first, exact to the microsecond; none where the limits allow none.
 */
export function fitToLength(
  plan: Plan,
  target: Micros,
  limits: FitLimits,
  { locked, most = 4 }: { readonly locked: ReadonlySet<string>; readonly most?: number | undefined },
): FitAnswer[] {
  const lengths = new Map<string, number>();
  /**
   * A block's length under a change, or null where the change breaks a limit. Blocks are independent, so lengths add
   * up.
   */
  const lengthOf = (block: Block, change: Change): number | null => {
    const key = `${block.id}/${relevant(block, change)}`;
    const known = lengths.get(key);
    if (known !== undefined) return Number.isNaN(known) ? null : known;
    const changed = changeBlock(block, change, limits, locked);
    const length = changed === null ? NaN : compile({ ...plan, blocks: [changed] }).total;
    lengths.set(key, length);
    return Number.isNaN(length) ? null : length;
  };
  const soft = plan.blocks.filter((b) => isPlainBlock(b.kind) && !MADE_OF_OTHERS.has(b.kind) && !locked.has(b.id));
  const hard = plan.blocks.filter((b) => !soft.includes(b));
  const softLength = soft.reduce((sum, b) => sum + plainLength(b), 0);
  const found: { change: Change; spread: number; cost: number }[] = [];
  for (const rounds of ROUND_STEPS)
    for (const work of WORK_STEPS)
      for (const rest of REST_STEPS)
        for (const hold of HOLD_STEPS) {
          const change = { rounds, work, rest, hold };
          let sum = 0;
          for (const block of hard) {
            const length = lengthOf(block, change);
            if (length === null) {
              sum = NaN;
              break;
            }
            sum += length;
          }
          const left = target - sum - softLength;
          if (Number.isNaN(sum) || !canSpread(soft, left, limits)) continue;
          const cost =
            Math.abs(rounds) * COST.roundsEach +
            Math.abs(work) * COST.workEachS +
            Math.abs(rest) * COST.restEachS +
            Math.abs(hold) * COST.holdEachS +
            (Math.abs(left) / S) * COST.talkEachS;
          found.push({ change, spread: left, cost });
        }
  found.sort((a, b) => a.cost - b.cost);
  const before = spent(compile(plan).segments);
  const answers: FitAnswer[] = [];
  const seen = new Set<string>();
  for (const { change, spread, cost } of found) {
    const blocks = plan.blocks.map((b) => (soft.includes(b) ? b : changeBlock(b, change, limits, locked)!));
    const fitted = { ...plan, blocks: spreadOver(blocks, soft, spread, limits) };
    const key = JSON.stringify(fitted.blocks);
    if (seen.has(key)) continue;
    seen.add(key);
    const { total, segments } = compile(fitted);
    const now = spent(segments);
    if (total === target)
      answers.push({
        plan: fitted,
        total,
        cost,
        changes: describe(plan, fitted),
        movesByUs: asLength(now.moves - before.moves),
        breaksByUs: asLength(now.breaks - before.breaks),
      });
    if (answers.length >= most) break;
  }
  return answers;
}

/** Time spent on moves and in breaks. */
function spent(segments: readonly Segment[]): { readonly moves: number; readonly breaks: number } {
  const sum = (of: (s: Segment) => boolean) => segments.reduce((all, s) => all + (of(s) ? s.end - s.start : 0), 0);
  return { moves: sum(isActive), breaks: sum(isBreak) };
}

/** The part of a change that touches a block, so that its length is worked out once. */
function relevant(block: Block, change: Change): string {
  if (block.scheme.kind === 'hold') return `${change.hold}/${block.rounds > 1 ? change.rounds : 0}`;
  return `${change.work}/${change.rest}/${block.rounds > 1 ? change.rounds : 0}`;
}

function plainLength(block: Block): number {
  return block.scheme.kind === 'plain' ? block.scheme.lengthUs : 0;
}

const within = (us: number, [low, high]: readonly [number, number]) => us >= low * S && us <= high * S;

/** A block under a change, or null where that breaks a limit. What is outside a limit already may stay as it is. */
function changeBlock(block: Block, change: Change, limits: FitLimits, locked: ReadonlySet<string>): Block | null {
  if (locked.has(block.id)) return block;
  const { scheme } = block;
  const rounds = block.rounds > 1 ? block.rounds + change.rounds : block.rounds;
  if (rounds !== block.rounds && (rounds < Math.max(1, limits.rounds[0]) || rounds > limits.rounds[1])) return null;
  const next = { ...block, rounds };
  const moves = keepLocked(block, locked);
  switch (scheme.kind) {
    case 'interval': {
      const [workUs, restUs] = [
        scheme.workUs + change.work * S,
        scheme.restUs === 0 ? 0 : scheme.restUs + change.rest * S,
      ];
      if (
        (change.work !== 0 && !within(workUs, limits.workS)) ||
        (scheme.restUs !== 0 && change.rest !== 0 && !within(restUs, limits.restS))
      )
        return null;
      return { ...next, moves, scheme: { ...scheme, workUs: asLength(workUs), restUs: asLength(restUs) } };
    }
    case 'hold': {
      const holdUs = scheme.holdUs + change.hold * S;
      if (change.hold !== 0 && !within(holdUs, limits.holdS)) return null;
      return { ...next, moves, scheme: { ...scheme, holdUs: asLength(holdUs) } };
    }
    default:
      return next;
  }
}

/** The block's moves; a locked one gets the length that it has now as its own. */
function keepLocked(block: Block, locked: ReadonlySet<string>): Block['moves'] {
  if (!block.moves.some((m) => locked.has(m.id))) return block.moves;
  const timings = moveTimings(block);
  return block.moves.map((move, i) => {
    const timing = timings[i];
    return timing === undefined || !locked.has(move.id)
      ? move
      : { ...move, workUs: move.workUs ?? timing.sets[0] ?? null, restUs: timing.restUs };
  });
}

/** True where the talk and water blocks can take up this time (microseconds) without leaving their limits. */
function canSpread(soft: readonly Block[], left: number, limits: FitLimits): boolean {
  if (left === 0) return true;
  const room = soft.reduce((sum, b) => sum + roomOf(plainLength(b), left, limits), 0);
  return room >= Math.abs(left);
}

/** How much longer (or shorter, where `left` is negative) a talk may become. */
function roomOf(length: number, left: number, limits: FitLimits): number {
  return Math.max(0, left < 0 ? length - limits.talkS[0] * S : limits.talkS[1] * S - length);
}

/**
 * Adds time to the talk and water blocks in proportion to their room, in whole seconds; the block with most room takes
 * the rest.
 */
function spreadOver(blocks: readonly Block[], soft: readonly Block[], left: number, limits: FitLimits): Block[] {
  const room = soft.map((b) => roomOf(plainLength(b), left, limits));
  const all = room.reduce((a, b) => a + b, 0);
  if (left === 0 || all === 0) return [...blocks];
  const shares = room.map((r) => Math.sign(left) * Math.floor((Math.abs(left) * r) / all / S) * S);
  let rest = left - shares.reduce((a, b) => a + b, 0);
  for (const i of room.map((_, k) => k).sort((a, b) => room[b]! - room[a]!)) {
    const more = Math.sign(rest) * Math.min(Math.abs(rest), room[i]! - Math.abs(shares[i]!));
    shares[i] = shares[i]! + more;
    rest -= more;
  }
  return blocks.map((block) => {
    const i = soft.indexOf(block);
    return i < 0 || block.scheme.kind !== 'plain'
      ? block
      : { ...block, scheme: { kind: 'plain', lengthUs: asLength(block.scheme.lengthUs + shares[i]!) } };
  });
}

/** What changed, a sentence a block. */
function describe(before: Plan, after: Plan): string[] {
  return after.blocks.flatMap((b, i) => {
    const a = before.blocks[i];
    if (a === undefined) return [];
    const parts: string[] = [];
    if (a.rounds !== b.rounds) parts.push(`${a.rounds} → ${b.rounds} rounds`);
    if (a.scheme.kind === 'interval' && b.scheme.kind === 'interval') {
      if (a.scheme.workUs !== b.scheme.workUs)
        parts.push(`work ${writeSeconds(a.scheme.workUs)} → ${writeSeconds(b.scheme.workUs)} s`);
      if (a.scheme.restUs !== b.scheme.restUs)
        parts.push(`rest ${writeSeconds(a.scheme.restUs)} → ${writeSeconds(b.scheme.restUs)} s`);
    }
    if (a.scheme.kind === 'hold' && b.scheme.kind === 'hold' && a.scheme.holdUs !== b.scheme.holdUs)
      parts.push(`hold ${writeSeconds(a.scheme.holdUs)} → ${writeSeconds(b.scheme.holdUs)} s`);
    if (a.scheme.kind === 'plain' && b.scheme.kind === 'plain' && a.scheme.lengthUs !== b.scheme.lengthUs)
      parts.push(`${writeTime(a.scheme.lengthUs)} → ${writeTime(b.scheme.lengthUs)}`);
    return parts.length === 0 ? [] : [`${b.name}: ${parts.join(', ')}`];
  });
}
