import { wordsOf } from '../findings/finding.ts';
import { describe, expect, it } from 'vitest';
import { compile } from '../plan/compile.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { levelFindings } from './level-checks.ts';

const found = (...lines: string[]) => {
  const { value: plan } = readOutline(['# T', ...lines].join('\n'));
  return levelFindings(plan, compile(plan).segments);
};

describe('a version that rests early', () => {
  it('is found where it rests when the interval is over, by the shortest of its intervals', () => {
    const [first, ...others] = found('## M: 2 rounds, 40/20', '- Squat | easier stops at 0:30 | from round 2 work 25');
    expect(others).toEqual([]);
    expect([first?.rule, first?.at, wordsOf(first!).measured]).toEqual([
      'version-stop-late',
      0,
      'rests at 30 s of 25 s',
    ]);
    const [fix] = first!.fixes;
    if (fix?.kind !== 'plan') throw new Error('no plan');
    expect(fix.plan.blocks[0]?.moves[0]?.easierAs?.stopUs).toBe(12.5e6);
    expect(levelFindings(fix.plan, compile(fix.plan).segments)).toEqual([]);
  });
  it('is not found within the interval, nor where no stop is set', () => {
    expect(found('## M: 40/20', '- Squat | easier stops at 0:30 | harder by Bo: jump', '- Row')).toEqual([]);
  });
  it('is found of the harder version, too', () => {
    expect(found('## M: 20/10', '- Squat | harder stops at 0:20').map((f) => wordsOf(f).says)).toEqual([
      'The harder version of Squat is to rest when the interval is over.',
    ]);
  });
});
