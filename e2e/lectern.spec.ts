import { readFileSync, writeFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { expectAccessible, goToFrame, signIn } from './steps.ts';

const lessons = (page: Page) => page.getByRole('region', { name: 'Lessons' });
const boards = (page: Page) => page.getByRole('region', { name: 'Boards' });
const slider = (page: Page, name: string) => page.getByRole('slider', { name });
const saved = (page: Page) => expect(page.getByRole('banner').getByText('Saved', { exact: true })).toBeVisible();

async function openLesson(page: Page, who: 'Marta Olesen' | 'Ines Calado', name: string): Promise<void> {
  await signIn(page, who);
  await lessons(page).getByRole('link', { name }).first().click();
  await boards(page).waitFor();
}

/** What of a canvas is on screen, as one number: another one whenever its picture is another. */
const seen = (page: Page, name: string) =>
  page.getByRole('img', { name }).evaluate((canvas: HTMLCanvasElement) => canvas.toDataURL().length);

test('asked first, uncovered, stepped through; an amount dragged changes chart and words, and is kept', async ({
  page,
}) => {
  await openLesson(page, 'Marta Olesen', '3 Spacing');
  await expect(page.getByText('Its chart is covered.')).toHaveCount(5);
  await expect(page.getByText('same keys; leaves slowly')).toHaveCount(0);
  await page.getByRole('button', { name: 'Uncover charts' }).click();
  await expect(page.getByText('the same way on every frame')).toBeVisible();
  await expect(
    page.getByText('same keys; leaves slowly, arrives at speed, fastest at 23 (1.4 times as fast)'),
  ).toBeVisible();
  const before = await seen(page, 'Picture of Even');
  await page.keyboard.press('.');
  await expect.poll(() => seen(page, 'Picture of Even')).not.toBe(before);
  // 40 % less ease than before: it does not leave slowly any more.
  const ease = slider(page, 'Ease, Slow start');
  await ease.focus();
  for (let i = 0; i < 5; i++) await page.keyboard.press('PageDown');
  await expect(page.getByLabel('Ease of Slow start')).toHaveValue('30');
  await expect(page.getByText('same keys; leaves at speed, arrives at speed', { exact: false })).toBeVisible();
  await saved(page);
  await page.reload();
  await page.getByRole('button', { name: 'Uncover charts' }).click();
  await expect(page.getByLabel('Ease of Slow start')).toHaveValue('30');
  await expectAccessible(page);
});

test('a lesson made from nothing: lanes by one press, renamed, taken back, into a file and out of it', async ({
  page,
}, info) => {
  await signIn(page, 'Marta Olesen');
  await lessons(page).getByRole('button', { name: 'Lesson', exact: true }).click();
  await expect(page.getByText('No board yet')).toBeVisible();
  await page.getByRole('button', { name: 'Board', exact: true }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Drawer slide', exact: true }).click();
  await page.getByRole('textbox', { name: 'Name of the lesson' }).fill('Drawers');
  await page.keyboard.press('Enter');
  const addLane = async (name: string): Promise<void> => {
    await page.getByRole('button', { name: 'Lane', exact: true }).click();
    await page.getByRole('menuitem', { name, exact: true }).click();
  };
  await addLane('Earlier or later');
  await expect(page.getByText('3 frames later', { exact: true })).toBeVisible();
  await addLane('Exposure');
  await addLane('Goes past its end');
  await expect(page.getByText(/goes 15 % past its end and comes back/)).toBeVisible();
  await page.getByRole('button', { name: 'Lane', exact: true }).click();
  await page.getByRole('menuitem', { name: /From an exercise or a take/ }).click();
  await page.getByRole('dialog').getByText('takes with the names').click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Ines 1$/ })
    .first()
    .click();
  await expect(page.getByRole('textbox', { name: 'Name of lane 6' })).toHaveValue('Ines Calado, take 1');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('textbox', { name: 'Name of lane 6' })).toHaveCount(0);
  await page.getByRole('textbox', { name: 'The question' }).fill('Which one slams?');
  await saved(page);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page
      .getByRole('button', { name: 'More of this lesson' })
      .click()
      .then(() => page.getByRole('menuitem', { name: 'Save as a file' }).click()),
  ]);
  const path = info.outputPath('drawers.json');
  await file.saveAs(path);
  await page.getByRole('link', { name: 'Kitchen in Motion' }).click();
  await lessons(page).getByLabel('File of a lesson').setInputFiles(path);
  await expect(page.getByRole('textbox', { name: 'The question' })).toHaveValue('Which one slams?');
  await expect(page.getByRole('textbox', { name: 'Name of lane 5' })).toHaveValue('Goes past its end, 15 %');
  // What is no lesson says so, and nothing comes of it.
  await page.getByRole('link', { name: 'Kitchen in Motion' }).click();
  await expect(lessons(page).getByRole('link', { name: 'Drawers' })).toHaveCount(2);
  const junk = info.outputPath('junk.json');
  writeFileSync(junk, readFileSync(path, 'utf8').replace('undulan-lesson', 'something'));
  await lessons(page).getByLabel('File of a lesson').setInputFiles(junk);
  await expect(page.getByText(/This file is no lesson/)).toBeVisible();
  await expect(lessons(page).getByRole('link', { name: 'Drawers' })).toHaveCount(2);
});

