import { dice } from '../../../tests/support/random-edits.ts';
import { WAYS_OF_TEACHING } from '../../../tests/support/ways-of-teaching.ts';
import { faultOf, planSchema } from '../plan-json/plan-schema.ts';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { compile } from '../../core/plan/compile.ts';
import type { Plan } from '../../core/plan/plan.ts';
import { planArbitrary } from '../../../tests/arbitrary/plan.arbitrary.ts';
import { readOutline } from './outline-reader.ts';
import { writeOutline } from './outline-writer.ts';

const demo = readFileSync(new URL('../../../demo/broomstick-strong.outline.md', import.meta.url), 'utf8');
const timing = (plan: Plan) => compile(plan).segments.map((s) => [s.kind, s.label, s.side, s.round, s.start, s.end]);
const withoutIds = (plan: Plan) => JSON.parse(JSON.stringify(plan, (key, value) => (key === 'id' ? undefined : value)));

describe('the outline', () => {
  it('reads the demo plan without a problem, and writes it back without loss', () => {
    const first = readOutline(demo);
    expect(first.problems).toEqual([]);
    expect(first.value.blocks).toHaveLength(6);
    const second = readOutline(writeOutline(first.value));
    expect(second).toEqual(first);
  });
  it('loses nothing of any plan but its ids, and compiles to the same class', () => {
    fc.assert(
      fc.property(planArbitrary, (plan) => {
        const back = readOutline(writeOutline(plan));
        expect(back.problems.filter((p) => p.code !== 'no-moves' && p.code !== 'no-blocks')).toEqual([]);
        expect(withoutIds(back.value)).toEqual(withoutIds(plan));
        expect(timing(back.value)).toEqual(timing(plan));
      }),
      { seed: 20, numRuns: 200 },
    );
  });
  it.each([
    ['## Hello: talk 4', 4],
    ['## Hello: talk, 0:45', 45],
    ['## Water: 0:20', 20],
    ['## Drink: water 1:10', 70],
    ['## Ready: set-up 12', 12],
    ['## Chat: talk', 30],
  ])('%s lasts %d s', (line, seconds) => {
    const { value, problems } = readOutline(`# T\n${line}`);
    expect([problems, compile(value).total]).toEqual([[], seconds * 1e6]);
  });
  it('understands what people type', () => {
    const { value, problems } = readOutline(
      '# Quick\n## Warm up\n* Jog on the spot\n## Main: 3 rounds, 40/20\n- Squat | own sides | 2x\n- Plank',
    );
    expect(value.blocks.map((b) => [b.kind, b.rounds, b.moves.length])).toEqual([
      ['warm-up', 1, 1],
      ['circuit', 3, 2],
    ]);
    expect(problems.map((p) => [p.line, p.message])).toEqual([[5, '“2x” is not a setting of a move.']]);
  });
  it.each([
    ['', 'empty'],
    ['just some words', 'not-understood'],
    ['# T\n## Talk: talk 0:30\n- a move', 'no-moves-here'],
    ['# T\n## Main: 40/20', 'no-moves'],
    ['PK\u0000\u0003\u0004', 'binary'],
    ['# T', 'no-blocks'],
    ['# T\n## A: 40/20\n' + '- Squat\n'.repeat(10_000), 'too-many'],
  ])('says a sentence for bad input %#', (text, code) => {
    const { problems } = readOutline(text);
    expect(problems.map((p) => p.code)).toContain(code);
    for (const problem of problems) expect(problem.message).toMatch(/[.…]$/);
  });
  it.each([
    ['# T\n## A: 40/20 x 101\n- Squat', 2],
    [`# T\n## A: 40/20\n- Squat | needs ${Array.from({ length: 31 }, (_, i) => `prop ${i}`).join(', ')}`, 3],
    [`# T\n## A: 40/20\n- ${'y'.repeat(2_001)}`, 3],
    ['# T\n## A: 40/20\n- Sq\u0007uat', 3],
    ['# T\n## A: 40/20\n- Sq\ud800uat', 3],
  ])('what cannot be kept is said with its line and never makes a plan that cannot be changed %#', (text, line) => {
    const { value, problems } = readOutline(text);
    expect(problems.map((p) => p.line)).toContain(line);
    expect(faultOf(planSchema, value)).toBeNull();
  });
  it('takes a number in a name for its number, not for seconds', () => {
    const { value, problems } = readOutline(
      '# T\n## Part 1: 3 rounds, 40/20\n- Squat\n## Part 2: part\n## Set-up 3: 30/15\n- Row\n## Water: 0:20',
    );
    expect(problems).toEqual([]);
    expect(value.blocks.map((b) => [b.name, b.kind, b.rounds, b.moves.length])).toEqual([
      ['Part 1', 'circuit', 3, 1],
      ['Part 2', 'part', 1, 0],
      ['Set-up 3', 'circuit', 1, 1],
      ['Water', 'water', 1, 0],
    ]);
    expect(readOutline(writeOutline(value)).value).toEqual(value);
  });
  it('gives a plan that the schema accepts, whatever is written', () => {
    const numbers = ['0', '1', '101', '9999', '99999999', '1e9', '-5', '0.0001', '100:00:00', '99:99:99'];
    const bits = ['x', '|', ',', ' x 101', 'y'.repeat(2_100), ' / ', '\u0007', '\ud800', '\u2028', ' | needs a, b'];
    const texts = WAYS_OF_TEACHING.map(({ outline }) => outline);
    const roll = dice(14);
    for (let i = 0; i < 3_000; i++) {
      let text = texts[roll(texts.length)] ?? '';
      for (let n = 1 + roll(4); n > 0; n--) {
        const spots = [...text.matchAll(/\d+/g)];
        const spot = spots[roll(Math.max(1, spots.length))];
        const at = spot !== undefined && roll(3) > 0 ? spot.index : roll(text.length);
        const [cut, put] = at === spot?.index ? [spot[0].length, numbers] : [0, bits];
        text = text.slice(0, at) + (put[roll(put.length)] ?? '') + text.slice(at + cut);
      }
      expect(faultOf(planSchema, readOutline(text).value), text).toBeNull();
    }
  });
});
