import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { EFFORTS, bandOfHeartRate, bandOfMet, kilocalories } from '../exercise/effort.ts';
import { LIBRARY, exerciseNamed, searchExercises } from '../exercise/library.ts';
import { USUAL_CHANGES, changeOvers, whyNeeded } from '../script/change-over.ts';
import { fromSeconds } from '../time/micros.ts';
import { compile } from './compile.ts';
import { bestOrder, orderCost, stepCost } from './order.ts';
import { type Block } from './plan.ts';
import { newBlock, newMove } from './new-plan.ts';
import { traitsOf } from './traits.ts';

const outline = (text: string) => readOutline(`# T\n${text}`).value;

describe('the exercise library', () => {
  it('holds 150 exercises or more, each whole and named once', () => {
    expect(LIBRARY.length).toBeGreaterThanOrEqual(150);
    expect(new Set(LIBRARY.map((e) => e.name.toLowerCase())).size).toBe(LIBRARY.length);
    for (const e of LIBRARY)
      expect([
        e.name,
        e.muscles.length > 0,
        e.form !== '',
        e.caution !== '',
        e.easier !== '',
        e.harder !== '',
        e.secondsARep > 0,
      ]).toEqual([e.name, true, true, true, true, true, true]);
  });
  it('is found by name in the plural and by any fact', () => {
    expect(exerciseNamed('reverse lunges')?.name).toBe('Reverse lunge');
    expect(exerciseNamed('Crunches')?.name).toBe('Crunch');
    expect(exerciseNamed('overhead presses')?.name).toBe('Overhead press');
    expect(exerciseNamed('Moonwalk')).toBeNull();
    expect(searchExercises('plank core high impact')).toEqual([]);
    // By a line too: what is known only from a line comes after what is known from a fact.
    expect(searchExercises('side camera hinge').every((e) => e.camera === 'side')).toBe(true);
    expect(searchExercises('elbow under the shoulder').map((e) => e.name)).toContain('Side plank');
    expect(searchExercises('squat').at(0)?.name).toMatch(/^Squat/);
    for (const e of searchExercises('jump high impact')) expect([e.pattern, e.impact]).toEqual(['jump', 'high']);
  });
});

// ACSM metabolic equation, ACSM bands, Compendium of Physical Activities 2011: all from memory; the products are
// derived.
describe('effort', () => {
  it('gives energy by the ACSM equation: 30 min at 4.3 MET and 70 kg', () =>
    expect(kilocalories(4.3, 70, 30)).toBeCloseTo(158.025, 3));
  it.each([
    ['stretch', 2.3],
    ['flow', 2.5],
    ['light', 2.8],
    ['moderate', 3.8],
    ['vigorous', 8],
    ['circuit', 4.3],
    ['resistance', 3.5],
    ['heavy-resistance', 6],
    ['low-impact', 5],
    ['high-impact', 7.3],
    ['step', 7.5],
  ] as const)('%s is %s MET (Compendium 2011)', (name, met) => expect(EFFORTS[name].met).toBe(met));
  it.each([
    [0.57, 'light'],
    [0.63, 'light'],
    [0.64, 'moderate'],
    [0.76, 'moderate'],
    [0.77, 'vigorous'],
    [0.95, 'vigorous'],
    [0.5, null],
    [1, null],
  ])('%s of maximum heart rate is %s (ACSM)', (share, band) => expect(bandOfHeartRate(share)).toBe(band));
  it('is light below 3 MET, vigorous from 6', () =>
    expect([2.9, 3, 5.9, 6].map(bandOfMet)).toEqual(['light', 'moderate', 'moderate', 'vigorous']));
});

describe('change-overs', () => {
  const of = (text: string) => {
    const plan = outline(text);
    return changeOvers(plan, compile(plan).segments);
  };
  it('need more for a new move, another level, a prop and less when known', () => {
    const [first, second, third] = of('## Main: circuit, 2 rounds, 40/20\n- Squat\n- Crate push-up');
    // People listen while they get down: only the longer of both counts.
    expect(whyNeeded(first as never)).toBe('new move to be shown 22 s');
    expect(second?.parts.map((p) => p.why)).toEqual(['known move']);
    expect(third?.parts[0]?.why).toBe('known move');
    expect((first?.shortUs ?? 0) / 1e6).toBe(22 - 20);
  });
  it('count what is said before a short break, the option of a jump, and back to back only what nobody can do', () => {
    const short = of('## A: 40/10\n- Squat\n- Calf raise')[0];
    expect([short?.saidBeforeUs, short?.neededUs]).toEqual([5e6, 17e6]);
    // A longer break never makes more of a shortage.
    const shortAt = (rest: number) => of(`## A: 40/${rest}\n- Squat\n- Calf raise`)[0]?.shortUs ?? 0;
    for (let rest = 2; rest < 30; rest++) expect(shortAt(rest)).toBeLessThanOrEqual(shortAt(rest - 1));
    expect(of('## A: 40/20\n- Plank\n- Squat jump')[0]?.neededUs).toBe(29e6);
    expect(of('## A: 40/0\n- Squat\n- Plank')[0]?.neededUs).toBe(0);
    expect(whyNeeded(of('## A: 40/0\n- Plank\n- Goblet squat')[0] as never)).toContain('floor to standing');
  });
  it('need a switch for the other side, nothing for the same move again, and no showing after a demonstration', () => {
    expect(of('## A: 40/20\n- Clam | sides own')[0]?.neededUs).toBe(USUAL_CHANGES.sideUs);
    expect(of('## A: 20/10 x 3\n- Squat').map((c) => c.neededUs)).toEqual([0, 0]);
    expect(of('## A: 40/20\n- Squat\n- Calf raise | demo 20')[0]?.parts[0]?.why).toBe('known move');
  });
});