test('a lane is opened on the spread, changed by hand, and stands so on its board', async ({ page }) => {
  await openLesson(page, 'Marta Olesen', '9 Overlap');
  await page.getByRole('button', { name: 'Uncover charts' }).click();
  await expect(page.getByText('Towel end: 6 frames later')).toBeVisible();
  await page.getByRole('button', { name: 'More of 6 frames after' }).click();
  await page.getByRole('menuitem', { name: 'Open on the spread' }).click();
  const key = page.getByRole('button', { name: 'Position x, key on frame 29, extreme, last key, Towel end' });
  await key.click();
  await page.keyboard.press('Delete');
  await expect(page.getByRole('banner').getByText('Saved', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Back to the Lectern' }).click();
  await page.getByRole('button', { name: 'Uncover charts' }).click();
  await expect(page.getByText('Towel end: 6 frames later')).toHaveCount(0);
  // It is made by no amount any more: it has its own move.
  await expect(slider(page, 'Each later by, 6 frames after')).toHaveCount(0);
  await expect(slider(page, 'Each later by, 3 frames after')).toBeVisible();
});

test('a learner looks, plays and drags, alone and over each other; nothing of it is kept', async ({ page }) => {
  await openLesson(page, 'Ines Calado', '2 Timing');
  await page.getByRole('button', { name: 'Uncover charts' }).click();
  await expect(page.getByRole('region', { name: 'Only you see' })).toHaveCount(0);
  await expect(page.getByText('takes 32 frames, not 6')).toBeVisible();
  await slider(page, 'Takes, In 32 frames').focus();
  await page.keyboard.press('End');
  await expect(page.getByText('takes 96 frames, not 6')).toBeVisible();
  await page.getByRole('button', { name: 'Only In 12 frames' }).click();
  await expect(page.getByRole('img', { name: /^Picture of/ })).toHaveCount(1);
  await page.getByRole('button', { name: 'Only In 12 frames' }).click();
  await page.getByRole('button', { name: 'Over each other' }).click();
  await expect(page.getByRole('img', { name: 'All lanes of How heavy?, over each other' })).toBeVisible();
  await goToFrame(page, 6);
  await page.reload();
  await page.getByRole('button', { name: 'Uncover charts' }).click();
  await expect(page.getByText('takes 32 frames, not 6')).toBeVisible();
});

test('of two windows the later one keeps its lesson as a copy; nothing is lost', async ({ page, context }) => {
  await openLesson(page, 'Marta Olesen', '8 Overshoot');
  const other = await context.newPage();
  await other.goto(page.url());
  await boards(other).waitFor();
  await page.getByRole('textbox', { name: 'The question' }).fill('Which is a spring?');
  await saved(page);
  await other.getByRole('textbox', { name: 'Your notes' }).fill('Bring the toaster.');
  const dialog = other.getByRole('dialog', { name: 'This lesson was changed elsewhere' });
  await dialog.getByRole('button', { name: 'Keep mine as a copy' }).click();
  await expect(other.getByRole('textbox', { name: 'Name of the lesson' })).toHaveValue('8 Overshoot and settle (mine)');
  await expect(other.getByRole('textbox', { name: 'Your notes' })).toHaveValue('Bring the toaster.');
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'The question' })).toHaveValue('Which is a spring?');
});

test('on the whole screen it is shown, not made: no notes, no fields', async ({ page }) => {
  await openLesson(page, 'Marta Olesen', '7 Anticipation');
  await expect(page.getByRole('region', { name: 'Only you see' })).toBeVisible();
  await page.getByRole('button', { name: 'Full screen' }).click();
  await expect(page.getByRole('region', { name: 'Only you see' })).toHaveCount(0);
  await expect(page.getByRole('textbox', { name: 'Name of lane 1' })).toHaveCount(0);
  await expect(page.getByText('When do you know that it will move?')).toBeVisible();
  await page.getByRole('button', { name: 'Leave full screen' }).click();
  await expect(page.getByRole('region', { name: 'Only you see' })).toBeVisible();
});

test('notes stand in a window of their own, which steps from board to board; lanes lie side by side', async ({
  page,
}) => {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('link', { name: '3 Spacing' }).click();
  await page.getByRole('button', { name: 'Side by side' }).click();
  const lanes = page.getByRole('img', { name: /^Picture of/ });
  await expect(lanes).not.toHaveCount(0);
  const boxes = await Promise.all((await lanes.all()).map((lane) => lane.boundingBox()));
  expect(new Set(boxes.map((box) => box!.y)).size).toBe(1);
  await page.getByRole('button', { name: 'More of this lesson' }).click();
  const opened = page.waitForEvent('popup');
  await page.getByRole('menuitem', { name: 'Your notes in a window of their own' }).click();
  const notes = await opened;
  const heading = notes.getByRole('heading', { level: 1 });
  await expect(notes.getByText(/board 1 of \d/)).toBeVisible();
  const first = (await heading.textContent())!;
  await expectAccessible(notes);
  await notes.getByRole('button', { name: 'Next board' }).click();
  await expect(notes.getByText(/board 2 of \d/)).toBeVisible();
  await expect(heading).not.toHaveText(first);
  await expect(page.getByLabel('Name of the board')).toHaveValue((await heading.textContent())!);
  // What is written at the Lectern is read in the window.
  await page.getByLabel('Your notes').fill('Hand the glass round first.');
  await page.getByLabel('Your notes').blur();
  await expect(notes.getByText('Hand the glass round first.')).toBeVisible();
});
