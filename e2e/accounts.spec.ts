import { expect, test } from '@playwright/test';
import { as } from './people.ts';

const FIRST = 'slate kettle orbit 71 marram';
const SECOND = 'brisk lantern fjord 18 thimble';

test('an administrator invites somebody, who signs in, changes the password, and is signed out in the other place; switched off, they are out', async ({
  browser,
}) => {
  const rowan = await as(browser, 'rowan');
  await rowan.getByRole('link', { name: 'People' }).click();
  const form = rowan.getByRole('form', { name: 'Invite somebody' });
  await form.getByLabel('Name').fill('Tamsin');
  await form.getByLabel('Signs in as').fill('Tamsin');
  await form.getByRole('button', { name: 'Make the invitation' }).click();
  const address = await rowan.getByRole('region', { name: 'Invitation' }).locator('code').innerText();
  expect(address).toContain('/invitation#');
  const row = rowan.getByRole('row', { name: /Tamsin/ });
  await expect(row).toContainText('invited until');

  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await phone.goto(address);
  await phone.getByLabel(/^Password/).fill('radiator12');
  await phone.getByRole('button', { name: 'Set it and sign in' }).click();
  await expect(phone.getByText('guessed too easily').first()).toBeVisible();
  expect(await phone.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
  await phone.getByLabel(/^Password/).fill(FIRST);
  await phone.getByRole('button', { name: 'Set it and sign in' }).click();
  await expect(phone.getByRole('link', { name: /Tamsin/ })).toBeVisible();
  expect(phone.url()).not.toContain('#');

  const desk = await (await browser.newContext()).newPage();
  await desk.goto('/');
  await desk.getByLabel('Name').fill('tamsin');
  await desk.getByLabel('Password').fill(FIRST);
  await desk.getByRole('button', { name: 'Sign in', exact: true }).click();
  await desk.getByRole('link', { name: /Tamsin/ }).click();
  await expect(
    desk.getByRole('region', { name: 'Where you are signed in' }).getByRole('listitem'),
  ).toHaveCount(2);
  await desk.getByLabel('Current password').fill('not this one');
  await desk.getByLabel(/^New password/).fill(SECOND);
  await desk.getByRole('button', { name: 'Change it' }).click();
  await expect(desk.getByText('not your current password').first()).toBeVisible();
  await desk.getByLabel('Current password').fill(FIRST);
  await desk.getByRole('button', { name: 'Change it' }).click();
  await expect(desk.getByText('You were signed out everywhere else.')).toBeVisible();
  await expect(
    desk.getByRole('region', { name: 'Where you are signed in' }).getByRole('listitem'),
  ).toHaveCount(1);

  // The phone is asked to sign in again, in place.
  await phone.getByRole('link', { name: 'Library', exact: true }).click();
  await expect(phone.getByRole('dialog', { name: 'Your session ended' })).toBeVisible();

  await rowan.reload();
  await row.getByRole('button', { name: 'Switch the account of Tamsin off' }).click();
  await expect(row).toContainText('switched off');
  await desk.reload();
  await expect(desk.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await desk.getByLabel('Name').fill('tamsin');
  await desk.getByLabel('Password').fill(SECOND);
  await desk.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(desk.getByText('The account of Tamsin is switched off.')).toBeVisible();
  await expect(desk.getByRole('link', { name: 'Library' })).toHaveCount(0);
});

test('a token lets a program in until it is ended; a webhook says what it came to', async ({
  browser,
  request,
}) => {
  const mara = await as(browser, 'mara');
  await mara.getByRole('link', { name: /Mara/ }).click();
  const programs = mara.getByRole('region', { name: 'Programs' });
  await programs.getByLabel('What is it for?').fill('Stock program');
  await programs.getByRole('button', { name: 'Make a token' }).click();
  const secret = await programs.getByLabel('Token for Stock program').inputValue();
  const ask = async (): Promise<number> =>
    (await request.get('/api/jobs', { headers: { authorization: `Bearer ${secret}` } })).status();
  expect(await ask()).toBe(200);
  await programs.getByRole('button', { name: 'Hide the token' }).click();
  await expect(programs.getByText(secret)).toHaveCount(0);
  await mara.reload();
  await expect(programs.getByText(/last used 20/)).toBeVisible();
  await programs.getByRole('button', { name: 'End the token for Stock program' }).click();
  await expect(programs.getByText('Stock program')).toHaveCount(0);
  expect(await ask()).toBe(401);

  const rowan = await as(browser, 'rowan');
  await rowan.getByRole('link', { name: 'People', exact: true }).click();
  const webhooks = rowan.getByRole('region', { name: 'Webhooks' });
  const address = 'http://127.0.0.1:9/hear';
  await webhooks.getByLabel('Address').fill(address);
  await webhooks.getByRole('button', { name: 'Add the webhook' }).click();
  await expect(webhooks.getByLabel(`Secret of ${address}`)).toHaveValue(/^whsec_/);
  await webhooks.getByRole('button', { name: 'Hide the secret' }).click();
  await webhooks.getByRole('button', { name: `Send a trial to ${address}` }).click();
  await expect(webhooks.getByText(/the host lies inside a private network/)).toBeVisible({
    timeout: 30_000,
  });
  await webhooks.getByRole('button', { name: `Remove ${address}` }).click();
  await expect(webhooks.getByText(address)).toHaveCount(0);
});
