import { expect, test, type Page } from '@playwright/test';
import { keyMark, saved, signIn } from './steps.ts';

async function openDesk(page: Page, take: RegExp): Promise<void> {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('link', { name: take }).click();
  await expect(page.getByRole('list', { name: 'Findings' })).toBeVisible();
}

const playhead = (page: Page) => page.getByRole('slider', { name: 'Playhead' });

test('findings seek, become notes, and notes are changed, moved and removed', async ({ page }) => {
  await openDesk(page, /Pancake toss, Priya Raman/);
  const finding = page.getByRole('list', { name: 'Findings' }).getByRole('listitem').first();
  const sentence = (await finding.getByRole('button').first().textContent())!;
  await finding.getByRole('button').first().click();
  await expect(playhead(page)).not.toHaveAttribute('aria-valuenow', '1');
  await finding.getByRole('button', { name: /^Make a note of/ }).click();
  const writing = page.getByLabel(/^New note on frame/);
  expect(sentence).toContain(await writing.inputValue());
  await page.getByRole('button', { name: /^Pin to frame/ }).click();
  await expect(page.getByRole('tab', { name: 'Notes 1' })).toBeVisible();

  await page.getByRole('button', { name: /^Change the note/ }).click();
  await page.getByLabel(/^Note on frame/).fill('The apex is late: count it.');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'To the first frame' }).click();
  await page.getByRole('button', { name: 'Move to frame 1' }).click();
  await page.getByRole('button', { name: 'Keep the change' }).click();
  const notes = page.getByRole('list', { name: 'Notes' });
  await expect(notes.getByRole('button', { name: 'To frame 1', exact: true })).toBeVisible();
  await expect(notes).toContainText('The apex is late: count it.');
  await page.reload();
  await page.getByRole('tab', { name: 'Notes 1' }).click();
  await expect(notes).toContainText('The apex is late: count it.');
  await page.getByRole('button', { name: 'Remove the note on frame 1' }).click();
  await expect(page.getByText('No notes yet')).toBeVisible();
});

test('pictures are laid over each other, the gap is shown with and without timing, and another track can be chosen', async ({ page }) => {
  await openDesk(page, /Pancake toss, Priya Raman/);
  await expect(page.getByLabel('The model motion')).toBeVisible();
  await page.getByRole('radio', { name: 'Laid over' }).click();
  await expect(page.getByLabel('The model motion')).toHaveCount(0);
  await expect(page.getByText('model in outline')).toBeVisible();
  await page.getByRole('radio', { name: 'Stacked' }).click();
  const gap = page.getByRole('group', { name: 'Gap a frame' });
  const all = await gap.innerHTML();
  await page.getByRole('radio', { name: 'spacing' }).click();
  expect(await gap.innerHTML()).not.toBe(all);
  await page.getByRole('radio', { name: 'Pancake, rotation' }).click();
  await expect(page.getByText('Rotation, °')).toBeVisible();
});

test('a changed target leaves a reading as it was until it is read again', async ({ page }) => {
  await openDesk(page, /Tea glass along the counter, Ines Calado/);
  await expect(page.getByText(/arrives 3 frames early/)).toBeVisible();
  await page.getByRole('link', { name: 'Kitchen in Motion' }).click();
  await page.getByRole('link', { name: 'Tea glass along the counter', exact: true }).click();
  await keyMark(page, 'Position x', 33).press('ArrowLeft');
  await page.getByRole('dialog').getByRole('button', { name: 'Change the target' }).click();
  await saved(page);

  await page.getByRole('link', { name: 'Kitchen in Motion' }).click();
  await page.getByRole('link', { name: /Tea glass along the counter, Ines Calado/ }).click();
  await expect(page.getByText('The target was changed after this take was read.')).toBeVisible();
  await expect(page.getByText(/arrives 3 frames early/)).toBeVisible();
  await page.getByRole('button', { name: 'Read again' }).click();
  await expect(page.getByText(/arrives 2 frames early/)).toBeVisible();
  await expect(page.getByText('The target was changed after this take was read.')).toHaveCount(0);
});

test('a review cannot be returned without a grade; what the learner has not been given they cannot see', async ({ page }) => {
  await openDesk(page, /Drawer slide, Sena Aydin/);
  const address = page.url();
  await page.getByRole('button', { name: 'Return with no notes' }).click();
  await expect(page.getByText('Give a grade first: the proposed one or your own.')).toBeVisible();
  await expect(page.getByRole('tab', { name: 'Grade' })).toHaveAttribute('aria-selected', 'true');
  await page.getByLabel('Grade, 0 to 100').fill('ninety');
  await expect(page.getByRole('alert')).toHaveText('A grade is a number from 0 to 100.');
  await page.getByLabel('Grade, 0 to 100').fill('88.5');
  await page.getByLabel('Grade, 0 to 100').blur();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();

  await signIn(page, 'Sena Aydin');
  await page.goto(address);
  await expect(page.getByText('Handed in, waits for review')).toBeVisible();
  await expect(page.getByText('88.5')).toHaveCount(0);
  await expect(page.getByRole('tab', { name: /Findings/ })).toHaveCount(0);
  await signIn(page, 'Wout Hendriks');
  await page.goto(address);
  await expect(page.getByRole('heading', { name: 'There is no such take' })).toBeVisible();
});
