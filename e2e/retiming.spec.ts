import { expect, type Locator, type Page, test } from '@playwright/test';
import { drag, goToFrame, keyFrames, keyMark, middleOf, openBench, undoAll } from './steps.ts';

const Y = 'Position y';

async function pxPerFrame(page: Page): Promise<number> {
  const [a, b] = [await middleOf(keyMark(page, Y, 9)), await middleOf(keyMark(page, Y, 31))];
  return (b.x - a.x) / 22;
}

const bar = (page: Page): Locator => page.getByRole('group', { name: 'Selected keys' });
const frames = (page: Page) => expect.poll(() => keyFrames(page, Y));

/** Opens one of the sheets under the strips. */
async function sheet(page: Page, name: string): Promise<Locator> {
  await page
    .getByRole('toolbar', { name: 'Keys' })
    .getByRole('button', { name: new RegExp(`^${name}`) })
    .click();
  return page.getByRole('dialog');
}

async function choose(page: Page, menu: string, item: string | RegExp): Promise<void> {
  await page.getByRole('toolbar', { name: 'Keys' }).getByRole('button', { name: menu }).click();
  await page.getByRole('menuitem', { name: item }).click();
}

test.beforeEach(async ({ page }) => {
  await openBench(page, 'Ines Calado', 'Toaster rack');
  await frames(page).toEqual([9, 20, 26, 31]);
});
test.afterEach(({ page }) => undoAll(page));

test('keys are selected by band, frame and from here on; dragged with a number at the pointer, free with Alt', async ({
  page,
}) => {
  const px = await pxPerFrame(page);
  const from = await middleOf(keyMark(page, Y, 20));
  await drag(page, { x: from.x - 20, y: from.y - 14 }, { x: 6 * px + 40, y: 28 });
  await expect(bar(page)).toContainText('2 keys');
  await page.keyboard.press('Escape');
  await goToFrame(page, 26);
  await page.keyboard.press('f');
  await expect(keyMark(page, Y, 26)).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('F');
  await expect(bar(page)).toContainText('2 keys');

  // Both are taken along; what would be replaced is said before letting go.
  const last = (await middleOf(keyMark(page, Y, 31))).x;
  await page.mouse.move(last, from.y);
  await page.mouse.down();
  await page.mouse.move(last - 3 * px, from.y);
  await page.mouse.move(last - 6 * px, from.y);
  await expect(page.getByRole('status').filter({ hasText: '−6 → 25 · 5 long' })).toContainText(
    'replaces position y 20',
  );
  await page.keyboard.press('Escape');
  await page.mouse.up();
  await frames(page).toEqual([9, 20, 26, 31]);

  await page.keyboard.press('Escape');
  const free = await middleOf(keyMark(page, Y, 20));
  await page.keyboard.down('Alt');
  await drag(page, free, { x: px / 2, y: 0 });
  await page.keyboard.up('Alt');
  const [, moved] = await keyFrames(page, Y);
  expect(moved).toBeGreaterThan(20.2);
  expect(moved).toBeLessThan(20.8);
  const retime = await sheet(page, 'Retime');
  await retime.getByRole('button', { name: 'To whole frames' }).click();
  expect((await keyFrames(page, Y)).every(Number.isInteger)).toBe(true);

  // The keyboard stays with the key that it moves.
  await page.keyboard.press('Escape');
  await keyMark(page, Y, 31).focus();
  for (let presses = 0; presses < 3; presses++) await page.keyboard.press('ArrowRight');
  await expect(keyMark(page, Y, 34)).toBeFocused();
});

