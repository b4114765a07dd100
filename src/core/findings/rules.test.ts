import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { RULES, type RuleId, isRuleId } from './rules.ts';
import { rulesPage } from './rules-page.ts';

const CORE = join(import.meta.dirname, '..');
const sources = readdirSync(CORE, { recursive: true, encoding: 'utf8' })
  .filter((f) => f.endsWith('.ts') && !f.endsWith('.test.ts') && !f.startsWith('findings'))
  .map((f) => readFileSync(join(CORE, f), 'utf8'))
  .join('\n');

describe('the registry of rules', () => {
  it('has no rule that nothing finds', () => {
    const made = (id: RuleId) =>
      sources.includes(`'${id}'`) ||
      // Named after what a licence lacks, or what a claim is about.
      (id.startsWith('rights-') && sources.includes(`'${id.slice('rights-'.length)}'`)) ||
      (id.startsWith('claim-') && sources.includes(`'${id.slice('claim-'.length)}'`));
    expect((Object.keys(RULES) as RuleId[]).filter((id) => !made(id))).toEqual([]);
  });
  it('is what docs/rules.md says', () => {
    expect(readFileSync('docs/rules.md', 'utf8')).toBe(rulesPage());
  });
  it('knows its own names only', () => {
    expect([isRuleId('left-out'), isRuleId('toString'), isRuleId('no such rule')]).toEqual([true, false, false]);
  });
});
