import { expect, type Page, test } from '@playwright/test';
import { drag, goToFrame, keyMark, middleOf, openBench, saved, signIn, undoAll } from './steps.ts';

const playhead = (page: Page) => page.getByRole('slider', { name: 'Playhead' });
const readout = (page: Page) => page.getByTestId('range-readout');

test.beforeEach(({ page }) => openBench(page, 'Ines Calado', 'Toaster rack'));
test.afterEach(({ page }) => undoAll(page));

test('any place is typed; the ruler is written in every unit; the playhead goes between frames', async ({ page }) => {
  const field = page.getByRole('textbox', { name: 'Frame', exact: true });
  for (const [typed, frame] of [
    ['0.5s', '13'],
    ['00:00:01:00', '25'],
    ['12.25', '12.25'],
  ] as const) {
    await field.fill(typed);
    await field.press('Enter');
    await expect(playhead(page)).toHaveAttribute('aria-valuenow', frame);
  }
  await field.fill('soon');
  await field.press('Enter');
  await expect(page.getByRole('alert')).toContainText('"soon" is not a time');
  await field.press('Escape');
  await page.getByLabel('Ruler in').selectOption('timecode');
  await expect(page.getByText('00:00:00:00')).toBeVisible();
  await expect(playhead(page)).toHaveAttribute('aria-valuetext', /00:00:00:11/);
  await page.reload();
  await expect(page.getByLabel('Ruler in')).toHaveValue('timecode');
  await page.getByLabel('Ruler in').selectOption('frames');
  await playhead(page).focus();
  await page.keyboard.press('Alt+ArrowRight');
  await expect(playhead(page)).toHaveAttribute('aria-valuenow', '1.1');
  await page.keyboard.press('ArrowRight');
  await expect(playhead(page)).toHaveAttribute('aria-valuenow', '2');
});

test('the work range is set from here, dragged and typed; playback keeps to it, also after a reload', async ({
  page,
}) => {
  await goToFrame(page, 9);
  await page.keyboard.press('{');
  await expect(readout(page)).toContainText('plays 9–49');
  await goToFrame(page, 12);
  await page.keyboard.press('}');
  await expect(readout(page)).toContainText('plays 9–12');
  await expect(readout(page)).toContainText('runs 0.167 s · travel 0.125 s');
  const px =
    ((await middleOf(keyMark(page, 'Position y', 31))).x - (await middleOf(keyMark(page, 'Position y', 9))).x) / 22;
  await drag(page, await middleOf(page.getByRole('slider', { name: 'Work range, last frame' })), { x: 8 * px, y: 0 });
  await expect(readout(page)).toContainText('plays 9–20');
  await page.getByRole('slider', { name: 'Work range, first frame' }).press('ArrowRight');
  await expect(readout(page)).toContainText('plays 10–20');
  await saved(page);
  await page.reload();
  await expect(readout(page)).toContainText('plays 10–20');

  await page.keyboard.press('l');
  await page.keyboard.press('l');
  await expect(page.getByRole('button', { name: 'Plays: Once' })).toBeVisible();
  await page.keyboard.press(' ');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  await expect(playhead(page)).toHaveAttribute('aria-valuenow', '20');
  const counts = /(\d+) shown · (\d+) dropped/.exec((await page.getByTestId('playback-report').textContent())!)!;
  expect(Number(counts[1]) + Number(counts[2])).toBe(11);
  await page.keyboard.press('Shift+ ');
  await expect(playhead(page)).toHaveAttribute('aria-valuenow', '10');

  await readout(page).click();
  await page.getByLabel('Work range, last frame, typed').fill('60');
  await expect(page.getByRole('alert')).toHaveText('It lies within 1 to 49.');
  await expect(page.getByRole('dialog')).toContainText('Rate and range are set by the exercise.');
  await page.getByLabel('Work range, last frame, typed').fill('30');
  await page.keyboard.press('Enter');
  await expect(readout(page)).toContainText('plays 10–30');
  await page.getByRole('button', { name: 'Play the whole range' }).click();
  await expect(readout(page)).not.toContainText('plays');
  await page.keyboard.press('Escape');
  await page.keyboard.press('l');
});

test('viewing speed is apart from the motion’s length; key stepping can stop at one channel, and says so', async ({
  page,
}) => {
  await page.getByRole('button', { name: 'Viewing at 100 %' }).click();
  const speed = page.getByLabel('Viewing speed in percent');
  await speed.fill('5');
  await speed.press('Enter');
  await expect(speed).toHaveAttribute('aria-invalid', 'true');
  await speed.fill('-50');
  await speed.press('Enter');
  await page.getByLabel(/^Every frame/).check();
  await page.getByLabel('Key stepping stops at keys of').last().selectOption('channel');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Viewing at −50 %' })).toBeVisible();
  await expect(readout(page)).toContainText('runs 2.042 s');
  await goToFrame(page, 30);
  await page.keyboard.press(' ');
  await expect.poll(async () => Number(await playhead(page).getAttribute('aria-valuenow'))).toBeLessThan(29);
  await page.keyboard.press(' ');
  await page.getByRole('button', { name: 'Key on', exact: true }).hover();
  await expect(page.getByRole('tooltip')).toContainText('Key on of Bread, position y');
  await page.evaluate(() => localStorage.removeItem('undulan:playback'));
});

