import type { Page } from '@playwright/test';
import { expect, test } from './fixtures.ts';

const saved = (page: Page) => expect(page.getByRole('banner').getByRole('status')).toHaveText(/^Saved/);

test('the list shows length, state and next step, and a new workout can be made', async ({ page }) => {
  await page.goto('/');
  const row = page.getByRole('listitem').filter({ hasText: 'Broomstick Strong' }).first();
  await expect(row.locator('time')).toHaveText('7:34');
  await expect(row.getByRole('list', { name: 'State: filmed' })).toBeVisible();
  await page.getByRole('button', { name: 'New workout' }).click();
  await page.getByLabel('Title').fill('Typed in the test');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/plan$/);
  await expect(page.getByRole('heading', { name: 'An empty class' })).toBeVisible();
});

test('a plan is typed without the mouse; segments and total follow each key; undo goes back', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('button', { name: 'New workout' })).toBeEnabled();
  await page.getByRole('button', { name: 'New workout' }).focus();
  await page.keyboard.press('Enter');
  await page.getByLabel('Title').fill('Keys only');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'circuit', exact: true }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Name of the block')).toBeFocused();
  await page.keyboard.press('Enter');
  for (const name of ['Squat', 'Row', 'Plank']) {
    await expect(page.getByPlaceholder('Name of the move').last()).toBeFocused();
    await page.keyboard.type(name);
    await page.keyboard.press('Enter');
  }
  await expect(page.getByPlaceholder('Name of the move')).toHaveCount(4);
  await expect(page.getByPlaceholder('Name of the move').last()).toBeFocused();
  await page.keyboard.press('Backspace');
  const total = page.getByTestId('total');
  await expect(total).toHaveText('3:00');
  await page.getByLabel('Work', { exact: true }).fill('1:30');
  await expect(total).toHaveText('5:30');
  await page.getByLabel('Work', { exact: true }).fill('soon');
  await expect(page.getByLabel('Work', { exact: true })).toHaveAttribute('aria-invalid', 'true');
  await expect(total).toHaveText('5:30');
  await saved(page);
  await page.getByLabel('Name of the block').focus();
  await page.keyboard.press('Control+z');
  await expect(total).toHaveText('3:00');
  await saved(page);
  await page.reload();
  await expect(page.getByTestId('total')).toHaveText('3:00');
});

test('the outline is read as it is typed, and a slip is named by its line', async ({ page, workouts, open }) => {
  await open(await workouts.copyOf('From Smoker'), 'plan');
  await page.getByRole('button', { name: 'Outline' }).click();
  const text = page.getByLabel('The plan as an outline');
  const before = await text.inputValue();
  await text.fill(
    before.replace('3 rounds', '2 rounds').replace('## Goodbye: talk, 0:28', '## Goodbye: talk, soonish'),
  );
  await expect(page.getByText('“soonish” is not a setting of a block.')).toBeVisible();
  await text.fill(before);
  await expect(page.getByTestId('total')).toHaveText('24:00');
});

test('two windows on one workout never lose a change', async ({ page, context, workouts, open }) => {
  const id = await open(await workouts.copyOf('From Smoker'), 'plan');
  const other = await context.newPage();
  await open(id, 'plan', other);
  await page.getByLabel('Instructor').fill('O. Brandvold');
  await saved(page);
  await other.getByLabel('Title of the workout').fill('From Smoker to Super, again');
  // Different things: nobody is asked, and both are here.
  await saved(other);
  await expect(other.getByText(/changed in another window is here now/)).toBeVisible();
  await expect(other.getByLabel('Instructor')).toHaveValue('O. Brandvold');
  // The same thing in both: theirs stands until it is chosen, also where the choice is put off with Escape.
  await page.getByLabel('Instructor').fill('Ottilie');
  await saved(page);
  await other.getByLabel('Instructor').fill('Ottilie B.');
  const dialog = other.getByRole('dialog', { name: 'Changed here and in another window' });
  await expect(dialog.getByRole('row', { name: /instructor/ })).toContainText('Ottilie B.');
  await other.keyboard.press('Escape');
  await other.getByLabel('Title of the workout').fill('From Smoker to Super, again');
  await saved(other);
  await other.getByRole('button', { name: 'Changed twice: choose' }).click();
  await dialog.getByRole('radio', { name: /instructor: mine/ }).check();
  await dialog.getByRole('button', { name: 'Go on with these' }).click();
  await saved(other);
  await page.reload();
  await expect(page.getByLabel('Instructor')).toHaveValue('Ottilie B.');
  await expect(page.getByLabel('Title of the workout')).toHaveValue('From Smoker to Super, again');
});

test('what is typed while the server does not answer is here again after a reload, and is saved then', async ({
  page,
  workouts,
  open,
}) => {
  await open(await workouts.copyOf('From Smoker'), 'plan');
  // One handler throughout: between two of them the page would try again and be heard.
  let reached: 'nothing' | 'reading' | 'all' = 'nothing';
  await page.route('**/api/workouts/**', (route) =>
    reached === 'all' || (reached === 'reading' && route.request().method() !== 'PATCH')
      ? route.continue()
      : route.abort(),
  );
  const typed = 'Typed in the tunnel';
  await page.getByLabel('Instructor').fill(typed);
  await expect(page.getByText(/The server does not answer/)).toBeVisible();
  page.on('dialog', (leaving) => void leaving.accept());
  reached = 'reading';
  await page.reload();
  await expect(page.getByText(/is here again/)).toBeVisible();
  reached = 'all';
  await expect(page.getByLabel('Instructor')).toHaveValue(typed);
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Instructor')).toHaveValue(typed);
});

test('a line too long for its segment says by how many seconds', async ({ page, workouts, open }) => {
  await open(await workouts.copyOf('Broomstick'), 'script');
  await expect(page.getByText('lines fit')).toBeVisible();
  const line = page.getByRole('textbox', { name: 'Line' }).nth(2);
  await line.fill('Keep the long line from the crown of the head to the heels, and breathe. '.repeat(6));
  await expect(page.getByText(/Does not fit: 2\d\.\d s too long for the room there is/)).toBeVisible();
  await page.getByRole('button', { name: /commands/ }).focus();
  await page.keyboard.press('Control+z');
  await expect(line).not.toHaveValue(/Keep the long line/);
  await saved(page);
});
