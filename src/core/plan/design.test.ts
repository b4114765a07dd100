import { wordsOf } from '../findings/finding.ts';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { planArbitrary } from '../../../tests/arbitrary/plan.arbitrary.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { planFindings } from '../checks/plan-checks.ts';
import { EFFORTS, bandOfHeartRate, bandOfMet, kilocalories } from '../exercise/effort.ts';
import { LIBRARY, exerciseNamed, searchExercises } from '../exercise/library.ts';
import { USUAL_CHANGES, changeOvers, whyNeeded } from '../script/change-over.ts';
import { fromSeconds } from '../time/micros.ts';
import { balanceOf, countsLeft, energyOf } from './balance.ts';
import { compile } from './compile.ts';
import { USUAL_LIMITS, fitToLength } from './fit.ts';
import { bestOrder, orderCost, stepCost } from './order.ts';
import { type Block, type Plan } from './plan.ts';
import { newBlock, newMove } from './new-plan.ts';
import { traitsOf } from './traits.ts';

const demo = readOutline(
  readFileSync(new URL('../../../demo/smoker-to-super.outline.md', import.meta.url), 'utf8'),
).value;
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

describe('fit to a length', () => {
  it.each([18, 20, 22, 24.5, 30])(
    'finds the demo in exactly %d minutes, within the limits, and says what changed',
    (minutes) => {
      const target = fromSeconds(minutes * 60);
      const answers = fitToLength(demo, target, USUAL_LIMITS, { locked: new Set() });
      expect(answers.length).toBeGreaterThan(0);
      for (const a of answers) {
        expect([compile(a.plan).total, a.changes.length > 0]).toEqual([target, minutes !== 24]);
        for (const b of a.plan.blocks) {
          if (b.scheme.kind === 'interval') expect(b.scheme.workUs).toBeGreaterThanOrEqual(15e6);
          if (b.scheme.kind === 'plain') expect(b.scheme.lengthUs).toBeGreaterThanOrEqual(8e6);
        }
      }
      expect(answers.map((a) => a.cost)).toEqual([...answers.map((a) => a.cost)].sort((x, y) => x - y));
    },
  );
  it('never breaks a limit nor touches a locked block, whatever the plan', () => {
    fc.assert(
      fc.property(planArbitrary, fc.integer({ min: 60, max: 3000 }), (plan, target) => {
        const locked = new Set(plan.blocks.slice(0, 1).map((b) => b.id));
        for (const a of fitToLength(plan, fromSeconds(target), USUAL_LIMITS, { locked })) {
          expect(a.total).toBe(fromSeconds(target));
          expect(a.plan.blocks[0]).toEqual(plan.blocks[0]);
          a.plan.blocks.forEach((b, i) => {
            const was = plan.blocks[i]!;
            expect(b.moves).toEqual(was.moves);
            if (b.scheme.kind === 'interval' && was.scheme.kind === 'interval' && b.scheme.workUs !== was.scheme.workUs)
              expect(b.scheme.workUs >= 15e6 && b.scheme.workUs <= 60e6).toBe(true);
            if (b.scheme.kind === 'plain' && was.scheme.kind === 'plain' && b.scheme.lengthUs !== was.scheme.lengthUs)
              expect(b.scheme.lengthUs >= 0 && b.scheme.lengthUs <= 180e6).toBe(true);
          });
        }
      }),
      { seed: 21, numRuns: 25 },
    );
  });
  it('leaves a locked move’s seconds as they are, and says what an answer costs', () => {
    const plan = outline('## Hello: talk 0:30\n## Main: 3 rounds, 40/20\n- Squat\n- Row\n- Plank');
    const id = plan.blocks[1]?.moves[0]?.id ?? '';
    const before = compile(plan);
    for (const a of fitToLength(plan, fromSeconds(600), USUAL_LIMITS, { locked: new Set([id]) })) {
      const { segments } = compile(a.plan);
      expect(segments.filter((s) => s.moveId === id && s.kind === 'work').map((s) => s.end - s.start)).toEqual(
        before.segments
          .filter((s) => s.moveId === id && s.kind === 'work')
          .slice(0, segments.filter((s) => s.moveId === id && s.kind === 'work').length)
          .map((s) => s.end - s.start),
      );
      const talk = (list: typeof segments) =>
        list.filter((s) => s.kind === 'talk').reduce((sum, s) => sum + s.end - s.start, 0);
      expect(a.movesByUs + a.breaksByUs + talk(segments) - talk(before.segments)).toBe(600e6 - before.total);
    }
  });
  it('keeps the rounds within their limit', () => {
    const plan = outline('## Main: 3 rounds, 40/20, no last rest\n- Squat\n- Row');
    const rounds = (most: number) =>
      fitToLength(
        plan,
        fromSeconds(460),
        { ...USUAL_LIMITS, workS: [40, 40], restS: [20, 20], rounds: [1, most] },
        { locked: new Set() },
      ).flatMap((a) => a.plan.blocks.map((b) => b.rounds));
    // Four rounds of two minutes less the last rest.
    expect([rounds(4), rounds(3)]).toEqual([[4], []]);
  });
  it('asks six for a round, and 0.6 for each second that breaks change', () => {
    const plan = outline('## Main: 2 rounds, 40/20\n- Squat\n- Row\n- Plank');
    const limits = { ...USUAL_LIMITS, workS: [40, 40] as const };
    const cost = (seconds: number) => fitToLength(plan, fromSeconds(seconds), limits, { locked: new Set() })[0]?.cost;
    // Six breaks; three moves a round.
    expect([cost(360), cost(360 + 6 * 5), cost(360 - 6 * 5), cost(540)]).toEqual([0, 3, 3, 6]);
  });
  it('offers nothing where the limits allow nothing', () => {
    expect(fitToLength(demo, fromSeconds(30), USUAL_LIMITS, { locked: new Set() })).toEqual([]);
  });
});