test('the sum row moves all keys of a frame; handles, a length and arrow keys stretch; Ripple takes the later', async ({
  page,
}) => {
  const px = await pxPerFrame(page);
  await drag(page, await middleOf(page.getByRole('button', { name: 'All keys on frame 31' })), { x: 4 * px, y: 0 });
  await frames(page).toEqual([9, 20, 26, 35]);
  await page.keyboard.press('Control+a');
  await drag(page, await middleOf(page.getByRole('button', { name: 'Stretch the selection by its last key' })), {
    x: -13 * px,
    y: 0,
  });
  await frames(page).toEqual([9, 14.5, 17.5, 22]);
  await page.getByRole('button', { name: 'Undo' }).click();

  await page.keyboard.press('Control+a');
  const retime = await sheet(page, 'Retime');
  await retime.getByLabel('Factor of the selection').fill('half');
  await expect(retime.getByRole('button', { name: 'Stretch' })).toHaveAttribute('aria-disabled', 'true');
  await retime.getByLabel('Length of the selection in frames').fill('52');
  await expect(retime).toContainText('26 → 52 frames');
  await retime.getByLabel('Stretch about').selectOption('its end');
  await retime.getByRole('button', { name: 'Stretch' }).click();
  await frames(page).toEqual([-17, 5, 17, 35]);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Undo' }).click();

  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Ripple' }).click();
  await keyMark(page, Y, 20).press('ArrowRight');
  await frames(page).toEqual([9, 21, 27, 36]);
  await page.getByRole('button', { name: 'Ripple' }).click();
  await page.getByRole('button', { name: 'Keep shares' }).click();
  await keyMark(page, Y, 36).press('Shift+ArrowRight');
  await frames(page).toEqual([9, 21, 31, 46]);
});

test('holds, held poses and back, thinning, reversing, time put in and taken out', async ({ page }) => {
  await keyMark(page, Y, 20).click();
  let hold = await sheet(page, 'Hold');
  await hold.getByLabel('Frames to hold').fill('4');
  await hold.getByRole('button', { name: 'Hold', exact: true }).click();
  await frames(page).toEqual([9, 20, 24, 30, 35]);
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');

  hold = await sheet(page, 'Hold');
  await hold.getByRole('button', { name: 'Hold all poses' }).click();
  await expect(keyMark(page, Y, 9)).toHaveAccessibleName(/then held/);
  // They are all selected by that.
  await expect(hold.getByRole('button', { name: 'Hold the selected poses' })).toHaveAttribute('aria-disabled', 'true');
  await hold.getByRole('button', { name: 'Back to curves' }).click();
  await expect(keyMark(page, Y, 9)).toHaveAccessibleName(/then straight/);
  await expect(keyMark(page, Y, 20)).toHaveAccessibleName(/then held/);
  await expect(hold.getByTestId('idle-keys')).toHaveText('Every key does something.');
  await page.keyboard.press('Escape');
  // As it goes it gives the focus back, and what is typed elsewhere by then is dropped.
  await expect(hold).toBeHidden();

  // A key on a straight line does nothing: it is found, named and thinned.
  await goToFrame(page, 14);
  await page.keyboard.press('k');
  await frames(page).toEqual([9, 14, 20, 24, 30, 35]);
  hold = await sheet(page, 'Hold');
  await expect(hold.getByTestId('idle-keys')).toContainText('1 key changes no frame: position y 14');
  await hold.getByRole('button', { name: 'Thin them' }).click();
  await frames(page).toEqual([9, 20, 24, 30, 35]);
  await page.keyboard.press('Escape');

  await page.keyboard.press('Control+a');
  let retime = await sheet(page, 'Retime');
  await retime.getByRole('button', { name: 'Reverse' }).click();
  await frames(page).toEqual([9, 14, 20, 24, 35]);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Undo' }).click();

  await goToFrame(page, 10);
  retime = await sheet(page, 'Retime');
  await retime.getByLabel('Frames of time').fill('2.5');
  await expect(retime.getByRole('alert')).toHaveText('A whole number from 1 to 100000.');
  await retime.getByLabel('Frames of time').fill('6');
  await retime.getByRole('button', { name: 'Insert' }).click();
  await frames(page).toEqual([9, 26, 30, 36, 41]);
  await retime.getByLabel('Frames of time').fill('20');
  await expect(retime.getByRole('alert')).toHaveText('Removing: gives way: position y 26');
  await retime.getByLabel('Frames of time').fill('6');
  await retime.getByRole('button', { name: 'Remove' }).click();
  await frames(page).toEqual([9, 20, 24, 30, 35]);
});

