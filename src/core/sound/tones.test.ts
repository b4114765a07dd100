import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NO_TONES, TONE_FAMILIES, type ToneRules } from '../edit/decisions.ts';
import { compile } from '../plan/compile.ts';
import { plannedProgramme } from '../workout/planned-programme.ts';
import { frameRate, frameStart, firstFrameFrom } from '../time/frames.ts';
import { TONE_RATE_HZ, toneSamples } from './tone-shapes.ts';
import { TONE_KINDS, tonesOf } from './tones.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { anySeconds as s } from '../../../tests/support/times.ts';

const RATE = frameRate(25, 1);
const WOOD: ToneRules = { ...NO_TONES, family: 'wood' };
const programmeOf = (outline: string) => {
  const { segments, total } = compile(readOutline(outline).value);
  return plannedProgramme(segments, total);
};
const told = (outline: string, rules: ToneRules = WOOD, spoken: number[] = []) =>
  tonesOf(programmeOf(outline), rules, spoken.map(s), RATE).map((t) => `${t.kind} ${t.at / 1e6}`);

describe('timer tones', () => {
  it('begin and end work, and count its last three seconds', () => {
    expect(told('# T\n## Main: 40/20\n- Squat\n- Row')).toEqual([
      ...['start 0', 'three 37', 'two 38', 'one 39', 'end 40'],
      ...['start 60', 'three 97', 'two 98', 'one 99', 'end 100'],
    ]);
  });
  it('tell the half where that is wanted, and only of work that has one', () => {
    const rules = { ...WOOD, half: true, lastThree: false, end: false };
    expect(told('# T\n## Main: 40/20\n- Squat', rules)).toEqual(['start 0', 'half 20']);
    expect(told('# T\n## Main: 15/20\n- Squat', rules)).toEqual(['start 0']);
  });
  it('switch sides with a tone of their own; what goes on at once is not ended first', () => {
    const rules = { ...WOOD, lastThree: false };
    const tones = told('# T\n## Main: 30/0\n- Row | sides own\n- Squat', rules);
    expect(tones).toEqual(['start 0', 'sides 30', 'start 60', 'end 90']);
  });
  it('leave a countdown to whoever speaks it, unless both fall together', () => {
    const outline = '# T\n## Main: 40/20\n- Squat';
    expect(told(outline, WOOD, [36.7, 37.8, 38.9])).toEqual(['start 0', 'end 40']);
    expect(told(outline, WOOD, [37.03, 38.02, 38.99])).toContain('two 38');
    // Numbers elsewhere mean something else.
    expect(told(outline, WOOD, [20, 33])).toContain('three 37');
  });
  it('are none without a family, and none of rest alone', () => {
    expect(told('# T\n## Main: 40/20\n- Squat', NO_TONES)).toEqual([]);
  });
  it('lie on frames, in order, within the class, at every rate', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(frameRate(25, 1), frameRate(30_000, 1001), frameRate(60_000, 1001)),
        fc.integer({ min: 5, max: 70 }),
        fc.integer({ min: 0, max: 30 }),
        (rate, work, rest) => {
          const programme = programmeOf(`# T\n## Main: 2 rounds, ${work}/${rest}\n- Squat\n- Row | sides own`);
          const tones = tonesOf(programme, { ...WOOD, half: true }, [], rate);
          for (const [i, { at }] of tones.entries()) {
            expect(frameStart(firstFrameFrom(at, rate), rate)).toBe(at);
            if (i > 0) expect(at).toBeGreaterThanOrEqual(tones[i - 1]?.at ?? 0);
            expect(at).toBeLessThanOrEqual(programme.length + 50_000);
          }
        },
      ),
    );
  });
});

describe('the sound of a tone', () => {
  it.each(TONE_FAMILIES)('%s: begins at once, peaks at 1, ends in silence, and is the same every time', (family) => {
    for (const kind of TONE_KINDS) {
      const samples = toneSamples(family, kind);
      expect(samples.reduce((most, x) => Math.max(most, Math.abs(x)), 0)).toBeCloseTo(1, 5);
      expect(samples.length / TONE_RATE_HZ).toBeLessThan(3.5);
      expect(Math.abs(samples.at(-1) ?? 1)).toBeLessThan(0.01);
      expect(Buffer.from(toneSamples(family, kind).buffer).equals(Buffer.from(samples.buffer))).toBe(true);
    }
  });
  it('is in the key that is asked for, to the octave', () => {
    // Of the pitch class A, 440 Hz is nearest to the bell's own D of 587.
    const samples = toneSamples('bell', 'three', 9);
    const part = samples.subarray(2_400, 12_000);
    const up = [...part.keys()].filter((i) => i > 0 && part[i - 1]! < 0 && part[i]! >= 0);
    const period = ((up.at(-1) ?? 0) - (up[0] ?? 0)) / (up.length - 1);
    expect(Math.abs(TONE_RATE_HZ / period - 440)).toBeLessThan(1);
  });
});
