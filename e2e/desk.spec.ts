import { expect, type Page, test } from '@playwright/test';
import { keyFrames, keyMark, openBench, saved, signIn, undoAll } from './steps.ts';

async function openDesk(page: Page, take: RegExp): Promise<void> {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('link', { name: take }).click();
  await expect(page.getByRole('list', { name: 'Findings' })).toBeVisible();
}

const playhead = (page: Page) => page.getByRole('slider', { name: 'Playhead' });

test('findings seek and are accepted, reworded, merged and dismissed; notes are changed, moved and removed', async ({
  page,
}) => {
  await openDesk(page, /Toaster rack, Priya Raman/);
  const findings = page.getByRole('list', { name: 'Findings' }).getByRole('listitem');
  const count = await findings.count();
  expect(count).toBeGreaterThan(3);
  const first = findings.first();
  const sentence = await first.getByRole('button').first().locator('span').nth(1).innerText();
  await first.getByRole('button').first().click();
  await expect(playhead(page)).not.toHaveAttribute('aria-valuenow', '1');
  await first.getByRole('button', { name: /^Make a note of/ }).click();
  await expect(first).toContainText('in a note');
  await findings
    .nth(1)
    .getByRole('button', { name: /^Dismiss/ })
    .click();
  await page.getByLabel('Why it does not count').fill('It is meant so.');
  await page.getByRole('button', { name: 'Dismiss it' }).click();
  await expect(findings.nth(1)).toContainText('dismissed: It is meant so.');
  await findings.nth(2).getByRole('checkbox').check();
  await findings.nth(3).getByRole('checkbox').check();
  await page.getByRole('button', { name: 'Merge 2 into one note' }).click();
  await page.getByLabel(/^New note on frames/).fill('The whole way up: give it six frames.');
  await page.getByRole('button', { name: /^Pin to frames/ }).click();
  await expect(page.getByRole('tab', { name: 'Notes 2' })).toBeVisible();

  await page.reload();
  await expect(findings.nth(1)).toContainText('dismissed');
  await expect(findings.nth(2)).toContainText('in a note');
  await expect(findings.nth(3)).toContainText('in a note');
  await first.getByRole('button', { name: /^Open again/ }).click();
  await expect(page.getByRole('tab', { name: 'Notes 1' })).toBeVisible();
  await expect(first).not.toContainText('in a note');
  await first.getByRole('button', { name: /^Reword/ }).click();
  await expect(page.getByLabel(/^New note on frame/)).toHaveValue(sentence);
  await page.getByRole('button', { name: 'Cancel' }).click();

  const notes = page.getByRole('list', { name: 'Notes' });
  await expect(notes).toContainText('The whole way up: give it six frames.');
  await page.getByRole('button', { name: /^Change the note/ }).click();
  await page.getByLabel(/^Note on frame/).fill('The apex is late: count it.');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'To the first frame' }).click();
  await page.getByRole('button', { name: 'Move to frame 1' }).click();
  await page.getByRole('button', { name: 'Keep the change' }).click();
  await expect(notes.getByRole('button', { name: 'To frame 1', exact: true })).toContainText('1–');
  await expect(notes).toContainText('The apex is late: count it.');
  await page.getByRole('button', { name: 'Remove the note on frame 1' }).click();
  await expect(page.getByText('No notes yet')).toBeVisible();
  await page.getByRole('tab', { name: /Findings/ }).click();
  await expect(findings.nth(2)).not.toContainText('in a note');
});

test('pictures are laid five ways, aligned by time or by keys, against the model or the take put right', async ({
  page,
}) => {
  await openDesk(page, /Pancake toss, Priya Raman/);
  const laying = page.getByLabel('How pictures are laid');
  const model = page.getByLabel('Model', { exact: true });
  await expect(model).toBeVisible();
  await laying.selectOption('over');
  await expect(model).toHaveCount(0);
  await expect(page.getByText('model in teal')).toBeVisible();
  await laying.selectOption('difference');
  await expect(page.getByLabel('What differs between the target and the take')).toBeVisible();
  await laying.selectOption('beside');
  await expect(model).toBeVisible();
  const gap = page.getByRole('group', { name: 'Gap a frame' });
  const all = await gap.innerHTML();
  for (const kind of ['spacing', 'timing']) {
    await page.getByRole('radio', { name: kind }).click();
    expect(await gap.innerHTML()).not.toBe(all);
  }
  const keys = page.getByRole('group', { name: 'Keys of model and take' });
  const byTime = await keys.innerHTML();
  await page.getByLabel('How time is aligned').selectOption('keys');
  expect(await keys.innerHTML()).not.toBe(byTime);
  await expect(keys.getByRole('button', { name: /2 frames late$/ })).toBeVisible();
  await page.getByLabel('What the take is compared with').selectOption('timing');
  await expect(page.getByLabel('On the target’s frames')).toBeVisible();
  await expect(page.getByText('its own spacing, once its keys are on the target’s frames')).toBeVisible();
  await page.getByRole('button', { name: 'Loom', exact: true }).click();
  await expect(page.getByLabel('Threads of target and take')).toBeVisible();
  await page.getByRole('button', { name: 'Speed', exact: true }).click();
  await expect(page.getByLabel('Speed of target and take')).toBeVisible();
  await page.getByRole('radio', { name: 'Pancake, rotation' }).click();
  await expect(page.getByText('Rotation, °', { exact: true })).toBeVisible();
});

