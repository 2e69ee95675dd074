import { expect } from '@playwright/test';
import { test } from './own-browser.ts';
import { dragOnStage, exerciseRow, expectAccessible, goToFrame, keyMark, openBench, signIn } from './steps.ts';

test('the door refuses wrong credentials in words and offers the demo accounts', async ({ page }) => {
  await page.goto('/');
  await expect(page).toHaveURL(/sign-in/);
  await page.getByLabel('E-mail').fill('not an address');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByText('Type an e-mail address, such as name@example.org.')).toBeVisible();
  await page.getByLabel('E-mail').fill('ines.calado@kitchen.example');
  await page.getByLabel('Password').fill('before-opening-time');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('alert')).toHaveText('No account has this e-mail and password.');
  await expect(page.getByLabel('E-mail')).toHaveValue('ines.calado@kitchen.example');
  await page.getByLabel('Password').fill('after-closing-time');
  await page.getByLabel('Password').press('Enter');
  await expect(page.getByRole('heading', { name: 'Kitchen in Motion' })).toBeVisible();
  await page.getByRole('button', { name: /Account/ }).click();
  await page.getByRole('menuitem', { name: 'Sign out' }).click();
  await expect(page).toHaveURL(/sign-in/);
  await page.goto('/');
  await expect(page).toHaveURL(/sign-in/);
});

test('every screen is named for a screen reader and readable, light and dark', async ({ page }) => {
  await page.goto('/sign-in');
  await expect(page.getByText('Have a look around')).toBeVisible();
  await expectAccessible(page);
  // In the dark, only colours are others.
  for (const [theme, rules] of [['light'], ['dark', ['color-contrast']]] as const) {
    const check = (): Promise<void> => expectAccessible(page, rules);
    await signIn(page, 'Marta Olesen');
    await page.evaluate((chosen) => localStorage.setItem('undulan:theme', chosen), theme);
    await page.reload();
    await expect(page.getByRole('table')).toBeVisible();
    await check();
    await page.getByRole('link', { name: 'Drawer slide', exact: true }).click();
    await keyMark(page, 'Position x', 5).click();
    await check();
    await page.goBack();
    await page.getByRole('link', { name: /Toaster rack, Priya Raman/ }).click();
    await expect(page.getByRole('list', { name: 'Findings' })).toBeVisible();
    await check();
    await signIn(page, 'Jonah Whitby');
    await page.getByRole('link', { name: 'take 1 · returned, 79' }).click();
    await page.getByRole('button', { name: 'Next note' }).click();
    await check();
    await signIn(page, 'Jonah Whitby');
    await check();
    await exerciseRow(page, 'Tea glass').getByRole('button', { name: 'Continue' }).click();
    await keyMark(page, 'Position x', 1).click();
    await check();
  }
});

test('the transport by keyboard: play in real time and stop, step frames and keys, the sheet of shortcuts', async ({
  page,
}) => {
  await signIn(page, 'Jonah Whitby');
  await exerciseRow(page, 'Tea glass').getByRole('button', { name: 'Continue' }).click();
  const playhead = page.getByRole('slider', { name: 'Playhead' });
  await expect(playhead).toHaveAttribute('aria-valuenow', '1');
  await page.keyboard.press('.');
  await page.keyboard.press('.');
  await page.keyboard.press(',');
  await expect(playhead).toHaveAttribute('aria-valuenow', '2');
  await page.keyboard.press(']');
  await expect(playhead).toHaveAttribute('aria-valuenow', '33');
  await page.keyboard.press('[');
  await expect(playhead).toHaveAttribute('aria-valuenow', '1');
  await page.keyboard.press('End');
  await expect(playhead).toHaveAttribute('aria-valuenow', '33');

  await page.getByRole('button', { name: 'To the first frame' }).click();
  await page.keyboard.press(' ');
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
  await expect(page.getByTestId('playback-report')).toHaveText(/^\d+\.\d fps reached · \d{2,} shown · \d+ dropped$/);
  await page.keyboard.press(' ');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();

  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keyboard shortcuts' })).toContainText('Play or stop');
  await page.keyboard.press('Escape');
  await page.getByRole('textbox', { name: 'Frame', exact: true }).fill('99');
  await page.getByRole('textbox', { name: 'Frame', exact: true }).press('Enter');
  await expect(page.getByRole('alert')).toHaveText('The range is 1 to 33.');
});

