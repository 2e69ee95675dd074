import { readFile } from 'node:fs/promises';
import { expect, type Page, test } from '@playwright/test';
import type { Draft } from '@undulan/contract';
import { drag, goToFrame, keyFrames, keyMark, leaveBy, middleOf, openBench, saved, undoAll } from './steps.ts';

/** The motion as the server has it, once everything is saved. */
async function savedMotion(page: Page) {
  await saved(page);
  const id = /drafts\/([^/?]+)/.exec(page.url())![1]!;
  return ((await (await page.request.get(`/api/drafts/${id}`)).json()) as Draft).work.motion;
}

/** The keys of the towel's position, as numbers and words of four decimals. */
async function towelKeys(page: Page): Promise<string> {
  const motion = await savedMotion(page);
  const keys = motion.subjects.flatMap((subject) =>
    subject.channels
      .filter((channel) => channel.id === 'position.x' && channel.keys.length > 0)
      .flatMap((channel) => channel.keys),
  );
  return JSON.stringify(
    keys.map(({ frame, value, leave, in: arriving, out }) => [frame, value, leave, arriving, out]),
    (_, value: unknown) => (typeof value === 'number' ? Math.round(value * 1e6) / 1e6 : value),
  );
}

const sheet = (page: Page) => page.getByRole('dialog', { name: 'How it leaves' });

test('an ease is chosen, set by amount, turned about, carried to another key, and used from the palette', async ({
  page,
}) => {
  await openBench(page, 'Priya Raman', 'Tea towel drag');
  await keyMark(page, 'Position x', 5).first().click();
  await leaveBy(page, 'slow start, strong (quart)');
  await page.getByRole('button', { name: 'How it leaves' }).click();
  const sentence = page.getByTestId('spacing-sentence');
  await sheet(page).getByRole('button', { name: 'straight', exact: true }).hover();
  await expect(sentence).toContainText('ven');
  await sheet(page).getByText('By amount').hover();
  await expect(sentence).not.toContainText('ven speed');

  await sheet(page).getByLabel('Slow start in percent').fill('80');
  await sheet(page).getByLabel('Slow start in percent').press('Enter');
  await sheet(page).getByLabel('Slow finish in percent').fill('0');
  await sheet(page).getByLabel('Slow finish in percent').press('Enter');
  await sheet(page).getByLabel('Slow finish in percent').fill('120');
  await sheet(page).getByLabel('Slow finish in percent').press('Enter');
  await expect(page.getByRole('alert')).toHaveText('A number from 0 to 100.');
  // The first Escape gives up what was typed, and leaves the sheet open.
  await sheet(page).getByLabel('Slow finish in percent').press('Escape');
  await sheet(page).getByRole('button', { name: 'Turn about' }).click();
  await expect(sheet(page).getByLabel('Slow start in percent')).toHaveValue('0');
  await expect(sheet(page).getByLabel('Slow finish in percent')).toHaveValue('80');
  await sheet(page).getByRole('button', { name: 'Copy ease' }).click();
  await page.keyboard.press('Escape');

  await keyMark(page, 'Rotation', 5).first().click();
  await page.getByRole('button', { name: 'How it leaves' }).click();
  await sheet(page).getByRole('button', { name: 'Paste ease' }).click();
  await expect(sheet(page).getByLabel('Slow finish in percent')).toHaveValue('80');

  await sheet(page).getByRole('button', { name: 'Draw an ease …' }).click();
  const drawing = page.getByRole('dialog', { name: 'Draw an ease' });
  await drawing.getByLabel('In CSS notation').fill('cubic-bezier(2, 0, 1, 1)');
  await expect(drawing.getByText('from 0 to 1')).toBeVisible();
  await drawing.getByLabel('In CSS notation').fill('cubic-bezier(0.1, 0, 0.5, 1)');
  await drawing.getByRole('slider', { name: 'Leaving handle' }).press('ArrowRight');
  await expect(drawing.getByLabel('In CSS notation')).toHaveValue('cubic-bezier(0.11, 0, 0.5, 1)');
  await drawing.getByRole('button', { name: 'Keep in the palette' }).click();
  await expect(drawing.getByText('Give the ease a name.')).toBeVisible();
  await drawing.getByLabel('Name').fill('Towel: let go');
  await drawing.getByRole('button', { name: 'Keep in the palette' }).click();
  await expect(drawing).toBeHidden();
  await page.reload();
  await keyMark(page, 'Position x', 5).first().click();
  await page.getByRole('button', { name: 'How it leaves' }).click();
  await sheet(page).getByRole('button', { name: 'Towel: let go' }).first().click();
  await expect(page.getByRole('button', { name: 'How it leaves: curve by handles' })).toBeAttached();
  await sheet(page)
    .getByRole('button', { name: /^Lid: two small bounces/ })
    .click();
  await page.keyboard.press('Escape');
  expect((await keyFrames(page, 'Position x')).slice(0, 5)).toEqual([5, 6, 7, 8, 9]);
  await page.getByRole('button', { name: 'How it leaves' }).click();
  await sheet(page).getByRole('button', { name: 'Take Towel: let go out of the palette' }).click();
  await expect(sheet(page).getByRole('button', { name: 'Towel: let go', exact: true })).toBeHidden();
  await page.keyboard.press('Escape');
  await undoAll(page);
});