test('the queue is filtered and stepped through from take to take', async ({ page }) => {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('button', { name: /^Review \d/ }).click();
  const rows = page.getByRole('table').getByRole('row');
  await expect(rows.nth(5)).toBeVisible();
  await page.getByLabel('late only').check();
  await expect(rows).toHaveCount(2);
  await page.getByRole('button', { name: 'Show all' }).click();
  // How many there are may change meanwhile: other journeys hand in.
  await expect(rows.nth(5)).toBeVisible();
  await expect(page.getByText(/\d hidden/)).toHaveCount(0);
  await page.getByLabel('Exercise').selectOption({ label: 'Drawer slide' });
  await page.getByRole('link', { name: /^Review Leif/ }).click();
  await expect(page.getByText('1 of 2')).toBeVisible();
  await page.getByRole('button', { name: 'Next take in the queue' }).click();
  await expect(page.getByText('2 of 2')).toBeVisible();
  await expect(page.getByRole('navigation', { name: 'Where you are' })).toContainText('Sena Aydin');
  await expect(page.getByRole('button', { name: 'Next take in the queue' })).toHaveAttribute('aria-disabled', 'true');
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
  await page.getByRole('button', { name: 'Read all takes again' }).click();
  await expect(page.getByText(/arrives 2 frames early/)).toBeVisible();
  await expect(page.getByText('The target was changed after this take was read.')).toHaveCount(0);
  const reading = page.getByLabel('Reading', { exact: true });
  await reading.selectOption({ index: 1 });
  await expect(page.getByText(/arrives 3 frames early/)).toBeVisible();
});

test('a review cannot be returned without a grade; what the learner has not been given they cannot see', async ({
  page,
}) => {
  await openDesk(page, /Drawer slide, Sena Aydin/);
  const address = page.url();
  await page.getByRole('button', { name: 'Return with no notes' }).click();
  await expect(page.getByText('Give a grade first: the proposed one or your own.')).toBeVisible();
  await expect(page.getByRole('tab', { name: 'Grade' })).toHaveAttribute('aria-selected', 'true');
  await page.getByLabel('Grade, 0 to 100').fill('ninety');
  await page.getByLabel('Grade, 0 to 100').blur();
  await expect(page.getByRole('alert')).toHaveText('A number from 0 to 100, or nothing.');
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

test('the fewest edits are shown one after another at the Desk, and tried and taken back on the Bench', async ({
  page,
}) => {
  await openDesk(page, /Toaster rack, Priya Raman/);
  await page.getByRole('tab', { name: 'Edits' }).click();
  const edits = page.getByRole('region', { name: 'Fewest edits' }).getByRole('button');
  await expect(edits.first()).toContainText('As handed in');
  await expect(edits.first()).toHaveAttribute('aria-pressed', 'true');
  await expect(edits.last()).toContainText('nothing left');
  await expect(page.getByText(/^proposed 60 · worst gap −31.6 % at frame 16 · timing 10 /)).toBeVisible();
  await edits.last().click();
  await expect(page.getByText(/^proposed 60 · worst gap −31.6 % at frame 16 · timing 10 /)).toHaveCount(0);
  await expect(page.getByText(/^Take 1, (an edit|\d edits) on$/)).toBeVisible();
  await page.getByRole('tab', { name: /^Findings/ }).click();
  await expect(page.getByText(/^proposed 60 · worst gap −31.6 % at frame 16 · timing 10 /)).toBeVisible();

  await openBench(page, 'Jonah Whitby', 'Tea glass along the counter');
  await undoAll(page);
  const before = await keyFrames(page, 'Position x');
  await page.getByRole('button', { name: 'Brief and chart' }).click();
  const tries = page.getByRole('region', { name: 'Edits for take 1' });
  await expect(tries.getByRole('listitem').first()).toContainText('leaves slowly and arrives slowly');
  await tries
    .getByRole('button', { name: /^Try: / })
    .first()
    .click();
  await expect(tries.getByRole('button', { name: /^Take back: / })).toBeVisible();
  await saved(page);
  await page.reload();
  await page.getByRole('button', { name: 'Brief and chart' }).click();
  await tries.getByRole('button', { name: /^Take back: / }).click();
  await expect(tries.getByRole('button', { name: /^Try: / }).first()).toBeVisible();
  expect(await keyFrames(page, 'Position x')).toEqual(before);
  await undoAll(page);
});
