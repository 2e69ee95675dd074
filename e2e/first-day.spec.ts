import { expect, type Page } from '@playwright/test';
import { test } from './own-browser.ts';
import {
  drag,
  exerciseRow,
  expectAccessible,
  goToFrame,
  keyMark,
  middleOf,
  openBench,
  saved,
  signIn,
} from './steps.ts';

test('words are kept as they are typed: a title and a brief over a reload, a note from take to take', async ({
  page,
}) => {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('link', { name: 'Drawer slide', exact: true }).click();
  const title = page.getByRole('textbox', { name: 'Title' });
  const brief = page.getByRole('textbox', { name: 'Brief' });
  await title.fill('Drawer slides open ');
  // Before the first letter: the editor sets the caret where it was clicked, a moment after the click.
  await brief
    .getByRole('paragraph')
    .first()
    .click({ position: { x: 1, y: 8 } });
  await page.keyboard.type('First. ');
  const status = page.getByTestId('save-status');
  await expect(status).not.toHaveText('Saved');
  await saved(page);
  await page.reload();
  await expect(title).toHaveValue('Drawer slides open');
  await expect(brief).toContainText('First. The cutlery drawer');

  // What is wrong is sent nowhere, holds up nothing else and stays, and the focus goes where the person goes.
  await page.getByLabel('Key timing ±, frames').fill('x');
  await title.click();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('Drawer slide');
  await expect(title).toBeFocused();
  await saved(page);
  await expect(page.getByLabel('Key timing ±, frames')).toHaveValue('x');
  await expect(page.getByRole('alert')).toHaveText('A number from 0.25 to 48.');

  await page.getByRole('link', { name: 'Kitchen in Motion' }).click();
  await page.getByRole('link', { name: /Toaster rack, Priya Raman/ }).click();
  await page.getByRole('tab', { name: /^Notes/ }).click();
  await page.getByRole('textbox', { name: /^New note/ }).fill('Look at the landing.');
  const here = page.url();
  await page.getByRole('button', { name: 'Next take' }).click();
  await expect(page).not.toHaveURL(here);
  await page.getByRole('tab', { name: /^Notes/ }).click();
  await expect(page.getByRole('textbox', { name: /^New note/ })).toHaveValue('');
  await page.goto(here);
  await page.getByRole('tab', { name: 'Notes 0 + draft' }).click();
  await expect(page.getByRole('textbox', { name: /^New note/ })).toHaveValue('Look at the landing.');
  await page.getByRole('button', { name: 'Cancel' }).click();

  // What is done to a review is taken back step by step.
  await page.getByRole('tab', { name: 'Grade' }).click();
  const grade = page.getByLabel('Grade, 0 to 100');
  await grade.fill('61');
  await grade.press('Enter');
  await page.getByLabel('Closing words').fill('Watch the landing.');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Closing words')).toHaveValue('');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(grade).toHaveValue('');
  await expect(page.getByRole('button', { name: 'Undo' })).toHaveAttribute('aria-disabled', 'true');
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(grade).toHaveValue('61');
  await page.getByRole('button', { name: 'Undo' }).click();

  // A finding's note comes back with what was decided on the finding.
  await page.getByRole('tab', { name: /^Findings/ }).click();
  await page
    .getByRole('button', { name: /^Make a note of/ })
    .first()
    .click();
  const decided = page.getByText('in a note', { exact: true });
  await expect(decided).toBeVisible();
  await page.getByRole('tab', { name: 'Notes 1' }).click();
  await page.getByRole('button', { name: /^Remove the note/ }).click();
  await page.getByRole('tab', { name: 'Notes 0' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('tab', { name: 'Notes 1' }).click();
  await page.getByRole('tab', { name: /^Findings/ }).click();
  await expect(decided).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(decided).toBeHidden();
  await expect(page.getByRole('tab', { name: 'Notes 0' })).toBeVisible();
});

test('a refused change of the target leaves nothing of it; what it would leave behind is said first', async ({
  page,
}) => {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('link', { name: 'Drawer slide', exact: true }).click();
  await page.getByRole('tab', { name: 'Time, stage' }).click();
  await page.getByLabel('Last frame', { exact: true }).fill('½ s');
  await expect(page.getByTestId('durations')).toContainText('12 frames');
  await expect(page.getByText('1 key outside the range stays, out of sight.')).toBeVisible();
  await page.getByLabel('Last frame', { exact: true }).press('Escape');
  await page.getByLabel('Rest frame', { exact: true }).fill('5');
  await expect(page.getByText('1 key on the rest frame stays; no more can be set there.')).toBeVisible();
  await page.getByLabel('Rest frame', { exact: true }).press('Escape');
  await page.getByLabel('Frame rate').selectOption('30');
  await page.getByRole('button', { name: 'Leave it as it was' }).click();
  await expect(page.getByTestId('range-readout')).toContainText('24 fps · 1–30');
  await expect(page.getByLabel('Frame rate')).toHaveValue('24');
});

test('a menu or sheet opened by mouse and left with Escape leaves Space to playing', async ({ page }) => {
  await openBench(page, 'Ines Calado', 'Toaster rack');
  for (const opened of ['Retime', 'Move']) {
    await page.getByRole('button', { name: opened, exact: true }).click();
    await page.keyboard.press('Escape');
    await page.keyboard.press(' ');
    await page.getByRole('button', { name: 'Stop' }).waitFor();
    await page.keyboard.press(' ');
    await page.getByRole('button', { name: 'Play', exact: true }).waitFor();
  }
});

test('every action, screen, exercise and learner is found by a few letters, with its keys and why it is off', async ({
  page,
}) => {
  await openBench(page, 'Ines Calado', 'Toaster rack');
  await page.getByRole('textbox', { name: 'Frame', exact: true }).click();
  await page.keyboard.press('Control+k');
  const found = page.getByRole('dialog', { name: 'Find anything' });
  await found.getByRole('combobox').fill('copy');
  await expect(found.getByRole('option', { name: 'Copy and paste: Copy' })).toHaveText(/Select keys first\..*Ctrl C/);
  await found.getByRole('combobox').fill('sel at fr');
  await page.keyboard.press('Enter');
  await expect(found).toBeHidden();
  await page.keyboard.press('Control+k');
  await found.getByRole('combobox').fill('planner');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/planner/);
  await signIn(page, 'Marta Olesen');
  await page.getByRole('button', { name: 'Find anything' }).click();
  await expectAccessible(page);
  await found.getByRole('combobox').fill('priya toaster');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^Priya Raman, take/);
});

