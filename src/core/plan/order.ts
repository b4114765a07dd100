import type { Block, Move } from './plan.ts';
import { type ExerciseBook, SHIPPED_BOOK } from '../exercise/library.ts';
import { type Traits, traitsOf } from './traits.ts';

/** What a step from one move to the next costs. The same pattern twice in a row is all but forbidden. */
const ORDER_COSTS = { samePattern: 1000, level: 6, prop: 4, side: 2, pushWithoutPull: 3 } as const;
/** The search is exact up to this many moves. */
const MOST_EXACT = 10;

export interface OrderAnswer {
  /** Indices of the block's moves in their new order. */
  readonly order: readonly number[];
  readonly cost: number;
  readonly costBefore: number;
  /** True where no better order exists; false where the block was too long to prove it. */
  readonly optimal: boolean;
  readonly levelChanges: number;
  readonly propChanges: number;
  readonly repeatedPatterns: number;
}

interface Item {
  readonly move: Move;
  readonly traits: Traits;
}

/**
 * The order of a block's moves with the fewest level, prop and side changes, never the same pattern twice in a row,
 * pull after push. `locked` holds indices of moves that keep their place; talk, set-up and water within the block keep
 * theirs. With more than one round in circuit order the step from the last move to the first counts too. Exact up to
 * ten moves (dynamic programming over subsets), else improved by exchanges.
 */
export function bestOrder(block: Block, locked: ReadonlySet<number>, book: ExerciseBook = SHIPPED_BOOK): OrderAnswer {
  const items = block.moves.map((move): Item => ({ move, traits: traitsOf(move, block.kind, book) }));
  const circular = block.rounds > 1 && block.order === 'circuit' && items.length > 1;
  const step = items.map((a) => items.map((b) => stepCost(a, b)));
  const before = items.map((_, i) => i);
  const still = new Set([...locked, ...before.filter((i) => block.moves[i]?.instead !== undefined)]);
  const exact = items.length <= MOST_EXACT;
  const order =
    items.length < 2 ? before : exact ? exactOrder(step, still, circular) : improvedOrder(step, still, circular);
  const cost = orderCost(step, order, circular);
  const costBefore = orderCost(step, before, circular);
  // Equal cost: what the person wrote stays.
  const chosen = cost < costBefore ? order : before;
  return {
    order: chosen,
    cost: Math.min(cost, costBefore),
    costBefore,
    optimal: exact,
    ...countChanges(items, chosen, circular),
  };
}

export function stepCost(a: Item, b: Item): number {
  let cost = 0;
  if (
    a.traits.pattern !== null &&
    a.traits.pattern === b.traits.pattern &&
    a.traits.pattern !== 'stretch' &&
    a.traits.pattern !== 'mobility'
  )
    cost += ORDER_COSTS.samePattern;
  if (changesLevel(a, b)) cost += ORDER_COSTS.level;
  if (changesProps(a, b)) cost += ORDER_COSTS.prop;
  const sided = (item: Item) => item.move.sides !== null && item.move.sides.kind !== 'both';
  if (sided(a) !== sided(b)) cost += ORDER_COSTS.side;
  if (a.traits.pattern === 'push' && b.traits.pattern !== 'pull') cost += ORDER_COSTS.pushWithoutPull;
  return cost;
}

const changesLevel = (a: Item, b: Item) =>
  a.traits.endLevel !== null && b.traits.level !== null && a.traits.endLevel !== b.traits.level;
const changesProps = (a: Item, b: Item) => [...a.traits.needs].sort().join() !== [...b.traits.needs].sort().join();

export function orderCost(step: readonly (readonly number[])[], order: readonly number[], circular: boolean): number {
  let cost = 0;
  for (let i = 1; i < order.length; i++) cost += step[order[i - 1]!]?.[order[i]!] ?? 0;
  if (circular && order.length > 1) cost += step[order.at(-1)!]?.[order[0]!] ?? 0;
  return cost;
}

/** Held–Karp over subsets; for a ring once for every first move. A locked move may only stand in its own place. */
function exactOrder(step: readonly (readonly number[])[], locked: ReadonlySet<number>, circular: boolean): number[] {
  const n = step.length;
  const may = (move: number, place: number) => (locked.has(move) ? move === place : !locked.has(place));
  let best: { cost: number; order: number[] } = { cost: Infinity, order: step.map((_, i) => i) };
  const firsts = step.map((_, i) => i).filter((i) => may(i, 0));
  for (const first of circular ? firsts : [null]) {
    const score = new Float64Array((1 << n) * n).fill(Infinity);
    const back = new Int8Array((1 << n) * n).fill(-1);
    for (const start of first === null ? firsts : [first]) score[(1 << start) * n + start] = 0;
    for (let set = 1; set < 1 << n; set++) {
      const place = bits(set);
      for (let last = 0; last < n; last++) {
        const so = score[set * n + last]!;
        if (so === Infinity) continue;
        for (let next = 0; next < n; next++) {
          if ((set & (1 << next)) !== 0 || !may(next, place)) continue;
          const to = (set | (1 << next)) * n + next;
          const value = so + step[last]![next]!;
          if (value < score[to]!) {
            score[to] = value;
            back[to] = last;
          }
        }
      }
    }
    const all = (1 << n) - 1;
    for (let last = 0; last < n; last++) {
      const cost = score[all * n + last]! + (first === null ? 0 : step[last]![first]!);
      if (cost < best.cost) best = { cost, order: traceOrder(back, all, last, n) };
    }
  }
  return best.order;
}

function traceOrder(back: Int8Array, all: number, last: number, n: number): number[] {
  const order: number[] = [];
  for (let set = all, at = last; at >= 0;) {
    order.unshift(at);
    const previous = back[set * n + at]!;
    set &= ~(1 << at);
    at = previous;
  }
  return order;
}

function bits(set: number): number {
  let count = 0;
  for (let rest = set; rest !== 0; rest &= rest - 1) count++;
  return count;
}

/** Exchanges two free moves or moves one, as long as that makes the order better. */
function improvedOrder(step: readonly (readonly number[])[], locked: ReadonlySet<number>, circular: boolean): number[] {
  let order = step.map((_, i) => i);
  const free = order.filter((i) => !locked.has(i));
  for (let better = true; better;) {
    better = false;
    for (const a of free) {
      for (const b of free) {
        if (a >= b) continue;
        const swapped = order.slice();
        [swapped[a], swapped[b]] = [order[b]!, order[a]!];
        if (orderCost(step, swapped, circular) < orderCost(step, order, circular)) {
          order = swapped;
          better = true;
        }
      }
    }
  }
  return order;
}

function countChanges(items: readonly Item[], order: readonly number[], circular: boolean) {
  let [levelChanges, propChanges, repeatedPatterns] = [0, 0, 0];
  const steps = order.length - (circular ? 0 : 1);
  for (let i = 0; i < steps; i++) {
    const [a, b] = [items[order[i]!], items[order[(i + 1) % order.length]!]];
    if (a === undefined || b === undefined) continue;
    if (changesLevel(a, b)) levelChanges++;
    if (changesProps(a, b)) propChanges++;
    if (stepCost(a, b) >= ORDER_COSTS.samePattern) repeatedPatterns++;
  }
  return { levelChanges, propChanges, repeatedPatterns };
}
