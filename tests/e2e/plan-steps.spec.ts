import type { Page } from '@playwright/test';
import { axeFinds } from './axe.ts';
import { createWorkout, expect, openNew, test } from './fixtures.ts';

const open = (page: Page, outline: string) => openNew(page, outline, 'plan');
const MOVES = '# Edited\n## Main: 3 rounds, 40/20\n- Squat\n- Broomstick row\n- Plank\n## More: 30/10\n- Dead bug';
const names = (page: Page) =>
  page.getByPlaceholder('Name of the move').evaluateAll((fields) => fields.map((f) => (f as HTMLInputElement).value));
const ribbon = (page: Page) => page.getByRole('region', { name: 'The whole class' });

test('several moves are chosen, moved, copied into another workout, and undone', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await open(page, MOVES);
  await page.getByPlaceholder('Name of the move').first().click();
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Alt+ArrowDown');
  expect(await names(page)).toEqual(['Plank', 'Squat', 'Broomstick row', 'Dead bug']);
  await page.keyboard.press('Control+z');
  expect(await names(page)).toEqual(['Squat', 'Broomstick row', 'Plank', 'Dead bug']);
  await page.getByPlaceholder('Name of the move').first().click();
  await page.keyboard.press('End');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Control+c');
  await open(page, '# Other\n## Only: 40/20\n- Calf raise');
  await page.getByPlaceholder('Name of the move').first().click();
  await page.keyboard.press('End');
  await page.keyboard.press('Control+v');
  expect(await names(page)).toEqual(['Calf raise', 'Squat', 'Broomstick row']);
});

test('a move is dragged into another block', async ({ page }) => {
  await open(page, MOVES);
  const row = page.locator('li').filter({ has: page.getByPlaceholder('Name of the move') });
  const grip = row
    .filter({ has: page.locator('input[value="Squat"]') })
    .locator('.cursor-grab')
    .last();
  const target = row.filter({ has: page.locator('input[value="Dead bug"]') }).last();
  const [from, to] = [await grip.boundingBox(), await target.boundingBox()];
  if (from === null || to === null) throw new Error('nothing to drag');
  await page.mouse.move(from.x + 5, from.y + 8);
  await page.mouse.down();
  await page.mouse.move(to.x + 40, to.y - 20, { steps: 8 });
  await page.mouse.move(to.x + 40, to.y + to.height / 2 + 4, { steps: 6 });
  await page.mouse.up();
  await expect.poll(() => page.locator('[data-block]').last().getByPlaceholder('Name of the move').count()).toBe(2);
});

test('a version keeps a name, says what changed since, and is brought back in one step', async ({ page }) => {
  await open(page, MOVES);
  await page.getByRole('button', { name: 'Versions' }).click();
  await page.keyboard.type('before the cut');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'before the cut', exact: true })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByLabel('rounds', { exact: true }).first().fill('2');
  await page.getByRole('button', { name: 'Versions' }).click();
  await page.getByRole('button', { name: 'before the cut', exact: true }).click();
  const compared = page.getByRole('region', { name: 'From before the cut to now' });
  await expect(compared).toContainText('Main · rounds');
  await expect(compared).toContainText('−3:00');
  await page.getByRole('button', { name: 'Bring “before the cut” back' }).click();
  await expect(page.getByLabel('rounds', { exact: true }).first()).toHaveValue('3');
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('rounds', { exact: true }).first()).toHaveValue('2');
});

