import { expect, type Page, test } from '@playwright/test';
import { drag, expectAccessible, middleOf, saved, signIn } from './steps.ts';

async function openPlanner(page: Page, name: string, tool: string): Promise<void> {
  await signIn(page, name);
  await page.getByRole('button', { name: 'Planner' }).click();
  await page.getByRole('button', { name: tool, exact: true }).click();
}

async function tapRun(page: Page, waitsMs: readonly number[]): Promise<void> {
  await page.keyboard.press(' ');
  for (const wait of waitsMs) {
    await page.waitForTimeout(wait);
    await page.keyboard.press(' ');
  }
  await page.keyboard.press('Enter');
}

test('acting it out: runs are tapped, compared, averaged, nudged, named, and are there after a reload', async ({
  page,
}) => {
  await openPlanner(page, 'Ines Calado', 'Act it out');
  await expect(page.getByText('Your runs show here')).toBeVisible();
  await tapRun(page, [400, 600]);
  await tapRun(page, [450, 600]);
  await expect(page.getByRole('radio', { name: 'Run 2' })).toBeChecked();
  const beats = page.getByRole('region', { name: 'Beats' });
  await expect(beats.getByRole('row')).toHaveCount(4);
  const whole = beats.getByRole('row').nth(2).getByRole('cell').nth(3);
  const before = Number(await whole.textContent());
  await beats.getByRole('button', { name: 'Beat 2 a frame later' }).click();
  await expect(whole).toHaveText(String(before + 1));
  await page.getByLabel('Name of beat 2').fill('reach');
  await page.getByRole('radio', { name: 'Average' }).click();
  await expect(beats).toContainText('±');
  await page.waitForURL(/beat=reach/);
  await page.reload();
  await expect(page.getByRole('radio', { name: 'Run 2' })).toBeVisible();
  await expect(page.getByLabel('Name of beat 2')).toHaveValue('reach');

  await page.getByRole('radio', { name: 'Run 1' }).click();
  await beats.getByRole('button', { name: 'Delete beat 2' }).click();
  await expect(beats.getByRole('row')).toHaveCount(3);
  await page.getByRole('button', { name: 'Click track' }).click();
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Click track' })).toBeVisible();
  await beats.getByRole('button', { name: 'Delete run' }).click();
  await expect(page.getByRole('radio', { name: 'Run 2' })).toHaveCount(0);
  await page.getByRole('button', { name: /^To Counts/ }).click();
  await expect(page.getByRole('textbox', { name: 'Counts' })).toHaveValue('2');
});

test('counts off a whole frame offer tempi and rates that are on one; wrong input is said beside its field', async ({
  page,
}) => {
  await openPlanner(page, 'Ines Calado', 'Counts');
  const frames = page.getByRole('region', { name: 'Frames of the counts' });
  await expect(frames).toContainText('64 frames');
  await page.getByLabel('Tempo').fill('92');
  await expect(frames).toContainText('exactly 62 14/23 · rounding +0.391 f, +16.3 ms');
  const offers = page.getByRole('region', { name: 'What comes out whole' });
  await expect(offers.getByRole('button', { name: '90 bpm', exact: true })).toBeVisible();
  await expect(offers.getByRole('button', { name: '23 fps' })).toBeVisible();
  await offers.getByRole('button', { name: '96 bpm' }).click();
  await expect(frames).toContainText('60 frames');
  await frames.getByRole('button', { name: 'Use as length' }).click();
  await expect(page.getByTestId('plan-range')).toHaveText(/range 1–60 · 60 frames\s*runs 2\.500 s · travel 2\.458 s/);

  await page.getByLabel('Tempo').fill('brisk');
  await expect(page.getByRole('alert')).toHaveText('"brisk" is not a tempo. Type a tempo such as 2.5 bpm.');
  await expect(page.getByLabel('Tempo')).toHaveValue('brisk');
  await page.waitForURL(/tempo=brisk/);
  await page.reload();
  await expect(page.getByLabel('Tempo')).toHaveValue('brisk');
  await page.getByLabel('Tempo').fill('60');
  await page.getByLabel('Tempo').press('ArrowUp');
  await expect(page.getByLabel('Tempo')).toHaveValue('61');
  await drag(page, await middleOf(page.getByTitle('Drag to change').nth(1)), { x: 25, y: 0 });
  await expect(page.getByLabel('Tempo')).toHaveValue('66');
  await page.getByRole('button', { name: 'Metronome' }).click();
  await expect(page.getByRole('list', { name: 'Counts' }).locator('[data-lit]')).toHaveText('2');
});

test('calculators keep within the limits they name, whatever is typed and whatever the address says', async ({
  page,
}) => {
  await openPlanner(page, 'Ines Calado', 'Counts');
  const frames = page.getByRole('region', { name: 'Frames of the counts' });
  await page.getByLabel('Tempo').fill('1');
  await expect(frames).toContainText('5760 frames');
  const here = page.url().replace(/\?.*/, '');
  for (const [query, field, says] of [
    ['tool=counts&tempo=100000', 'Tempo', 'A tempo is from 1 to 600 bpm.'],
    ['tool=counts&counts=1000000', 'Counts', 'A number of counts is from 0.01 to 1000 counts.'],
    ['tool=distance&mover=A|0.000001 m/s|', 'Speed', 'A speed is from 0.001 to 10000 m/s.'],
  ] as const) {
    await page.goto(`${here}?${query}`);
    await expect(page.getByRole('alert')).toHaveText(says);
    await expect(page.getByLabel(field, { exact: true })).toHaveAttribute('aria-invalid', 'true');
  }
  await page.getByLabel('Speed', { exact: true }).fill('1/500 m/s + 0');
  await page.getByLabel('Distance').fill('90 km');
  await expect(page.getByRole('alert')).toContainText('is not a unit of length here. Known: m, cm, mm, ft, in, px.');
  await page.getByLabel('Distance').fill('90000');
  await expect(page.getByText('More than 100000 frames are not run here.')).toBeVisible();
});

