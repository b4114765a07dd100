import { type Finding, overOf } from './finding.ts';
import { RULES, type RuleId } from './rules.ts';

/** What a studio wants to be told of: rules that are off, and from how much on others tell. */
export interface StudioRules {
  readonly off: readonly RuleId[];
  /** By how much something has to be past what is wanted, in the unit of its rule. */
  readonly from: Readonly<Partial<Record<RuleId, number>>>;
}

export const ALL_RULES: StudioRules = { off: [], from: {} };

/** Largest limit of a rule that can be set: above it the rule is better switched off. */
export const MOST_FROM = 600;

/** Whether a rule can be switched off: questions cannot, for a class is not ready while they stand. */
export function canBeOff(rule: RuleId): boolean {
  return RULES[rule].doing !== 'answer';
}

/** Whether a studio wants to be told of a finding. */
export function isWanted(finding: Pick<Finding, 'rule' | 'facts'>, { off, from }: StudioRules): boolean {
  const { rule } = finding;
  if (off.includes(rule) && canBeOff(rule)) return false;
  const [least, over] = [from[rule], overOf(finding)];
  return least === undefined || over === null || over >= least;
}

/** The same with a rule switched on or off. */
export function withRule(rules: StudioRules, rule: RuleId, isOn: boolean): StudioRules {
  const others = rules.off.filter((r) => r !== rule);
  return { ...rules, off: isOn || !canBeOff(rule) ? others : [...others, rule].sort() };
}

/** The same with a rule that tells from so much on; null: from where it usually does. */
export function withLimit(rules: StudioRules, rule: RuleId, least: number | null): StudioRules {
  const { [rule]: _, ...others } = rules.from;
  return {
    ...rules,
    from: least === null || !(least > 0) ? others : { ...others, [rule]: Math.min(MOST_FROM, least) },
  };
}
