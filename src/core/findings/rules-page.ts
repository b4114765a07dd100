import { DOINGS, DOING_TITLES, type Doing, type RuleUnit } from './rule.ts';
import { RULES, type RuleId } from './rules.ts';

/** In which unit a studio can set from how much on a rule tells of something. */
const unitWords = (unit: RuleUnit | undefined) => (unit === undefined ? '' : `${unit}, by the studio`);

/** All rules as a page of Markdown, by what one would do about their findings. */
export function rulesPage(): string {
  const ids = Object.keys(RULES) as RuleId[];
  const part = (doing: Doing) => [
    `## ${DOING_TITLES[doing]}`,
    '',
    '| rule | finds | set right in | from how much on |',
    '|---|---|---|---|',
    ...ids
      .filter((id) => RULES[id].doing === doing)
      .map((id) => `| \`${id}\` | ${RULES[id].finds} | ${RULES[id].station} | ${unitWords(RULES[id].limit?.unit)} |`),
    '',
  ];
  return [
    '# Rules',
    '',
    'Written by `node scripts/make-rules.mjs` from `src/core/findings/rules`. Every finding names one of these, and',
    'says what was measured, what is wanted, by which source, and how sure it is. Check shows them in this order.',
    '',
    ...DOINGS.flatMap(part),
  ].join('\n');
}