test('a standstill at a key is the same from the Speed strip, from the handle on the curve, and typed', async ({
  page,
}) => {
  await openBench(page, 'Priya Raman', 'Tea towel drag');
  await keyMark(page, 'Position x', 5).first().click();
  await page.getByRole('button', { name: /^Handles: / }).click();
  const numbers = page.getByRole('dialog', { name: 'Handles' });
  await numbers.getByLabel('Leaves: speed').fill('900');
  await numbers.getByLabel('Leaves: speed').press('Enter');
  await numbers.getByLabel('Leaves: reach').fill('140');
  await numbers.getByLabel('Leaves: reach').press('Enter');
  await expect(numbers.getByLabel('Leaves: reach')).toHaveAttribute('aria-invalid', 'true');
  await numbers.getByLabel('Leaves: reach').fill('40');
  await numbers.getByLabel('Leaves: reach').press('Enter');
  await page.keyboard.press('Escape');
  const before = await towelKeys(page);

  await page.getByRole('button', { name: /^Handles: / }).click();
  await numbers.getByLabel('Leaves: speed').fill('0');
  await numbers.getByLabel('Leaves: speed').press('Enter');
  await page.keyboard.press('Escape');
  const typed = await towelKeys(page);
  expect(typed).not.toBe(before);
  await page.getByRole('button', { name: 'Undo' }).click();
  expect(await towelKeys(page)).toBe(before);

  const handle = page.locator('[data-handle="out"] rect').last();
  await page.keyboard.down('Shift');
  await drag(page, await middleOf(handle), { x: 0, y: 30 });
  await page.keyboard.up('Shift');
  expect(await towelKeys(page)).toBe(typed);
  await page.getByRole('button', { name: 'Undo' }).click();
  expect(await towelKeys(page)).toBe(before);

  await page.getByRole('button', { name: 'Speed', exact: true }).click();
  const knob = page.getByRole('slider', { name: 'Speed the key on frame 5 leaves with' });
  const zero = page.getByRole('slider', { name: 'Speed the key on frame 21 arrives with' });
  // The strips settle into their heights first.
  await expect
    .poll(async () => {
      const { y } = await middleOf(knob);
      await page.waitForTimeout(120);
      return y === (await middleOf(knob)).y;
    })
    .toBe(true);
  const [from, to] = [await middleOf(knob), await middleOf(zero)];
  await drag(page, from, { x: 0, y: to.y - from.y });
  await expect(knob).toHaveAttribute('aria-valuenow', '0');
  expect(await towelKeys(page)).toBe(typed);
  await page.getByRole('button', { name: 'Undo' }).click();
  expect(await towelKeys(page)).toBe(before);
  // Sideways it is the reach.
  await page.keyboard.down('Shift');
  await drag(page, await middleOf(knob), { x: 40, y: 12 });
  await page.keyboard.up('Shift');
  await page.getByRole('button', { name: /^Handles: / }).click();
  await expect(numbers.getByLabel('Leaves: speed')).toHaveValue('900');
  expect(Number(await numbers.getByLabel('Leaves: reach').inputValue())).toBeGreaterThan(50);
  await page.keyboard.press('Escape');
  await undoAll(page);
});

