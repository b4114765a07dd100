import { expect, test } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { axeFinds } from './axe.ts';
import { filmedClass } from './filmed.ts';

const TAKE_2 = 'demo/media/broomstick-strong-take-2.mp4';

test('a second take is joined by one key: what was left out is there, any choice can be taken back', async ({
  page,
  request,
}) => {
  test.setTimeout(600_000);
  const id = await filmedClass(request, 'Two takes');
  // The move that was left out, filmed twice: the same pictures in two files.
  const again = join(mkdtempSync(join(tmpdir(), 'euphon-again-')), 'again.mp4');
  execFileSync('ffmpeg', ['-v', 'error', '-y', '-i', TAKE_2, '-c', 'copy', '-metadata', 'title=again', again]);
  for (const [name, file] of [
    ['Take 2', TAKE_2],
    ['Take 3', again],
  ] as const) {
    const take = (await (
      await request.post(`/api/workouts/${id}/takes?name=${encodeURIComponent(name)}`, {
        data: readFileSync(file),
        headers: { 'Content-Type': 'video/mp4' },
      })
    ).json()) as { id: string };
    await request.put(`/api/takes/${take.id}/transcript`, {
      data: readFileSync('demo/broomstick-strong-2.words.vtt', 'utf8'),
      headers: { 'Content-Type': 'text/plain', 'If-Match': '"0"' },
    });
  }
  await page.goto(`/w/${id}/score`);
  const staves = page.locator('[data-stave]');
  await expect(staves).toHaveCount(27);
  const findings = page.getByRole('complementary', { name: 'Picture and details' });
  await expect(findings).toContainText('Crate step-up, left (round 1) was left out');
  await findings.getByRole('button', { name: 'Takes', exact: true }).click();
  await page.keyboard.press('Shift+J');
  const cell = (move: string) => findings.getByRole('button', { name: new RegExp(`^${move} from Take 2: `) });
  await expect(cell('Crate step-up, left')).toHaveAttribute('aria-pressed', 'true', { timeout: 240_000 });
  const steps = staves.filter({ has: page.getByText('Crate step-up', { exact: true }) });
  const step = steps.first();
  await expect(step).toContainText('Take 2');
  // Both new takes hold the break before it: the other one by key, and back by undo.
  await staves.filter({ hasText: 'Take 2' }).first().getByRole('button').first().click();
  await expect(cell('Rest')).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('t');
  await expect(cell('Rest')).toHaveAttribute('aria-pressed', 'false');
  await expect(findings).toContainText('chosen by hand');
  await page.keyboard.press('Control+z');
  await expect(cell('Rest')).toHaveAttribute('aria-pressed', 'true');
  // The picture runs over the join: the other player goes on, and the playhead with it.
  await step.getByRole('button').first().click();
  await expect(step).toHaveAttribute('aria-current', 'true');
  const playhead = page.getByLabel('Playhead');
  const before = Number(await playhead.inputValue());
  await playhead.fill(String(before + 295));
  await page.getByRole('button', { name: /^Play/ }).click();
  await expect
    .poll(async () => Number(await playhead.inputValue()), { timeout: 240_000 })
    .toBeGreaterThan(before + 325);
  await page.getByRole('button', { name: /^Pause/ }).click();
  expect(await page.getByLabel('The programme').evaluate((v: HTMLVideoElement) => v.currentTime)).toBeGreaterThan(100);
  expect(await axeFinds(page)).toEqual([]);
  // Out of the class, and back.
  await step.getByRole('button').first().click();
  await page.keyboard.press('x');
  await expect(steps).toHaveCount(1);
  await page.keyboard.press('x');
  await expect(steps).toHaveCount(2);
});
