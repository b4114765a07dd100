import { describe, expect, it } from 'vitest';
import { seeded } from '../../../tests/support/synthetic-take.ts';
import type { TextScores } from '../align/text-scores.ts';
import {
  BREAK,
  type FreeProblem,
  OUT,
  TALK,
  WORK,
  namedAt,
  newMoveWorth,
  shownAround,
  stretchWorth,
} from './free-problem.ts';
import { type FreeInterval, searchFree } from './free-search.ts';
import { FREE } from './free-weights.ts';

/** A problem without other sides and without a name that is said twice: all that the search knows is in its states. */
function randomProblem(seed: number, clauses: number): FreeProblem {
  const random = seeded(seed);
  const atS = [0];
  while (atS.length <= clauses) atS.push(atS.at(-1)! + 4 + random() * 22);
  const each = (scale: number) => Float64Array.from({ length: clauses + 1 }, () => (random() - 0.5) * scale);
  const upTo = (scale: number) => {
    const sum = new Float64Array(clauses + 1);
    for (let c = 0; c < clauses; c++) sum[c + 1] = sum[c]! + (random() - 0.5) * scale;
    return sum;
  };
  const text = (): TextScores => ({ before: upTo(4), begins: each(4), ends: each(4) });
  const move = (label: string, heard: number | null) => ({
    label,
    heard,
    stretch: label === 'Calf stretch',
    saidUpTo: upTo(4),
    spoken: Int32Array.from({ length: clauses + 1 }, (_, c) => c),
  });
  return {
    atS,
    text: { work: text(), break: text(), talk: text() },
    silence: { work: upTo(1), break: upTo(1), talk: upTo(1) },
    moves: [move('Squat', 0), move('Row', 1), move('Calf stretch', null)],
    mentions: [0, 1].map((m) => {
      const clause = Math.floor(random() * clauses);
      return { move: m, clause, atUs: atS[clause]! * 1e6, worth: random() * 3 - 1 };
    }),
    otherSide: atS.map(() => false),
    signals: atS.map(() => random() < 0.2),
    work: FREE.work,
    cameAfter: new Map([[1, [{ before: 0, atS: 1e6 }]]]),
  };
}

interface Course {
  readonly worth: number;
  readonly work: readonly (readonly [from: number, to: number, move: number])[];
}

/** Every course of a class, one after the other; what each is worth is added up by hand. */
function* courses(p: FreeProblem, g = 0, state = -1, last = -1): Generator<Course> {
  const end = p.atS.length - 1;
  if (g === end) {
    if (last >= 0) yield { worth: 0, work: [] };
    return;
  }
  for (let to = g + 1; to <= end; to++) {
    // Work, then a break or talk; talk before any work, and talk that goes on.
    for (const s of state === WORK ? [BREAK, TALK] : state === BREAK ? [] : [TALK]) {
      const own = stretchWorth(p, s, g, to) - (state === WORK ? 0 : FREE.talk.worth);
      if (own <= OUT / 2) continue;
      for (const c of courses(p, to, s, last)) yield { worth: own + c.worth, work: c.work };
    }
    const own = stretchWorth(p, WORK, g, to);
    if (own <= OUT / 2) continue;
    const shown = shownAround(p, g);
    for (const [m, move] of p.moves.entries()) {
      const name = move.heard === null ? undefined : namedAt(p, g).get(move.heard);
      const said =
        FREE.said * (move.saidUpTo[to]! - move.saidUpTo[shown.from]!) + (p.signals[g] === true ? FREE.signal : 0);
      const touching = state === WORK ? FREE.touching : 0;
      const follows = p.cameAfter.get(m)?.some((l) => l.before === last) === true ? FREE.follows : 0;
      const why =
        m === last ? (state === WORK ? FREE.sameTouching : FREE.same) : newMoveWorth(p, g, move, name) + follows;
      for (const c of courses(p, to, WORK, m))
        yield { worth: own + said + touching + why + c.worth, work: [[g, to, m], ...c.work] };
    }
  }
}

const workOf = (found: readonly FreeInterval[]) => found.map((f) => [f.from, f.to, f.move]);

describe('the search for a class without a plan', () => {
  it.each(Array.from({ length: 40 }, (_, seed) => seed))('finds the best of all courses (seed %d)', (seed) => {
    const problem = randomProblem(seed, 6);
    // Once more by name depends on when the move before ended: such problems are left out.
    const lone = { ...problem, mentions: problem.mentions.map((m) => ({ ...m, worth: Math.min(m.worth, -1) })) };
    let best: Course | null = null;
    for (const c of courses(lone)) if (best === null || c.worth > best.worth) best = c;
    expect(workOf(searchFree(lone))).toEqual(best?.work);
  });

  it('goes on over any silence, before the class and inside of it', () => {
    const problem = randomProblem(5, 12);
    const late = { ...problem, atS: problem.atS.map((s, g) => s + (g > 0 ? 900 : 0) + (g > 6 ? 700 : 0)) };
    expect(searchFree(late).length).toBeGreaterThan(0);
  });
});
