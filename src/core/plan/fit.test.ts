import { wordsOf } from '../findings/finding.ts';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { planArbitrary } from '../../../tests/arbitrary/plan.arbitrary.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { planFindings } from '../checks/plan-checks.ts';
import { fromSeconds } from '../time/micros.ts';
import { balanceOf, countsLeft, energyOf } from './balance.ts';
import { compile } from './compile.ts';
import { USUAL_LIMITS, fitToLength } from './fit.ts';
import { type Plan } from './plan.ts';

const demo = readOutline(
  readFileSync(new URL('../../../demo/smoker-to-super.outline.md', import.meta.url), 'utf8'),
).value;
const outline = (text: string) => readOutline(`# T\n${text}`).value;

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
