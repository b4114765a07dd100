import { createHash } from 'node:crypto';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Page, expect, test } from '@playwright/test';
import { strFromU8, unzipSync } from 'fflate';
import type { ViewerClass, ViewerSegment } from '../../src/core/delivery/viewer-class.ts';
import { axeFinds } from './axe.ts';
import { filmedClass } from './filmed.ts';

const unzipped = async (page: Page, link: string) =>
  unzipSync(new Uint8Array(await (await page.request.get(link)).body()));

test('a checked class becomes a kit with one key: films, files, a true manifest', async ({
  page,
  request,
  browser,
}) => {
  // Four films are made; how long that takes is the machine's matter.
  test.setTimeout(600_000);
  const id = await filmedClass(request, 'A kit in the test', 25);
  await page.goto(`/w/${id}/deliver`);
  const kit = page.getByRole('region', { name: 'The kit' });
  await kit.getByLabel(/^Page for viewers/).check();
  await kit.getByLabel(/^Overlay as pictures/).check();
  await page.keyboard.press('m');
  // Each film goes its way; the kit is made when they are there.
  await expect(kit.getByTestId('kit')).toHaveAttribute('data-state', 'done', { timeout: 420_000 });
  await expect(kit.getByText('All of it is made already.')).toBeVisible();
  // What went out is noted by key, and taken back by undo.
  await page.keyboard.press('n');
  await page.getByLabel('Where', { exact: true }).fill('Saltmarsh site');
  await page.keyboard.press('Enter');
  const out = page.getByRole('region', { name: 'Published' }).getByRole('listitem');
  await expect(out).toContainText('Saltmarsh site');
  await expect(out).toContainText('the class as it is now');
  expect(await axeFinds(page)).toEqual([]);
  await page.keyboard.press('Control+z');
  await expect(out).toHaveCount(0);
  const link = (await kit.getByRole('link', { name: 'Download the kit' }).getAttribute('href')) ?? '';
  const files = await unzipped(page, link);
  const manifest = JSON.parse(strFromU8(files['manifest.json']!)) as {
    title: string;
    films: { name: string; sha256: string; revision: number }[];
    files: { name: string; sha256: string }[];
  };
  expect(manifest.title).toBe('A kit in the test');
  expect(manifest.films.map((f) => f.name).sort()).toEqual([
    'film.covers.zip',
    'film.mp4',
    'film.overlay.zip',
    'film.page.zip',
  ]);
  for (const { name, sha256 } of [...manifest.films, ...manifest.files])
    expect(createHash('sha256').update(files[name]!).digest('hex'), name).toBe(sha256);
  expect(Object.keys(files)).toEqual(expect.arrayContaining(['certificate.json', 'timeline.otio', 'speech.vtt']));
  // Covers are looked at on the page.
  const cover = page.getByRole('region', { name: 'Cover pictures' }).getByRole('img').first();
  await expect(cover).toBeVisible();
  expect(await cover.evaluate((img: HTMLImageElement) => img.decode().then(() => img.naturalWidth))).toBe(1280);
  // A piece as a draft is there in seconds, upright.
  const piece = page.getByRole('region', { name: 'A piece of the class' });
  const from = piece.getByLabel('From');
  await from.selectOption(await from.getByRole('option', { name: /Shoulder rolls/ }).getAttribute('value'));
  await piece.getByLabel(/^draft/).check();
  await piece.getByRole('button', { name: 'Make the piece' }).click();
  await expect(piece.getByTestId('piece')).toHaveAttribute('data-state', 'done', { timeout: 240_000 });
  await expect(piece.getByTestId('piece')).toContainText('Shoulder rolls, upright, 9:16, draft');
  expect(await axeFinds(page)).toEqual([]);

  // The page for viewers opens from a folder, without a server.
  const inside = unzipSync(files['film.page.zip']!);
  const folder = mkdtempSync(join(tmpdir(), 'euphon-page-'));
  writeFileSync(join(folder, 'film.mp4'), inside['film.mp4']!);
  // The same film as a class with more in it: a move by time, one in repetitions with something easier, and another.
  const html = strFromU8(inside['index.html']!);
  const data = /<script type="application\/json" id="class">(.*?)<\/script>/s.exec(html)![1]!;
  const shown = JSON.parse(data) as ViewerClass;
  const [hello, work] = shown.segments as [ViewerSegment, ViewerSegment];
  const reps = { dose: '8 repetitions', ownPace: true, easier: 'without the broomstick' };
  const segments = [
    { ...hello, from: 0, to: 6 },
    { ...work, from: 6, to: 12 },
    { ...work, ...reps, label: 'Broomstick twists', from: 12, to: 18 },
    { ...work, label: 'Arm circles', from: 18, to: 25 },
  ];
  writeFileSync(
    join(folder, 'index.html'),
    // The class has no music: its film stands for both stems, to be played beside the picture.
    html
      .replace(data, () => JSON.stringify({ ...shown, segments }))
      .replace('<div id="now"', '<audio id="voice" src="film.mp4"></audio><audio id="rest" src="film.mp4"></audio>$&'),
  );
  const viewer = await page.context().newPage();
  const asked: string[] = [];
  viewer.on('request', (r) => void asked.push(r.url()));
  await viewer.goto(`file://${folder}/index.html`);
  const moves = viewer.getByRole('region', { name: 'The moves' });
  await expect(moves.getByRole('button')).toHaveCount(4);
  const time = () => viewer.locator('video').evaluate((v: HTMLVideoElement) => v.currentTime);
  const seek = (to: number) =>
    viewer.locator('video').evaluate((v: HTMLVideoElement, t) => void (v.currentTime = t), to);
  const now = viewer.locator('#now strong');
  await viewer.keyboard.press('n');
  await expect(now).toHaveText('Shoulder rolls');
  await expect(moves.getByRole('button', { name: /Shoulder rolls/ })).toHaveAttribute('aria-current', 'true');
  const begins = await time();
  await seek(begins + 3);
  await viewer.keyboard.press('t');
  await expect(viewer.locator('.large')).toHaveText(/^\d+$/);
  await viewer.keyboard.press('r');
  await expect.poll(time).toBeLessThan(begins + 0.1);
  // Easier where there is something easier.
  await viewer.keyboard.press('n');
  await viewer.getByLabel('Level').selectOption('easier');
  await expect(viewer.getByText('Easier: without the broomstick')).toBeVisible();
  // At one's own pace the move is shown again until one goes on.
  const at = await time();
  await viewer.keyboard.press('p');
  await seek(17.4);
  await viewer.locator('video').evaluate((v: HTMLVideoElement) => v.play());
  await expect(viewer.getByRole('button', { name: 'Done: go on (G)' })).toBeVisible();
  await expect.poll(time).toBeLessThan(at + 3);
  // Without the music the film is mute and the voice goes along with its picture; with both its own sound is back.
  await viewer.keyboard.press('m');
  expect(await viewer.getByLabel('Music and tones (M)').inputValue()).toBe('0');
  const sounds = () =>
    viewer.evaluate(() => {
      const [v, a, b] = ['video', '#voice', '#rest'].map((of) => document.querySelector<HTMLMediaElement>(of)!);
      return [v!.muted, a!.volume, b!.volume, !a!.paused, Math.abs(a!.currentTime - v!.currentTime) < 0.3];
    });
  await expect.poll(sounds).toEqual([true, 1, 0, true, true]);
  await viewer.keyboard.press('m');
  await expect.poll(sounds).toEqual([false, 1, 1, false, true]);
  await viewer.locator('video').evaluate((v: HTMLVideoElement) => v.pause());
  await viewer.keyboard.press('g');
  await expect(viewer.getByRole('button', { name: 'Done: go on (G)' })).toBeHidden();
  await viewer.keyboard.press('c');
  expect(await viewer.locator('video').evaluate((v: HTMLVideoElement) => v.textTracks[0]!.mode)).toBe('showing');
  expect(
    await viewer.locator('video').evaluate((v: HTMLVideoElement) => v.textTracks[0]!.cues!.length),
  ).toBeGreaterThan(2);
  // The card is printed, and nothing else.
  await viewer.emulateMedia({ media: 'print' });
  await expect(viewer.getByRole('table')).toContainText('8 repetitions');
  await expect(viewer.locator('video')).toBeHidden();
  await viewer.emulateMedia({ media: 'screen' });
  expect(await axeFinds(viewer)).toEqual([]);
  await viewer.setViewportSize({ width: 390, height: 844 });
  expect(await viewer.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  // A phone has no keys to press.
  const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  const onPhone = await phone.newPage();
  await onPhone.goto(`file://${folder}/index.html`);
  await expect(onPhone.getByRole('button', { name: 'Next move' })).toHaveAccessibleName('Next move');
  expect(await onPhone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await phone.close();
  // Nothing was fetched from anywhere.
  expect(asked.filter((url) => !url.startsWith('file://') && !url.startsWith('data:'))).toEqual([]);
});
