import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';

/**
 * What axe finds wrong on a page, one text each: the rule and the first places. Only violations are sent over, in one
 * frame (no page here has others): a third of the time of a whole report.
 */
export async function axeFinds(page: Page, rules?: readonly string[]): Promise<string[]> {
  const axe = new AxeBuilder({ page })
    .exclude('canvas')
    .setLegacyMode(true)
    .options({ resultTypes: ['violations'] });
  const { violations } = await (rules === undefined ? axe : axe.withRules([...rules])).analyze();
  return violations.map(
    (v) =>
      `${v.id}: ${v.nodes
        .slice(0, 3)
        .map((n) => `${n.target.join(' ')} ${n.html}`)
        .join(' | ')}`,
  );
}
