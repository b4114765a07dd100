import { CLAIM_RULES } from './rules/claim-rules.ts';
import { MUSIC_RULES } from './rules/music-rules.ts';
import { PLAN_RULES } from './rules/plan-rules.ts';
import { SCRIPT_RULES } from './rules/script-rules.ts';
import { SEEN_RULES } from './rules/seen-rules.ts';
import { SOUND_RULES } from './rules/sound-rules.ts';
import { TAKE_RULES } from './rules/take-rules.ts';

/** All rules there are. A finding names one of them; docs/rules.md is written from this. */
export const RULES = {
  ...PLAN_RULES,
  ...SCRIPT_RULES,
  ...CLAIM_RULES,
  ...TAKE_RULES,
  ...SOUND_RULES,
  ...MUSIC_RULES,
  ...SEEN_RULES,
};

export type RuleId = keyof typeof RULES;

/** What a finding of a rule holds as data. */
export type FactsOf<R extends RuleId> = Parameters<(typeof RULES)[R]['words']>[0];

export function isRuleId(text: string): text is RuleId {
  return Object.hasOwn(RULES, text);
}