test('with Record off, a change of a moving channel is asked about', async ({ page }) => {
  await signIn(page, 'Jonah Whitby');
  await exerciseRow(page, 'Tea glass').getByRole('button', { name: 'Continue' }).click();
  await page.getByRole('button', { name: 'Record on' }).click();
  const question = page.getByRole('dialog', { name: /Record is off/ });
  await dragOnStage(page, { x: 130, y: 379 }, { x: 0, y: -40 });
  await expect(question).toHaveCount(0);
  await expect(page.getByRole('textbox', { name: 'Position y on frame 1' })).toHaveValue('339');
  await dragOnStage(page, { x: 130, y: 339 }, { x: 50, y: 0 });
  await question.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByRole('textbox', { name: 'Position x on frame 1' })).toHaveValue('130');
  await dragOnStage(page, { x: 130, y: 339 }, { x: 50, y: 0 });
  await question.getByRole('button', { name: 'Move the whole motion' }).click();
  await goToFrame(page, 33);
  await expect(page.getByRole('textbox', { name: 'Position x on frame 33' })).toHaveValue('880');
});

test('an address that leads nowhere, or to what is not yours, says so', async ({ page }) => {
  await signIn(page, 'Ines Calado');
  await page.goto('/drafts/00000000-0000-4000-8000-000000000000');
  await expect(page.getByRole('alert')).toContainText('There is no such draft, or it is not yours.');
  await page.goto('/pantry');
  await expect(page.getByText('There is no page at this address')).toBeVisible();
});

test('at the least width every control of the Bench is within the window', async ({ page }) => {
  await page.setViewportSize({ width: 1100, height: 800 });
  await openBench(page, 'Priya Raman', 'Tea towel drag');
  await keyMark(page, 'Position x', 5).first().click();
  const gutter = (await page.getByRole('region', { name: 'Time', exact: true }).boundingBox())!.x;
  for (const name of ['Target', 'Record on']) {
    const { x, width } = (await page.getByRole('button', { name, exact: true }).boundingBox())!;
    expect(x + width).toBeLessThan(gutter);
  }
  for (const name of ['Keep shares', 'Delete the selected keys', /^Account of/]) {
    const { x, width } = (await page.getByRole('button', { name }).boundingBox())!;
    expect(x + width).toBeLessThanOrEqual(1100);
  }
});

test('a password is changed by who knows it; a session elsewhere is seen, and ends with it', async ({
  ownBrowser,
  page,
}) => {
  await signIn(page, 'Leif Arnesen', { anew: true });
  const elsewhere = await ownBrowser();
  await signIn(elsewhere, 'Leif Arnesen', { anew: true });
  const open = async (): Promise<void> => {
    await page.getByRole('button', { name: 'Account of Leif Arnesen' }).click();
    await page.getByRole('menuitem', { name: 'Your account' }).click();
  };
  const change = async (from: string, to: string): Promise<void> => {
    await page.getByLabel('Password you have now').fill(from);
    await page.getByLabel('New password').fill(to);
    await page.getByRole('button', { name: 'Change password' }).click();
  };
  await open();
  const sessions = page.getByRole('region', { name: 'Where you are signed in' });
  await expect(sessions.getByRole('button', { name: /^End / })).not.toHaveCount(0);
  await change('after-closing-time', 'short');
  await expect(page.getByRole('alert')).toHaveText('A password has at least 10 characters.');
  await change('not my password', 'a new one for a while');
  await expect(page.getByRole('alert')).toHaveText('That is not the password you have now.');
  await change('after-closing-time', 'a new one for a while');
  await expect(sessions.getByRole('button', { name: /^End / })).toHaveCount(0);
  await elsewhere.reload();
  await expect(elsewhere.getByRole('button', { name: 'Sign in' })).toBeVisible();
  await change('a new one for a while', 'after-closing-time');
  await expect(page.getByLabel('New password')).toHaveValue('');
});