test('a workout becomes a template that new ones begin from; duplicates and deletes can be taken back', async ({
  page,
}) => {
  await createWorkout(page.request, { outline: MOVES.replace('Edited', 'Skep template') });
  await page.goto('/');
  const row = page.getByRole('listitem').filter({ hasText: 'Skep template' }).first();
  const first = row.getByRole('button', { name: 'More for Skep template' });
  await expect(first).toBeEnabled();
  await first.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('menuitem', { name: 'Duplicate' })).toBeFocused();
  expect(await axeFinds(page)).toEqual([]);
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('menuitem', { name: 'Use as a template' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(
    page.getByRole('listitem').filter({ hasText: 'Skep template' }).first().getByText('template', { exact: true }),
  ).toBeVisible();
  await expect(page.getByRole('button', { name: 'New workout' })).toBeEnabled();
  await page.getByRole('button', { name: 'New workout' }).click();
  await page.getByLabel('Title').fill('From the template');
  await page.getByLabel('Begin from').selectOption({ index: 1 });
  await page.getByRole('button', { name: 'Create' }).click();
  await page.getByTestId('total').waitFor();
  expect(await names(page)).toEqual(['Squat', 'Broomstick row', 'Plank', 'Dead bug']);
  // Saved as a file, deleted, brought back; and made anew from the file.
  await page.goto('/');
  const made = page.getByRole('listitem').filter({ hasText: 'From the template' });
  const more = made.getByRole('button', { name: /^More for/ });
  await more.click();
  const download = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: 'Save as a file' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe('From-the-template.euphon.json');
  await more.click();
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(made).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(made).toHaveCount(1);
  await page.getByLabel('Workout file').setInputFiles(await file.path());
  await page.getByTestId('total').waitFor();
  expect(await names(page)).toEqual(['Squat', 'Broomstick row', 'Plank', 'Dead bug']);
});

test('a caution is fixed with one click and unfixed with one undo', async ({ page }) => {
  await open(page, '# Long\n## Main: 8 rounds, 40/20\n- Squat\n- Broomstick row');
  await page.getByRole('button', { name: /^Cautions/ }).click();
  await page.getByRole('button', { name: 'Put a warm-up of 5:00 first' }).click();
  await expect(page.getByText('The class has no warm-up.')).toHaveCount(0);
  await expect(ribbon(page)).toContainText('21:00');
  await page.keyboard.press('Control+z');
  await expect(page.getByText('The class has no warm-up.')).toBeVisible();
  await expect(ribbon(page)).toContainText('16:00');
});

test('an own exercise is made, found by its facts, put into the class; studio figures change breaks', async ({
  page,
}) => {
  await open(page, MOVES);
  await page.getByRole('button', { name: 'Exercises' }).click();
  await page.getByLabel('Search the exercises').fill('skep lift');
  await page.getByRole('button', { name: 'New exercise' }).click();
  await page.getByLabel('equipment, with commas').fill('skep');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.getByLabel('Search the exercises').fill('skep');
  await page.getByLabel('Search the exercises').press('Enter');
  await expect.poll(async () => (await names(page)).at(-1)).toBe('skep lift');
  await page.getByRole('button', { name: /^Breaks/ }).click();
  await page.getByText('What a change-over costs here').click();
  await page.getByLabel('a new move that must be shown').fill('30');
  await page.keyboard.press('Tab');
  await expect(page.getByText(/new move to be shown 30 s/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Back to common practice' }).click();
  await expect(page.getByText(/new move to be shown 22 s/).first()).toBeVisible();
});

test('the run sheet comes as PDF with what was just typed', async ({ page }) => {
  const id = await open(page, MOVES);
  const answer = await page.request.get(`/api/workouts/${id}/run-sheet.pdf`);
  expect([answer.status(), answer.headers()['content-type'], (await answer.body()).subarray(0, 4).toString()]).toEqual([
    200,
    'application/pdf',
    '%PDF',
  ]);
});

test('a move and a block can be written as a line, and what no library knows is asked once', async ({ page }) => {
  const outline = '# Lines\n## Main: 2 rounds, 40/20\n- Hive polka\n- Squat';
  const id = await createWorkout(page.request, { outline });
  await page.goto(`/w/${id}/plan`);
  await page.getByLabel('Move 2 of Main').hover();
  await page.getByRole('button', { name: 'Open the details of Squat' }).click();
  const line = page.getByLabel('as a line').last();
  await line.fill('Squat | by Bo | load feather');
  await expect(page.getByText('NAME | FIELD | FIELD').last()).toBeVisible();
  await line.fill('Squat | by Bo | needs: dumbbells | load light | round 2 only');
  await expect(page.getByText(/light dumbbells · by Bo · round 2 only/).first()).toBeAttached();
  // A first round without the squat: 40 + 20 and 2 × (40 + 20).
  await expect(page.getByText('3:00').first()).toBeVisible();
  await page.getByLabel('Name of the block').hover();
  await page.getByRole('button', { name: 'more', exact: true }).click();
  await page.getByLabel('as a line').first().fill('circuit, 2 rounds, 40/20, timer, lead-in 10, by Ansgar');
  await expect(page.getByText('· Ansgar leads')).toBeVisible();
  await expect(page.getByText('3:10').first()).toBeVisible();
  await page.getByRole('button', { name: 'Exercises', exact: true }).click();
  const asked = page.getByRole('form', { name: 'Hive polka' });
  await asked.getByLabel('impact').selectOption('high');
  await asked.getByRole('button', { name: 'Keep' }).click();
  await expect(asked).toHaveCount(0);
  expect(await axeFinds(page)).toEqual([]);
});

test('the steps of a combination are moved, taken out and brought back by key, and dragged', async ({ page }) => {
  const outline =
    '# Steps\n## Learn: choreography add on at 128\n- Step | counts 32\n- Turn | counts 32\n- Clap | counts 32';
  const id = await createWorkout(page.request, { outline });
  await page.goto(`/w/${id}/plan`);
  const strip = page.getByRole('figure', { name: 'The combination, step by step' });
  const steps = () => strip.locator('thead th').allTextContents();
  await expect.poll(steps).toEqual(['A', 'B', 'AB', 'C', 'ABC']);
  await strip.getByRole('button', { name: 'C', exact: true }).focus();
  await page.keyboard.press('Alt+ArrowLeft');
  await expect.poll(steps).toEqual(['A', 'B', 'C', 'AB', 'ABC']);
  await page.keyboard.press('Delete');
  await expect.poll(steps).toEqual(['A', 'B', 'AB', 'ABC']);
  await page.locator('body').press('Control+z');
  await expect.poll(steps).toEqual(['A', 'B', 'C', 'AB', 'ABC']);
  const [last, head] = await Promise.all(
    ['ABC', 'A'].map((name) => strip.getByRole('button', { name, exact: true }).boundingBox()),
  );
  await page.mouse.move(last!.x + last!.width / 2, last!.y + 5);
  await page.mouse.down();
  await page.mouse.move(head!.x + 4, head!.y + 5, { steps: 12 });
  await page.mouse.up();
  await expect.poll(steps).toEqual(['ABC', 'A', 'B', 'C', 'AB']);
  await page.getByRole('button', { name: 'Outline' }).click();
  await expect(page.getByRole('textbox', { name: /outline/i })).toHaveValue(/choreography ABC A B C AB at 128/);
});
