import { expect, type Locator, type Page, test } from '@playwright/test';
import { drag, exerciseRow, goToFrame, keyMark, leaveBy, middleOf, openBench, saved, signIn } from './steps.ts';

/** A key on the Curve strip. */
function curveKey(page: Page, channel: string, frame: number): Locator {
  return page.getByRole('button', { name: new RegExp(`^${channel} .* on frame ${frame}, key of the curve`) });
}

const value = (page: Page, channel: string, frame: number): Locator =>
  page.getByRole('textbox', { name: `${channel} on frame ${frame}` });

test('on the curve a key is dragged in frame and value, and moved by the arrow keys; undo brings it back', async ({
  page,
}) => {
  await openBench(page, 'Ines Calado', 'Toaster rack');
  const peak = curveKey(page, 'Position y', 20);
  await peak.click();
  await goToFrame(page, 20);
  await expect(value(page, 'Position y', 20)).toHaveValue('215');
  await drag(page, await middleOf(peak), { x: 0, y: -30 });
  const higher = Number(await value(page, 'Position y', 20).inputValue());
  expect(higher).toBeLessThan(215);
  await page.keyboard.press('Control+z');
  await expect(value(page, 'Position y', 20)).toHaveValue('215');

  await peak.focus();
  await page.keyboard.press('ArrowUp');
  await expect(value(page, 'Position y', 20)).toHaveValue('214');
  await page.keyboard.press('Shift+ArrowDown');
  await expect(value(page, 'Position y', 20)).toHaveValue('224');
  await page.keyboard.press('ArrowLeft');
  await expect(keyMark(page, 'Position y', 19)).toBeVisible();
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Undo' }).click();
  await goToFrame(page, 20);
  await expect(value(page, 'Position y', 20)).toHaveValue('215');
  await saved(page);
});

test('several keys are selected, moved and changed together; one landed on gives way and is named', async ({
  page,
}) => {
  await openBench(page, 'Ines Calado', 'Toaster rack');
  const bar = page.getByRole('group', { name: 'Selected keys' });
  await keyMark(page, 'Position y', 20).click();
  await keyMark(page, 'Position y', 26).click({ modifiers: ['Shift'] });
  await expect(bar).toContainText('2 keys');
  await leaveBy(page, 'slow both ends, gentle (sine)');
  await bar.getByLabel('Role').selectOption('breakdown');
  await keyMark(page, 'Position y', 20).press('ArrowRight');
  await expect(keyMark(page, 'Position y', 21)).toBeVisible();
  await expect(keyMark(page, 'Position y', 27)).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(bar).toContainText('Click a key');

  await page.keyboard.press('Control+a');
  await expect(bar).toContainText('4 keys');
  await leaveBy(page, 'straight');
  await keyMark(page, 'Position y', 27).click();
  await bar.getByLabel('frame').fill('31');
  await bar.getByLabel('frame').press('Enter');
  await expect(bar).toContainText('replaced the key on 31; undo brings it back');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(keyMark(page, 'Position y', 27)).toBeVisible();
  await bar.getByLabel('frame').fill('soon');
  await bar.getByLabel('frame').press('Enter');
  await expect(bar.getByLabel('frame')).toHaveAttribute('aria-invalid', 'true');
  for (let i = 0; i < 4; i++) await page.getByRole('button', { name: 'Undo' }).click();
  await expect(keyMark(page, 'Position y', 20)).toBeVisible();
  await expect(keyMark(page, 'Position y', 26)).toBeVisible();
  await saved(page);
});

