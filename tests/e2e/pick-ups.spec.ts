import { execFileSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import config from '../../playwright.config.ts';
import { axeFinds } from './axe.ts';
import { filmedClass } from './filmed.ts';

/** The microphone is a stand-in: a line of espeak-ng, again and again. */
const microphone = join(mkdtempSync(join(tmpdir(), 'euphon-microphone-')), 'line.wav');
execFileSync('espeak-ng', ['-v', 'en-gb', '-w', microphone, 'Left side.']);
const launch = config.use?.launchOptions ?? {};
test.use({
  launchOptions: {
    ...launch,
    args: [
      ...(launch.args ?? []),
      '--use-fake-device-for-media-stream',
      '--use-fake-ui-for-media-stream',
      `--use-file-for-fake-audio-capture=${microphone}`,
    ],
  },
});

test('a line is spoken in the page, tried again by the stand-in, kept, and thrown away with one undo', async ({
  page,
  request,
}) => {
  // The take of eight minutes is listened to at the same time; a line waits for what was begun before it.
  test.setTimeout(240_000);
  const id = await filmedClass(request, 'Lines again');
  await page.goto(`/w/${id}/align`);
  const aside = page.getByRole('complementary', { name: 'What was found' });
  await aside
    .getByRole('button', { name: /^Speak over/ })
    .first()
    .click({ timeout: 240_000 });
  await aside.getByRole('button', { name: 'Speak the lines' }).click();
  const session = aside.getByRole('region', { name: 'Speak lines again' });
  await expect(session).toContainText('Line 1 of 1');
  await page.keyboard.press('r');
  await expect(session.getByRole('button', { name: /^Stop/ })).toBeVisible();
  // Spoken for a moment.
  await page.waitForTimeout(1_200);
  await page.keyboard.press('r');
  await expect(session.getByLabel('Use try 1')).toBeChecked({ timeout: 240_000 });
  await expect(session).toContainText(/fits|too long/, { timeout: 90_000 });
  await session.getByRole('button', { name: 'Let the stand-in speak it' }).click();
  await expect(session.getByLabel('Use try 2')).toBeChecked({ timeout: 240_000 });
  await expect(session.getByText('is listened to …')).toHaveCount(0, { timeout: 90_000 });
  expect(await axeFinds(page)).toEqual([]);
  await session.getByLabel('Use try 1').check();
  await expect(aside).toContainText('· spoken');
  await session.getByRole('button', { name: 'Throw try 1 away' }).click();
  await expect(session.getByLabel('Use try 2')).toHaveCount(0);
  await expect(session.getByLabel('Use try 1')).not.toBeChecked();
  await page.keyboard.press('Control+z');
  await expect(session.getByLabel('Use try 2')).toBeVisible();
  await session.getByRole('button', { name: 'Done' }).click();
  // Recordings of lines are no takes.
  await page.goto(`/w/${id}/shoot`);
  await expect(page.getByText('Left side')).toHaveCount(0);
});
