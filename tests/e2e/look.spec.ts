import { STATIONS } from '../../src/islands/workbench/stations.ts';
import { axeFinds } from './axe.ts';
import { expect, test } from './fixtures.ts';

/** The dark theme differs in colour alone: there only contrast is looked at again. */
for (const form of ['light', 'dark'] as const) {
  test(`every station passes axe in the ${form} form`, async ({ page, workouts, open }) => {
    test.setTimeout(600_000);
    for (const station of ['', ...STATIONS.map((s) => s.name)] as const) {
      if (station === '') await page.goto('/');
      else await open(await workouts.demo(), station);
      await page.evaluate((f) => {
        if (f === 'dark') document.documentElement.dataset.theme = 'dark';
      }, form);
      if (station === 'score') await page.locator('[data-stave]').first().waitFor();
      if (station === 'align') await page.locator('table').waitFor();
      if (station === 'script') await page.getByText('lines fit').waitFor();
      await page.waitForTimeout(250);
      expect([station, ...(await axeFinds(page, form === 'dark' ? ['color-contrast'] : undefined))]).toEqual([station]);
    }
  });
}

test('no station scrolls sideways on a phone', async ({ page, workouts, open }) => {
  await page.setViewportSize({ width: 390, height: 800 });
  const drawn = {
    plan: '[data-testid=total]',
    script: 'main h2',
    align: 'main table',
    score: '[data-stave]',
    deliver: 'main h2',
  } as const;
  for (const station of ['plan', 'script', 'align', 'score', 'deliver'] as const) {
    await open(await workouts.demo(), station);
    await page.locator(drawn[station]).first().waitFor();
    await page.waitForTimeout(300);
    const sideways = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
    expect([station, sideways <= 1]).toEqual([station, true]);
  }
});
