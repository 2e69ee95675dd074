import { expect, type Page, test } from '@playwright/test';
import { dragOnStage, goToFrame, keyFrames, keyMark, openBench, undoAll } from './steps.ts';

const Y = 'Position y';
const value = (page: Page, frame: number) => page.getByRole('textbox', { name: `${Y} on frame ${frame}` });

async function type(page: Page, frame: number, text: string): Promise<void> {
  await value(page, frame).fill(text);
  await value(page, frame).press('Enter');
}

test.beforeEach(({ page }) => openBench(page, 'Ines Calado', 'Toaster rack'));
test.afterEach(async ({ page }) => {
  const drop = page.getByRole('button', { name: 'Drop', exact: true });
  if (await drop.isVisible()) await drop.click();
  await undoAll(page);
});

test('a change left unkeyed is shown on every frame, over a reload, until it is keyed or dropped', async ({ page }) => {
  await goToFrame(page, 17);
  await page.getByRole('button', { name: 'Record on' }).click();
  await expect(value(page, 17)).toHaveValue('250.5');
  await type(page, 17, '+=30');
  await page.getByRole('button', { name: 'Leave it unkeyed' }).click();
  await expect(value(page, 17)).toHaveValue('280.5');
  await expect(page.getByLabel('changed and not keyed')).toBeVisible();
  await goToFrame(page, 20);
  await expect(value(page, 20)).toHaveValue('280.5');
  await expect(page.getByLabel('changed over the key on this frame')).toBeVisible();
  await page.reload();
  await expect(page.getByText('Changed, not keyed: Bread, position y')).toBeVisible();
  // Changed again it is not asked about again.
  await goToFrame(page, 14);
  await type(page, 14, '*2');
  await expect(value(page, 14)).toHaveValue('560.9');
  await type(page, 14, '280');
  await page.keyboard.press('k');
  await expect.poll(() => keyFrames(page, Y)).toEqual([9, 14, 20, 26, 31]);
  await expect(page.getByText('Changed, not keyed')).toBeHidden();
  await expect(page.getByLabel('keyed on this frame')).toBeVisible();

  await goToFrame(page, 17);
  await page.getByRole('button', { name: /^Record on/ }).click();
  await type(page, 17, '300');
  await page.getByRole('button', { name: 'Move the whole motion' }).click();
  await expect(value(page, 17)).toHaveValue('300');
  await expect.poll(() => keyFrames(page, Y)).toEqual([9, 14, 20, 26, 31]);
});

test('a channel is keyed, unkeyed and cleared from its row; a chosen set is keyed at once', async ({ page }) => {
  await goToFrame(page, 17);
  await page.getByRole('button', { name: `${Y}: actions` }).click();
  await page.getByRole('menuitem', { name: 'Key here' }).click();
  await expect(keyMark(page, Y, 17)).toBeVisible();
  await page.getByRole('button', { name: `${Y}: actions` }).click();
  await page.getByRole('menuitem', { name: 'Remove this key' }).click();
  await expect(keyMark(page, Y, 17)).toBeHidden();
  await page.getByRole('button', { name: `${Y}: actions` }).click();
  await page.getByRole('menuitem', { name: 'Clear the channel' }).click();
  await expect(page.getByRole('dialog')).toContainText('Its 4 keys go. It stays at 250.5 px');
  await page.getByRole('button', { name: 'Clear it' }).click();
  await expect.poll(() => keyFrames(page, Y)).toEqual([]);
  await goToFrame(page, 40);
  await expect(value(page, 40)).toHaveValue('250.5');
  await page.getByRole('button', { name: 'Undo' }).click();

  await page.getByRole('button', { name: 'Which channels to key' }).click();
  await page.getByRole('menuitem', { name: 'position', exact: true }).click();
  await goToFrame(page, 5);
  await page.keyboard.press('K');
  await expect(keyMark(page, 'Position x', 5)).toBeVisible();
  await expect(keyMark(page, Y, 5)).toBeVisible();
  await expect(keyMark(page, 'Rotation', 5)).toBeHidden();
});

test('a value is dragged by its unit; a key of the trail is dragged in the picture on its own frame', async ({
  page,
}) => {
  await goToFrame(page, 17);
  const unit = page.getByTitle('Drag sideways to change').nth(1);
  const box = (await unit.boundingBox())!;
  await page.mouse.move(box.x + 5, box.y + 5);
  await page.mouse.down();
  await page.mouse.move(box.x + 15, box.y + 5);
  await page.mouse.move(box.x + 25, box.y + 5);
  await page.mouse.up();
  await expect(value(page, 17)).toHaveValue('270.5');
  await page.getByRole('button', { name: 'Undo' }).click();

  // The lowest key of the trail, below the bread on frame 20.
  await goToFrame(page, 20);
  await dragOnStage(page, { x: 480, y: 345 }, { x: 60, y: 0 });
  await expect(keyMark(page, 'Position x', 9)).toBeVisible();
  await expect(page.getByRole('slider', { name: 'Playhead' })).toHaveAttribute('aria-valuenow', '20');
});

test('frames in figures: spacing against even, pressed to go there, copied as CSV', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.getByRole('tab', { name: 'Frames' }).click();
  const table = page.getByRole('table', { name: 'Position frame by frame' });
  await table.getByRole('row', { name: /^12 / }).click();
  await expect(page.getByRole('slider', { name: 'Playhead' })).toHaveAttribute('aria-valuenow', '12');
  await expect(table.getByRole('row', { name: /^12 / })).toContainText('309.5');
  await page.getByRole('button', { name: 'CSV' }).click();
  await expect(page.getByText('49 frames copied as CSV.')).toBeVisible();
  const lines = (await page.evaluate(() => navigator.clipboard.readText())).split('\r\n');
  expect(lines[0]).toBe('frame,position.x,position.y,spacing,even spacing,difference');
  expect(lines).toHaveLength(50);
});

test('onion skin is set: frames, keys, the whole range; it changes the picture and is remembered', async ({ page }) => {
  const picture = (): Promise<string> =>
    page
      .locator('canvas')
      .first()
      .evaluate((canvas) => (canvas as HTMLCanvasElement).toDataURL());
  await goToFrame(page, 17);
  const plain = await picture();
  await page.keyboard.press('o');
  const skinned = await picture();
  expect(skinned).not.toBe(plain);
  await page.getByRole('button', { name: 'Onion skin: which frames' }).click();
  await page.getByLabel('Onion skin of').selectOption('the whole range');
  await page.getByLabel('Onion skin drawn').selectOption('filled');
  expect(await picture()).not.toBe(skinned);
  await page.getByLabel('Onion skin: every … frame').fill('99');
  await page.getByLabel('Onion skin: every … frame').press('Enter');
  await expect(page.getByLabel('Onion skin: every … frame')).toHaveAttribute('aria-invalid', 'true');
  await page.keyboard.press('Escape');
  await page.reload();
  await expect(page.getByRole('button', { name: 'Onion', exact: true })).toHaveAttribute('aria-pressed', 'true');
});