test('movers, rates and timecode: figures, strobing, roundings, a label that does not exist', async ({ page }) => {
  await openPlanner(page, 'Ines Calado', 'Distance, speed, time');
  const movers = page.getByRole('region', { name: 'Frames of the movers' });
  for (const frames of ['576 frames', '288 frames', 'exactly 57 3/5']) await expect(movers).toContainText(frames);
  await expect(movers).not.toContainText('strobes');
  await page.getByLabel('Own length').nth(2).fill('4 in');
  await expect(movers).toContainText('strobes: a step longer than itself');
  await page.getByLabel('Speed').nth(0).fill('0 m/s');
  await expect(page.getByRole('alert')).toHaveText('A speed is from 0.001 to 10000 m/s.');
  await page.getByLabel('Speed').nth(0).fill('1 ft/s');
  await page.getByRole('button', { name: 'Run together' }).click();
  await expect(page.getByText(/^frame [1-9]\d* of 473/)).toBeVisible();

  await page.getByRole('button', { name: 'Rates', exact: true }).click();
  await expect(page.getByRole('row', { name: '13 13 1/2 14 +0.500 f, 20.0 ms' })).toBeVisible();
  await page.getByRole('button', { name: 'Use this rate and range' }).click();
  await expect(page.getByTestId('plan-range')).toContainText('range 1–50');

  await page.getByRole('button', { name: 'Timecode', exact: true }).click();
  await page.getByLabel('Rate', { exact: true }).selectOption('29.97');
  await page.getByLabel('Frame, seconds, timecode …').fill('00:01:00;00');
  await expect(page.getByRole('alert')).toContainText('does not exist');
  await page.getByLabel('Frame, seconds, timecode …').fill('1800');
  await expect(page.getByRole('row', { name: 'timecode 00:01:00;02' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Drop-frame' })).toContainText(
    'Between frames 1799 and 1800 the labels ;00 ;01 do not exist',
  );
});

test('a plan is kept in the course for everyone, and sent on into a new exercise and into one with keys', async ({
  page,
}, { retry, repeatEachIndex }) => {
  const plan = `Belt, two and a half seconds ${repeatEachIndex}${retry}`;
  await openPlanner(page, 'Ines Calado', 'Counts');
  await page.getByLabel('Length').fill('2.5s');
  await expect(page.getByRole('button', { name: 'Use in an exercise' })).toHaveAttribute('aria-disabled', 'true');
  await page.getByRole('button', { name: 'Saved plans' }).click();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('alert')).toHaveText('Give the plan a name.');
  await page.getByLabel('Keep this calculation as').fill(plan);
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('listitem').filter({ hasText: plan })).toContainText('Ines Calado');

  await openPlanner(page, 'Marta Olesen', 'Act it out');
  await page.getByRole('button', { name: 'Saved plans' }).click();
  await page.getByRole('link', { name: plan }).click();
  await expect(page.getByLabel('Length')).toHaveValue('2.5s');
  await expect(page.getByTestId('plan-range')).toContainText('range 1–60');

  await test.step('into a new exercise, with the beats that were acted out as cues', async () => {
    await page.goto(`${page.url()}&run=0-500-1250&beat=&beat=reach`);
    await page.getByRole('button', { name: 'Use in an exercise' }).click();
    await page.getByRole('button', { name: 'In a new exercise' }).click();
    await expect(page.getByRole('toolbar', { name: 'Transport' })).toContainText('24 fps · 1–60');
    await expect(page.getByText('Cue on 13: reach')).toBeAttached();
    await saved(page);
    await page.goBack();
  });
  await test.step('into one with keys: what would change is shown, and can be undone', async () => {
    await page.getByLabel('Rate', { exact: true }).selectOption('12');
    await page.getByLabel('Length').fill('10f');
    await page.getByRole('button', { name: 'Use in an exercise' }).click();
    await page.getByRole('button', { name: /^Oven light/ }).click();
    const question = page.getByRole('dialog', { name: "Use the plan's rate and range here?" });
    await expect(question).toContainText('2 keys change their frames. 2 keys lie outside the new range');
    await question.getByLabel(/frame numbers/).check();
    await expect(question).toContainText('No key changes its frame.');
    await question.getByLabel(/keep their seconds/).check();
    const before = (await page.locator('[aria-label=Transport]').textContent())!;
    await question.getByRole('button', { name: 'Use them' }).click();
    await expect(page.getByRole('toolbar', { name: 'Transport' })).toContainText('12 fps · 1–10');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('toolbar', { name: 'Transport' })).toContainText(before);
  });
});

test('every calculator is named for a screen reader and readable', async ({ page }) => {
  await signIn(page, 'Ines Calado');
  await page.getByRole('button', { name: 'Planner' }).click();
  await page.waitForURL(/planner/);
  const address = page.url().split('?')[0];
  for (const query of [
    'tool=act&run=0-500-900&run=0-540-980',
    'tool=counts&tempo=92',
    'tool=distance',
    'tool=rates',
    'tool=timecode&rate=29.97',
  ]) {
    await page.goto(`${address}?${query}`);
    await expect(page.getByRole('navigation', { name: 'Calculators' })).toBeVisible();
    await expectAccessible(page);
  }
});
