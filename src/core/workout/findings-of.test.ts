import { describe, expect, it } from 'vitest';
import { bookWith } from '../exercise/library.ts';
import { type Finding, overOf } from '../findings/finding.ts';
import { RULES, type RuleId } from '../findings/rules.ts';
import { compile } from '../plan/compile.ts';
import { micros } from '../time/micros.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { newDocument } from './document.ts';
import { type Checked, byDoing, findingsOf, readinessOf } from './findings-of.ts';
import { USUAL_STUDIO } from './studio.ts';

const { value: plan } = readOutline(
  '# Class\n## Main: circuit, 40/5, 3 rounds\n- Squat\n- Burpee\n- Dead bug\n- Squat jump',
);
const compiled = compile(plan);
const checked: Checked = {
  document: { ...newDocument('Class'), plan },
  ...{ plan, compiled, studio: USUAL_STUDIO, book: bookWith([]), tracks: [], takes: [], produced: null },
  ...{ picture: { width: 1920, height: 1080 }, script: [], sound: [] },
};
/** A finding whose facts are of no matter here. */
const finding = (rule: RuleId, of: Partial<Omit<Finding, 'rule' | 'facts'>> = {}): Finding => {
  const place = { severity: 'alarm', segmentKey: null, clock: 'programme', at: micros(0), certainty: 0.9, fixes: [] };
  return { rule, facts: {}, ...place, ...of } as Finding;
};

describe('the findings of a workout', () => {
  it('of a plan alone are the plan’s, each by a rule of the registry', () => {
    const found = findingsOf(checked);
    expect(found.map((f) => f.rule)).toContain('break-planned-short');
    for (const f of found) expect(RULES[f.rule].station).toBe('plan');
  });
  it('leave out what somebody let stand, there and nowhere else', () => {
    const [first, ...others] = findingsOf(checked).filter((f) => f.rule === 'break-planned-short');
    const letStand = [{ rule: first!.rule, segmentKey: first!.segmentKey, at: first!.at, how: 'They know the moves' }];
    const { document } = checked;
    const now = findingsOf({ ...checked, document: { ...document, edit: { ...document.edit, letStand } } });
    expect(now.filter((f) => f.rule === 'break-planned-short')).toEqual(others);
  });
  it('stand by what one would do, alarms first, the surest first', () => {
    const [low, high] = [finding('left-out', { certainty: 0.6 }), finding('left-out', { certainty: 0.9 })];
    const note = finding('option-late', { severity: 'note' });
    const cut = finding('break-over');
    expect(byDoing([note, cut, low, high])).toEqual([
      { doing: 'film', findings: [high, low, note] },
      { doing: 'programme', findings: [cut] },
    ]);
  });
});

describe('the rules of a studio', () => {
  it('take findings out of the workout where they are off or within their limit', () => {
    const many = (studio: Partial<typeof USUAL_STUDIO>) =>
      findingsOf({ ...checked, studio: { ...USUAL_STUDIO, ...studio } }).filter(
        (f) => f.rule === 'break-planned-short',
      );
    const [first] = many({});
    expect(overOf(first!)).toBeGreaterThan(0);
    expect(many({ rules: { off: ['break-planned-short'], from: {} } })).toEqual([]);
    expect(many({ rules: { off: [], from: { 'break-planned-short': overOf(first!)! + 500 } } })).toEqual([]);
    expect(many({ rules: { off: ['filler'], from: { 'break-planned-short': 0.1 } } })).toHaveLength(many({}).length);
  });
});

describe('whether it is ready', () => {
  it.each<[string, readonly Finding[], boolean, object]>([
    ['nothing found', [], true, { questions: 0, alarms: 0, notes: 0 }],
    [
      'a doubt is a question, whatever its severity',
      [finding('doubtful-boundary', { severity: 'note' })],
      true,
      { questions: 1, alarms: 0, notes: 0 },
    ],
    [
      'an alarm that is a guess is a question',
      [finding('left-out', { certainty: 0.5 })],
      true,
      { questions: 1, alarms: 0, notes: 0 },
    ],
    ['an alarm', [finding('left-out')], true, { questions: 0, alarms: 1, notes: 0 }],
    ['a plan as it was, after filming', [finding('no-warm-up')], true, { questions: 0, alarms: 0, notes: 1 }],
    ['the same before filming', [finding('no-warm-up')], false, { questions: 0, alarms: 1, notes: 0 }],
    ['rights are never only a note', [finding('rights-sync')], true, { questions: 0, alarms: 1, notes: 0 }],
  ])('%s', (_, findings, isFilmed, wanted) => expect(readinessOf(findings, isFilmed)).toEqual(wanted));
});
