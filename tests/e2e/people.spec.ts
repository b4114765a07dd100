import { execFileSync } from 'node:child_process';
import { expect, test } from '@playwright/test';
import { axeFinds } from './axe.ts';

/** A second server on the same database, where one must sign in. */
const PORT = Number(process.env.EUPHON_TEST_PORT ?? 46_800) + 1;
const BASE = `http://127.0.0.1:${PORT}`;
const env = {
  DATABASE_URL: (process.env.EUPHON_TEST_DATABASE ?? '').replace(/\/[^/]*$/, '/euphon_e2e'),
  EUPHON_DATA: `${process.env.EUPHON_DATA}/e2e`,
  EUPHON_PORT: String(PORT),
  EUPHON_ACCOUNTS: 'on',
  EUPHON_CHECK_ANSWERS: 'on',
};
// Accounts that were made are there the second time: it is tried once, and waits long.
test.describe.configure({ retries: 0, timeout: 240_000 });
let server: { stop: () => Promise<void> };
test.beforeAll(async () => {
  const { startService } = await import('../../scripts/lib/services.mjs');
  server = await startService(process.cwd(), 'server', env, () => undefined);
});
test.afterAll(() => server.stop());

test('the first owner joins by a link, invites a viewer, who sees everything and changes nothing', async ({
  browser,
}) => {
  const email = 'ottilie@saltmarsh.example';
  const invited = execFileSync('node', ['scripts/people.mjs', email], {
    env: { ...process.env, ...env },
    encoding: 'utf8',
  });
  const link = /\/join\/\S+/.exec(invited)?.[0] ?? '';
  const ottilie = await (await browser.newContext({ baseURL: BASE })).newPage();
  await ottilie.goto('/');
  await expect(ottilie.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  expect(await axeFinds(ottilie)).toEqual([]);
  await ottilie.goto(link);
  await ottilie.getByLabel('Your name').fill('Ottilie Brandvold');
  await ottilie.getByLabel('A password of at least ten characters').fill('forty frames of honey');
  expect(await axeFinds(ottilie)).toEqual([]);
  await ottilie.keyboard.press('Enter');
  await expect(ottilie.getByText('Ottilie Brandvold, owner')).toBeVisible();
  await ottilie.getByRole('link', { name: 'People' }).click();
  await ottilie.getByLabel('Invite by e-mail address').fill('intern@saltmarsh.example');
  await ottilie.getByLabel('Role of whom you invite').selectOption('viewer');
  await ottilie.getByRole('button', { name: 'Make the link' }).click();
  const forIntern = await ottilie.getByLabel('Link of the invitation').inputValue();
  expect(await axeFinds(ottilie)).toEqual([]);
  await ottilie.getByLabel('Name of the studio').fill('Saltmarsh Movement Studio');
  await ottilie.getByLabel('Invite by e-mail address').focus();
  // The last owner cannot take the studio's only key away.
  await ottilie.getByLabel('Role of Ottilie Brandvold').selectOption('viewer');
  await expect(ottilie.getByRole('alert')).toHaveText('A studio needs an owner. Make somebody else an owner first.');

  const intern = await (await browser.newContext({ baseURL: BASE })).newPage();
  await intern.goto(forIntern);
  await expect(intern.getByRole('heading', { name: 'Join Saltmarsh Movement Studio' })).toBeVisible();
  await intern.getByLabel('Your name').fill('Intern');
  await intern.getByLabel('A password of at least ten characters').fill('sweeping the floor');
  await intern.getByRole('button', { name: 'Join' }).click();
  await intern
    .getByRole('link', { name: /Broomstick/ })
    .first()
    .click();
  const title = intern.getByLabel('Title of the workout');
  const was = await title.inputValue();
  await title.fill('Mine now');
  await expect(title).toHaveValue(was);
  await expect(intern.getByText('You may look at this workout, but not change it.')).toBeVisible();

  await ottilie.goto('/');
  await ottilie.getByRole('button', { name: 'Password' }).click();
  const dialog = ottilie.getByRole('dialog', { name: 'Change your password' });
  await dialog.getByLabel('Password of now').fill('no frames at all');
  await dialog.getByLabel('New one, of at least ten characters').fill('fifty frames of honey');
  await dialog.getByRole('button', { name: 'Change it' }).click();
  await expect(dialog.getByRole('alert')).toHaveText('The password of now is another one.');
  expect(await axeFinds(ottilie)).toEqual([]);
  await dialog.getByLabel('Password of now').fill('forty frames of honey');
  await dialog.getByRole('button', { name: 'Change it' }).click();
  await expect(dialog).toContainText('It is changed.');
  await dialog.getByRole('button', { name: 'Good' }).click();
  await ottilie.getByRole('button', { name: 'Sign out' }).click();
  await expect(ottilie.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await ottilie.getByLabel('E-mail address').fill(email);
  await ottilie.getByLabel('Password').fill('twenty frames of honey');
  await ottilie.keyboard.press('Enter');
  await expect(ottilie.getByRole('alert')).toHaveText('Address and password do not belong together.');
});