describe('balance', () => {
  it('sums what the class asks for', () => {
    const { segments } = compile(demo);
    const balance = balanceOf(demo, segments);
    expect(balance.effort.reduce((sum, e) => sum + e.end - e.start, 0)).toBe(compile(demo).total);
    expect(balance.equipment.map((e) => e.name)).toEqual(expect.arrayContaining(['broomstick', 'crate', 'mat']));
    const mat = balance.equipment.find((e) => e.name === 'mat');
    expect(segments.find((s) => s.start === mat?.firstAt)?.label).toBe('Crate push-up');
    const { low, middle, high } = energyOf(balance, 70);
    expect(low < middle && middle < high).toBe(true);
  });
  it('counts what is left by moves and by intervals', () => {
    const { segments } = compile(outline('## A: 2 rounds, 40/20\n- Squat\n- Clam | sides own\n- Crunch'));
    expect(countsLeft(segments, 0)).toEqual({
      intervals: 7,
      moves: 5,
      intervalsInRound: 3,
      movesInRound: 2,
      rounds: 1,
    });
    expect(countsLeft(segments, 2)).toMatchObject({ intervalsInRound: 2, movesInRound: 1 });
  });
});

describe('cautions', () => {
  const rules = (plan: Plan) => planFindings(plan, compile(plan).segments).map((f) => f.rule);
  // ACSM Guidelines (from memory): warm-up 5–10 min, static stretch 10–30 s.
  it('name a missing warm-up, a short stretch, an effort jump and a side that comes up short', () => {
    expect(rules(outline('## Main: 20 rounds, 40/20\n- Squat jump'))).toEqual(
      expect.arrayContaining(['no-warm-up', 'no-cool-down', 'effort-jump']),
    );
    expect(rules(outline('## Stretch: cool-down, hold 8 change 5\n- Calf stretch | sides own'))).toContain(
      'short-stretch',
    );
    expect(rules(outline('## A: 3 rounds, 40/20\n- Reverse lunge | sides rounds'))).toContain('side-short');
    expect(rules(outline('## A: 40/20\n- Dead bug\n- Squat jump'))).toContain('jump-after-floor');
    expect(rules(outline('## A: 40/20\n- Squat\n- Dead bug'))).toContain('break-planned-short');
  });
  it('each have a measured and a wanted value and a source', () => {
    for (const f of planFindings(demo, compile(demo).segments)) {
      const { measured, wanted, source } = wordsOf(f);
      expect([measured, wanted, source].includes('')).toBe(false);
      expect(f.at).toBeGreaterThanOrEqual(0);
    }
  });
});
