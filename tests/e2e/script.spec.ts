import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { axeFinds } from './axe.ts';
import { expect, openNew, test } from './fixtures.ts';

const PLAN =
  '# Scripted\ninstructor: Ottilie Brandvold\n## Hello: talk 0:30\n## Main: 2 rounds, 40/20, no last rest\n' +
  '- Squat\n- Crate push-up\n- Side plank | sides own\n## Bye: talk 0:20';
const open = async (page: Page) => {
  const id = await openNew(page, PLAN, 'script');
  await page.getByText('lines fit').waitFor();
  return id;
};
const segment = (page: Page, name: string, n = 0) =>
  page
    .getByRole('listitem')
    .filter({ has: page.getByText(name, { exact: true }) })
    .filter({ hasText: '+ line' })
    .nth(n);
const side = (page: Page) => page.getByRole('complementary', { name: 'About the script' });

test('writing: Enter makes the next line, a kind and an anchor can be typed, lines follow each other', async ({
  page,
}) => {
  await open(page);
  const squat = segment(page, 'Squat');
  await squat.getByRole('button', { name: '+ line' }).click();
  await page.keyboard.type('form: Sit back, chest open.');
  await page.keyboard.press('Enter');
  await page.keyboard.type('[-12] time call: Twelve more seconds.');
  await page.keyboard.press('Enter');
  await page.keyboard.type('Last');
  const lines = squat.getByLabel('Line', { exact: true });
  await expect(lines).toHaveCount(3);
  // They stand by their time: the one before the end comes last but for the line that follows it.
  expect(await lines.evaluateAll((l) => l.map((x) => (x as HTMLTextAreaElement).value))).toEqual([
    'Sit back, chest open.',
    'Twelve more seconds.',
    'Last',
  ]);
  await expect(squat).toContainText('+28');
  await page.keyboard.press('ArrowUp');
  await expect(lines.nth(1)).toBeFocused();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(lines).toHaveCount(2);
});

