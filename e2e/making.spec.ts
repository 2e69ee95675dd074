import { crc32, deflateSync } from 'node:zlib';
import { expect, type Page, test } from '@playwright/test';
import { zipSync } from 'fflate';
import { drag, expectAccessible, goToFrame, keyFrames, middleOf, moveByKeys, saved, signIn, undoAll } from './steps.ts';

/** A blank exercise with the picture over the whole width, where scenes are made. */
async function blankPicture(page: Page): Promise<void> {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('button', { name: 'Set an exercise' }).click();
  await page.getByRole('button', { name: 'A blank stage' }).click();
  await page.getByRole('button', { name: /^Record o/ }).waitFor();
  await page.getByRole('radio', { name: 'Picture only' }).click();
  await page.getByRole('group', { name: 'Tools' }).waitFor();
}

/** Where a place of the 960 px wide stage is in the window. */
async function onStage(page: Page, x: number, y: number): Promise<{ x: number; y: number }> {
  const box = (await page.locator('[data-stage]').first().boundingBox())!;
  const scale = box.width / 960;
  return { x: box.x + x * scale, y: box.y + y * scale };
}

/** Draws by hand along places of the stage. */
async function drawBy(page: Page, places: readonly (readonly [number, number])[]): Promise<void> {
  for (const [i, [x, y]] of places.entries()) {
    const at = await onStage(page, x, y);
    await page.mouse.move(at.x, at.y);
    if (i === 0) await page.mouse.down();
  }
  await page.mouse.up();
}

const subjects = (page: Page) => page.getByRole('region', { name: 'Subjects' });
const tool = (page: Page, name: string) =>
  page.getByRole('group', { name: 'Tools' }).getByRole('button', { name, exact: true });

