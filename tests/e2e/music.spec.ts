import { execFileSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { axeFinds } from './axe.ts';
import { createWorkout, expect, test } from './fixtures.ts';

const OUTLINE =
  '# Hum\n## Hello: talk, 0:10\n## Main: strength, 2 rounds, 30/15\n- Squat\n- Row\n## Stretch: cool-down, ' +
  'hold 0:20 change 4\n- Calf stretch\n- Side reach';

test.describe('the Music station', () => {
  test('plays a practice beat, builds a set, meets the phrases, mixes the bed', async ({ page, request }) => {
    const id = await createWorkout(request, { outline: OUTLINE });
    await page.goto(`/w/${id}/plan`);
    await page.getByTestId('total').waitFor();
    await page.locator('h1').first().waitFor({ state: 'attached' });
    await page.keyboard.press('u');
    await expect(page).toHaveURL(/\/music$/);
    await page.getByRole('button', { name: 'Library', exact: true }).click();
    await page.getByLabel('tempo', { exact: true }).fill('124');
    await page.getByLabel('phrases of 32').fill('6');
    await page.getByRole('button', { name: 'Make it' }).click();
    const track = page.getByRole('region', { name: 'Track Straight practice beat, 124' });
    await expect(track).toBeVisible({ timeout: 240_000 });
    await expect(track.getByText('LUFS')).toBeVisible({ timeout: 240_000 });
    await expect(track.getByText('124.00')).toBeVisible();
    // Setting the beat right, and back.
    await track.getByRole('button', { name: 'Half the tempo' }).click();
    await expect(track.getByText('62.00')).toBeVisible();
    await track.getByRole('button', { name: 'Undo' }).click();
    await expect(track.getByText('124.00')).toBeVisible();
    await track.getByRole('button', { name: 'Hear it again near 124' }).click();
    await expect(track.getByRole('button', { name: /Hear it again near 124/ })).toBeEnabled({ timeout: 240_000 });
    await expect(track.getByText('124.00')).toBeVisible();

    await page.getByRole('button', { name: 'Under the class', exact: true }).click();
    await page.getByRole('button', { name: 'Build the set' }).click();
    await expect(page.getByTestId('coverage')).toContainText('covered');
    await page.getByRole('button', { name: 'Meet the phrases' }).first().click();
    const ways = page.getByRole('list', { name: 'Ways to meet for Main' });
    await expect(ways.getByText(/Play at 128/)).toBeVisible();
    // The set already plays it there; cutting on the last phrase is one click, and one undo brings it back.
    await expect(ways.getByRole('button', { name: 'as it is' })).toBeDisabled();
    const kept = async () => {
      await expect(page.getByText(/^Saved/)).toBeVisible();
      const { document } = (await (await request.get(`/api/workouts/${id}`)).json()) as {
        document: { music: { placements: unknown[] } };
      };
      return document.music.placements;
    };
    const before = await kept();
    await ways.getByRole('listitem').filter({ hasText: 'Cut after' }).getByRole('button').click();
    await expect.poll(kept).not.toEqual(before);
    await page.keyboard.press('Control+z');
    await expect.poll(kept).toEqual(before);

    await page.getByRole('button', { name: 'Levels', exact: true }).click();
    await page.getByLabel(/Voice above the music/).fill('20');
    await expect(page.getByText(/gives way by/)).toContainText('18.0');

    await page.getByRole('button', { name: 'Files', exact: true }).click();
    await page.getByRole('button', { name: 'Mix as FLAC' }).click();
    await expect(page.getByTestId('bed').first()).toHaveAttribute('data-state', 'done', { timeout: 240_000 });
    const href = await page.getByTestId('bed').first().getByRole('link').getAttribute('href');
    const bed = await request.get(href ?? '');
    expect(bed.headers()['content-type']).toBe('audio/flac');
    expect((await bed.body()).subarray(0, 4).toString()).toBe('fLaC');
  });

  test('takes tracks in, says what it cannot read, and tells missing rights', async ({ page, request }) => {
    const id = await createWorkout(request, { outline: OUTLINE });
    const folder = mkdtempSync(join(tmpdir(), 'euphon-e2e-'));
    execFileSync('ffmpeg', [
      '-v',
      'error',
      '-y',
      '-f',
      'lavfi',
      '-i',
      `aevalsrc='0.6*exp(-20*mod(t,0.48))*sin(2*PI*60*t)+0.2*exp(-60*mod(t+0.24,0.48))*random(0)':s=44100:d=40`,
      join(folder, 'Nectar.wav'),
    ]);
    await page.goto(`/w/${id}/music`);
    await page.getByRole('button', { name: 'Library', exact: true }).click();
    await page
      .getByLabel('Sound files')
      .setInputFiles({ name: 'song.mp3', mimeType: 'audio/mpeg', buffer: Buffer.from('no sound at all') });
    await expect(page.getByRole('alert')).toContainText('song.mp3: This is not a sound file');
    await page.getByLabel('Sound files').setInputFiles(join(folder, 'Nectar.wav'));
    await page.getByRole('button', { name: /Nectar/ }).click();
    const track = page.getByRole('region', { name: 'Track Nectar' });
    await expect(track.getByText('125.00')).toBeVisible({ timeout: 240_000 });
    await page.getByRole('button', { name: 'Under the class', exact: true }).click();
    await page.getByLabel('Lay a track under Main').selectOption({ label: 'Nectar' });
    await page.getByRole('button', { name: /^Rights/ }).click();
    await expect(page.getByText('“Nectar” has no licence for its recording.')).toBeVisible();
    await page.getByLabel('synchronisation licence').selectOption('licensed');
    await page.getByLabel('master-use licence').selectOption('licensed');
    await expect(page.getByText('“Nectar” has no proof of its licence.')).toBeVisible();
    await page
      .getByLabel('Proof for Nectar')
      .setInputFiles({ name: 'licence.pdf', mimeType: 'application/pdf', buffer: Buffer.from('%PDF-1.4') });
    await expect(page.getByText('Nothing that was written down is missing.')).toBeVisible();
    const description = async () => (await request.get(`/api/workouts/${id}/files/description-txt`)).text();
    await expect.poll(description).toContain('“Nectar” used under licence');
  });

  test('passes axe in each of its parts, on a desk and on a phone', async ({ page, request }) => {
    const { items: list } = (await (await request.get('/api/workouts')).json()) as {
      items: { id: string; title: string }[];
    };
    const id = list.find((w) => w.title.includes('Smoker'))?.id;
    await page.goto(`/w/${id}/music`);
    for (const part of ['Under the class', 'Library', 'Levels', 'Rights', 'Files']) {
      await page
        .getByRole('button', { name: new RegExp(`^${part}`) })
        .first()
        .click();
      await page.waitForTimeout(300);
      expect([part, ...(await axeFinds(page))]).toEqual([part]);
    }
    await page.setViewportSize({ width: 390, height: 800 });
    for (const part of ['Under the class', 'Library', 'Levels', 'Rights', 'Files']) {
      await page
        .getByRole('button', { name: new RegExp(`^${part}`) })
        .first()
        .click();
      await page.waitForTimeout(150);
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(391);
    }
  });
});

test('the sound of the film is seen, listened to and set right in one place', async ({ page }) => {
  test.setTimeout(600_000);
  await page.goto('/');
  await page
    .getByRole('link', { name: /Broomstick Strong/ })
    .first()
    .click();
  await page.getByTestId('total').waitFor();
  await page.keyboard.press('h');
  // The take was listened to, and music was heard in its room.
  await expect(page.getByText(/Music plays in the room: 126 a minute from 0:00 to 7:5/).first()).toBeVisible({
    timeout: 240_000,
  });
  await page.keyboard.press('u');
  await page.getByRole('button', { name: 'Sound of the film' }).click();
  await expect(page.getByText('Softest sentence:')).toBeVisible({ timeout: 240_000 });
  const picture = page.getByRole('img', {
    name: /^Loudness along the film: -16\.0 LUFS as a whole, \d+ sentences, 0 timer tones/,
  });
  await expect(picture).toBeVisible();
  // A click in the picture takes the film there.
  const box = (await picture.boundingBox())!;
  await page.mouse.click(box.x + box.width * 0.5, box.y + 100);
  await expect
    .poll(() => page.getByLabel('The programme').evaluate((v: HTMLVideoElement) => v.currentTime))
    .toBeGreaterThan(200);
  await page.getByLabel('Timer tones', { exact: true }).selectOption('bell');
  await expect(page.getByRole('img', { name: /[1-9]\d* timer tones/ })).toBeVisible();
  await page.getByRole('combobox', { name: /^Loudness(?! of)/ }).selectOption('-14');
  await expect(page.getByText('−14.0 LUFS', { exact: true })).toBeVisible();
  expect(await axeFinds(page)).toEqual([]);
  for (let i = 0; i < 2; i++) await page.keyboard.press('Control+z');
  await expect(picture).toBeVisible();
  // What was heard of the room is set right on the score by a key.
  await page.keyboard.press('o');
  await page.locator('[data-stave]').nth(3).getByRole('button').first().click();
  const one = page.locator('[data-stave]').nth(3).getByText('on 1', { exact: true });
  await expect(one).toHaveCount(0);
  await page.keyboard.press('r');
  await expect(one).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(one).toHaveCount(0);
});
