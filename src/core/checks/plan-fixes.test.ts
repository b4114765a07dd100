import { describe, expect, it } from 'vitest';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { exerciseNamed } from '../exercise/library.ts';
import { compile } from '../plan/compile.ts';
import type { Plan } from '../plan/plan.ts';
import { newDocument } from '../workout/document.ts';
import { applyFix } from '../workout/apply-fix.ts';
import { planFindings } from './plan-checks.ts';

const outline = (text: string) => readOutline(`# T\n${text}`).value;
const findings = (plan: Plan) => planFindings(plan, compile(plan).segments);
const named = (plan: Plan, rule: string) => findings(plan).find((f) => f.rule === rule)!;
/** The plan after a finding's first fix, through the same door as the page's button. */
const fixed = (plan: Plan, rule: string): Plan =>
  applyFix({ ...newDocument('T'), plan }, named(plan, rule).fixes[0]!).plan;

const LONG = '## Hello: talk 0:30\n## Main: 20 rounds, 40/20\n- Squat\n- Standing row\n## Bye: talk 0:30';

describe('a fix of the plan takes its finding away', () => {
  it('a class without warm-up gets 5:00 of it after the opening talk, of moves the library knows', () => {
    const plan = fixed(outline(LONG), 'no-warm-up');
    expect(plan.blocks.map((b) => b.kind)).toEqual(['talk', 'warm-up', 'circuit', 'talk']);
    expect(compile({ ...plan, blocks: plan.blocks.slice(1, 2) }).total).toBe(300e6);
    for (const move of plan.blocks[1]?.moves ?? [])
      expect([move.name, ['none', 'low'].includes(exerciseNamed(move.name)?.impact ?? '')]).toEqual([move.name, true]);
    expect(findings(plan).map((f) => f.rule)).not.toContain('no-warm-up');
    expect(findings(plan).map((f) => f.rule)).not.toContain('short-warm-up');
  });
  it('and a cool-down of stretches before the closing talk, with ids of its own', () => {
    const plan = fixed(fixed(outline(LONG), 'no-warm-up'), 'no-cool-down');
    expect(plan.blocks.map((b) => b.kind)).toEqual(['talk', 'warm-up', 'circuit', 'cool-down', 'talk']);
    for (const move of plan.blocks[3]?.moves ?? [])
      expect([move.name, exerciseNamed(move.name)?.pattern]).toEqual([move.name, 'stretch']);
    const ids = plan.blocks.flatMap((b) => [b.id, ...b.moves.map((m) => m.id)]);
    expect(new Set(ids).size).toBe(ids.length);
    expect(findings(plan).map((f) => f.rule)).not.toContain('short-cool-down');
  });
  it('a short warm-up grows to five minutes or just past them', () => {
    const plan = fixed(
      outline(`## Warm-up: 30/0\n- Knee lift\n- Hip circles\n- Easy squat\n- Step touch\n${LONG}`),
      'short-warm-up',
    );
    const { segments } = compile(plan);
    const length = segments.filter((s) => s.blockKind === 'warm-up').reduce((sum, s) => sum + s.end - s.start, 0);
    expect([length >= 300e6, length < 320e6 + 5e6]).toEqual([true, true]);
  });
  it('a stretch held too briefly is held 15 or 30 s, the block or the move alone', () => {
    const whole = outline('## Stretch: cool-down, hold 8 change 5\n- Calf stretch');
    expect(named(whole, 'short-stretch').fixes.map((m) => m.label)).toEqual(['Hold it 15 s', 'Hold it 30 s']);
    expect(findings(fixed(whole, 'short-stretch')).map((f) => f.rule)).not.toContain('short-stretch');
    const one = outline('## Stretch: cool-down, hold 30 change 5\n- Calf stretch\n- Neck stretch | hold 6');
    expect(
      compile(fixed(one, 'short-stretch'))
        .segments.filter((s) => s.kind === 'hold')
        .map((s) => (s.end - s.start) / 1e6),
    ).toEqual([30, 15]);
  });
  it('a jump after floor work gets a march before it', () => {
    const plan = fixed(outline('## A: 40/20\n- Dead bug\n- Squat jump'), 'jump-after-floor');
    expect(plan.blocks[0]?.moves.map((m) => m.name)).toEqual(['Dead bug', 'March on the spot', 'Squat jump']);
    expect(findings(plan).map((f) => f.rule)).not.toContain('jump-after-floor');
  });
  it('an odd number of rounds with a side each gets one more', () => {
    const plan = fixed(outline('## A: 3 rounds, 40/20\n- Reverse lunge | sides rounds'), 'side-short');
    expect([plan.blocks[0]?.rounds, findings(plan).some((f) => f.rule === 'side-short')]).toEqual([4, false]);
  });
  it('a break between rounds is made long enough by the rest that stands there', () => {
    const plan = outline('## A: 2 rounds, 40/40, round rest 0:05\n- Squat\n- Dead bug');
    const next = fixed(plan, 'break-planned-short');
    expect([next.blocks[0]?.roundRestUs, findings(next).some((f) => f.rule === 'break-planned-short')]).toEqual([
      20e6,
      false,
    ]);
  });
  it('a break that is short is made long enough', () => {
    const plan = outline('## A: 40/20\n- Squat\n- Dead bug');
    expect(named(plan, 'break-planned-short').fixes[0]?.label).toBe('Make the break 25 s');
    expect(findings(fixed(plan, 'break-planned-short')).map((f) => f.rule)).not.toContain('break-short');
  });
});
