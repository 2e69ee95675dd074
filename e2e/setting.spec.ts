import { expect, test } from '@playwright/test';
import type { ExerciseSetting } from '@undulan/contract';
import { exerciseRow, expectAccessible, keyMark, saved, signIn } from './steps.ts';

const PICTURE = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);

test('a copy of an exercise is set with a brief of many looks and a picture, and is handed out on paper', async ({
  page,
}) => {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('button', { name: 'Copy Ladle swing' }).click();
  await expect(page.getByLabel('Title')).toHaveValue('Ladle swing, a copy');
  const brief = page.getByRole('textbox', { name: 'Brief' });
  await brief.press('Control+a');
  await page.getByRole('button', { name: 'Bold' }).click();
  await brief.press('Control+End');
  await page
    .getByLabel('Picture file')
    .setInputFiles({ name: 'hook.txt.png', mimeType: 'image/png', buffer: Buffer.from('no picture') });
  await expect(page.getByRole('alert')).toContainText('A picture is a PNG, JPEG, GIF or WebP file.');
  await page.getByLabel('Picture file').setInputFiles({ name: 'hook.png', mimeType: 'image/png', buffer: PICTURE });
  await expect(brief.getByRole('img', { name: 'hook' })).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(brief.locator('strong').first()).toBeVisible();
  await expect(brief.getByRole('img', { name: 'hook' })).toBeVisible();
  for (const tab of ['Brief', 'Terms', 'Judging', 'Time, stage', 'Chart', 'Reference']) {
    await page.getByRole('tab', { name: tab }).click();
    await expectAccessible(page);
  }

  await page.getByRole('button', { name: 'Hand-out' }).click();
  const sheet = page.getByRole('article', { name: 'Hand-out' });
  await expect(sheet).toContainText('Ladle, rotation, 1–13');
  await expect(sheet.getByRole('img', { name: 'hook' })).toBeVisible();
  await expectAccessible(page);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as SVG' }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('Ladle swing, a copy, hand-out.svg');

  await test.step('a brief that would run something, or fetch from elsewhere, does not', async () => {
    const address = page.url().replace(/.*exercises\/([^/]+)\/.*/, '/api/exercises/$1');
    const { version, work, history } = (await (await page.request.get(address)).json()) as ExerciseSetting;
    const brief =
      '<p onclick="document.title=1">Swing<script>document.title = 2</script><img ' +
      'src="https://elsewhere.example/x.png"><img src="x" onerror="document.title=3"><a ' +
      'href="javascript:document.title=4">there</a></p>';
    const answer = await page.request.put(address, {
      data: { version, history, work: { ...work, details: { ...work.details, brief } } },
    });
    expect(answer.status()).toBe(200);
    await page.reload();
    await expect(sheet).toContainText('Swing');
    expect(await sheet.locator('.brief').innerHTML()).toBe('<p>Swing<a>there</a></p>');
  });
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('button', { name: 'Save as SVG' })).toBeHidden();
});

test('the queue and the Desk’s tabs are accessible; a learner meets the terms in the course and on the Bench', async ({
  page,
}) => {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('button', { name: /^Review \d/ }).click();
  await expect(page.getByRole('table').getByRole('row').nth(3)).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('link', { name: /^Review Priya Raman, Ladle swing/ }).click();
  for (const tab of [/^Findings/, /^Notes/, /^Grade/, /^Takes/]) {
    await page.getByRole('tab', { name: tab }).click();
    await expectAccessible(page);
  }
  await signIn(page, 'Priya Raman');
  await expect(exerciseRow(page, 'Toaster rack')).toContainText('late');
  await expect(exerciseRow(page, 'Tea glass')).toContainText(/due \w{3} \d/);
  await exerciseRow(page, 'Ladle swing').getByRole('button', { name: 'Start take 3' }).click();
  await expect(page.getByText('3 of 5 keys')).toBeVisible();
  await page.getByRole('button', { name: /^Show \d+$/ }).click();
  await expect(page.getByRole('img', { name: 'Position x is kept by the exercise' })).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Rotation on frame 1' })).toBeVisible();
  await page.getByRole('button', { name: 'Brief and chart' }).click();
  await expect(page.getByRole('complementary', { name: 'Brief and chart' })).toContainText(
    'keys on rotation, 5 at most',
  );
  const notes = page.getByRole('region', { name: 'Notes on take 1' });
  await expect(notes).toContainText('Slow here, at the turn');
  await notes
    .getByRole('button', { name: /^To frame/ })
    .first()
    .click();
  await expect(notes.getByRole('img', { name: /^Timing chart of the take .* with the target’s ticks/ })).toBeVisible();
});

test('an instructor tries an exercise as a learner who begins it: it is read, and nothing of it is kept', async ({
  page,
}) => {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('link', { name: 'Tea glass along the counter', exact: true }).click();
  await page.getByRole('button', { name: 'Try it as a learner' }).click();
  await expect(page.getByRole('banner')).toContainText('A trial, not kept');
  await page.getByRole('button', { name: 'Brief and chart' }).click();
  await expect(page.getByRole('complementary', { name: 'Brief and chart' })).toContainText('takes');
  const read = page.getByRole('dialog', { name: 'How it would be read' });
  await page.getByRole('button', { name: 'Read it' }).click();
  await expect(read).toContainText('0 / 100');
  await expect(read.getByRole('list', { name: 'What is off' })).toContainText('never keyed');
  await page.keyboard.press('Escape');
  // What is keyed is read as it is now, can be undone, and can be played.
  await page.getByRole('button', { name: 'Key here' }).first().click();
  await expect(keyMark(page, 'Position x', 1)).toBeVisible();
  await page.getByRole('button', { name: 'Read it' }).click();
  await expect(read.getByRole('list', { name: 'What is off' })).not.toContainText('never keyed');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(keyMark(page, 'Position x', 1)).toHaveCount(0);
  await page.getByRole('button', { name: 'Key here' }).first().click();
  await expectAccessible(page);
  // Loaded anew it is as a learner begins it; back at setting the model is what it was.
  await page.reload();
  await expect(page.getByText(/^Key position on 1/)).toBeVisible();
  await page.getByRole('button', { name: 'To setting' }).click();
  await expect(keyMark(page, 'Position x', 1)).toBeVisible();
  await saved(page);
  // A learner has no such page.
  const address = page.url().replace('/setting', '/trial');
  await signIn(page, 'Leif Arnesen');
  await page.goto(address);
  await expect(page.getByRole('alert')).toContainText('Only an instructor of the course can do this.');
});