test('numbers are typed, refused in place when they are none, and go from key to key; other channels unfold', async ({
  page,
}) => {
  await openBench(page, 'Ines Calado', 'Toaster rack');
  const numbers = page.getByRole('region', { name: 'Numbers' });
  await expect(numbers).toContainText('13 channels · 11 never keyed are folded');
  await numbers.getByRole('button', { name: /^Show \d+$/ }).click();
  await goToFrame(page, 12);
  await value(page, 'Rotation', 12).fill('upside down');
  await value(page, 'Rotation', 12).press('Enter');
  await expect(value(page, 'Rotation', 12)).toHaveAttribute('aria-invalid', 'true');
  await expect(value(page, 'Rotation', 12)).toHaveValue('upside down');
  await value(page, 'Rotation', 12).fill('-12.5°');
  await value(page, 'Rotation', 12).press('Enter');
  await expect(keyMark(page, 'Rotation', 12)).toBeVisible();
  await expect(value(page, 'Rotation', 12)).toHaveValue('−12.5');
  await numbers.getByRole('button', { name: 'Position y: next key' }).click();
  await expect(page.getByRole('slider', { name: 'Playhead' })).toHaveAttribute('aria-valuenow', '20');
  await numbers.getByRole('button', { name: 'Position y: key before' }).click();
  await expect(page.getByRole('slider', { name: 'Playhead' })).toHaveAttribute('aria-valuenow', '9');
  await page.getByRole('radio', { name: 'Rotation, °' }).click();
  await expect(curveKey(page, 'Rotation', 12)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(keyMark(page, 'Rotation', 12)).toHaveCount(0);
  await saved(page);
});

test('strips and pages open and close, and the arrangement is remembered', async ({ page }) => {
  await openBench(page, 'Jonah Whitby', 'Tea glass');
  const curve = page.getByText('Position x, px');
  await expect(curve).toBeVisible();
  await page.keyboard.press('2');
  await expect(curve).toHaveCount(0);
  await page.keyboard.press('1');
  await expect(page.getByText('All strips are closed')).toBeVisible();
  await page.reload();
  await expect(page.getByText('All strips are closed')).toBeVisible();
  await page.getByRole('button', { name: 'Curve', exact: true }).click();
  await page.getByRole('button', { name: 'Keys', exact: true }).click();
  await expect(keyMark(page, 'Position x', 33)).toBeVisible();

  await page.getByRole('radio', { name: 'Time only' }).click();
  await expect(page.getByRole('region', { name: 'Picture' })).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole('toolbar', { name: 'Transport' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Picture' })).toHaveCount(0);
  await page.getByRole('radio', { name: 'Both pages' }).click();
  await expect(page.getByRole('region', { name: 'Picture' })).toBeVisible();
});

test('the target is shown and hidden, the brief is at hand, and a model that is kept back is not to be had', async ({
  page,
}) => {
  await openBench(page, 'Jonah Whitby', 'Tea glass');
  const target = page.getByRole('button', { name: 'Target', exact: true });
  await expect(target).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByText('━ target')).toBeVisible();
  await page.keyboard.press('t');
  await expect(target).toHaveAttribute('aria-pressed', 'false');
  await expect(page.getByText('━ target')).toHaveCount(0);
  await page.keyboard.press('t');
  await page.getByRole('button', { name: 'Brief and chart' }).click();
  const brief = page.getByRole('complementary', { name: 'Brief and chart' });
  await expect(brief).toContainText('must not spill');
  await expect(brief.getByRole('img', { name: 'Timing chart of the target from frame 1 to 33' })).toBeVisible();
  await brief.getByRole('button', { name: 'Close the brief' }).click();
  await expect(page.getByRole('region', { name: 'Numbers' })).toBeVisible();

  await signIn(page, 'Wout Hendriks');
  await exerciseRow(page, 'Honey thread').getByRole('button', { name: 'Start' }).click();
  await expect(page.getByRole('button', { name: 'Target', exact: true })).toHaveAttribute('aria-disabled', 'true');
  await page.getByRole('button', { name: 'Brief and chart' }).click();
  await expect(page.getByRole('complementary', { name: 'Brief and chart' })).toContainText(
    'keeps the model motion of this exercise back',
  );
  await expect(page.getByText('No keys yet')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Hand in take 1' })).toHaveAttribute('aria-disabled', 'true');
});