test('time is zoomed and panned by wheel, keys and the bar, and fitted again', async ({ page }) => {
  const key = keyMark(page, 'Position y', 20);
  const before = await middleOf(key);
  await goToFrame(page, 20);
  for (let i = 0; i < 3; i++) await page.keyboard.press('+');
  await expect(page.getByRole('scrollbar', { name: 'Frames in view' })).toBeVisible();
  await expect(keyMark(page, 'Position y', 31)).toBeHidden();
  await page.getByRole('scrollbar', { name: 'Frames in view' }).press('PageDown');
  await expect(keyMark(page, 'Position y', 31)).toBeVisible();
  await page.getByRole('button', { name: 'Fit everything in view' }).click();
  expect(Math.abs((await middleOf(key)).x - before.x)).toBeLessThan(2);

  await page.mouse.move(before.x, before.y);
  await page.keyboard.down('Control');
  await page.mouse.wheel(0, -400);
  await page.keyboard.up('Control');
  await expect(page.getByRole('scrollbar', { name: 'Frames in view' })).toBeVisible();
  expect(Math.abs((await middleOf(key)).x - before.x)).toBeLessThan(2);
  await page.keyboard.press('0');
  await keyMark(page, 'Position y', 26).click();
  await keyMark(page, 'Position y', 31).click({ modifiers: ['Shift'] });
  await page.keyboard.press('9');
  await expect(keyMark(page, 'Position y', 9)).toBeHidden();
  await expect(keyMark(page, 'Position y', 26)).toBeVisible();
});

test('cue marks are set, named, moved and snapped to; the film seeks', async ({ page }) => {
  await goToFrame(page, 17);
  await page.keyboard.press('c');
  await page.getByRole('toolbar', { name: 'Keys' }).getByRole('button', { name: /^Cues/ }).click();
  await page.getByLabel('Name of cue 1').fill('pop');
  await page.getByLabel('Name of cue 1').press('Enter');
  await page.getByLabel('Frame of cue 1').fill('17.5');
  await page.getByLabel('Frame of cue 1').press('Enter');
  await page.keyboard.press('Escape');
  await expect(page.getByText('Cue on 17.5: pop')).toBeAttached();
  const px =
    ((await middleOf(keyMark(page, 'Position y', 31))).x - (await middleOf(keyMark(page, 'Position y', 9))).x) / 22;
  await drag(page, await middleOf(keyMark(page, 'Position y', 20)), { x: -2.3 * px, y: 0 });
  await expect(keyMark(page, 'Position y', 17.5)).toBeVisible();

  await page.keyboard.press('6');
  await page
    .getByRole('button', { name: /^Picture of frame 2[0-9]/ })
    .first()
    .click();
  await expect.poll(async () => Number(await playhead(page).getAttribute('aria-valuenow'))).toBeGreaterThan(19);
  await page.keyboard.press('6');
});

test('shortcuts are given other keys, refused when taken, and are there at the next sign-in', async ({ page }) => {
  await page.keyboard.press('?');
  const sheet = page.getByRole('dialog', { name: 'Keyboard shortcuts' });
  const keysOf = (label: string) => sheet.getByRole('listitem').filter({ hasText: label }).getByRole('button');
  await keysOf('One frame on').click();
  await page.keyboard.press('m');
  await expect(sheet.getByRole('alert')).toContainText('M is taken: Show or hide the trail.');
  await keysOf('One frame on').click();
  await page.keyboard.press('q');
  await expect(keysOf('One frame on')).toHaveText('Q');
  await page.keyboard.press('Escape');
  await page.keyboard.press('q');
  await expect(playhead(page)).toHaveAttribute('aria-valuenow', '2');

  await page.context().clearCookies();
  await signIn(page, 'Ines Calado');
  await page.keyboard.press('?');
  await expect(keysOf('One frame on')).toHaveText('Q');
  await sheet.getByRole('button', { name: 'Back to the given ones' }).click();
  await expect(keysOf('One frame on')).toHaveText('.');
  await page.keyboard.press('Escape');
  await openBench(page, 'Ines Calado', 'Toaster rack');
});

test('a finger scrubs on the ruler and drags a key', async ({ page }) => {
  const cdp = await page.context().newCDPSession(page);
  await cdp.send('Emulation.setTouchEmulationEnabled', { enabled: true });
  const stroke = async (from: { x: number; y: number }, dx: number): Promise<void> => {
    const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', x?: number) =>
      cdp.send('Input.dispatchTouchEvent', { type, touchPoints: x === undefined ? [] : [{ x, y: from.y }] });
    await touch('touchStart', from.x);
    for (const share of [0.3, 0.7, 1]) await touch('touchMove', from.x + dx * share);
    await touch('touchEnd');
  };
  const ruler = page.getByRole('slider', { name: 'Playhead' });
  const box = (await ruler.boundingBox())!;
  const perFrame = box.width / 50;
  await stroke({ x: box.x + 60, y: box.y + 12 }, perFrame * 12);
  expect(Number(await ruler.getAttribute('aria-valuenow'))).toBeGreaterThan(10);
  await stroke(await middleOf(keyMark(page, 'Position y', 31)), perFrame * 3);
  await expect(keyMark(page, 'Position y', 34)).toBeVisible();
});
