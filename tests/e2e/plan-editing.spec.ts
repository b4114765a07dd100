import type { Page } from '@playwright/test';
import { expect, test } from './fixtures.ts';

const names = (page: Page) =>
  page.getByPlaceholder('Name of the move').evaluateAll((fields) => fields.map((f) => (f as HTMLInputElement).value));
const ribbon = (page: Page) => page.getByRole('region', { name: 'The whole class' });

test('a class of three rounds and six moves is typed from nothing without a pointer', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('button', { name: 'New workout' })).toBeEnabled();
  await page.keyboard.press('n');
  await page.keyboard.type('Typed class');
  await page.keyboard.press('Enter');
  await page.getByRole('heading', { name: 'An empty class' }).waitFor();
  await page.keyboard.press('b');
  await page.keyboard.type('Main: 3 rounds, 40/20');
  await page.keyboard.press('Enter');
  for (const [i, name] of [
    'Squat',
    'Broomstick row',
    'Reverse lunge | sides own',
    'Plank',
    'Step jack',
    'Dead bug',
  ].entries()) {
    if (i > 0) await page.keyboard.press('Enter');
    await page.keyboard.type(name);
  }
  // The seventh line is empty: Enter reads the last one, Backspace takes the empty one away.
  await page.keyboard.press('Enter');
  await page.keyboard.press('Backspace');
  expect(await names(page)).toEqual(['Squat', 'Broomstick row', 'Reverse lunge', 'Plank', 'Step jack', 'Dead bug']);
  // Three rounds of seven intervals of 40 s and seven rests of 20 s.
  await expect(ribbon(page)).toContainText('21:00');
});

test('a combination of eight elements is written by keyboard; strip, segments, outline agree', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('button', { name: 'New workout' })).toBeEnabled();
  let keys = 0;
  const press = (key: string) => (keys++, page.keyboard.press(key));
  const type = (text: string) => ((keys += text.length), page.keyboard.type(text));
  await press('n');
  await type('Eight steps');
  await press('Enter');
  await page.getByRole('heading', { name: 'An empty class' }).waitFor();
  await press('b');
  await type('Learn: choreography link at 128');
  const elements = ['Grapevine', 'Box step', 'Mambo', 'V step', 'Pivot turn', 'Charleston', 'Step touch', 'Clap'];
  for (const element of elements) {
    await press('Enter');
    await type(`${element} | counts 32`);
  }
  await press('Enter');
  await press('Backspace');
  expect(await names(page)).toEqual(elements);
  // 0.28 s a key of an average typist (Card, Moran and Newell 1980, keystroke-level model; value from memory).
  expect(keys * 0.28).toBeLessThan(120);
  // Linked by pairs, fours and all eight: each element, four pairs, two fours, the whole.
  const pairs = ['A', 'B', 'AB', 'C', 'D', 'CD', 'ABCD', 'E', 'F', 'EF', 'G', 'H', 'GH', 'EFGH', 'ABCDEFGH'];
  const strip = page.getByRole('figure', { name: 'The combination, step by step' });
  await expect.poll(() => strip.locator('thead th').allTextContents()).toEqual(pairs);
  // 8 + 8 + 8 + 8 elements of 15 s: 32 counts at 128 a minute.
  await expect(page.getByTestId('total')).toHaveText('8:00');
  await page.getByRole('button', { name: 'Outline' }).click();
  const outline = page.getByRole('textbox', { name: /outline/i });
  await expect(outline).toHaveValue(/## Learn: circuit, choreography link at 128\n- Grapevine \| counts 32\n/);
  expect((await outline.inputValue()).match(/counts 32/g)).toHaveLength(8);
});