test('what a line claims is checked as it is written, and fixed with one click and one undo', async ({ page }) => {
  await open(page);
  await segment(page, 'Squat').getByRole('button', { name: '+ line' }).click();
  await page.keyboard.type('[+9] talk: Four more moves in this round after this one.');
  await expect(page.getByText('is not what is left').first()).toBeVisible();
  await side(page)
    .getByRole('button', { name: /^Findings/ })
    .click();
  await side(page).getByRole('button', { name: 'Say 2' }).click();
  await expect(segment(page, 'Squat').getByLabel('Line', { exact: true })).toHaveValue(
    'Two more moves in this round after this one.',
  );
  await expect(page.getByText('is not what is left')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(page.getByText('is not what is left').first()).toBeVisible();
});

test('the call sheet: a column is emptied and filled with one key, a field is written by hand', async ({ page }) => {
  await open(page);
  await page.getByRole('button', { name: 'Call sheet' }).click();
  const sheet = page.getByRole('region', { name: 'Call sheet' });
  const half = sheet.getByRole('button', { name: /^Half-way: said/ });
  // By their way few intervals have a half-way: the column is filled first.
  await sheet
    .getByRole('button', { name: /^Half-way: missing/ })
    .first()
    .focus();
  await page.keyboard.press('f');
  await expect(sheet.getByRole('button', { name: /^Half-way: missing/ })).toHaveCount(0);
  const many = await half.count();
  expect(many).toBeGreaterThan(4);
  await half.first().focus();
  await page.keyboard.press('e');
  await expect(sheet.getByRole('button', { name: /^Half-way: missing/ })).toHaveCount(many);
  await page.keyboard.press('f');
  await expect(half).toHaveCount(many);
  await page.keyboard.press('e');
  await sheet
    .getByRole('button', { name: /^Half-way: missing/ })
    .first()
    .focus();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Line', { exact: true }).first()).toBeFocused();
  await page.getByRole('button', { name: 'Call sheet' }).click();
  await expect(sheet.getByRole('button', { name: /^Half-way: said/ })).toHaveCount(1);
});

test('a way of calling for the class and for a block: quiet, then one’s own words begun from another way', async ({
  page,
}) => {
  await open(page);
  await expect(side(page)).toContainText('The next move, how it is set up, the easier way');
  await side(page).getByLabel('Way of calling of Main').selectOption('quiet');
  await expect(page.getByText('Squat next.')).toHaveCount(0);
  await side(page).getByLabel('Way of calling of Main').selectOption('');
  await side(page).getByLabel('Way of calling', { exact: true }).selectOption('timer');
  await side(page).getByRole('button', { name: 'Begin my own from this' }).click();
  await side(page).getByLabel('Words: Name').fill('Now {move}!');
  await expect(segment(page, 'Squat')).toContainText('Now Squat!');
  await page.keyboard.press('Control+z');
  expect(await axeFinds(page)).toEqual([]);
});

test('the schools of the countdown are a setting of the class and of a block', async ({ page }) => {
  await open(page);
  await side(page).getByLabel('Way of calling', { exact: true }).selectOption('own');
  await side(page).getByLabel('Countdown', { exact: true }).selectOption('4-3-2');
  await expect(segment(page, 'Squat')).toContainText('Four. Three. Two.');
  await side(page).getByText('Countdown of a block').click();
  await side(page).getByLabel('Countdown of Main').selectOption('5-4-3-2-1');
  await expect(segment(page, 'Squat')).toContainText('Five. Four. Three. Two. One.');
  await side(page).getByLabel('Words: Rest').fill('Shake it out.\nBreathe.');
  await expect(page.getByText('Shake it out.', { exact: true }).first()).toBeVisible();
  await expect(page.getByText('Breathe.', { exact: true }).first()).toBeVisible();
});

test('a rehearsal runs by its clock, can be paused, moved and slowed, and keeps what felt wrong', async ({ page }) => {
  await open(page);
  await page.keyboard.press('e');
  const rehearsal = page.getByRole('region', { name: 'Rehearsal' });
  const left = rehearsal.getByLabel('Seconds left in the segment');
  await expect(left).toHaveText('30');
  await page.keyboard.press('ArrowRight');
  await expect(rehearsal.getByRole('heading', { level: 2 })).toHaveText('Squat');
  await page.keyboard.press('.');
  await expect(rehearsal).toContainText('×1.25');
  await page.keyboard.press('Space');
  await expect(left).not.toHaveText('40');
  await page.keyboard.press('Space');
  await expect(rehearsal.getByRole('button', { name: 'Run' })).toBeVisible();
  // How far the clock ran depends on the machine: the line to be marked is gone to by its own button.
  await rehearsal.getByRole('listitem').filter({ hasText: 'Round one of two.' }).getByRole('button').click();
  const stopped = await left.textContent();
  await page.keyboard.press('m');
  await expect(rehearsal.getByRole('region', { name: 'Marked' })).toContainText('Round one of two.');
  await expect(left).toHaveText(stopped ?? '');
  await rehearsal.getByLabel('Note on Round one of two.').fill('too quick');
  // Space presses the button that the keyboard stands on, and nothing else.
  await rehearsal.getByRole('button', { name: 'Slower' }).focus();
  await page.keyboard.press('Tab');
  await page.keyboard.press('Shift+Tab');
  await page.keyboard.press('Space');
  await expect(rehearsal).toContainText('×1');
  await expect(rehearsal.getByRole('button', { name: 'Run' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Rehearse' })).toBeVisible();
  await side(page)
    .getByRole('button', { name: /^Findings/ })
    .click();
  await expect(side(page).getByLabel('Note on Round one of two.')).toHaveValue('too quick');
  const spoken = await page.request.get('/api/speech?text=Ten%20seconds.');
  expect([spoken.status(), spoken.headers()['content-type']]).toEqual([200, 'audio/wav']);
});

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
