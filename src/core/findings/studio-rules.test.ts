import { describe, expect, it } from 'vitest';
import { ALL_RULES, isWanted, withLimit, withRule } from './studio-rules.ts';

describe('what a studio wants to be told', () => {
  it('is everything, until a rule is off', () => {
    const quiet = withRule(ALL_RULES, 'filler', false);
    expect(isWanted({ rule: 'filler' }, ALL_RULES)).toBe(true);
    expect(isWanted({ rule: 'filler' }, quiet)).toBe(false);
    expect(isWanted({ rule: 'dated' }, quiet)).toBe(true);
    expect(withRule(quiet, 'filler', true)).toEqual(ALL_RULES);
  });
  it('is a question always', () => {
    expect(withRule(ALL_RULES, 'doubtful-boundary', false)).toEqual(ALL_RULES);
    expect(isWanted({ rule: 'unsure' }, { off: ['unsure'], from: {} })).toBe(true);
  });
  it('is what is past its limit, where it says by how much', () => {
    const lenient = withLimit(ALL_RULES, 'break-over', 8);
    const wanted = (over?: number) =>
      isWanted({ rule: 'break-over', ...(over !== undefined && { facts: { over } }) }, lenient);
    expect([7.9, 8, 20, undefined].map(wanted)).toEqual([false, true, true, true]);
    expect(withLimit(lenient, 'break-over', null)).toEqual(ALL_RULES);
    expect(withLimit(lenient, 'break-over', 0)).toEqual(ALL_RULES);
    expect(withLimit(lenient, 'break-over', 1e6).from).toEqual({ 'break-over': 600 });
  });
});