test('an exercise begins from a ready model, is published after a look, and withdrawn; a blank one is gone', async ({
  page,
}) => {
  await signIn(page, 'Marta Olesen');
  const course = page.url();
  await page.getByRole('button', { name: 'Set an exercise' }).click();
  await page.getByRole('button', { name: 'A blank stage' }).click();
  await expect(page.getByRole('textbox', { name: 'Title' })).toHaveValue('New exercise');
  await page.goto(course);
  await expect(page.getByRole('table')).toBeVisible();
  await expect(page.getByRole('link', { name: 'New exercise' })).toBeHidden();

  await page.getByRole('button', { name: 'Set an exercise' }).click();
  await page.getByRole('radio', { name: 'Turn' }).click();
  await expectAccessible(page);
  const numbers = page.getByRole('region', { name: 'Turn, its numbers' });
  await numbers.getByLabel('Title').fill('Jar lid');
  await numbers.getByLabel('Takes, frames').fill('0');
  await numbers.getByLabel('Angle, °').fill('360 / 4');
  await expect(numbers.getByRole('alert')).toHaveText('A whole number from 2 to 1000.');
  await numbers.getByLabel('Takes, frames').fill('32');
  await numbers.getByLabel('Takes, frames').press('Enter');
  await expect(numbers).toContainText('24 fps, frames 1 to 33');
  await numbers.getByRole('button', { name: 'Set this exercise' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Jar lid');
  await expect(keyMark(page, 'Rotation', 33)).toBeVisible();
  await page.getByRole('button', { name: 'Publish' }).click();
  await expect(page.getByRole('dialog')).toContainText('24 fps, frames 1 to 33: 33 frames, 1.375 s');
  await page.getByRole('dialog').getByRole('button', { name: 'Publish' }).click();
  await page.getByRole('button', { name: 'Published' }).click();
  await expect(page.getByRole('dialog', { name: 'Withdraw this exercise?' })).toContainText('Nobody has begun it.');
  await page.getByRole('button', { name: 'Withdraw' }).click();
  await expect(page.getByRole('button', { name: 'Publish', exact: true })).toBeVisible();
});

test('the Bench opens on what is asked for; a loop is closed, eased and retold from the menus of things', async ({
  page,
}) => {
  await signIn(page, 'Wout Hendriks');
  await exerciseRow(page, 'Ladle swing').getByRole('button', { name: 'Start' }).click();
  const strip = page.getByRole('region', { name: 'Keys strip' });
  await expect(strip).toContainText('Key rotation on 1, 13 and 25');
  await expect(strip.getByRole('button', { name: 'Rotation', exact: true })).toBeVisible();
  await expect(page.getByRole('row', { name: /Rotation/ })).toBeVisible();

  // Typing the value that is there sets the key; before a first key that comes later the pose can be held.
  await goToFrame(page, 13);
  await page.getByLabel('Rotation on frame 13').fill('30 + 2');
  await page.getByLabel('Rotation on frame 13').press('Enter');
  await page.getByRole('button', { name: 'Hold the starting pose on 1' }).click();
  await expect(keyMark(page, 'Rotation', 1)).toHaveAccessibleName(/then held/);
  await goToFrame(page, 7);
  await page.getByLabel('Rotation on frame 7').fill('-32');
  await page.getByLabel('Rotation on frame 7').press('Enter');
  await expect(keyMark(page, 'Rotation', 7)).toBeVisible();

  await page.getByRole('button', { name: 'Copy and paste' }).click();
  await page.getByRole('menuitem', { name: /^Close it/ }).click();
  await expect(keyMark(page, 'Rotation', 25)).toBeVisible();
  await page.keyboard.press('End');
  await page.keyboard.press('.');
  await expect(page.getByRole('slider', { name: 'Playhead' })).toHaveAttribute('aria-valuenow', '25');
  await keyMark(page, 'Rotation', 13).click({ button: 'right' });
  await page.getByRole('menuitem', { name: 'into it' }).click();
  await expect(keyMark(page, 'Rotation', 7)).toHaveAccessibleName(/then curve by handles/);
  await keyMark(page, 'Rotation', 13).focus();
  await page.keyboard.press('ContextMenu');
  await page.getByRole('menuitem', { name: 'slow finish, firm (cubic)' }).click();
  await expect(keyMark(page, 'Rotation', 13)).toHaveAccessibleName(/then slow finish/);
  await keyMark(page, 'Rotation', 25).click();
  await expect(page.getByRole('button', { name: 'How it arrives: slow finish, firm (cubic)' })).toBeVisible();
  await page.getByRole('slider', { name: 'Playhead' }).click({ button: 'right' });
  await page.getByRole('menuitem', { name: 'to every 4 frames' }).click();
  const key = await middleOf(keyMark(page, 'Rotation', 7));
  const next = await middleOf(keyMark(page, 'Rotation', 13));
  await drag(page, key, { x: (next.x - key.x) * (2.9 / 6), y: 0 });
  await expect(keyMark(page, 'Rotation', 9)).toBeVisible();
});

test('a first visit offers a walk, once; any part says what it is; the words of the trade are at hand', async ({
  page,
}) => {
  await openBench(page, 'Ines Calado', 'Toaster rack');
  await page.getByRole('button', { name: 'Show me around' }).click();
  const step = page.getByRole('dialog', { name: 'The picture' });
  await expect(step).toContainText('1 of 6');
  await step.getByRole('button', { name: 'Next' }).click();
  await expect(page.getByRole('dialog', { name: 'By numbers' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.reload();
  await page.getByRole('button', { name: /^Record o/ }).waitFor();
  await expect(page.getByRole('button', { name: 'Show me around' })).toBeHidden();

  await page.getByRole('button', { name: 'What is Curve?' }).click();
  await expect(page.getByRole('dialog', { name: 'What is Curve?' })).toContainText('steep is fast');
  await expectAccessible(page);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Help' }).click();
  await page.getByRole('menuitem', { name: 'Words of the trade' }).click();
  const words = page.getByRole('dialog', { name: 'Words of the trade' });
  await words.getByLabel('Find a word').fill('twos');
  await expect(words.getByRole('definition')).toHaveText('A new drawing on every frame, or on every second frame.');
});

test('with every strip open none loses its controls; where there is no room for one, that is said', async ({
  page,
}) => {
  await openBench(page, 'Ines Calado', 'Toaster rack');
  for (const name of ['Film', 'Speed', 'Loom']) await page.getByRole('button', { name, exact: true }).click();
  for (const [name, control] of [
    ['Curve', page.getByLabel('Values in')],
    ['Speed', page.getByRole('button', { name: 'Even speed' })],
    ['Loom', page.getByLabel('Dragging a foot')],
  ] as const) {
    const strip = (await page.getByRole('region', { name: `${name} strip` }).boundingBox())!;
    const box = (await control.boundingBox())!;
    expect(box.y + box.height).toBeLessThanOrEqual(strip.y + strip.height + 1);
  }
  await page.setViewportSize({ width: 1100, height: 640 });
  await expect(page.getByRole('status').filter({ hasText: 'No room for' })).toBeVisible();
  await page.setViewportSize({ width: 1280, height: 800 });
  await expect(page.getByRole('region', { name: 'Speed strip' })).toBeVisible();
  for (const name of ['Film', 'Speed', 'Loom']) await page.getByRole('button', { name, exact: true }).click();
});

/** Counts presses of the mouse on the pages of a person. */
async function countPresses(page: Page): Promise<() => number> {
  let presses = 0;
  await page.exposeFunction('pressed', () => presses++);
  await page.addInitScript(() => {
    document.addEventListener('pointerdown', () => (window as unknown as { pressed: () => void }).pressed(), true);
  });
  return () => presses;
}

test('a jar lid that turns with a slow finish is set in at most ten presses, done and handed in in eight', async ({
  ownBrowser,
  page,
}) => {
  await signIn(page, 'Marta Olesen');
  const ofInstructor = await countPresses(page);
  await page.reload();
  await page.getByRole('button', { name: 'Set an exercise' }).click();
  await page.getByRole('radio', { name: 'Turn' }).click();
  await page.getByRole('dialog').getByLabel('Title').click();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('Lid of a jar');
  await page.getByRole('button', { name: 'Set this exercise' }).click();
  await page.getByRole('button', { name: 'Publish' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Publish' }).click();
  await expect(page.getByRole('button', { name: 'Published' })).toBeVisible();
  expect(ofInstructor()).toBeLessThanOrEqual(10);

  const learner = await ownBrowser();
  await signIn(learner, 'Sena Aydin');
  const ofLearner = await countPresses(learner);
  await learner.reload();
  await exerciseRow(learner, 'Lid of a jar').getByRole('button', { name: 'Start' }).click();
  await learner.getByRole('button', { name: 'Key here' }).click();
  await learner.keyboard.press('End');
  await learner.getByLabel('Rotation on frame 33').click();
  await learner.keyboard.press('Control+a');
  await learner.keyboard.type('180');
  await learner.keyboard.press('Enter');
  await keyMark(learner, 'Rotation', 1).click({ button: 'right' });
  await learner.getByRole('menuitem', { name: 'slow finish, firm (cubic)' }).click();
  await saved(learner);
  await learner.getByRole('button', { name: 'Hand in take 1' }).click();
  await learner.getByRole('dialog').getByRole('button', { name: 'Hand in' }).click();
  await expect(learner.getByRole('region', { name: 'What happens next' })).toBeVisible();
  expect(ofLearner()).toBeLessThanOrEqual(8);

  await page.getByRole('link', { name: 'Kitchen in Motion' }).click();
  await page.getByRole('link', { name: /^Lid of a jar, Sena Aydin, take 1/ }).click();
  await expect(page.getByRole('tab', { name: 'Findings 0' })).toBeVisible();
});
