import { expect, type Locator, type Page, test } from '@playwright/test';
import { drag, goToFrame, keyFrames, keyMark, middleOf, openBench, undoAll } from './steps.ts';

const Y = 'Position y';
const foot = (page: Page, frame: number): Locator => page.getByRole('slider', { name: `Drawing ${frame} of 9 to 20` });
const value = (page: Page, frame: number): Locator => page.getByRole('textbox', { name: `${Y} on frame ${frame}` });
const sentence = (page: Page): Locator => page.getByTestId('spacing-sentence');

async function undoOnce(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Undo' }).click();
}

test.beforeEach(async ({ page }) => {
  await openBench(page, 'Ines Calado', 'Toaster rack');
  await page.keyboard.press('3');
  await page.keyboard.press('4');
  await goToFrame(page, 14);
});
test.afterEach(async ({ page }) => {
  await undoAll(page);
  await page.keyboard.press('3');
  await page.keyboard.press('4');
});

test('a foot dragged on the loom bends the curve; sentence, numbers and keys follow; it is one step to undo', async ({
  page,
}) => {
  await expect(sentence(page)).toContainText('Even: the same way on every frame (284 px/s)');
  await expect(value(page, 14)).toHaveValue('285.9');
  const px = ((await middleOf(keyMark(page, Y, 20))).x - (await middleOf(keyMark(page, Y, 9))).x) / 11;
  await drag(page, await middleOf(foot(page, 14)), { x: -2.25 * px, y: 0 });
  await expect(foot(page, 14)).toHaveAttribute('aria-valuetext', /1\/4 of the way|2[3-6]\.\d %/);
  await expect(sentence(page)).toContainText('Starts slow');
  await expect(keyMark(page, Y, 9)).toHaveAccessibleName(/then curve by handles/);
  await expect.poll(() => keyFrames(page, Y)).toEqual([9, 20, 26, 31]);
  await undoOnce(page);
  await expect(value(page, 14)).toHaveValue('285.9');

  // Too far it stops where two drawings meet, and says so; with Alt it goes past them.
  const at = await middleOf(foot(page, 14));
  await page.mouse.move(at.x, at.y);
  await page.mouse.down();
  await page.mouse.move(at.x + 9 * px, at.y, { steps: 3 });
  const told = page.getByRole('status').filter({ hasText: '14:' });
  await expect(told).toContainText('meets the next drawing');
  await page.keyboard.down('Alt');
  await page.mouse.move(at.x + 9 * px + 1, at.y);
  await expect(told).not.toContainText('meets');
  await page.keyboard.up('Alt');
  await page.keyboard.press('Escape');
  await page.mouse.up();
  await expect(value(page, 14)).toHaveValue('285.9');

  await page.getByLabel('Dragging a foot').selectOption('drag: a breakdown');
  await foot(page, 14).press('Shift+ArrowLeft');
  await expect.poll(() => keyFrames(page, Y)).toEqual([9, 14, 20, 26, 31]);
  await expect(keyMark(page, Y, 14)).toHaveAccessibleName(/breakdown/);
  await expect(value(page, 14)).toHaveValue('298.9');
  await page.getByLabel('Dragging a foot').selectOption('drag: the curve');
});

test('a ready spacing is seen before it is taken, as one curve or as a drawing on every frame', async ({ page }) => {
  await page.getByRole('button', { name: '9–20' }).click();
  const halves = page.getByRole('button', { name: /^Halves: slow finish/ });
  await halves.hover();
  await expect(sentence(page)).toContainText('finishes slow');
  await page.getByText('The segment at the playhead').hover();
  await expect(sentence(page)).toContainText('Even');
  await page.getByRole('radio', { name: 'a drawing a frame' }).click();
  await halves.click();
  await page.keyboard.press('Escape');
  await expect.poll(() => keyFrames(page, Y)).toEqual([9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20, 26, 31]);
  await expect(foot(page, 10)).toHaveAttribute('aria-valuetext', '1/2 of the way');
  await expect(foot(page, 11)).toHaveAttribute('aria-valuetext', '3/4 of the way');
  await expect(foot(page, 12)).toHaveAttribute('aria-valuetext', '7/8 of the way');
});

test('the speed a key leaves with is dragged to none; loom and sentence follow; Alt parts the two sides', async ({
  page,
}) => {
  const leaving = page.getByRole('slider', { name: 'Speed the key on frame 9 leaves with' });
  await expect(leaving).toHaveAttribute('aria-valuetext', '284 px per second');
  await expect(page.getByText('jumps at 20, 26')).toBeVisible();
  const box = await middleOf(leaving);
  const zero = await middleOf(page.getByRole('region', { name: 'Speed strip' }).locator('line').first());
  await drag(page, box, { x: 0, y: zero.y - box.y });
  await expect(leaving).toHaveAttribute('aria-valuenow', '0');
  await expect(sentence(page)).toContainText('Starts slow');
  await expect(keyMark(page, Y, 9)).toHaveAccessibleName(/then curve by handles/);
  await undoOnce(page);
  await expect(leaving).toHaveAttribute('aria-valuetext', '284 px per second');
  await page.getByRole('slider', { name: 'Speed the key on frame 20 arrives with' }).press('Alt+ArrowDown');
  await expect(page.getByRole('slider', { name: 'Speed the key on frame 20 arrives with' })).not.toHaveAttribute(
    'aria-valuenow',
    '284',
  );
});
