import type { Page } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { filmedClass } from './filmed.ts';
import { expect, test } from './fixtures.ts';

const saved = (page: Page) => expect(page.getByRole('banner').getByRole('status')).toHaveText(/^Saved/);

test('the alignment names what was left out and made up; a pin holds and the rest follows', async ({
  page,
  workouts,
  open,
}) => {
  await open(await workouts.demo(), 'align');
  await expect(page.getByRole('complementary', { name: 'What was found' })).toContainText(
    'Crate step-up, left · round 1',
  );
  await expect(page.getByText('made up here; planned as number 10')).toBeVisible();
  const field = page.getByLabel('Reverse lunge begins at').first();
  await expect(field).toHaveValue('2:33.5');
  await field.fill('2:35');
  await page.getByLabel('Title of the workout').focus();
  await expect(page.getByRole('button', { name: 'Take out the pin of Reverse lunge' })).toBeVisible();
  await expect(field).toHaveValue('2:35.0');
  await page.getByRole('button', { name: 'Take out the pin of Reverse lunge' }).click();
  await expect(field).toHaveValue('2:33.5');
  await saved(page);
});

test('a timer is dismissed, a boundary moved by its arrow keys, the next one tapped along; each is one undo', async ({
  page,
  workouts,
  open,
}) => {
  await open(await workouts.demo(), 'align');
  const found = page.getByRole('complementary', { name: 'What was found' });
  await found.getByRole('button', { name: 'Hive circuit was not filmed to a timer' }).click();
  await expect(found).toContainText('run by hand, as you said');
  await found.getByRole('button', { name: 'listen again' }).click();
  await expect(found.getByRole('button', { name: 'Hive circuit was not filmed to a timer' })).toBeVisible();
  const boundary = page.getByRole('slider', { name: 'Shoulder rolls begins' });
  const before = Number(await boundary.getAttribute('aria-valuenow'));
  await boundary.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByRole('button', { name: 'Take out the pin of Shoulder rolls' })).toBeVisible();
  await expect(boundary).toHaveAttribute('aria-valuenow', String(Math.round((before + 0.5) * 1000) / 1000));
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Take out the pin of Shoulder rolls' })).toHaveCount(0);
  await found.getByLabel('Next to place').selectOption({ label: '3 · Broomstick twists' });
  await page.getByRole('slider', { name: 'Playhead' }).fill('400');
  await found.getByRole('button', { name: 'begins now' }).first().focus();
  await page.keyboard.press('g');
  await expect(page.getByRole('button', { name: 'Take out the pin of Broomstick twists' })).toBeVisible();
  await expect(page.getByLabel('Broomstick twists begins at')).toHaveValue('0:40.0');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Take out the pin of Broomstick twists' })).toHaveCount(0);
  // What was undone waits again; and the commands of every part of the station are in the list.
  await expect(found.getByLabel('Next to place')).toHaveValue('2');
  // The strip shows what lies round the playhead: back to where this boundary is.
  await page.getByRole('slider', { name: 'Playhead' }).fill('0');
  await boundary.focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowRight');
  await expect(boundary).toHaveAttribute('aria-valuenow', String(Math.round((before + 1.5) * 1000) / 1000));
  // Presses close to each other are one step, so how many there are depends on the machine: back until the pin is gone.
  const pins = page.getByRole('button', { name: /^Take out the pin of/ });
  while ((await pins.count()) > 0) {
    const at = await boundary.getAttribute('aria-valuenow');
    await page.keyboard.press('Control+z');
    await expect(boundary).not.toHaveAttribute('aria-valuenow', at ?? '');
  }
  await expect(boundary).toHaveAttribute('aria-valuenow', String(before));
  await page.keyboard.press('Control+k');
  const list = page.getByRole('dialog');
  await list.getByRole('combobox').or(list.getByRole('textbox')).first().fill('tap along');
  await expect(list).toContainText('Tap along: the next segment begins now');
  await list.getByRole('combobox').or(list.getByRole('textbox')).first().fill('doubtful');
  await expect(list).toContainText('Go to the next doubtful place');
  await saved(page);
});