test('keys are copied, cut, pasted over, let in, duplicated, and put onto another channel of the same unit', async ({
  page,
}) => {
  await keyMark(page, Y, 20).click();
  await keyMark(page, Y, 26).click({ modifiers: ['Shift'] });
  await page.keyboard.press('Control+c');
  await goToFrame(page, 28);
  await page.keyboard.press('Control+v');
  await frames(page).toEqual([9, 20, 26, 28, 31, 34]);
  await page.getByRole('button', { name: 'Undo' }).click();
  await choose(page, 'Copy and paste', 'Replace what is there');
  await frames(page).toEqual([9, 20, 26, 28, 34]);
  await page.getByRole('button', { name: 'Undo' }).click();
  await choose(page, 'Copy and paste', /^Insert/);
  await frames(page).toEqual([9, 20, 26, 28, 34, 38]);
  await page.getByRole('button', { name: 'Undo' }).click();

  await page.getByRole('button', { name: 'Position x', exact: true }).click();
  await choose(page, 'Copy and paste', 'Onto position x');
  await expect.poll(() => keyFrames(page, 'Position x')).toEqual([28, 34]);
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: /^Show \d+$/ }).click();
  await page.getByRole('button', { name: 'Rotation', exact: true }).click();
  await choose(page, 'Copy and paste', 'Onto rotation');
  await expect(page.getByRole('alert')).toHaveText('Position y is in px, rotation in °: the keys cannot be put there.');

  await keyMark(page, Y, 9).click();
  await goToFrame(page, 3);
  await page.keyboard.press('Control+d');
  await frames(page).toEqual([3, 9, 20, 26, 31]);
  await page.keyboard.press('Control+x');
  await frames(page).toEqual([9, 20, 26, 31]);
});

test('rows are locked, hidden and shown again; a locked one refuses changes in words', async ({ page }) => {
  const menu = page.getByRole('button', { name: `Row ${Y}` });
  await menu.click();
  await page.getByRole('menuitem', { name: 'Lock' }).click();
  await expect(keyMark(page, Y, 20)).toHaveCount(0);
  await goToFrame(page, 17);
  await page.getByLabel(`${Y} on frame 17`).fill('300');
  await page.getByLabel(`${Y} on frame 17`).press('Enter');
  await expect(page.getByRole('alert')).toHaveText('The row Position y is locked: unlock it to change its keys.');
  await page.reload();
  await expect(page.getByLabel('Locked')).toBeVisible();
  await menu.click();
  await page.getByRole('menuitem', { name: 'Unlock' }).click();
  await menu.click();
  await page.getByRole('menuitem', { name: 'Hide this row' }).click();
  await expect(page.getByRole('region', { name: 'Keys strip' })).toContainText('1 row hidden.');
  await page.getByRole('button', { name: 'Show all', exact: true }).click();
  await frames(page).toEqual([9, 20, 26, 31]);
});

test('another length shows what each key becomes before it is done; on the Bench the range stays', async ({ page }) => {
  const retime = await sheet(page, 'Retime');
  await retime.getByRole('button', { name: /^Length and rate/ }).click();
  const dialog = page.getByRole('dialog', { name: 'Length and rate of the whole motion' });
  await expect(dialog).toContainText('Rate and range are set by the exercise.');
  await dialog.getByLabel('New length in frames').fill('no');
  await expect(dialog.getByRole('alert')).toHaveText('A whole number from 1 to 100000.');
  await dialog.getByLabel('New length in frames').fill('24');
  await expect(dialog.getByRole('row', { name: /position y 20/ })).toContainText('10 5/48');
  await dialog.getByRole('button', { name: 'Change it' }).click();
  await frames(page).toEqual([5, 10, 13, 15]);
});
