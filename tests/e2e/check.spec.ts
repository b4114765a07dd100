import { expect, test } from '@playwright/test';
import { axeFinds } from './axe.ts';
import { filmedClass } from './filmed.ts';

test('a look is chosen for the class and a block, shows what it is told, and is undone', async ({ page, request }) => {
  const id = await filmedClass(request, 'Another look');
  await page.goto(`/w/${id}/score`);
  await page.locator('video[data-overlay=ready]').waitFor();
  await page.getByRole('button', { name: 'Look', exact: true }).click();
  const looks = page.getByRole('group', { name: 'Looks' }).getByRole('button');
  await expect(looks).toHaveCount(9);
  await expect(looks.filter({ hasText: 'Corner' })).toHaveAttribute('aria-pressed', 'true');
  await looks.filter({ hasText: 'Sill' }).click();
  await expect(looks.filter({ hasText: 'Sill' })).toHaveAttribute('aria-pressed', 'true');
  // One block looks otherwise; the class keeps its look.
  await page.locator('[data-stave]').filter({ hasText: 'Shoulder rolls' }).getByRole('button').first().click();
  await page.getByRole('button', { name: 'Look', exact: true }).click();
  await page.getByLabel('this block').check();
  await looks.filter({ hasText: 'Dial' }).click();
  await page.getByLabel('the class', { exact: true }).check();
  await expect(looks.filter({ hasText: 'Sill' })).toHaveAttribute('aria-pressed', 'true');
  // What it shows; only what is against the look is kept.
  await page.getByLabel('easier and harder').check();
  await expect(page.getByRole('button', { name: 'As the look has it' })).toBeVisible();
  await page.keyboard.press('Escape');
  expect(await axeFinds(page)).toEqual([]);
  // The studio's language and mark, each one undo.
  const language = page.getByLabel('The overlay writes');
  const mark = page.getByRole('img', { name: 'The mark, hive.svg' });
  await language.selectOption('de');
  const svg = Buffer.from('<svg><path d="M0 0h20v10h-20z"/></svg>');
  const file = { name: 'hive.svg', mimeType: 'image/svg+xml', buffer: svg };
  await page
    .getByRole('group', { name: /^The studio/ })
    .locator('input[type=file]')
    .setInputFiles(file);
  await expect(mark).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(mark).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(language).toHaveValue('en');
  await page.getByText('Saved').waitFor();
  const { document } = (await (await request.get(`/api/workouts/${id}`)).json()) as {
    document: { edit: { rules: { look: object } } };
  };
  expect(document.edit.rules.look).toMatchObject({ look: 'sill', blocks: expect.anything(), shows: { option: true } });
  await page.getByText('Saved').click();
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z');
  await expect(looks.filter({ hasText: 'Corner' })).toHaveAttribute('aria-pressed', 'true');
});

test('Check says what is wrong, sets it right by key, lets it stand with a reason and goes there', async ({
  page,
  request,
}) => {
  const id = await filmedClass(request, 'To be checked');
  await page.goto(`/w/${id}/check`);
  const says = page.getByRole('status').filter({ hasText: /wrong|question|Ready/ });
  await expect(says).toContainText(/\d+ things are wrong/);
  // What comes from the take is found last.
  const over = page.locator('li[data-number]').filter({ hasText: 'Rest runs 8' });
  await expect(over).toHaveCount(1);
  // By key to the first, and its fix; what it was about is in the picture.
  await page.keyboard.press('n');
  const now = page.locator('li[aria-current=true]');
  await expect(now).toHaveCount(1);
  await expect.poll(async () => Number(await page.getByLabel('Playhead').inputValue())).toBeGreaterThan(10);
  expect(await axeFinds(page)).toEqual([]);
  await over.getByRole('button').first().click();
  await page.keyboard.press('f');
  await expect(over).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(over).toHaveCount(1);
  // Let stand, with a reason that is kept, and found again.
  const wrongSide = page.locator('li[data-number]').filter({ hasText: 'is the wrong side' });
  await wrongSide.getByRole('button', { name: 'Let it stand' }).click();
  await page.getByLabel('Why it may stand').fill('She means her own left');
  await page.keyboard.press('Enter');
  await expect(wrongSide).toHaveCount(0);
  await page.reload();
  // The page stands before it can be worked with: what is wrong is only found then.
  await expect(says).toContainText(/things are wrong|thing is wrong/);
  await expect(page.getByText('She means her own left')).toBeVisible();
  await page.getByRole('button', { name: 'Find it again' }).click();
  await expect(wrongSide).toHaveCount(1);
  // The studio does not want to be told of it: it is gone, and back by one undo.
  await page.keyboard.press('r');
  const rules = page.getByRole('dialog', { name: 'What Check tells of' });
  expect(await axeFinds(page)).toEqual([]);
  await rules.getByLabel('a break that ran over', { exact: true }).uncheck();
  await page.keyboard.press('Escape');
  await expect(over).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(over).toHaveCount(1);
  // And there: the segment is chosen in the score.
  await over.getByRole('button', { name: 'To Score' }).click();
  await expect(page).toHaveURL(/\/score$/);
  await expect(page.locator('[data-finding]').filter({ hasText: 'Rest runs 8' })).toBeVisible();
});
