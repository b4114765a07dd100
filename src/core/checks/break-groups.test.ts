import { breaksShort } from '../findings/rules/plan-rules.ts';
import { describe, expect, it } from 'vitest';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { compile } from '../plan/compile.ts';
import type { Plan } from '../plan/plan.ts';
import { changeOvers } from '../script/change-over.ts';
import { breakGroups } from './break-groups.ts';

const plan = readOutline(
  '# T\n## Main: circuit, 3 rounds, 40/10\n- Squat\n- Reverse lunge\n- Calf raise\n- Good morning\n' +
    '## Floor: circuit, 40/15\n- Plank\n- Dead bug',
).value;
const groupsOf = (p: Plan) => {
  const { segments } = compile(p);
  return breakGroups(p, segments, changeOvers(p, segments));
};

describe('short breaks', () => {
  const groups = groupsOf(plan);
  it('are told by block and reason, not one by one', () => {
    const { segments } = compile(plan);
    const short = changeOvers(plan, segments).filter((c) => c.shortUs > 0 && c.plannedUs > 0).length;
    expect(groups.reduce((sum, g) => sum + g.changes.length, 0)).toBe(short);
    expect(groups.length).toBeLessThan(short / 2);
    expect(groups.filter((g) => g.blockName === 'Main').map((g) => breaksShort(g.facts))[0]).toMatch(
      /^\d+ breaks of Main are (?:up to )?\d+ s short\.$/,
    );
  });
  it('each fix is one change that takes the group away or makes it smaller, and says what it costs', () => {
    for (const group of groups.filter((g) => g.changes.length > 1)) {
      expect(group.fixes.length).toBeGreaterThan(0);
      for (const fix of group.fixes) {
        expect(fix.label).toMatch(/\(\+\d+:\d\d\)$/);
        const after = fix.kind === 'plan' ? groupsOf(fix.plan) : groups;
        const left = after
          .filter((g) => g.blockId === group.blockId)
          .reduce((sum, g) => sum + g.worst.shortUs * g.changes.length, 0);
        const was = groups
          .filter((g) => g.blockId === group.blockId)
          .reduce((sum, g) => sum + g.worst.shortUs * g.changes.length, 0);
        expect(left).toBeLessThan(was);
      }
    }
  });
  it('where all is long enough there is no group', () =>
    expect(groupsOf(readOutline('# T\n## Main: circuit, 40/30\n- Squat\n- Calf raise').value)).toEqual([]));
});
