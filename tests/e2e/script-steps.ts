import type { Page } from '@playwright/test';
import { openNew } from './fixtures.ts';

const PLAN =
  '# Scripted\ninstructor: Ottilie Brandvold\n## Hello: talk 0:30\n## Main: 2 rounds, 40/20, no last rest\n' +
  '- Squat\n- Crate push-up\n- Side plank | sides own\n## Bye: talk 0:20';
export const open = async (page: Page) => {
  const id = await openNew(page, PLAN, 'script');
  await page.getByText('lines fit').waitFor();
  return id;
};
export const segment = (page: Page, name: string, n = 0) =>
  page
    .getByRole('listitem')
    .filter({ has: page.getByText(name, { exact: true }) })
    .filter({ hasText: '+ line' })
    .nth(n);
export const side = (page: Page) => page.getByRole('complementary', { name: 'About the script' });