/**
 * The cost of the cheapest order, found by looking at every order there is: depth first, the cost summed on the way.
 */
function cheapest(step: readonly (readonly number[])[], ring: boolean): number {
  let best = Infinity;
  const n = step.length;
  const visit = (first: number, last: number, used: number, count: number, cost: number): void => {
    if (count === n) best = Math.min(best, cost + (ring ? step[last]![first]! : 0));
    else
      for (let next = 0; next < n; next++)
        if ((used & (1 << next)) === 0) visit(first, next, used | (1 << next), count + 1, cost + step[last]![next]!);
  };
  for (let first = 0; first < n; first++) visit(first, first, 1 << first, 1, 0);
  return best;
}

describe('the order', () => {
  const block = (names: readonly string[], more: Partial<Block> = {}): Block => ({
    ...newBlock('b', 'circuit', 'B'),
    moves: names.map((n, i) => newMove(`m${i}`, n)),
    ...more,
  });
  const names = LIBRARY.filter((e) => e.pattern !== 'stretch').map((e) => e.name);
  const permutations = (list: readonly number[]): number[][] =>
    list.length < 2
      ? [[...list]]
      : list.flatMap((head) => permutations(list.filter((x) => x !== head)).map((tail) => [head, ...tail]));
  it('is the optimum, proved against plain enumeration, with and without locks and rounds', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.constantFrom(...names), { minLength: 2, maxLength: 6 }),
        fc.boolean(),
        fc.array(fc.nat(5), { maxLength: 2 }),
        (chosen, ring, lockList) => {
          const b = block(chosen, { rounds: ring ? 2 : 1 });
          const locked = new Set(lockList.filter((l) => l < chosen.length));
          const items = b.moves.map((move) => ({ move, traits: traitsOf(move, b.kind) }));
          const step = items.map((x) => items.map((y) => stepCost(x, y)));
          const all = permutations(items.map((_, i) => i)).filter((order) => [...locked].every((l) => order[l] === l));
          const answer = bestOrder(b, locked);
          expect(answer.cost).toBe(Math.min(...all.map((order) => orderCost(step, order, ring))));
          expect([...answer.order].sort()).toEqual(items.map((_, i) => i));
          for (const l of locked) expect(answer.order[l]).toBe(l);
        },
      ),
      { seed: 12, numRuns: 60 },
    );
  });
  it('leaves talk within a block where it stands', () => {
    const b = block(['Squat', 'Plank', 'Talk', 'Calf raise', 'Glute bridge']);
    const moves = b.moves.map((m, i) => (i === 2 ? { ...m, instead: 'talk' as const, workUs: fromSeconds(20) } : m));
    const answer = bestOrder({ ...b, moves }, new Set());
    expect(answer.order[2]).toBe(2);
    expect(answer.cost).toBeLessThan(answer.costBefore);
  });
  it('of ten moves is the optimum among all 3 628 800 orders', () => {
    const chosen = names.filter((_, i) => i % 11 === 3).slice(0, 10);
    for (const rounds of [1, 3]) {
      const b = block(chosen, { rounds });
      const items = b.moves.map((move) => ({ move, traits: traitsOf(move, b.kind) }));
      const step = items.map((x) => items.map((y) => stepCost(x, y)));
      expect([chosen.length, bestOrder(b, new Set()).cost]).toEqual([10, cheapest(step, rounds > 1)]);
    }
  });
  it('keeps every move and lock beyond ten moves, and is never worse than before', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.constantFrom(...names), { minLength: 11, maxLength: 18 }),
        fc.nat(10),
        (chosen, lock) => {
          const answer = bestOrder(block(chosen), new Set([lock]));
          expect([...answer.order].sort((a, b) => a - b)).toEqual(chosen.map((_, i) => i));
          expect([answer.order[lock], answer.cost <= answer.costBefore, answer.optimal]).toEqual([lock, true, false]);
        },
      ),
      { seed: 13, numRuns: 20 },
    );
  });
  it('does not work the same pattern twice in a row where that can be helped', () => {
    const answer = bestOrder(block(['Squat', 'Sumo squat', 'Broomstick row', 'Glute bridge']), new Set());
    expect(answer.repeatedPatterns).toBe(0);
  });
});
