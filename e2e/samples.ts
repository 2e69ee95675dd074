import { join } from 'node:path';
import { type Download, type Page, test } from '@playwright/test';
import { saveChoice, signIn } from './steps.ts';

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

test('of an exercise with several subjects', async ({ page }) => {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('link', { name: 'Whisk arm', exact: true }).click();
  await page.getByRole('button', { name: 'Files' }).click();
  await page.getByRole('menuitem', { name: 'Save as a file …' }).click();
  await page.getByRole('dialog').waitFor();
  const all = await page.getByLabel('What', { exact: true }).locator('option').allTextContents();
  await page.keyboard.press('Escape');
  // Findings and notes are of takes; what is on paper the browser prints.
  for (const what of all.filter((name) => !/Findings|reading|Notes|paper/.test(name)))
    await keep(await saveChoice(page, what));
});

test('of a returned take', async ({ page }) => {
  await signIn(page, 'Jonah Whitby');
  await page
    .getByRole('link', { name: /take 1/ })
    .first()
    .click();
  for (const what of ['Findings (CSV)', 'The reading in full (JSON)', 'Notes as captions of a clip (WebVTT)'])
    await keep(await saveChoice(page, what));
});

test('of the course and its lessons', async ({ page }) => {
  await signIn(page, 'Marta Olesen');
  await fromMenu(page, 'More of this course', 'Save grades as a table');
  await fromMenu(page, 'More of this course', 'Save due dates as a calendar');
  await fromMenu(page, 'More of this course', 'Save exercises and lessons as a zip');
  await page.getByRole('link', { name: '3 Spacing' }).first().click();
  await fromMenu(page, 'More of this lesson', 'Save as a file');
});
