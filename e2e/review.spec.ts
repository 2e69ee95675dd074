import { expect, type Page } from '@playwright/test';
import { test } from './own-browser.ts';
import { drag, exerciseRow, goToFrame, keyMark, saved, signIn } from './steps.ts';

const TITLE = 'Plate on the rack';
const CHART = '1 (120) · 5 (160) · 13 = 1/2 · 21 (760)';

/** Types a value on a frame of the Bench's Numbers: with Record on it is keyed. */
async function keyAt(page: Page, frame: number, value: number): Promise<void> {
  await goToFrame(page, frame);
  const field = page.getByRole('textbox', { name: `Position x on frame ${frame}` });
  await field.fill(String(value));
  await field.press('Enter');
  await expect(keyMark(page, 'Position x', frame)).toBeVisible();
}

async function handIn(page: Page, number: number): Promise<string> {
  await saved(page);
  await page.getByRole('button', { name: `Hand in take ${number}` }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Hand in' }).click();
  await expect(page.getByText('Handed in, waits for review')).toBeVisible();
  return page.url();
}

test('a halves chart is set, a late contact is named, drawn over and returned, and is gone in take 2', async ({
  ownBrowser,
}) => {
  const instructor = await ownBrowser();
  const learner = await ownBrowser();

  await test.step('the instructor sets a halves chart with tolerances, what may be changed, and a brief', async () => {
    await signIn(instructor, 'Marta Olesen');
    await instructor.getByRole('button', { name: 'Set an exercise' }).click();
    await instructor.getByRole('button', { name: 'A blank stage' }).click();
    await instructor.getByLabel('Title').fill(TITLE);
    const brief = instructor.getByRole('textbox', { name: 'Brief' });
    await brief.fill('The plate meets the rack on 21, no later.');
    await instructor.getByLabel('Key timing ±, frames').fill('2');
    await instructor.getByLabel('Spacing ±, %').fill('6');
    await instructor.getByLabel('Spacing ±, %').blur();
    await instructor.getByRole('tab', { name: 'Chart' }).click();
    const chart = instructor.getByLabel(/^Written chart of/);
    await instructor.getByLabel('Channel of the chart').selectOption('Position x');
    await chart.fill('1 · 5 · 13 = half · 21');
    await expect(instructor.getByRole('alert')).toContainText('“13 = half” is not a drawing of a chart');
    await chart.fill(`${CHART} ± 1`);
    await instructor.getByRole('button', { name: 'Key it so' }).click();
    await expect(keyMark(instructor, 'Position x', 13)).toBeVisible();
    await expect(chart).toHaveValue(`${CHART} ± 1`);
    await instructor.getByRole('tab', { name: 'Judging' }).click();
    await expect(instructor.getByRole('row', { name: /^As the model/ })).toContainText('100');
    await expect(instructor.getByLabel(/position on frame 21, frames$/)).toHaveValue('1');
    await instructor.getByRole('tab', { name: 'Terms' }).click();
    await instructor.getByLabel('Keys at most').fill('5');
    await instructor.getByLabel('Takes at most').fill('2');
    await instructor.getByLabel('Takes at most').blur();
    await saved(instructor);
    await instructor.getByRole('button', { name: 'Publish' }).click();
    await instructor.getByRole('dialog').getByRole('button', { name: 'Publish' }).click();
    await expect(instructor.getByText('Published', { exact: true })).toBeVisible();
    await instructor.reload();
    await instructor.getByRole('tab', { name: 'Terms' }).click();
    await expect(instructor.getByLabel('Keys at most')).toHaveValue('5');
  });

  await test.step('the learner hands in a take whose contact is late; a key too many is refused', async () => {
    await signIn(learner, 'Wout Hendriks');
    await expect(exerciseRow(learner, TITLE)).toContainText('The plate meets the rack on 21, no later.');
    await exerciseRow(learner, TITLE).getByRole('button', { name: 'Start' }).click();
    await learner.getByRole('button', { name: 'Key here' }).click();
    for (const [frame, value] of [
      [1, 120],
      [5, 160],
      [13, 460],
      [24, 760],
    ] as const)
      await keyAt(learner, frame, value);
    await keyMark(learner, 'Position x', 13).click();
    await learner.getByRole('group', { name: 'Selected keys' }).getByLabel('Role').selectOption('breakdown');
    await expect(learner.getByText('4 of 5 keys')).toBeVisible();
    await keyAt(learner, 17, 600);
    await goToFrame(learner, 19);
    await learner.getByRole('textbox', { name: 'Position x on frame 19' }).fill('650');
    await learner.getByRole('textbox', { name: 'Position x on frame 19' }).press('Enter');
    await expect(learner.getByRole('alert')).toContainText('The exercise allows 5 keys in all.');
    await learner.getByRole('button', { name: 'Undo' }).click();
    await expect(keyMark(learner, 'Position x', 17)).toHaveCount(0);
    await handIn(learner, 1);
  });

  await test.step('the Desk names it; the instructor draws over frame 21, rewords, and returns it', async () => {
    await instructor.goto('/');
    await instructor.getByRole('button', { name: /^Review \d/ }).click();
    await instructor.getByRole('link', { name: `Review Wout Hendriks, ${TITLE}, take 1` }).click();
    const finding = instructor
      .getByRole('list', { name: 'Findings' })
      .getByRole('listitem')
      .filter({ hasText: /3 frames late/ });
    await expect(finding).toContainText('21–24');
    await finding.getByRole('button', { name: /^Reword/ }).click();
    const note = instructor.getByLabel(/^New note on frames 21–24/);
    await note.fill('It should touch the rack here, where I drew it.');
    const tools = instructor.getByRole('group', { name: 'Draw over the frame' });
    await tools.getByRole('button', { name: 'Arrow' }).click();
    const take = (await instructor.getByLabel('The take', { exact: true }).boundingBox())!;
    const on = (x: number, y: number) => ({ x: take.x + (x / 960) * take.width, y: take.y + (y / 540) * take.height });
    await drag(instructor, on(600, 120), { x: (160 / 960) * take.width, y: 0 });
    await tools.getByRole('button', { name: 'Pose' }).click();
    await drag(instructor, on(705, 270), { x: (45 / 960) * take.width, y: 0 });
    await expect(instructor.locator('[data-stroke="arrow"]')).toBeVisible();
    await expect(instructor.getByRole('button', { name: 'Corrected pose' })).toBeVisible();
    await instructor.getByRole('button', { name: 'Phrases' }).click();
    await instructor
      .getByRole('list', { name: 'Phrases' })
      .getByRole('button', { name: 'Closer together before it stops.', exact: true })
      .click();
    await instructor.keyboard.press('Escape');
    await instructor.getByRole('button', { name: 'Pin to frames 21–24' }).click();
    await expect(instructor.getByRole('list', { name: 'Notes' })).toContainText(
      'where I drew it. Closer together before it stops.',
    );
    await instructor.getByRole('tab', { name: 'Findings' }).click();
    await expect(finding).toContainText('in a note');
    await instructor.getByRole('tab', { name: 'Grade' }).click();
    await instructor.getByLabel('Grade for spacing').fill('90');
    await instructor.getByLabel('Grade for spacing').press('Enter');
    await instructor.getByRole('button', { name: /^Take the total/ }).click();
    await expect(instructor.getByText('Saved', { exact: true })).toBeVisible();
    await instructor.getByRole('button', { name: 'Return with 1 note' }).click();
    await instructor.getByRole('dialog').getByRole('button', { name: 'Return for another take' }).click();
    await expect(instructor.getByText('Returned for another take', { exact: true })).toBeVisible();
    await expect(instructor.getByRole('button', { name: /^On to / })).toBeVisible();
  });

  await test.step('the learner sees the drawing on its frame, replies, fixes it and marks it done', async () => {
    await learner.reload();
    await expect(learner.getByText('Your instructor asks for another take.')).toBeVisible();
    await learner.getByRole('button', { name: 'Next note' }).click();
    await expect(learner.locator('[data-stroke="arrow"]')).toBeVisible();
    await learner.getByLabel('Reply to the note on frame 21').fill('Three frames earlier, then.');
    await learner.getByRole('button', { name: 'Reply', exact: true }).click();
    await expect(learner.getByRole('list', { name: 'Replies' })).toContainText('Three frames earlier, then.');
    await learner.getByRole('button', { name: 'Start take 2 from this' }).click();
    const last = keyMark(learner, 'Position x', 24);
    for (let i = 0; i < 3; i++) await (i === 0 ? last : keyMark(learner, 'Position x', 24 - i)).press('ArrowLeft');
    await expect(keyMark(learner, 'Position x', 21)).toBeVisible();
    await learner.getByRole('button', { name: 'Brief and chart' }).click();
    await learner.getByRole('button', { name: 'To frame 21' }).click();
    await expect(learner.locator('[data-stroke="arrow"]')).toBeVisible();
    await learner.getByRole('checkbox', { name: 'Done: the note on frame 21' }).check();
    await expect(learner.getByText('done in the next take')).toBeVisible();
    await handIn(learner, 2);
  });

  await test.step('the reading of take 2 shows it gone, and the answer to the note is there', async () => {
    await instructor.goto('/');
    await instructor.getByRole('button', { name: /^Review \d/ }).click();
    await instructor.getByRole('link', { name: `Review Wout Hendriks, ${TITLE}, take 2` }).click();
    await expect(
      instructor.getByText(/^proposed 100 · worst gap .* · timing 100 · poses 100 · spacing 100/),
    ).toBeVisible();
    // Keying a place keys both of its coordinates: that one of them never moves is no fault.
    await expect(instructor.getByRole('tab', { name: 'Findings 0' })).toBeVisible();
    await instructor.getByRole('tab', { name: 'Takes 2' }).click();
    await expect(instructor.getByRole('region', { name: 'Gone since take 1' })).toContainText('3 frames late');
    await instructor.getByRole('link', { name: 'take 1', exact: true }).click();
    await instructor.getByRole('tab', { name: 'Notes 1' }).click();
    await expect(instructor.getByText('done, says the learner')).toBeVisible();
    await expect(instructor.getByRole('list', { name: 'Replies' })).toContainText('Three frames earlier, then.');
  });
});
