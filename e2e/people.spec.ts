import { expect, test } from '@playwright/test';
import { expectAccessible, signIn } from './steps.ts';

test('a course is begun, people are invited by a link, and one joins with an account and one without', async ({
  browser,
  page,
}) => {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('button', { name: 'More of this course' }).click();
  await page.getByRole('menuitem', { name: 'Begin another course …' }).click();
  const dialog = page.getByRole('dialog', { name: 'Begin a course' });
  await dialog.getByRole('button', { name: 'Begin it' }).click();
  await expect(dialog.getByRole('alert')).toHaveText('Give the course a name.');
  await dialog.getByLabel('Name of the course').fill('Second sitting');
  await dialog.getByRole('button', { name: 'Begin it' }).click();
  await expect(page.getByText('No exercise yet')).toBeVisible();
  await page.getByRole('button', { name: 'Ledger' }).click();
  await expect(page.getByText('Nothing to say yet')).toBeVisible();
  await page.goBack();

  await page.getByRole('button', { name: 'People' }).click();
  await page.getByLabel('Places').fill('0');
  await page.getByRole('button', { name: 'Make a link' }).click();
  await expect(page.getByText('It has one place at least.')).toBeVisible();
  await page.getByLabel('Places').fill('2');
  await page.getByRole('button', { name: 'Make a link' }).click();
  const invitations = page.getByRole('region', { name: 'Invitations' });
  await expect(invitations).toContainText('0 of 2 joined');
  await expectAccessible(page);
  const link = await invitations.getByText(/\/join\//).innerText();

  // One who has an account signs in on the way.
  const jonah = await (await browser.newContext()).newPage();
  await jonah.goto(link);
  await expect(jonah.getByText('Marta Olesen invites you as a learner.')).toBeVisible();
  await expectAccessible(jonah);
  await jonah.getByRole('link', { name: 'Sign in with it' }).click();
  await jonah.getByLabel('E-mail').fill('jonah.whitby@kitchen.example');
  await jonah.getByLabel('Password').fill('after-closing-time');
  await jonah.getByLabel('Password').press('Enter');
  await jonah.getByRole('button', { name: 'Join as Jonah Whitby' }).click();
  await expect(jonah).toHaveURL(/\/courses\//);
  await expect(jonah.getByRole('heading', { name: 'Second sitting' })).toBeVisible();

  // One who has none makes it; wrong first.
  const dario = await (await browser.newContext()).newPage();
  await dario.goto(link);
  await dario.getByLabel('Your name').fill('Dario Lund');
  await dario.getByLabel('E-mail').fill('jonah.whitby@kitchen.example');
  await dario.getByLabel('A password').fill('short');
  await dario.getByRole('button', { name: 'Join Second sitting' }).click();
  await expect(dario.getByText('A password has at least 10 characters.')).toBeVisible();
  await dario.getByLabel('A password').fill('before-opening-time');
  await dario.getByRole('button', { name: 'Join Second sitting' }).click();
  await expect(dario.getByRole('alert')).toContainText('There is an account with this e-mail already');
  await dario.getByLabel('E-mail').fill('dario.lund@kitchen.example');
  await dario.getByRole('button', { name: 'Join Second sitting' }).click();
  await expect(dario).toHaveURL(/\/courses\//);
  await dario.reload();
  await expect(dario.getByRole('heading', { name: 'Second sitting' })).toBeVisible();

  // All places are taken.
  const late = await (await browser.newContext()).newPage();
  await late.goto(link);
  await expect(late.getByRole('heading', { name: 'This link leads nowhere any more' })).toBeVisible();

  await page.reload();
  await expect(page.getByRole('table', { name: 'Everyone' }).getByRole('row')).toHaveCount(4);
  await expect(invitations).toContainText('2 of 2 joined');
  await page.getByRole('button', { name: 'End this invitation' }).click();
  await expect(invitations.getByText(/joined/)).toHaveCount(0);
  await page.getByLabel('Name of the course').fill('Third sitting');
  await page.getByRole('button', { name: 'Rename' }).click();
  await expect(page.getByRole('link', { name: 'Third sitting' })).toBeVisible();
  await page.getByRole('link', { name: /Undulan/ }).click();
  await expect(page.getByRole('link', { name: 'Kitchen in Motion as instructor' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Third sitting as instructor' })).toBeVisible();
});
