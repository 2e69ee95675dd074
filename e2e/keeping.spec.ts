import { expect, test } from '@playwright/test';
import { dragOnStage, exerciseRow, goToFrame, keyMark, saved, signIn } from './steps.ts';

test('work and its undo are there after a reload, and after the network was away', async ({ page }) => {
  await signIn(page, 'Wout Hendriks');
  await exerciseRow(page, 'Drawer slide').getByRole('button', { name: 'Continue' }).click();
  await goToFrame(page, 18);
  const x = page.getByRole('textbox', { name: 'Position x on frame 18' });
  // Where a run that broke off left it.
  const from = Number(await x.inputValue());
  await dragOnStage(page, { x: from, y: 290 }, { x: -10, y: 0 });
  await expect(x).toHaveValue(String(from - 10));
  await saved(page);
  await page.reload();
  await expect(keyMark(page, 'Position x', 18)).toBeVisible();
  await goToFrame(page, 18);
  await expect(x).toHaveValue(String(from - 10));
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(x).toHaveValue(String(from));
  await page.getByRole('button', { name: 'Redo' }).click();
  await saved(page);

  await page.route('**/api/drafts/**', (route) =>
    route.request().method() === 'PATCH' ? route.abort() : route.continue(),
  );
  await goToFrame(page, 24);
  await page.getByRole('button', { name: 'Key here' }).click();
  await expect(page.getByTestId('save-status')).toContainText('Server out of reach');
  // What a page still sends as it goes passes by routes: without its session it is not taken.
  const address = page.url();
  await page.context().clearCookies();
  await page.goto('about:blank');
  await signIn(page, 'Wout Hendriks', { anew: true });
  await page.goto(address);
  await expect(keyMark(page, 'Position x', 24)).toBeVisible();
  const message = page.getByText('Changes that had not been saved were brought back.');
  await expect(message).toBeVisible();
  await page.unroute('**/api/drafts/**');
  await saved(page);
  await page.getByRole('button', { name: 'Close this message' }).click();
  await expect(message).toBeHidden();
  await page.reload();
  await expect(keyMark(page, 'Position x', 24)).toBeVisible();
});

test('a bad range or rate is refused with a clear message, and the form keeps what was typed', async ({ page }) => {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('link', { name: 'Oven light', exact: true }).click();
  await page.getByRole('tab', { name: 'Time, stage' }).click();
  const first = page.getByLabel('First frame', { exact: true });
  const last = page.getByLabel('Last frame', { exact: true });

  await last.fill('0');
  await last.blur();
  await expect(page.getByRole('alert')).toHaveText('The last frame (0) comes before the first (1).');
  await expect(last).toHaveValue('0');
  await first.fill('one');
  await first.blur();
  await expect(page.getByText('The first frame must be a whole number.')).toBeVisible();
  await expect(first).toHaveValue('one');
  await expect(page.getByRole('toolbar', { name: 'Transport' })).toContainText('24 fps · 1–48');
  await first.fill('1');
  await first.blur();
  await last.fill('60');
  await last.blur();
  await expect(page.getByRole('toolbar', { name: 'Transport' })).toContainText('24 fps · 1–60');

  await page.getByLabel('Frame rate').selectOption('custom');
  for (const [typed, says] of [
    ['0', 'A frame rate is between 1 and 240 frames per second.'],
    ['quick', '"quick" is not a frame rate. Type a number such as 24, 12.5 or 30000/1001.'],
  ] as const) {
    await page.getByLabel('Custom, fps').fill(typed);
    await page.getByLabel('Custom, fps').blur();
    await expect(page.getByRole('alert')).toHaveText(says);
    await expect(page.getByLabel('Custom, fps')).toHaveValue(typed);
  }
  await expect(page.getByRole('toolbar', { name: 'Transport' })).toContainText('24 fps');
  await page.getByLabel('Custom, fps').fill('23.976');
  await page.getByLabel('Custom, fps').blur();
  await expect(page.getByRole('toolbar', { name: 'Transport' })).toContainText('23.976 fps · 1–60');
  await saved(page);

  await page.getByLabel('Rest frame').fill('5');
  await page.getByLabel('Rest frame').blur();
  await goToFrame(page, 5);
  await page.getByRole('button', { name: 'Key here' }).click();
  await expect(page.getByRole('alert')).toHaveText('Frame 5 is kept for the untouched starting pose: no keys there.');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('alert')).toHaveCount(0);

  await page.getByRole('tab', { name: 'Brief' }).click();
  await page.getByLabel('Title').fill('');
  await page.getByLabel('Title').blur();
  await expect(page.getByRole('alert')).toHaveText('Give the exercise a title.');
  await page.getByLabel('Title').fill('Oven light, slower');
  await page.getByLabel('Title').blur();
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Title')).toHaveValue('Oven light, slower');
});

test('two tabs on one draft lose nothing: mine, theirs, or both', async ({ context, page }) => {
  await signIn(page, 'Sena Aydin');
  await exerciseRow(page, 'Tea glass').getByRole('button', { name: 'Continue' }).click();
  await expect(keyMark(page, 'Position x', 1)).toBeVisible();
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(keyMark(other, 'Position x', 1)).toBeVisible();
  const keyOn = async (tab: typeof page, frame: number): Promise<void> => {
    await goToFrame(tab, frame);
    await tab.getByRole('button', { name: 'Key here' }).click();
  };
  const conflict = (tab: typeof page) => tab.getByRole('dialog', { name: 'This was changed elsewhere' });

  await test.step('take theirs', async () => {
    await keyOn(page, 9);
    await saved(page);
    await keyOn(other, 12);
    await conflict(other).getByRole('button', { name: 'Take theirs' }).click();
    await expect(keyMark(other, 'Position x', 9)).toBeVisible();
    await expect(keyMark(other, 'Position x', 12)).toHaveCount(0);
  });
  await test.step('keep mine', async () => {
    await keyOn(page, 15);
    await saved(page);
    await keyOn(other, 18);
    await conflict(other).getByRole('button', { name: 'Keep mine' }).click();
    await saved(other);
    await expect(keyMark(other, 'Position x', 18)).toBeVisible();
    await expect(keyMark(other, 'Position x', 15)).toHaveCount(0);
  });
  await test.step('keep both', async () => {
    await keyOn(page, 21);
    await conflict(page).getByRole('button', { name: 'Keep both' }).click();
    await expect(page).not.toHaveURL(other.url());
    for (const frame of [1, 9, 15, 21]) await expect(keyMark(page, 'Position x', frame)).toBeVisible();
    await page.goto(other.url());
    for (const frame of [1, 9, 18]) await expect(keyMark(page, 'Position x', frame)).toBeVisible();
    await expect(keyMark(page, 'Position x', 21)).toHaveCount(0);
  });
});
