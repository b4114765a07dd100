import { type Page, expect, test } from '@playwright/test';
import { axeFinds } from './axe.ts';

const open = async (page: Page, title: string, station: string) => {
  const list = (await (await page.request.get('/api/workouts')).json()) as { id: string; title: string }[];
  await page.goto(`/w/${list.find((w) => w.title.startsWith(title))?.id}/${station}`);
};

/** The dark theme differs in colour alone: there only contrast is looked at again. */
for (const form of ['light', 'dark'] as const) {
  test(`every station passes axe in the ${form} form`, async ({ page }) => {
    test.setTimeout(600_000);
    for (const station of ['', 'plan', 'script', 'music', 'shoot', 'align', 'score', 'check', 'deliver']) {
      if (station === '') await page.goto('/');
      else await open(page, 'Broomstick', station);
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

test('no station scrolls sideways on a phone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 800 });
  const drawn: Record<string, string> = {
    plan: '[data-testid=total]',
    script: 'main h2',
    align: 'main table',
    score: '[data-stave]',
    deliver: 'main h2',
  };
  for (const station of Object.keys(drawn)) {
    await open(page, 'Broomstick', station);
    await page
      .locator(drawn[station] ?? '')
      .first()
      .waitFor();
    await page.waitForTimeout(300);
    const sideways = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
    expect([station, sideways <= 1]).toEqual([station, true]);
  }
});
