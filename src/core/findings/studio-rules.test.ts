import { describe, expect, it } from 'vitest';
import { anySeconds, anyTime } from '../../../tests/support/times.ts';
import { finding, overOf } from './finding.ts';
import { ALL_RULES, isWanted, withLimit, withRule } from './studio-rules.ts';

const NOW = { clock: 'take', at: anyTime(0) } as const;
const FILLER = finding('filler', { said: 'basically', times: 9, spokenUs: anyTime(60e6), mostAMinute: 1 }, NOW);

describe('what a studio wants to be told', () => {
  it('is everything, until a rule is off', () => {
    const quiet = withRule(ALL_RULES, 'filler', false);
    expect(isWanted(FILLER, ALL_RULES)).toBe(true);
    expect(isWanted(FILLER, quiet)).toBe(false);
    expect(isWanted(finding('dated', { said: 'on Monday' }, NOW), quiet)).toBe(true);
    expect(withRule(quiet, 'filler', true)).toEqual(ALL_RULES);
  });
  it('is a question always', () => {
    expect(withRule(ALL_RULES, 'doubtful-boundary', false)).toEqual(ALL_RULES);
    expect(isWanted(finding('unsure', { placed: 0.3, least: 0.5 }, NOW), { off: ['unsure'], from: {} })).toBe(true);
  });
  it('is what is past its limit, where it says by how much', () => {
    const lenient = withLimit(ALL_RULES, 'break-over', 8);
    const over = (seconds: number) =>
      finding('break-over', { name: 'Rest', lengthUs: anySeconds(15 + seconds), plannedUs: anySeconds(15) }, NOW);
    expect([7.9, 8, 20].map((seconds) => isWanted(over(seconds), lenient))).toEqual([false, true, true]);
    expect([isWanted(FILLER, lenient), overOf(FILLER)]).toEqual([true, null]);
    expect(withLimit(lenient, 'break-over', null)).toEqual(ALL_RULES);
    expect(withLimit(lenient, 'break-over', 0)).toEqual(ALL_RULES);
    expect(withLimit(lenient, 'break-over', 1e6).from).toEqual({ 'break-over': 600 });
  });
});
