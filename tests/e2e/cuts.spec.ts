import { expect, test } from '@playwright/test';
import { axeFinds } from './axe.ts';
import { filmedClass } from './filmed.ts';

test('a piece is cut out by key, trimmed by frames, found again and brought back; each is one undo', async ({
  page,
  request,
}) => {
  const id = await filmedClass(request, 'Cut by key', 60);
  await page.goto(`/w/${id}/score`);
  const length = page.getByText(/planned · .* filmed/);
  await expect(length).toContainText('1:00');
  const playhead = page.getByLabel('Playhead');
  await page.locator('video[data-overlay=ready]').waitFor();
  await playhead.fill('250');
  await playhead.blur();
  await page.keyboard.press('c');
  await expect(page.getByText('cuts out from 0:25.00 to here')).toBeVisible();
  await playhead.fill('350');
  await playhead.blur();
  await page.keyboard.press('c');
  await expect(length).toContainText('0:50');
  await expect(page.getByTitle('10 s were cut out here')).toHaveCount(1);
  // Three frames less before it, five more after it: 9.92 s are out.
  for (let i = 0; i < 3; i++) await page.keyboard.press('[');
  await expect(page.getByTitle('10.1 s were cut out here')).toHaveCount(1);
  for (let i = 0; i < 5; i++) await page.keyboard.press('Shift+{');
  await expect(page.getByTitle('9.9 s were cut out here')).toHaveCount(1);
  await playhead.fill('10');
  await playhead.blur();
  await page.keyboard.press('n');
  await expect.poll(async () => Number(await playhead.inputValue())).toBeGreaterThan(235);
  expect(await axeFinds(page)).toEqual([]);
  // The same join goes over softly, and is a cut again.
  await page.keyboard.press('e');
  await expect(page.getByTitle(/were cut out here, it dissolves/)).toHaveCount(1);
  await page.keyboard.press('e');
  await expect(page.getByTitle(/were cut out here, it dissolves/)).toHaveCount(0);
  await page.keyboard.press('b');
  await expect(length).toContainText('1:00');
  await page.keyboard.press('Control+z');
  await expect(length).toContainText('0:50');
  // Escape forgets a piece that was begun.
  await page.keyboard.press('c');
  await page.keyboard.press('Escape');
  await expect(page.getByText(/cuts out from/)).toHaveCount(0);
});

test('what a stave has is dragged, moved by frames by key, and typed; each is one undo', async ({ page, request }) => {
  const id = await filmedClass(request, 'By the hand', 60);
  await page.goto(`/w/${id}/score`);
  await page.locator('video[data-overlay=ready]').waitFor();
  await page.locator('[data-stave]').nth(1).getByRole('button').first().click();
  const boundary = page.getByRole('slider', { name: /^Boundary: / });
  const begins = page.getByLabel('Begins at');
  const was = Number(await boundary.getAttribute('aria-valuenow'));
  // A frame of 25 a second by key.
  await boundary.focus();
  await page.keyboard.press('ArrowRight');
  await expect.poll(async () => Number(await boundary.getAttribute('aria-valuenow'))).toBeCloseTo(was + 0.04, 1);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => Number(await boundary.getAttribute('aria-valuenow'))).toBeCloseTo(was, 2);
  // By the mouse: an eighth of the row to the left.
  const out = page.getByRole('slider', { name: /^Caption out: / });
  const outWas = Number(await out.getAttribute('aria-valuenow'));
  const box = (await out.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + 4);
  await page.mouse.down();
  await page.mouse.move(box.x - 40, box.y + 4, { steps: 5 });
  await page.mouse.up();
  await expect.poll(async () => Number(await out.getAttribute('aria-valuenow'))).toBeLessThan(outWas - 1);
  await expect(page.getByRole('button', { name: 'by hand ×' })).toHaveCount(1);
  // Typed.
  await begins.fill('0:07.00');
  await begins.press('Enter');
  await expect.poll(async () => Number(await boundary.getAttribute('aria-valuenow'))).toBeCloseTo(7, 1);
  expect(await axeFinds(page)).toEqual([]);
});
