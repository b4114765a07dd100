import type { Page } from '@playwright/test';
import { axeFinds } from './axe.ts';
import { expect, openNew, test } from './fixtures.ts';
import { filmedClass } from './filmed.ts';

const PLAN =
  '# Besenstiel\ninstructor: Ottilie Brandvold\n## Hallo: talk 0:30\n## Haupt: 2 rounds, 40/20, no last ' +
  'rest\n- Kniebeuge\n- Liegestütz\n- Seitstütz | sides own\n## Ende: talk 0:20';
const language = (page: Page) => page.getByRole('combobox', { name: /^Language/ });

test('a class is put into German by key, is called in German, and undo puts it back', async ({ page }) => {
  await openNew(page, PLAN, 'plan');
  await expect(language(page)).toHaveValue('en');
  await language(page).focus();
  await page.keyboard.type('Deutsch');
  await expect(language(page)).toHaveValue('de');
  expect(await axeFinds(page)).toEqual([]);
  await page.locator('body').click({ position: { x: 2, y: 400 } });
  await page.keyboard.press('s');
  await page.getByText('lines fit').waitFor();
  const called = page.getByRole('main');
  await expect(called).toContainText(/Und Pause\.|Kurz durchatmen\./);
  await expect(called).toContainText('Als Nächstes Liegestütz.');
  await expect(called).toContainText('Du brauchst eine Matte.');
  await expect(called).not.toContainText('Next up');
  await page.keyboard.press('Control+z');
  await expect(called).toContainText('Liegestütz next.');
  await expect(called).not.toContainText('Und Pause.');
});

test('Align says that a take is spoken in another language than its class, and sets it right', async ({
  page,
  request,
}) => {
  const id = await filmedClass(request, 'In another language', 90);
  await page.goto(`/w/${id}/plan`);
  await language(page).selectOption('de');
  await page.getByRole('navigation', { name: 'Stations' }).getByRole('link', { name: 'Align' }).click();
  // What was chosen is kept, although its page was left at once.
  const kept = async () =>
    ((await (await request.get(`/api/workouts/${id}`)).json()) as { document: { plan: { language?: string } } })
      .document.plan.language;
  await expect.poll(kept).toBe('de');
  const notice = page
    .getByRole('alert')
    .filter({ hasText: 'This take is spoken in English, and the class is in German' });
  await notice.waitFor();
  expect(await axeFinds(page)).toEqual([]);
  await notice.getByRole('button', { name: 'The class is in English' }).click();
  await expect(notice).toHaveCount(0);
  await page.keyboard.press('p');
  await expect(language(page)).toHaveValue('en');
});
