import type { Page } from '@playwright/test';
import { expect, openNew, test } from './fixtures.ts';

const OUTLINE =
  '# Designed\n## Hello: talk 0:40\n## Main: 3 rounds, 40/20\n- Squat\n- Sumo squat\n- Broomstick row\n' +
  '- Dead bug\n## Bye: talk 0:30';
const open = (page: Page) => openNew(page, OUTLINE, 'plan');
const total = (page: Page) => page.getByRole('region', { name: 'The whole class' });

test('the break adviser tells short breaks by block and one by one, each fix is one click and one undo', async ({
  page,
}) => {
  await open(page);
  await page.getByRole('button', { name: /^Breaks/ }).click();
  const side = page.getByRole('complementary', { name: 'Computed from the plan' });
  const group = side.getByText('3 breaks of Main are 2 s short.');
  await expect(group).toBeVisible();
  await side.getByRole('button', { name: 'Make them 25 s (+1:00)' }).click();
  await expect(group).toHaveCount(0);
  await expect(total(page)).toContainText('14:10');
  await page.keyboard.press('Control+z');
  await expect(group).toBeVisible();
  await expect(total(page)).toContainText('13:10');
  // One by one, too, each with the reason why.
  const first = side
    .getByRole('listitem')
    .filter({ hasText: 'has 20 s, needs 22 s: new move to be shown 22 s' })
    .first();
  await first.getByRole('button', { name: 'Make the break 25 s' }).click();
  await expect(total(page)).not.toContainText('13:10');
  await page.keyboard.press('Control+z');
  await expect(total(page)).toContainText('13:10');
});

test('a length is found to the second, and what changes is said before it is taken', async ({ page }) => {
  await open(page);
  await page.getByRole('button', { name: 'Length' }).click();
  await page.getByLabel('Wanted length').fill('12:00');
  await page.keyboard.press('Enter');
  const answers = page.getByRole('list', { name: 'Answers' });
  await expect(answers.getByRole('button', { name: 'Use this' }).first()).toBeVisible();
  await expect(answers).toContainText('→');
  await answers.getByRole('button', { name: 'Use this' }).first().click();
  await expect(total(page)).toContainText('12:00');
  await page.getByLabel('Wanted length').fill('0:20');
  await page.getByRole('button', { name: 'Find it' }).click();
  await expect(page.getByText('Within these limits no class lasts exactly 0:20.')).toBeVisible();
});

test('a better order is shown beside the old one and taken only when accepted', async ({ page }) => {
  await open(page);
  await page.getByRole('button', { name: 'more' }).first().click();
  await page.getByRole('button', { name: 'Find a better order' }).click();
  const dialog = page.getByRole('dialog', { name: 'The order of Main' });
  await expect(dialog.getByRole('status')).toContainText(/Cost .* before, .* after/);
  await dialog.getByRole('button', { name: 'Leave it' }).click();
  await expect(page.getByPlaceholder('Name of the move').nth(1)).toHaveValue('Sumo squat');
  await page.getByRole('button', { name: 'Find a better order' }).click();
  await dialog.getByRole('button', { name: 'Use this order' }).click();
  await expect(page.getByPlaceholder('Name of the move').nth(1)).not.toHaveValue('Sumo squat');
});

test('balance and cautions follow the plan, each caution with its source', async ({ page }) => {
  await open(page);
  await page.getByRole('button', { name: 'Balance' }).click();
  await expect(page.getByRole('img', { name: /^Mean effort/ })).toBeVisible();
  await expect(page.getByText('broomstick or walking stick')).toBeVisible();
  await page.getByRole('button', { name: 'more' }).first().click();
  await page.getByLabel('rounds', { exact: true }).fill('6');
  await page.getByRole('button', { name: /^Cautions/ }).click();
  await expect(page.getByText('The class has no warm-up.')).toBeVisible();
  await expect(page.getByText(/ACSM Guidelines/).first()).toBeVisible();
  await expect(page.getByText(/Stop if you feel chest pain/)).toBeVisible();
});

test('commands are found by typing, and stations have their keys', async ({ page }) => {
  await open(page);
  await page.getByRole('heading', { level: 2 }).first().click();
  await page.keyboard.press('s');
  await expect(page).toHaveURL(/\/script$/);
  await page.keyboard.press('/');
  await page.getByPlaceholder('Type what you want to do').fill('deliver');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/deliver$/);
  await page.goBack();
  await expect(page).toHaveURL(/\/script$/);
  await page.getByText('lines fit').waitFor();
  await page.keyboard.press('/');
  await page.getByPlaceholder('Type what you want to do').fill('call sheet');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Call sheet' })).toBeVisible();
});
