import { type Page, expect, test } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { axeFinds } from './axe.ts';
import { TAKE, filmedClass } from './filmed.ts';

const folder = mkdtempSync(join(tmpdir(), 'euphon-take-'));
test.describe.configure({ mode: 'serial' });

test('a take with another camera and a recorder is brought in, laid over, listened to and its words timed', async ({
  page,
  request,
}) => {
  test.setTimeout(600_000);
  const [main, recorder, side] = [join(folder, 'main.mp4'), join(folder, 'recorder.wav'), join(folder, 'side.mkv')];
  execFileSync('ffmpeg', ['-v', 'error', '-y', '-i', TAKE, '-t', '60', '-c', 'copy', main]);
  execFileSync('ffmpeg', [
    '-v',
    'error',
    '-y',
    '-i',
    TAKE,
    '-t',
    '60',
    '-vn',
    '-af',
    'adelay=3200:all=1',
    '-ac',
    '1',
    recorder,
  ]);
  execFileSync('ffmpeg', [
    '-v',
    'error',
    '-y',
    '-ss',
    '4',
    '-i',
    TAKE,
    '-t',
    '40',
    '-s',
    '320x180',
    '-c:v',
    'mpeg4',
    '-q:v',
    '12',
    '-c:a',
    'pcm_s16le',
    side,
  ]);
  const { id } = (await (await request.post('/api/workouts', { data: { title: 'Three recordings' } })).json()) as {
    id: string;
  };
  await page.goto(`/w/${id}/shoot`);
  await page.getByLabel('Video file').setInputFiles([main, recorder, side]);
  const card = (name: string) => page.getByRole('listitem').filter({ has: page.getByRole('heading', { name }) });
  await expect(card('side.mkv')).toBeVisible({ timeout: 240_000 });
  await expect(card('main.mp4').getByText('Used for the programme')).toBeVisible();
  await expect(card('recorder.wav').getByText('sound alone')).toBeVisible();
  // Browsers do not play MPEG-4 part 2 with PCM in Matroska: a light copy is made.
  await expect(card('side.mkv').getByText('and a light copy for the page')).toBeVisible({ timeout: 240_000 });
  await card('recorder.wav').getByRole('combobox').selectOption({ label: 'A recorder beside main.mp4' });
  await expect(card('recorder.wav').getByText(/begins\s*3\.2000\s*s before the take/)).toBeVisible({
    timeout: 240_000,
  });
  await card('side.mkv').getByRole('combobox').selectOption({ label: 'Another camera of main.mp4' });
  await expect(card('side.mkv').getByText(/begins\s*4\.0\d+\s*s after the take/)).toBeVisible({ timeout: 240_000 });
  await expect(card('main.mp4').getByText('where a voice is heard')).toBeVisible({ timeout: 240_000 });
  // Words as one coarse paragraph each half minute, then timed by the sound.
  await card('main.mp4').getByRole('button', { name: 'or paste it' }).click();
  await page
    .getByLabel('Transcript', { exact: true })
    .fill(
      '[0:01] Welcome to the studio. I am Ottilie. Bring your broomstick, your crate and a folded towel. ' +
        'Stop if anything hurts or you feel dizzy. Shoulder rolls. Big slow circles, up, back and down.\n' +
        '[0:28] Ten seconds. Next up, Broomstick twists. Three. Two. One. Broomstick twists. Stick across your ' +
        'shoulders. Turn from the ribs. Ten seconds. Next up, Broomstick good morning. Three. Two. One.',
    );
  await page.getByRole('button', { name: 'Use this text' }).click();
  await expect(card('main.mp4').getByText('no word has a time of its own')).toBeVisible();
  await card('main.mp4').getByRole('button', { name: 'Time the words by the sound' }).click();
  await expect(card('main.mp4').getByText(/phrases were found in the sound/)).toBeVisible({ timeout: 240_000 });
  await expect(card('main.mp4').getByText(/Transcript: Word-timed JSON/)).toBeVisible();
  const ttml = await request.get(
    (await card('main.mp4').getByRole('link', { name: 'TTML' }).getAttribute('href')) ?? '',
  );
  expect(await ttml.text()).toContain('http://www.w3.org/ns/ttml');
  await card('main.mp4').getByRole('button', { name: 'The one before' }).click();
  await expect(card('main.mp4').getByText('no word has a time of its own')).toBeVisible();
  expect(await axeFinds(page)).toEqual([]);
});

/** A class of its own with the demo's take, so that what is changed here is seen by no other test. */
let filmed = '';
async function openDemo(page: Page): Promise<void> {
  if (filmed === '') filmed = await filmedClass(page.request, 'Filmed again in the test');
  await page.goto(`/w/${filmed}/align`);
  await expect(page.getByRole('heading', { name: 'Mistakes' })).toBeVisible({ timeout: 240_000 });
}