test('a shape, words and a line by hand are drawn, named and kept; points are moved; each step is taken back', async ({
  page,
}) => {
  await blankPicture(page);
  await tool(page, 'Shape').click();
  await drag(page, await onStage(page, 600, 60), { x: 120, y: 70 });
  await expect(subjects(page).getByRole('button', { name: 'Box 2', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await tool(page, 'Text').click();
  const words = await onStage(page, 300, 80);
  await page.mouse.click(words.x, words.y);
  await page.getByLabel('Words').fill('Pan');
  await expect(subjects(page).getByRole('button', { name: 'Text', exact: true })).toBeVisible();
  await tool(page, 'Brush').click();
  await drawBy(
    page,
    Array.from({ length: 25 }, (_, i) => [120 + i * 8, 380 + 40 * Math.sin(i / 4)] as const),
  );
  const drawn = subjects(page).getByRole('button', { name: 'Drawn', exact: true });
  await expect(drawn).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('group', { name: 'Drawings' })).toContainText('Drawing 1 of 1 is up on frame 1');
  await saved(page);
  await page.reload();
  await expect(drawn).toBeVisible();
  await expectAccessible(page);
  await tool(page, 'Points').click();
  await drawn.click();
  const points = page.getByRole('button', { name: /^Point \d+ of line 1/ });
  const before = await middleOf(points.first());
  await drag(page, before, { x: 0, y: -40 });
  await expect.poll(async () => Math.round((await middleOf(points.first())).y - before.y)).toBe(-40);
  await points.first().focus();
  const count = await points.count();
  await page.keyboard.press('Delete');
  await expect(points).toHaveCount(count - 1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => Math.round((await middleOf(points.first())).y - before.y)).toBe(0);
});

test('handles turn, size, squash and skew with keys on this frame, also by keyboard; the pivot moves alone', async ({
  page,
}) => {
  await blankPicture(page);
  await goToFrame(page, 9);
  const numbers = page.getByRole('region', { name: 'Numbers' });
  const value = (name: string) => numbers.getByRole('textbox', { name: `${name} on frame 9` });
  const turn = page.getByRole('slider', { name: 'Turn' });
  const handle = await middleOf(turn);
  await page.mouse.move(handle.x, handle.y);
  await page.mouse.down();
  await page.mouse.move(handle.x + 30, handle.y + 30, { steps: 4 });
  await expect(page.getByRole('status').filter({ hasText: /^rotation \d/ })).toBeVisible();
  await page.mouse.up();
  await expect(value('Rotation')).not.toHaveValue('0');
  await turn.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Escape');
  expect(await keyFrames(page, 'Rotation')).toEqual([9]);
  await page.getByRole('slider', { name: 'Squash and stretch' }).focus();
  for (let i = 0; i < 2; i++) await page.keyboard.press('Shift+ArrowDown');
  await expect(value('Scale y')).toHaveValue('0.8');
  await expect(value('Scale x')).toHaveValue('1.25');
  await page.getByRole('slider', { name: 'Width', exact: true }).focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByText(/^volume 108 %/)).toBeVisible();
  const pivot = page.getByRole('img', { name: 'Pivot' });
  await drag(page, await middleOf(pivot), { x: -20, y: 0 });
  await expect(page.getByLabel('Pivot x, px')).not.toHaveValue('0');
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Pivot x, px')).not.toHaveValue('0');
});

test('a subject goes along a round path at once; marks are spread and dragged; the path is opened and goes', async ({
  page,
}) => {
  await blankPicture(page);
  await tool(page, 'Path').click();
  await page.getByRole('radio', { name: 'round' }).click();
  await drag(page, await onStage(page, 480, 270), { x: 150, y: 110 });
  await expect(page.getByLabel('Goes along')).toHaveText(/Path 1/);
  expect(await keyFrames(page, 'Travel')).toHaveLength(2);
  await page.getByRole('textbox', { name: 'Marks' }).fill('12');
  await page.getByLabel('spread').selectOption({ label: 'dense at both turns' });
  await page.getByRole('button', { name: 'Put marks' }).click();
  await expect.poll(() => keyFrames(page, 'Travel')).toHaveLength(13);
  await tool(page, 'Pose').click();
  const marks = page.getByRole('img', { name: /^Mark on frame/ });
  const third = page.getByRole('img', { name: 'Mark on frame 4', exact: true });
  await expect(marks).toHaveCount(25);
  const before = await middleOf(third);
  await drag(page, before, { x: -30, y: 20 });
  await expect.poll(async () => (await middleOf(third)).x).toBeLessThan(before.x - 5);
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Open it at its end' }).click();
  await expect(page.getByRole('button', { name: 'Close it' })).toBeVisible();
  await page.getByRole('button', { name: 'Take it out' }).click();
  await expect(page.getByLabel('Goes along')).toBeHidden();
  await saved(page);
});

test('drawings frame by frame: a copy from here on, held longer, all on twos; another taken out', async ({ page }) => {
  await blankPicture(page);
  await tool(page, 'Pencil').click();
  await drawBy(page, [[300, 300], [340, 200], [300, 120], [280, 90]]); // prettier-ignore
  const drawings = page.getByRole('group', { name: 'Drawings' });
  await expect(drawings).toContainText('Drawing 1 of 1');
  for (const frame of [5, 9]) {
    await goToFrame(page, frame);
    await drawings.getByRole('button', { name: 'Copy of this one here' }).click();
    await drawBy(page, [[400, 300], [420 + frame * 10, 200], [400, 120]]); // prettier-ignore
  }
  await expect(drawings).toContainText('Drawing 3 of 3 is up on frame 9');
  expect(await keyFrames(page, 'Drawing')).toEqual([1, 5, 9]);
  await goToFrame(page, 5);
  await drawings.getByRole('textbox', { name: 'Frames this drawing is held' }).fill('7');
  await drawings.getByRole('textbox', { name: 'Frames this drawing is held' }).press('Enter');
  await expect.poll(() => keyFrames(page, 'Drawing')).toEqual([1, 5, 12]);
  await drawings.getByRole('button', { name: 'All', exact: true }).click();
  await expect.poll(() => keyFrames(page, 'Drawing')).toEqual([1, 3, 5]);
  await goToFrame(page, 3);
  await drawings.getByRole('button', { name: 'Take this one out' }).click();
  await expect.poll(() => keyFrames(page, 'Drawing')).toEqual([1, 5]);
  await saved(page);
  await page.reload();
  await expect.poll(() => keyFrames(page, 'Drawing')).toEqual([1, 5]);
});

test('parts are hung, grouped, copied and hidden; a chain follows its end as far as it reaches', async ({ page }) => {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('link', { name: 'Whisk arm', exact: true }).click();
  await page.getByRole('button', { name: /^Record o/ }).waitFor();
  await page.getByRole('radio', { name: 'Picture only' }).click();
  await goToFrame(page, 9);
  await subjects(page).getByRole('button', { name: 'Whisk', exact: true }).click();
  const end = page.getByRole('button', { name: /^End of Whisk/ });
  const from = await middleOf(end);
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(from.x + 60, from.y - 80, { steps: 3 });
  await page.mouse.move(from.x + 600, from.y - 200, { steps: 3 });
  await expect(page.getByText('its limit is 98 %, it is not pulled further')).toBeVisible();
  await page.mouse.up();
  for (const part of ['Upper arm', 'Forearm', 'Whisk']) {
    await subjects(page).getByRole('button', { name: part, exact: true }).click();
    await expect
      .poll(async () => (await keyFrames(page, 'Rotation')).filter((frame) => frame === 9).length)
      .toBeGreaterThan(0);
  }
  await page.getByRole('button', { name: 'Undo' }).click();

  await subjects(page).getByRole('button', { name: 'Whisk: more' }).click();
  await page.getByRole('menuitem', { name: 'Duplicate with its keys' }).click();
  await expect(subjects(page).getByRole('button', { name: 'Whisk, copy', exact: true })).toBeVisible();
  await page.getByLabel('Carried by').selectOption('nothing');
  await subjects(page).getByRole('checkbox', { name: 'Tick Whisk, copy' }).check();
  await subjects(page).getByRole('checkbox', { name: 'Tick Bowl' }).check();
  await subjects(page).getByRole('button', { name: 'Group' }).click();
  await expect(subjects(page).getByRole('listitem').filter({ hasText: 'Bowl' })).toContainText('on Group 1');
  await subjects(page).getByRole('button', { name: 'Bowl is seen' }).click();
  await expect(subjects(page)).toContainText('One subject is hidden');
  await subjects(page).getByRole('button', { name: 'Whisk: more' }).click();
  await page.getByRole('menuitem', { name: 'Look at it alone' }).click();
  await expect(subjects(page)).toContainText('Only Whisk is in the picture now.');
  await subjects(page).getByRole('button', { name: 'Show all', exact: true }).click();
  for (let i = 0; i < 4; i++) await page.getByRole('button', { name: 'Undo' }).click();
  await expect(subjects(page).getByRole('listitem').filter({ hasText: 'copy' })).toHaveCount(0);
});

/** A PNG that says it is so large, and holds these bytes of its rows. */
function pngOf(width: number, height: number, rows: Buffer): Buffer {
  const chunk = (type: string, data: Buffer): Buffer => {
    const body = Buffer.concat([Buffer.from(type), data]);
    const length = Buffer.alloc(4);
    length.writeUInt32BE(data.length);
    const sum = Buffer.alloc(4);
    sum.writeUInt32BE(crc32(body));
    return Buffer.concat([length, body, sum]);
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width, 0);
  head.writeUInt32BE(height, 4);
  head.set([8, 2, 0, 0, 0], 8);
  const signature = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
  return Buffer.concat([
    signature,
    chunk('IHDR', head),
    chunk('IDAT', deflateSync(rows)),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

/** A PNG of 20,000 by 10,000 px that holds next to nothing. */
const hugePng = (): Buffer => pngOf(20_000, 10_000, Buffer.alloc(2000));

/** A small PNG of one grey. */
function greyPng(grey: number): Buffer {
  const row = Buffer.alloc(1 + 3 * 40, grey);
  row[0] = 0;
  return pngOf(40, 30, Buffer.concat(Array.from({ length: 30 }, () => row)));
}

test('numbered pictures, in a zip or many files, are one subject that shows one after another', async ({ page }) => {
  await blankPicture(page);
  const greys = [40, 90, 140, 190, 240].map(
    (grey, i) => [`shot/cup-${String(i + 8).padStart(4, '0')}.png`, grey] as const,
  );
  const zip = zipSync(Object.fromEntries(greys.map(([name, grey]) => [name, greyPng(grey)] as const)));
  const files = page.getByLabel('Picture file');
  await files.setInputFiles({ name: 'cup.zip', mimeType: 'application/zip', buffer: Buffer.from(zip) });
  const sheet = page.getByRole('dialog', { name: '5 numbered pictures: cup' });
  await expect(sheet.getByText('8 to 12 are 1 to 5')).toBeVisible();
  await expectAccessible(page);
  await sheet.getByLabel('Frames', { exact: true }).fill('3');
  await sheet.getByLabel('Frames', { exact: true }).press('Tab');
  await sheet.getByRole('button', { name: 'Take them' }).click();
  const cup = subjects(page).getByRole('button', { name: 'cup', exact: true });
  await expect(cup).toHaveAttribute('aria-pressed', 'true');
  const drawings = page.getByRole('group', { name: 'Drawings' });
  await expect(drawings).toContainText('Picture 1 of 5 is up on frame 1, for 3 frames.');
  await goToFrame(page, 8);
  await expect(drawings).toContainText('Picture 3 of 5 is up on frame 8');
  const grey = async (): Promise<number> => {
    const at = await onStage(page, 480, 270);
    const clip = { x: Math.round(at.x) - 11, y: Math.round(at.y) + 6, width: 1, height: 1 };
    const png = (await page.screenshot({ clip })).toString('base64');
    return page.evaluate(async (data) => {
      const bytes = Uint8Array.from(atob(data), (letter) => letter.charCodeAt(0));
      const context = new OffscreenCanvas(1, 1).getContext('2d')!;
      context.drawImage(await createImageBitmap(new Blob([bytes])), 0, 0);
      return context.getImageData(0, 0, 1, 1).data[0]!;
    }, png);
  };
  await expect.poll(grey).toBe(140);
  await drawings.getByRole('button', { name: 'All' }).click();
  await expect(drawings).toContainText('Picture 4 of 5 is up on frame 8, for 2 frames.');
  await expect.poll(grey).toBe(190);
  await saved(page);
  await page.reload();
  await expect(cup).toBeVisible();
  await files.setInputFiles({ name: 'none.zip', mimeType: 'application/zip', buffer: Buffer.from('no zip') });
  await expect(page.getByText('This file is no zip, or is broken.')).toBeVisible();
});

test('the longest line of an SVG file is a path that the subject goes along; one without lines is refused', async ({
  page,
}) => {
  await blankPicture(page);
  await subjects(page).getByRole('button').first().click();
  await tool(page, 'Path').click();
  const put = (content: string) =>
    page.getByLabel('SVG file of a path').setInputFiles({
      name: 'swing.svg',
      mimeType: 'image/svg+xml',
      buffer: Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 960 540">${content}</svg>`),
    });
  await put('<text>Nothing</text>');
  await expect(page.getByText(/has no line that can be a path/)).toBeVisible();
  await put(
    '<path d="M10 10h20"/><g transform="translate(100 100)"><path d="M0 0C100 200 300 200 400 0" fill="none"/></g>',
  );
  await expect(page.getByLabel('Goes along')).toHaveText(/swing/);
  expect(await keyFrames(page, 'Travel')).toHaveLength(2);
});

test('pictures come in as outlines or as pictures; nothing in them runs, what is too large is refused', async ({
  page,
}) => {
  await blankPicture(page);
  const put = (name: string, mimeType: string, content: string | Buffer) =>
    page.getByLabel('Picture file').setInputFiles({ name, mimeType, buffer: Buffer.from(content) });
  await put(
    'spoon.svg',
    'image/svg+xml',
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 60"><g transform="translate(10 5)">
      <path d="M0 0h60v30q-30 20-60 0z" fill="#c8451b"/></g><circle cx="80" cy="40" r="12"/></svg>`,
  );
  await expect(subjects(page).getByRole('button', { name: 'spoon', exact: true })).toBeVisible();
  await tool(page, 'Points').click();
  await expect(page.getByRole('button', { name: /^Point \d+ of line/ })).not.toHaveCount(0);
  let asked = 0;
  await page.route('**/nowhere.example/**', (route) => {
    asked++;
    return route.abort();
  });
  await put(
    'hostile.svg',
    'image/svg+xml',
    `<svg xmlns="http://www.w3.org/2000/svg" width="80" height="60" onload="window.broken=1">
      <script>window.broken = 1</script><style>@import url('http://nowhere.example/a.css');</style>
      <image href="http://nowhere.example/a.png" width="10" height="10"/>
      <foreignObject><body xmlns="http://www.w3.org/1999/xhtml">
        <img src="x" onerror="window.broken=1"/></body></foreignObject>
      <rect width="80" height="60" fill="#0b7a6f" style="opacity:0.5"/></svg>`,
  );
  const hostile = subjects(page).getByRole('button', { name: 'hostile', exact: true });
  await expect(hostile).toBeVisible();
  await expect(page.getByRole('combobox', { name: 'Shape' })).toHaveText(/Picture/);
  expect([await page.evaluate(() => 'broken' in window), asked]).toEqual([false, 0]);
  await page.getByRole('button', { name: 'Its own size' }).click();
  await expect(page.getByRole('textbox', { name: 'Height', exact: true })).toHaveValue('768');
  await page.getByRole('button', { name: 'Undo' }).click();
  await put('huge.png', 'image/png', hugePng());
  await expect(page.getByText(/^“huge.png” cannot be drawn. A picture /)).toBeVisible();
  await put('notes.png', 'image/png', 'this is no picture');
  await expect(page.getByText('“notes.png” cannot be drawn')).toBeVisible();
  await expect(subjects(page).getByRole('listitem')).toHaveCount(3);
  await saved(page);
});

test('the picture is looked at from nearer by, measured and lined up; subjects snap; a colour is taken', async ({
  page,
}) => {
  await blankPicture(page);
  const stage = page.locator('[data-stage]').first();
  const width = async (): Promise<number> => (await stage.boundingBox())!.width;
  const whole = await width();
  const size = page.getByRole('group', { name: 'Size of the picture' });
  await size.getByRole('button', { name: 'Nearer' }).click();
  await expect.poll(width).toBeGreaterThan(whole * 1.4);
  await size.getByRole('button', { name: 'All of the picture' }).click();
  await expect.poll(width).toBe(whole);

  await size.getByRole('button', { name: 'Rulers and grid' }).click();
  const rulers = page.getByRole('group', { name: 'Rulers and grid' });
  await expect(rulers.getByText('400', { exact: true }).first()).toBeVisible();
  await rulers.getByRole('button', { name: 'Measured in px' }).click();
  await expect(rulers.getByText('4', { exact: true }).first()).toBeVisible();
  const ruler = await onStage(page, 9, 200);
  await drag(page, ruler, { x: (await onStage(page, 333, 0)).x - ruler.x, y: 0 });
  await expect(rulers.getByRole('img', { name: /^Line at 3\.3\d? m$/ })).toHaveCount(1);

  await page
    .getByRole('region', { name: 'Numbers' })
    .getByRole('button', { name: /^Show \d+$/ })
    .click();
  const x = page.getByRole('textbox', { name: 'Position x on frame 1' });
  // The box is 90 px wide: its left edge comes near the line and is drawn to it.
  const box = Number((await x.inputValue()).replace('−', '-'));
  const from = await onStage(page, box, 270);
  const to = await onStage(page, 333 + 45 + 2, 270);
  await drag(page, from, { x: to.x - from.x, y: 0 });
  const line = Number(
    /[\d.]+/.exec((await rulers.getByRole('img', { name: /^Line at/ }).getAttribute('aria-label'))!)![0],
  );
  await expect(x).toHaveValue(String(Math.round(line * 100) + 45));

  await page
    .getByRole('button', { name: /^Fill: #/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Take a colour from the picture' }).click();
  const ground = await onStage(page, 730, 130);
  await page.mouse.click(ground.x, ground.y);
  await expect(page.getByRole('button', { name: 'Fill: #fffdf8' }).first()).toBeVisible();
});

test('in depth: dragged from above a subject is behind; the camera is keyed and looked past', async ({ page }) => {
  await blankPicture(page);
  const above = page.getByRole('group', { name: 'The stage from above' });
  const dot = above.getByRole('button', { name: /m deep$/ });
  await expect(dot).toHaveAccessibleName(/, 0\.00 m deep$/);
  await goToFrame(page, 13);
  await drag(page, await middleOf(dot), { x: 20, y: -25 });
  await expect.poll(() => keyFrames(page, 'Depth')).toEqual([13]);
  await expect(dot).not.toHaveAccessibleName(/, 0\.00 m deep$/);
  await page.getByRole('button', { name: 'Add a camera' }).click();
  await expect(subjects(page).getByRole('button', { name: 'Camera', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  const canvas = page.locator('[data-stage] canvas').first();
  /** What the picture shows, in a number. */
  const seen = (): Promise<number> =>
    canvas.evaluate((element) => {
      const { width, height } = element as HTMLCanvasElement;
      const { data } = (element as HTMLCanvasElement).getContext('2d')!.getImageData(0, 0, width, height);
      return data.reduce((sum, byte, at) => (sum * 31 + byte + at) % 1_000_000_007, 7);
    });
  const before = await seen();
  const zoom = page.getByRole('textbox', { name: 'Scale x on frame 13' });
  await page.getByRole('button', { name: /^Show \d+$/ }).click();
  await zoom.fill('2');
  await zoom.press('Enter');
  await expect.poll(() => keyFrames(page, 'Scale x')).toEqual([13]);
  await expect.poll(seen).not.toBe(before);
  const nearer = await seen();
  await page.getByRole('radio', { name: 'from the front' }).click();
  await expect.poll(seen).not.toBe(nearer);
  await saved(page);
});

test('one outline becomes another, keyed at once; the match is seen and its beginning dragged', async ({ page }) => {
  await blankPicture(page);
  await tool(page, 'Shape').click();
  await drag(page, await onStage(page, 600, 100), { x: 120, y: 120 });
  await page.getByRole('combobox', { name: 'Shape' }).selectOption('disc');
  await subjects(page).getByRole('listitem').last().getByRole('button', { pressed: false }).first().click();
  await page.getByLabel('Becomes').selectOption({ index: 1 });
  await expect.poll(() => keyFrames(page, 'Morph')).toEqual([1, 25]);
  await tool(page, 'Points').click();
  const begin = page.getByRole('button', { name: /^Where the other outline begins/ });
  const from = await middleOf(begin);
  await drag(page, from, { x: 25, y: 45 });
  await expect
    .poll(async () => Math.hypot((await middleOf(begin)).x - from.x, (await middleOf(begin)).y - from.y))
    .toBeGreaterThan(10);
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => keyFrames(page, 'Morph')).toEqual([]);
});

test('subjects are put in another order by keyboard and by dragging, and it is undone', async ({ page }) => {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('link', { name: 'Whisk arm', exact: true }).click();
  await page.getByRole('radio', { name: 'Picture only' }).click();
  // Another journey makes things in it.
  await undoAll(page);
  const handles = subjects(page).getByRole('button', { name: /^Order of/ });
  const inOrder = (...names: string[]) =>
    expect
      .poll(() =>
        handles.evaluateAll((all) => all.map((one) => one.getAttribute('aria-label')!.slice('Order of '.length))),
      )
      .toEqual([...names, 'Upper arm', 'Counter']);
  await inOrder('Bowl', 'Whisk', 'Forearm');
  const handle = (name: string) => subjects(page).getByRole('button', { name: `Order of ${name}` });
  await moveByKeys(handle('Bowl'), 'ArrowDown', handle('Whisk'));
  await inOrder('Whisk', 'Bowl', 'Forearm');
  await handles.nth(2).dragTo(handles.first(), { steps: 12 });
  await inOrder('Forearm', 'Whisk', 'Bowl');
  for (let i = 0; i < 2; i++) await page.getByRole('button', { name: /^Undo/ }).click();
  await inOrder('Bowl', 'Whisk', 'Forearm');
});
