import { join } from 'node:path';
import { type Download, type Page, test } from '@playwright/test';
import { changeExercise, keyOn, saveChoice, signIn } from './steps.ts';

/** A file of every format, from the demo course: `npm run samples -- --out FOLDER`. */
const FOLDER = process.env['SAMPLES_OUT']!;

async function keep(download: Download): Promise<void> {
  await download.saveAs(join(FOLDER, download.suggestedFilename()));
}

async function fromMenu(page: Page, button: string, item: string): Promise<void> {
  await page.getByRole('button', { name: button }).click();
  const coming = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: item }).click();
  await keep(await coming);
}

/** Prints what is shown on paper, as the browser would for a person. */
async function onPaper(page: Page, what: string): Promise<void> {
  await page.getByRole('button', { name: 'Files' }).click();
  await page.getByRole('menuitem', { name: 'Save as a file …' }).click();
  await page.getByLabel('What', { exact: true }).selectOption(what);
  await page.getByRole('dialog').getByRole('button', { name: 'Save', exact: true }).click();
  await page.getByRole('button', { name: 'Print, or save as PDF' }).waitFor();
  await page.pdf({ path: join(FOLDER, `${await page.title()}.pdf`), format: 'A4', margin: MARGIN });
  await page.getByRole('button', { name: 'Close', exact: true }).click();
}

const MARGIN = { top: '12mm', bottom: '12mm', left: '12mm', right: '12mm' };

test('of an exercise with several subjects, one of which is turned and stretched', async ({ page }) => {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('link', { name: 'Whisk arm', exact: true }).click();
  await page.getByRole('button', { name: 'Files' }).waitFor();
  await changeExercise(page, /[\da-f-]{36}/.exec(page.url())![0], ({ work }) => {
    const whisk = work.motion.subjects.find(({ name }) => name === 'Whisk')!;
    whisk.channels.find(({ id }) => id === 'scale.x')!.keys = [keyOn(1, 1), keyOn(13, 1.3), keyOn(25, 1)];
  });
  await page.reload();
  await page.getByRole('button', { name: 'Files' }).click();
  await page.getByRole('menuitem', { name: 'Save as a file …' }).click();
  await page.getByRole('dialog').waitFor();
  const all = await page.getByLabel('What', { exact: true }).locator('option').allTextContents();
  await page.keyboard.press('Escape');
  // Findings and notes are of takes.
  for (const what of all.filter((name) => !/Findings|reading|Notes|Review/.test(name)))
    if (what.includes('on paper')) await onPaper(page, what);
    else await keep(await saveChoice(page, what));
});

test('of a returned take', async ({ page }) => {
  await signIn(page, 'Jonah Whitby');
  await page
    .getByRole('link', { name: /take 1/ })
    .first()
    .click();
  for (const what of ['Findings (CSV)', 'The reading in full (JSON)', 'Notes as captions of a clip (WebVTT)'])
    await keep(await saveChoice(page, what));
  await onPaper(page, 'Review on paper (PDF)');
});

test('of the course and its lessons', async ({ page }) => {
  await signIn(page, 'Marta Olesen');
  await fromMenu(page, 'More of this course', 'Save grades as a table');
  await fromMenu(page, 'More of this course', 'Save due dates as a calendar');
  await fromMenu(page, 'More of this course', 'Save exercises and lessons as a zip');
  await page.getByRole('link', { name: '3 Spacing' }).first().click();
  await fromMenu(page, 'More of this lesson', 'Save as a file');
});
