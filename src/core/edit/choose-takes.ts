import { isActive } from '../plan/segment.ts';
import type { Candidate, Coverage } from './coverage.ts';
import type { Use } from './decisions.ts';

/** Why a segment is from that take. */
export type Why = 'by hand' | 'only take' | 'complete' | 'fewer mistakes' | 'no further join' | 'filmed first';

/** Which take a segment of the programme is from; `candidate` null: it is not in it. */
export interface Choice extends Coverage {
  readonly candidate: Candidate | null;
  readonly why: Why | 'not filmed' | 'left out by hand';
}

/** Complete before partial, without mistakes before with them, then fewest joins: each outweighs all after it. */
const COST = { partial: 1e7, fault: 1e4, unsure: 3e3, join: 10, joinInWork: 2, later: 0.1 } as const;
/** A place less likely than this to be right does not stand against one that is. */
const UNSURE_BELOW = 0.5;

/**
 * Chooses a take for each segment by dynamic programming over the class; what a hand chose stands. Takes are in the
 * order in which they are preferred where nothing else decides.
 */
export function chooseTakes(coverage: readonly Coverage[], takeIds: readonly string[], uses: readonly Use[]): Choice[] {
  const byHand = new Map(uses.map((u) => [u.segmentKey, u.takeId]));
  const allowed = coverage.map(({ segment, candidates }) => {
    const hand = byHand.get(segment.key);
    if (hand === null) return [];
    const chosen = candidates.filter((c) => c.takeId === hand);
    return chosen.length > 0 ? chosen : candidates;
  });
  const path = cheapest(coverage, allowed, takeIds);
  return coverage.map(({ segment, candidates }, k): Choice => {
    const candidate = path[k] ?? null;
    const hand = byHand.get(segment.key);
    const why =
      candidate === null ? (hand === null ? 'left out by hand' : 'not filmed') : whyOf(candidate, candidates, hand);
    return { segment, candidates, candidate, why };
  });
}

function ownCost(c: Candidate, takeIds: readonly string[]): number {
  return (
    (c.complete ? 0 : COST.partial) +
    c.faults * COST.fault +
    (c.placed < UNSURE_BELOW ? COST.unsure : 0) +
    takeIds.indexOf(c.takeId) * COST.later
  );
}

/** For each segment with candidates one of them; null where it has none. */
function cheapest(
  coverage: readonly Coverage[],
  allowed: readonly (readonly Candidate[])[],
  takeIds: readonly string[],
): (Candidate | null)[] {
  interface Step {
    readonly candidate: Candidate;
    readonly cost: number;
    readonly before: Step | null;
    readonly k: number;
  }
  let last: Step[] = [];
  for (const [k, candidates] of allowed.entries()) {
    if (candidates.length === 0) continue;
    const joins = COST.join + (isActive(coverage[k]!.segment) ? COST.joinInWork : 0);
    const before = last;
    last = candidates.map((candidate): Step => {
      let best: Step | null = null;
      let least = before.length === 0 ? 0 : Infinity;
      for (const step of before) {
        const goesOn =
          step.candidate.takeId === candidate.takeId && step.candidate.recorded.end <= candidate.recorded.start + 1;
        const cost = step.cost + (goesOn ? 0 : joins);
        if (cost < least) [least, best] = [cost, step];
      }
      return { candidate, cost: least + ownCost(candidate, takeIds), before: best, k };
    });
  }
  const path: (Candidate | null)[] = coverage.map(() => null);
  let step = last.reduce<Step | null>((a, b) => (a === null || b.cost < a.cost ? b : a), null);
  for (; step !== null; step = step.before) path[step.k] = step.candidate;
  return path;
}

function whyOf(chosen: Candidate, all: readonly Candidate[], hand: string | null | undefined): Why {
  if (hand === chosen.takeId) return 'by hand';
  const others = all.filter((c) => c !== chosen);
  if (others.length === 0) return 'only take';
  if (chosen.complete && others.every((c) => !c.complete)) return 'complete';
  if (others.every((c) => c.faults > chosen.faults)) return 'fewer mistakes';
  return all[0] === chosen ? 'filmed first' : 'no further join';
}
