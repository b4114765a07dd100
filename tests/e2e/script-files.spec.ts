import { readFileSync } from 'node:fs';
import { axeFinds } from './axe.ts';
import { expect, test } from './fixtures.ts';
import { open, segment, side } from './script-steps.ts';

test('the script goes out as files and lines come in from text; what has no place is named', async ({ page }) => {
  const id = await open(page);
  await side(page).getByRole('button', { name: 'In and out' }).click();
  await page
    .getByLabel('Lines to bring in')
    .fill('## Squat\nSit back.\n[half] time-call: Half-way, stay tall.\n## Moonwalk\nGone.');
  await side(page).getByRole('button', { name: 'Bring in', exact: true }).click();
  await expect(side(page)).toContainText('2 lines brought in');
  await expect(side(page)).toContainText('“Moonwalk” is no segment');
  await expect(segment(page, 'Squat').getByLabel('Line', { exact: true })).toHaveCount(2);
  await page.getByText('Saved').waitFor();
  for (const [format, holds] of [
    ['txt', '[half] time-call: Half-way, stay tall.'],
    ['csv', 'Half-way, stay tall.'],
    ['vtt', 'Half-way, stay tall.'],
  ]) {
    expect(await (await page.request.get(`/api/workouts/${id}/script/${format}`)).text()).toContain(holds);
  }
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    side(page).getByRole('button', { name: 'Make the track' }).click(),
  ]);
  const wav = readFileSync(await download.path());
  // 8 min 10 s of class: 30 s, two rounds of four intervals of 40 s and their rests of 20 s but the last, 20 s.
  expect([wav.subarray(0, 4).toString(), Math.round((wav.length - 44) / 2 / 22_050)]).toEqual([
    'RIFF',
    30 + 2 * 240 - 20 + 20,
  ]);
});

test('the prompter reads by the clock in large letters, and passes axe with the script’s other views', async ({
  page,
}) => {
  const id = await open(page);
  for (const view of ['c', 'e']) {
    await page.keyboard.press(view);
    await page.waitForTimeout(200);
    expect(await axeFinds(page)).toEqual([]);
    await page.keyboard.press('w');
  }
  await page.goto(`/w/${id}/prompter`);
  await page.getByRole('button', { name: 'Run' }).waitFor();
  expect(await axeFinds(page)).toEqual([]);
  await page.keyboard.press('ArrowRight');
  await expect(page.locator('header')).toContainText('Squat');
  await page.keyboard.press('Space');
  await expect(page.getByLabel('Seconds left in the segment')).not.toHaveText('40');
  await page.setViewportSize({ width: 390, height: 800 });
  expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Rehearse' }).waitFor();
});

test('how the instructor calls in a take is shown, and taken over or left', async ({ page, workouts }) => {
  await page.goto(`/w/${await workouts.demo()}/script`);
  await side(page).getByRole('button', { name: 'As I call in the take …' }).click();
  await expect(side(page).getByRole('row', { name: /^Ten seconds/ })).toBeVisible();
  await side(page).getByRole('button', { name: 'Call like this' }).click();
  await expect(side(page).getByLabel('Way of calling', { exact: true })).toHaveValue('own');
  // Kept by name it can be taken for any class, and forgotten.
  await side(page).getByRole('button', { name: 'Keep this way' }).click();
  const kept = side(page).getByRole('button', { name: 'Call like Ottilie Brandvold' });
  await expect(kept).toBeVisible();
  await side(page).getByRole('button', { name: 'Forget the way of Ottilie Brandvold' }).click();
  await expect(kept).toHaveCount(0);
  await page.locator('body').press('Control+z');
  await expect(kept).toBeVisible();
  await page.locator('body').press('Control+z');
  await page.locator('body').press('Control+z');
  await expect(side(page).getByLabel('Way of calling', { exact: true })).toHaveValue('by-block');
});

test('the cue bank keeps lines in one’s own words, the calls take them, and snippets know the class', async ({
  page,
}) => {
  await open(page);
  const squat = segment(page, 'Squat');
  await squat.getByRole('button', { name: '+ line' }).click();
  await page.keyboard.type('form: Sit back to the hive.');
  await squat.getByRole('button', { name: 'Keep this line in the cue bank' }).click();
  await expect(squat.getByRole('button', { name: 'Take this line out of the cue bank' })).toBeVisible();
  await side(page).getByRole('button', { name: 'Cue bank' }).click();
  const bank = side(page).getByRole('region', { name: 'Cue bank' });
  await expect(bank.getByText('Sit back to the hive.')).toBeVisible();
  await bank.getByLabel('A line for Crate push-up').fill('breath: Out as the crate goes away.');
  await bank.getByLabel('A line for Crate push-up').press('Enter');
  await expect(bank.getByText('Out as the crate goes away.')).toBeVisible();
  await bank.getByRole('button', { name: 'Put “Out as the crate goes away.” into the script' }).click();
  await expect(segment(page, 'Crate push-up').getByLabel('Line', { exact: true })).toHaveValue(
    'Out as the crate goes away.',
  );
  // Written once, filled in from the plan.
  await bank.getByLabel('opening').fill('Welcome to {title}, I am {instructor}.');
  await bank.getByLabel('opening').press('Tab');
  await expect(bank.getByText('Welcome to Scripted, I am Ottilie Brandvold.')).toBeVisible();
  await bank.getByRole('button', { name: 'Put in' }).click();
  await expect(segment(page, 'Hello').getByLabel('Line', { exact: true })).toHaveValue(
    'Welcome to Scripted, I am Ottilie Brandvold.',
  );
  expect(await axeFinds(page)).toEqual([]);
  // Taken out, and back again by undo.
  await bank.getByRole('button', { name: 'Take “Sit back to the hive.” out of the bank' }).click();
  await expect(bank.getByText('Sit back to the hive.')).toHaveCount(0);
  await page.locator('body').press('Control+z');
  await expect(bank.getByText('Sit back to the hive.')).toBeVisible();
  // The bank is the studio's, and its lines are called in every class: nothing of them is left to other tests.
  for (const line of ['Sit back to the hive.', 'Out as the crate goes away.']) {
    await bank.getByRole('button', { name: `Take “${line}” out of the bank` }).click();
    await expect(bank.getByText(line)).toHaveCount(0);
  }
  await bank.getByLabel('opening').fill('');
  await bank.getByLabel('opening').press('Tab');
  await expect(bank.getByText('Welcome to Scripted, I am Ottilie Brandvold.')).toHaveCount(0);
});