test('the score draws every stave, a click takes the picture there, a fix is one click and one undo', async ({
  page,
  workouts,
  open,
}) => {
  await open(await workouts.demo(), 'score');
  await expect(page.locator('[data-stave]')).toHaveCount(27);
  await page.locator('video[data-overlay=ready]').waitFor();
  await page.locator('[data-stave]').nth(5).getByRole('button').first().click();
  await expect
    .poll(() => page.getByLabel('The programme').evaluate((v: HTMLVideoElement) => v.currentTime))
    .toBeCloseTo(110.1, 0);
  await expect(page.getByRole('heading', { name: '6 · Half-kneeling press, left' })).toBeVisible();
  await page.getByLabel('Caption text').fill('Kneeling press');
  await expect(page.getByText('by hand ×')).toBeVisible();
  await page.getByRole('button', { name: 'by hand ×' }).click();
  await expect(page.getByLabel('Caption text')).toHaveValue('Half-kneeling press');
  await page.locator('[data-stave]').nth(4).getByRole('button').first().click();
  await expect(page.getByText(/Rest runs 8\.\d s over\./)).toBeVisible();
  const filmed = page.getByText(/planned · .* filmed/);
  await expect(filmed).toContainText('7:51');
  await page.getByRole('button', { name: /^Cut .* silence/ }).click();
  await expect(filmed).toContainText(/7:4[78] filmed/);
  await page.keyboard.press('Control+z');
  await expect(filmed).toContainText('7:51');
  await saved(page);
});

test('a wrong file gets a sentence; a real one is brought in with its transcript', async ({ page, workouts, open }) => {
  const folder = process.env.EUPHON_DATA ?? '/tmp';
  await open(await workouts.create('# Files\n## Only: 40/20\n- Squat'), 'shoot');
  writeFileSync(`${folder}/notes.mp4`, 'these are only words');
  await page.getByLabel('Video file').setInputFiles(`${folder}/notes.mp4`);
  await expect(page.getByRole('alert')).toHaveText(
    'notes.mp4: This is a text file; an MP4, MOV, WebM or MKV video with sound, or a sound file, is wanted.',
  );
  execFileSync('ffmpeg', [
    '-y',
    '-v',
    'error',
    '-f',
    'lavfi',
    '-i',
    'testsrc=s=320x180:r=25:d=6',
    '-f',
    'lavfi',
    '-i',
    'sine=d=6',
    '-shortest',
    '-pix_fmt',
    'yuv420p',
    `${folder}/real.mp4`,
  ]);
  await page.getByLabel('Video file').setInputFiles(`${folder}/real.mp4`);
  await expect(page.getByRole('heading', { name: 'real.mp4' })).toBeVisible();
  await page.getByRole('button', { name: 'or paste it' }).click();
  await page.getByLabel('Transcript', { exact: true }).fill('[0:01] Hello.\n[0:03] And go.');
  await page.getByRole('button', { name: 'Use this text' }).click();
  await expect(page.getByText('text with [m:ss], 3 words')).toBeVisible();
  await expect(page.getByText('Making the waveform')).toHaveCount(0, { timeout: 240_000 });
});