test('even spacing is the same from the loom and by amount; drawings are squeezed; the chart goes on paper', async ({
  page,
}) => {
  await openBench(page, 'Priya Raman', 'Tea towel drag');
  await page.getByRole('button', { name: 'Loom', exact: true }).click();
  await goToFrame(page, 9);
  await keyMark(page, 'Position x', 5).first().click();
  await leaveBy(page, 'curve by handles');
  await page.getByRole('button', { name: 'How it leaves' }).click();
  for (const end of ['Slow start in percent', 'Slow finish in percent']) {
    await sheet(page).getByLabel(end).fill('0');
    await sheet(page).getByLabel(end).press('Enter');
  }
  await page.keyboard.press('Escape');
  const amount = await towelKeys(page);
  await leaveBy(page, 'slow both ends, gentle (sine)');
  const strip = page.getByRole('region', { name: 'Loom strip' });
  await strip.getByRole('button', { name: '5–21' }).click();
  await page.getByRole('button', { name: 'Even', exact: true }).click();
  await page.keyboard.press('Escape');
  expect(await towelKeys(page)).toBe(amount);

  const foot = (frame: number) => strip.getByRole('slider', { name: new RegExp(`^Drawing ${frame} of`) });
  const shareOf = async (frame: number): Promise<number> => Number(await foot(frame).getAttribute('aria-valuenow'));
  await foot(12).click({ modifiers: ['Shift'] });
  await foot(14).click({ modifiers: ['Shift'] });
  const [twelve, fourteen] = [await shareOf(12), await shareOf(14)];
  await strip.getByLabel('Dragging a foot').selectOption('breakdown');
  await strip.getByRole('button', { name: 'Loom: actions' }).click();
  await page.getByRole('menuitem', { name: 'Squeeze toward the start' }).click();
  expect(await shareOf(12)).toBeCloseTo(twelve * 0.9, 0);
  expect(await shareOf(14)).toBeCloseTo(fourteen * 0.9, 0);
  await page.getByRole('button', { name: 'Undo' }).click();
  expect(await shareOf(12)).toBeCloseTo(twelve, 1);

  await strip.getByRole('button', { name: 'Loom: actions' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'Save as an SVG timing chart' }).click(),
  ]);
  expect(download.suggestedFilename()).toMatch(/timing chart\.svg$/);
  expect((await readFile(await download.path(), 'utf8')).match(/<circle /g)).toHaveLength(2);

  await page.getByRole('button', { name: 'Compare with even' }).click();
  const table = page.getByRole('dialog', { name: 'Even against actual' });
  await table.getByLabel('at frames').fill('5, 13, 21');
  await table.getByLabel('at frames').press('Enter');
  await expect(table.getByRole('row')).toHaveCount(4);
  await expect(table.getByRole('row', { name: /^13/ })).toContainText('50.0 %');
  await page.keyboard.press('Escape');
  await undoAll(page);
});

