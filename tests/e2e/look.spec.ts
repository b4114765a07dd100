import { STATIONS } from '../../src/islands/workbench/stations.ts';
import { axeFinds } from './axe.ts';
import { expect, test } from './fixtures.ts';

/** What stands in a station once it is drawn. */
const DRAWN: Readonly<Partial<Record<string, string>>> = {
  plan: '[data-testid=total]',
  script: 'main h2',
  align: 'main table',
  score: '[data-stave]',
  deliver: 'main h2',
};

/** The dark theme differs in colour alone: there only contrast is looked at again. */
test('every station passes axe in its light and dark form, and scrolls sideways on no phone', async ({
  page,
  workouts,
  open,
}) => {
  test.setTimeout(600_000);
  for (const station of ['', ...STATIONS.map((s) => s.name)] as const) {
    await page.setViewportSize({ width: 1280, height: 800 });
    if (station === '') await page.goto('/');
    else await open(await workouts.demo(), station);
    await page
      .locator(DRAWN[station] ?? 'h1, h2')
      .first()
      .waitFor();
    if (station === 'script') await page.getByText('lines fit').waitFor();
    await page.waitForTimeout(250);
    expect([station, 'light', ...(await axeFinds(page))]).toEqual([station, 'light']);
    await page.evaluate(() => (document.documentElement.dataset.theme = 'dark'));
    await page.waitForTimeout(250);
    expect([station, 'dark', ...(await axeFinds(page, ['color-contrast']))]).toEqual([station, 'dark']);
    await page.setViewportSize({ width: 390, height: 800 });
    await page.waitForTimeout(300);
    const sideways = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
    expect([station, 'phone', sideways <= 1]).toEqual([station, 'phone', true]);
  }
});