test('a slip is spoken again, filmed again or left, each one click and one undo', async ({ page }) => {
  await openDemo(page);
  const aside = page.getByRole('complementary', { name: 'What was found' });
  await aside
    .getByRole('button', { name: /^Speak over/ })
    .first()
    .click();
  await expect(aside.getByRole('heading', { name: 'To do for it' })).toBeVisible();
  await expect(aside.getByText(/^Done: Speak over/)).toBeVisible();
  await expect(aside.getByRole('link', { name: 'Save as CSV' })).toHaveAttribute('href', /^data:text\/csv/);
  await page.keyboard.press('Control+z');
  await expect(aside.getByRole('heading', { name: 'To do for it' })).toBeHidden();
  const leave = aside.getByRole('button', { name: /^Leave it: the timer follows/ });
  await leave.click();
  await expect(aside.getByText('1 finding stands as it is.')).toBeVisible();
  await expect(leave).toBeHidden();
  await page.keyboard.press('Control+z');
  await expect(leave).toBeVisible();
  expect(await axeFinds(page)).toEqual([]);
});

test('words are changed beside the picture, saved by themselves and taken back', async ({ page }) => {
  await openDemo(page);
  await page.getByRole('button', { name: 'Words', exact: true }).click();
  const words = page.getByRole('region', { name: 'Words' });
  const line = words.getByLabel('Line 3', { exact: true });
  await expect(line).toHaveValue('Shoulder rolls.');
  // Left at once, with the cursor still in the line.
  await line.fill('Shoulder circles.');
  await page.reload();
  await page.getByRole('button', { name: 'Words', exact: true }).click();
  await expect(words.getByLabel('Line 3', { exact: true })).toHaveValue('Shoulder circles.');
  // Cut before a word, join again.
  const second = words.getByLabel('Line 2', { exact: true });
  await second.click();
  await second.press('Home');
  for (let i = 0; i < 'Stop if anything'.length; i++) await second.press('ArrowRight');
  await second.press('Enter');
  await expect(words.getByLabel('Line 3', { exact: true })).toHaveValue('hurts or you feel dizzy.');
  // The line stays under the hands while the class is aligned again.
  await expect(second).toBeFocused();
  await page.keyboard.press('Control+z');
  await expect(words.getByLabel('Line 3', { exact: true })).toHaveValue('Shoulder circles.');
  await words.getByLabel('Line 3', { exact: true }).fill('Shoulder rolls.');
  await words.getByLabel('Line 3', { exact: true }).press('Tab');
  await expect(page.getByRole('banner').getByRole('status')).toContainText(/^Saved/, { timeout: 15_000 });
  expect(await axeFinds(page)).toEqual([]);
});

test('the class is laid against its plan, and kept in the logbook until it is taken out', async ({ page }) => {
  await openDemo(page);
  await page.getByRole('button', { name: 'Against the plan' }).click();
  await expect(page.getByRole('cell', { name: 'a new move was shown' })).toBeVisible();
  await expect(page.getByRole('cell', { name: 'filmed beyond the plan' })).toBeVisible();
  const logbook = page.getByRole('region', { name: 'Logbook' });
  await expect(logbook.getByText('No recording is in it yet')).toBeVisible();
  await logbook.getByRole('button', { name: 'Keep this take in the logbook' }).click();
  await expect(logbook.getByRole('cell', { name: 'Ottilie Brandvold' })).toBeVisible();
  expect(await axeFinds(page)).toEqual([]);
  await logbook.getByRole('button', { name: /^Take Filmed again.* out of the logbook/ }).click();
  await expect(logbook.getByText('No recording is in it yet')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(logbook.getByRole('cell', { name: 'Ottilie Brandvold' })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(logbook.getByText('No recording is in it yet')).toBeVisible();
});

test('a take is deleted and one undo brings it back, chosen as it was, with its words', async ({ page }) => {
  await openDemo(page);
  await page.keyboard.press('h');
  await expect(page).toHaveURL(/\/shoot$/);
  const used = page.getByText('Used for the programme');
  await expect(used).toBeVisible();
  await page.getByRole('button', { name: /^Delete / }).click();
  await expect(used).toHaveCount(0);
  await expect(page.getByRole('button', { name: /^Delete / })).toHaveCount(0);
  await expect(page.getByRole('banner').getByRole('status')).toContainText(/^Saved/);
  await page.keyboard.press('Control+z');
  await expect(used).toBeVisible();
  await expect(page.getByText(/Transcript: WebVTT/)).toBeVisible();
  await expect(page.getByRole('banner').getByRole('status')).toContainText(/^Saved/);
  await page.reload();
  await expect(used).toBeVisible();
});
