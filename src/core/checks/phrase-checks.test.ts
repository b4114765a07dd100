import { wordsOf } from '../findings/finding.ts';
import { describe, expect, it } from 'vitest';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { compile } from '../plan/compile.ts';
import type { Plan } from '../plan/plan.ts';
import { phraseFindings } from './phrase-checks.ts';

const plan = readOutline(
  '# T\n## Dance: cardio, choreography add on at 128\n- Grapevine | counts 8\n- Turn | counts 12\n- Mambo | counts 16',
).value;
const found = (p: Plan) => phraseFindings(p, compile(p).segments);

// Common practice: combinations are built in eights on phrases of 32 counts.
describe('a combination that does not come out on its phrases', () => {
  const [first, ...others] = found(plan);
  it('is found once for the element that is no whole eights, where it is danced first', () => {
    expect(others).toEqual([]);
    expect(wordsOf(first!).says).toContain('Turn has 12 counts');
    expect(first?.at).toBe(compile(plan).segments[1]?.start);
  });
  it('is set right by holding the pattern or by a cut, each one change', () => {
    expect(first?.fixes.map((m) => m.label)).toEqual(['Hold its pattern to 16 counts', 'Cut it to 8 counts']);
    for (const fix of first?.fixes ?? []) expect(fix.kind === 'plan' && found(fix.plan)).toEqual([]);
  });
});