test('a channel goes there and back as often as its grip is dragged to; a wobble shows its band and is baked', async ({
  page,
}) => {
  await openBench(page, 'Priya Raman', 'Tea towel drag');
  const curve = page.getByRole('region', { name: 'Curve strip' });
  await curve.getByRole('button', { name: /^Beyond/ }).click();
  await page.getByLabel('After the last key', { exact: true }).selectOption('mirror');
  await page.getByLabel('After the last key: times').fill('1');
  await page.getByLabel('After the last key: times').press('Enter');
  await page.keyboard.press('Escape');
  // The popover gives the focus back as it goes: what is pressed before that is pressed elsewhere.
  await expect(curve.getByRole('button', { name: /^Beyond/ })).toBeFocused();
  const grip = curve.getByRole('slider', { name: 'Rounds after the last key' });
  await expect(grip).toHaveAttribute('aria-valuenow', '1');
  await grip.press('ArrowRight');
  await expect
    .poll(
      async () =>
        (await savedMotion(page)).subjects.flatMap((subject) => subject.channels).find((channel) => channel.after)
          ?.after,
    )
    .toEqual({ kind: 'mirror', count: 2 });
  await goToFrame(page, 37);
  await expect(page.getByRole('textbox', { name: 'Position x on frame 37' })).toHaveValue('190');

  await curve.getByRole('button', { name: 'Wobble' }).click();
  const wobble = page.getByRole('dialog', { name: 'Wobble' });
  await wobble.getByRole('button', { name: 'off' }).click();
  await wobble.getByLabel('Amount').fill('24');
  await wobble.getByLabel('Amount').press('Enter');
  await expect(page.getByTestId('wobble-band')).toBeAttached();
  await page.reload();
  await curve.getByRole('button', { name: 'Wobble' }).click();
  await wobble.getByLabel('Roughness').fill('3');
  await wobble.getByLabel('Roughness').press('Enter');
  await expect(wobble.getByLabel('Roughness')).toHaveAttribute('aria-invalid', 'true');
  await wobble.getByLabel('Roughness').fill('0.4');
  await wobble.getByRole('button', { name: 'Bake to keys' }).click();
  await page.keyboard.press('Escape');
  // The corner that is held has two of its own.
  expect(await keyFrames(page, 'Position x')).toHaveLength(41 + 2);
  await expect(page.getByTestId('wobble-band')).toBeHidden();

  // On a narrow screen the keys of every frame crowd: they are painted, found by their place, and the one taken hold of
  // is built.
  await page.setViewportSize({ width: 1100, height: 800 });
  await expect(keyMark(page, 'Position x', 20)).toHaveCount(0);
  const ruler = (await page.getByRole('slider', { name: 'Playhead' }).boundingBox())!;
  const row = await middleOf(page.getByRole('group', { name: /^Keys of Position x/ }).first());
  const x = ruler.x + 30 + (19 * (ruler.width - 60)) / 40;
  await page.mouse.click(x, row.y);
  await expect(keyMark(page, 'Position x', 20)).toHaveAttribute('aria-pressed', 'true');
  const value = page.getByRole('group', { name: 'Selected keys' }).getByLabel('value');
  const before = Number(await value.inputValue());
  const key = await middleOf(curve.getByRole('button', { name: /^Position x .*on frame 20, key of the curve/ }));
  await page.keyboard.press('Escape');
  await expect(curve.getByRole('button', { name: /^Position x .*key of the curve/ })).toHaveCount(0);
  await drag(page, key, { x: 0, y: -30 });
  await expect(value).not.toHaveValue(String(before));
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(value).toHaveValue(String(before));

  // So are their speeds: what is taken hold of is selected, and the rest has no element of its own.
  await page.getByRole('button', { name: 'Speed', exact: true }).click();
  const leaving = page.getByRole('slider', { name: /^Speed the key on frame \d+ leaves with/ });
  await expect(leaving).toHaveAccessibleName('Speed the key on frame 20 leaves with');
  const knob = await middleOf(leaving);
  const speed = Number(await leaving.getAttribute('aria-valuenow'));
  await page.keyboard.press('Escape');
  await expect(leaving).toHaveCount(0);
  await drag(page, knob, { x: 0, y: -25 });
  await expect(leaving).toHaveAccessibleName('Speed the key on frame 20 leaves with');
  expect(Number(await leaving.getAttribute('aria-valuenow'))).toBeGreaterThan(speed);
  await undoAll(page);
});

test('a move goes onto a path and back unchanged; values in another unit; curves on one scale or their own', async ({
  page,
}) => {
  await openBench(page, 'Priya Raman', 'Tea towel drag');
  await goToFrame(page, 13);
  const curve = page.getByRole('region', { name: 'Curve strip' });
  const x = page.getByRole('textbox', { name: 'Position x on frame 13' });
  const before = await x.inputValue();
  await curve.getByLabel('Values in').selectOption('m');
  await expect(x).not.toHaveValue(before);
  const metres = Number(await x.inputValue());
  await x.fill('+=0.5');
  await x.press('Enter');
  expect(Number(await x.inputValue())).toBeCloseTo(metres + 0.5, 2);
  await page.getByRole('button', { name: 'Undo' }).click();
  await curve.getByLabel('Values in').selectOption('px');
  await curve.getByLabel('Vertical scale').selectOption('normalised');
  await expect(curve.locator('svg').getByText('100 %')).toBeVisible();
  await curve.getByLabel('Vertical scale').selectOption('own');
  await curve.getByRole('button', { name: 'Curve of Rotation' }).click();
  await expect(curve.getByRole('button', { name: /^Rotation .*key of the curve/ })).toHaveCount(0);

  await page.getByRole('button', { name: 'Move', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Put the move on a path of its own' }).click();
  await expect.poll(async () => (await savedMotion(page)).guides.length).toBe(1);
  await expect(keyMark(page, 'Travel', 5).first()).toBeVisible();
  await page.getByRole('button', { name: 'Move', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Take it off the path, into keys' }).click();
  await expect.poll(async () => (await savedMotion(page)).guides.length).toBe(0);
  await expect(x).toHaveValue(before);
  await undoAll(page);
});
