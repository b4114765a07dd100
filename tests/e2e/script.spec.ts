import { axeFinds } from './axe.ts';
import { expect, test } from './fixtures.ts';
import { open, segment, side } from './script-steps.ts';

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