test('the video is rendered with progress, can be cancelled, and the files can be fetched', async ({
  page,
  request,
  workouts,
  open,
}) => {
  test.setTimeout(600_000);
  const id = await open(await workouts.demo(), 'deliver');
  for (const [name, part] of [
    ['captions-vtt', 'WEBVTT'],
    ['captions-srt', 'Crate step-up'],
    ['chapters-vtt', 'Hive circuit · round 2'],
    ['chapters-ffmetadata', '[CHAPTER]'],
    ['chapters-json', '"startTime": 0'],
    ['cue-sheet-csv', 'at,until,segment'],
    ['speech-srt', 'Stop if anything hurts'],
    ['timeline-otio', '"OTIO_SCHEMA": "Timeline.1"'],
    ['cutlist-edl', 'FCM: NON-DROP FRAME'],
  ] as const) {
    const response = await page.request.get(`/api/workouts/${id}/files/${name}`);
    expect(await response.text()).toContain(part);
    expect(response.headers()['content-disposition']).toContain('attachment');
  }
  const kit = await page.request.get(`/api/workouts/${id}/kit`);
  expect((await kit.body()).subarray(0, 4)).toEqual(Buffer.from('PK\x03\x04'));
  // Its beginning is rendered: nobody learns more from eight minutes.
  await page.goto(`/w/${await filmedClass(request, 'Rendered in the test', 25)}/deliver`);
  await page.getByRole('button', { name: 'Render the video' }).click();
  await expect(page.getByTestId('render').first()).toHaveAttribute('data-state', 'running', { timeout: 240_000 });
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByTestId('render').first()).toHaveAttribute('data-state', 'cancelled');
  await page.getByRole('button', { name: 'Render the video' }).click();
  await expect(page.getByTestId('render').first()).toHaveAttribute('data-state', 'done', { timeout: 240_000 });
  // It was read back: what is in it is what was meant.
  const proof = page.getByRole('region', { name: 'The file read back' });
  await expect(proof.getByRole('heading')).toHaveText('The file is as it was meant');
  await expect(proof.getByRole('row', { name: /Timer/ })).toContainText(
    'figures read back from the frames, all on their frame',
  );
  const href = await page.getByRole('link', { name: 'Download the MP4' }).first().getAttribute('href');
  const part = await page.request.get(href ?? '', { headers: { Range: 'bytes=0-99' } });
  expect(part.status()).toBe(206);
  expect((await part.body()).subarray(4, 8).toString()).toBe('ftyp');
  // Its sound by itself: a part that there is not cannot be asked for.
  const which = page.getByLabel('Which part of the sound');
  await expect(which.getByRole('option', { name: 'The timer tones' })).toBeDisabled();
  await which.selectOption('The voice as it was recorded');
  await page.getByRole('button', { name: 'Make the WAV' }).click();
  await expect(page.getByTestId('sound').first()).toHaveAttribute('data-state', 'done', { timeout: 240_000 });
  const wav = await page.getByRole('link', { name: 'clean.wav' }).getAttribute('href');
  const head = await page.request.get(wav ?? '', { headers: { Range: 'bytes=0-11' } });
  expect((await head.body()).subarray(8, 12).toString()).toBe('WAVE');
});

test('requests from another site are refused, and a change must name its revision', async ({ request }) => {
  const { items: list } = (await (await request.get('/api/workouts')).json()) as { items: { id: string }[] };
  const url = `/api/workouts/${list[0]?.id}`;
  expect((await request.patch(url, { data: [], headers: { Origin: 'https://elsewhere.example' } })).status()).toBe(403);
  expect((await request.patch(url, { data: [] })).status()).toBe(428);
  expect((await request.get('/healthz')).status()).toBe(200);
});

test('a recording without a plan has one proposed from its words, as one step that can be taken back', async ({
  page,
  request,
  open,
}) => {
  test.setTimeout(240_000);
  await open(await filmedClass(request, 'Filmed before it was planned', 150, '## Class: circuit, 30/15\n'), 'shoot');
  const propose = page.getByRole('button', { name: 'Propose a plan from these words' });
  await propose.click();
  await expect(page.getByText(/\d+ intervals were heard\./)).toBeVisible({ timeout: 60_000 });
  await expect(propose).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(propose).toBeVisible();
  await page.keyboard.press('Control+Shift+z');
  await expect(propose).toHaveCount(0);
  await saved(page);
  await page.getByRole('navigation', { name: 'Stations' }).getByRole('link', { name: 'Plan' }).click();
  await expect(page.getByLabel('Move 1 of Main')).toHaveValue('Shoulder rolls');
});
