import { expect, test } from '@playwright/test';
import { axeFinds } from './axe.ts';
import { filmedClass } from './filmed.ts';

test('cards come in sets or by key, are written on, play, and go with one undo', async ({ page, request }) => {
  const id = await filmedClass(request, 'Cards between');
  await page.goto(`/w/${id}/score`);
  const length = page.getByText(/planned · .* filmed/);
  await expect(length).toContainText('7:51');
  await page.locator('video[data-overlay=ready]').waitFor();
  await page.getByRole('button', { name: 'Inserts', exact: true }).click();
  // A set of one, and a set over what is there: only the first makes the class longer.
  await page.getByRole('button', { name: 'A title card at the beginning' }).click();
  await expect(length).toContainText('7:55');
  await page.getByRole('button', { name: /A card with the clock over each break/ }).click();
  await expect(page.getByRole('list', { name: 'Inserts' }).getByRole('listitem')).not.toHaveCount(1);
  await expect(length).toContainText('7:55');
  // What was left out stands as long as it was planned.
  const [before, planned] = [475, 30];
  await page.getByRole('button', { name: /A card for each move that was not filmed/ }).click();
  await expect(length).toContainText(
    `${Math.floor((before + planned) / 60)}:${String((before + planned) % 60).padStart(2, '0')}`,
  );
  await expect(page.locator('[data-stave]').filter({ hasText: 'Crate step-up' }).first()).toBeVisible();
  // Words by hand stand instead of the plan’s.
  const title = page.getByLabel('Title: Title card before Welcome');
  await expect(title).toHaveAttribute('placeholder', 'Cards between');
  await title.fill('Stronger for the hives');
  await expect(page.getByText('“Stronger for the hives”')).toBeVisible();
  const howLong = page.getByLabel('How long: Title card before Welcome');
  await howLong.fill('2.5');
  await howLong.press('Enter');
  await expect(page.getByText('inserted, 2.5 s')).toBeVisible();
  expect(await axeFinds(page)).toEqual([]);
  // The card plays on a clock of its own, and the take comes in after it.
  const playhead = page.getByLabel('Playhead');
  await playhead.fill('0');
  await playhead.blur();
  await expect(page.locator('section[aria-label=Picture] video:not(.invisible)')).toHaveCount(0);
  await page.keyboard.press('Space');
  await expect.poll(async () => Number(await playhead.inputValue())).toBeGreaterThan(30);
  await expect(page.locator('section[aria-label=Picture] video:not(.invisible)')).toHaveCount(1);
  await page.keyboard.press('Space');
  // By key: a frame frozen after the chosen segment, and gone with one undo.
  const count = page.getByRole('list', { name: 'Inserts' }).getByRole('listitem');
  const many = await count.count();
  await page.locator('[data-stave]').filter({ hasText: 'Shoulder rolls' }).getByRole('button').first().click();
  await page.keyboard.press('f');
  await expect(count).toHaveCount(many + 1);
  await expect(page.getByText('Freeze frame after Shoulder rolls')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(count).toHaveCount(many);
  await page.keyboard.press('i');
  await expect(page.getByText('Card of the move before Shoulder rolls')).toBeVisible();
  await page.getByRole('button', { name: 'Remove: Card of the move before Shoulder rolls' }).click();
  await expect(count).toHaveCount(many);
  // A picture from a file comes after the chosen segment, and what is none says why.
  await page.getByLabel('Picture file').setInputFiles('docs/screenshots/plan.png');
  await expect(page.getByText('Picture after Shoulder rolls')).toBeVisible();
  await expect(count).toHaveCount(many + 1);
  await page.getByLabel('Picture file').setInputFiles('README.md');
  await expect(page.getByText(/This is not a picture that can be read/)).toBeVisible();
  await page.getByRole('button', { name: 'Delete: plan' }).click();
  await expect(count).toHaveCount(many);
  // One line a segment, and a finding in two keys, its fix at hand.
  await page.getByLabel('a row is').selectOption('a segment');
  await expect(page.locator('[data-stave]').first()).toBeVisible();
  expect(await axeFinds(page)).toEqual([]);
  await page.locator('body').click({ position: { x: 5, y: 5 } });
  await page.keyboard.press('m');
  await expect(page.locator('[data-finding] button').first()).toBeVisible();
  await expect(page.locator('[data-finding] button:focus')).toHaveCount(1);
});
