import { isActive } from '../plan/segment.ts';
import { type Candidate, type Coverage, goesOn } from './coverage.ts';
import type { Use } from './decisions.ts';

/** Why a segment is from that take. */
export type Why = 'by hand' | 'only take' | 'complete' | 'fewer mistakes' | 'no further join' | 'filmed first';

/** Which take a segment of the programme is from; `candidate` null: it is not in it. */
export interface Choice extends Coverage {
  readonly candidate: Candidate | null;
  readonly why: Why | 'not filmed' | 'left out by hand';
}

/** A place that is less likely than this to be right is not preferred to one that is likelier. */
const UNSURE_BELOW = 0.5;

/**
 * What speaks against a way through the takes, the gravest first: cut-off segments, mistakes, unsure places, joins,
 * joins before work, and how late in the list its takes stand. Each counts only where all before it are equal.
 */
type Cost = readonly number[];
const NO_COST: Cost = [0, 0, 0, 0, 0, 0];
const sum = (a: Cost, b: Cost): Cost => a.map((v, i) => v + b[i]!);

function cheaper(a: Cost, b: Cost): boolean {
  const first = a.findIndex((v, i) => v !== b[i]);
  return first >= 0 && a[first]! < b[first]!;
}

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

function ownCost(c: Candidate, takeIds: readonly string[]): Cost {
  return [c.complete ? 0 : 1, c.faults, c.placed < UNSURE_BELOW ? 1 : 0, 0, 0, takeIds.indexOf(c.takeId)];
}

interface Step {
  readonly candidate: Candidate;
  readonly cost: Cost;
  readonly before: Step | null;
  readonly k: number;
}

/** The cheapest of ways, each with the step that it ends in; null where there is none. */
function best<T extends { readonly cost: Cost }>(ways: readonly T[]): T | null {
  return ways.reduce<T | null>((a, b) => (a === null || cheaper(b.cost, a.cost) ? b : a), null);
}

/** For each segment with candidates one of them; null where it has none. */
function cheapest(
  coverage: readonly Coverage[],
  allowed: readonly (readonly Candidate[])[],
  takeIds: readonly string[],
): (Candidate | null)[] {
  let last: Step[] = [];
  for (const [k, candidates] of allowed.entries()) {
    if (candidates.length === 0) continue;
    const join: Cost = [0, 0, 0, 1, isActive(coverage[k]!.segment) ? 1 : 0, 0];
    const before = last;
    last = candidates.map((candidate): Step => {
      const from = best(
        before.map((step) => ({
          step,
          cost: goesOn(step.candidate, candidate) ? step.cost : sum(step.cost, join),
        })),
      );
      const cost = sum(from?.cost ?? NO_COST, ownCost(candidate, takeIds));
      return { candidate, cost, before: from?.step ?? null, k };
    });
  }
  const path: (Candidate | null)[] = coverage.map(() => null);
  for (let step = best(last); step !== null; step = step.before) path[step.k] = step.candidate;
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
