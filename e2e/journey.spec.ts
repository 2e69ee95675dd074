import { expect } from '@playwright/test';
import { test } from './own-browser.ts';
import { drag, dragOnStage, exerciseRow, goToFrame, keyMark, leaveBy, middleOf, saved, signIn } from './steps.ts';

test('from a set exercise to a returned review and the next take', async ({ ownBrowser }, { retry }) => {
  const instructor = await ownBrowser();
  const learner = await ownBrowser();
  const title = retry ? 'Dishes on a belt, again' : 'Dishes on a belt';

  await test.step('the instructor sets an exercise', async () => {
    await signIn(instructor, 'Marta Olesen');
    await instructor.getByRole('button', { name: 'Set an exercise' }).click();
    await instructor.getByRole('button', { name: 'A blank stage' }).click();
    await instructor.getByLabel('Title').fill(title);
    await instructor.getByRole('textbox', { name: 'Brief' }).fill('A stack of dishes rides the belt at an even pace.');
    await instructor.getByLabel('Key timing ±, frames').fill('1');
    await instructor.getByLabel('Spacing ±, %').fill('5');
    await instructor.getByLabel('Spacing ±, %').blur();
    await expect(instructor.getByRole('navigation', { name: 'Where you are' })).toContainText(title);

    await instructor.getByRole('tab', { name: 'Time, stage' }).click();
    await instructor.getByLabel('Frame rate').selectOption('custom');
    await instructor.getByLabel('Custom, fps').fill('25');
    await instructor.getByLabel('Last frame', { exact: true }).fill('26');
    await expect(instructor.getByTestId('durations')).toHaveText(
      '26 frames · runs 1.040 s · travel 1.000 s from first to last',
    );
    await instructor.getByLabel('Last frame', { exact: true }).blur();
    await instructor.getByLabel('Subject', { exact: true }).fill('Dishes');
    await instructor.getByLabel('Subject', { exact: true }).press('Enter');
    await instructor.getByLabel('Shape', { exact: true }).selectOption('disc');
    await expect(instructor.getByRole('toolbar', { name: 'Transport' })).toContainText('25 fps · 1–26');

    await expect(instructor.getByRole('button', { name: 'Publish' })).toHaveAttribute('aria-disabled', 'true');
    await instructor.keyboard.press('Escape');
    await instructor.getByRole('button', { name: 'Key here' }).click();
    await goToFrame(instructor, 26);
    await dragOnStage(instructor, { x: 160, y: 270 }, { x: 600, y: 0 });
    await expect(keyMark(instructor, 'Position x', 26)).toBeVisible();
    await keyMark(instructor, 'Position x', 1).click();
    await leaveBy(instructor, 'straight');
    await keyMark(instructor, 'Position x', 26).click();
    await expect(instructor.getByRole('button', { name: 'How it arrives: straight' })).toBeVisible();
    await instructor.getByRole('group', { name: 'Selected keys' }).getByLabel('value').fill('760');
    await instructor.getByRole('group', { name: 'Selected keys' }).getByLabel('value').press('Enter');
    await saved(instructor);
    await instructor.getByRole('tab', { name: 'Terms' }).click();
    await instructor.getByLabel('they may have their work checked').check();
    await instructor.getByRole('button', { name: 'Publish' }).click();
    const summary = instructor.getByRole('dialog', { name: 'Publish this exercise?' });
    await expect(summary).toContainText('25 fps, frames 1 to 26: 26 frames, 1.040 s');
    await expect(summary).toContainText('any number of takes, with a self-check');
    await summary.getByRole('button', { name: 'Publish' }).click();
    await expect(instructor.getByText('Published', { exact: true })).toBeVisible();
  });

  await test.step('the learner keys it on the Bench and hands it in', async () => {
    await signIn(learner, 'Wout Hendriks');
    await exerciseRow(learner, title).getByRole('button', { name: 'Start' }).click();
    await expect(learner.getByRole('button', { name: 'Record on' })).toBeVisible();
    await expect(learner.getByRole('button', { name: 'Hand in take 1' })).toHaveAttribute('aria-disabled', 'true');
    await learner.getByRole('button', { name: 'Key here' }).click();
    await goToFrame(learner, 23);
    await dragOnStage(learner, { x: 160, y: 270 }, { x: 600, y: 0 });
    const late = keyMark(learner, 'Position x', 23);
    await expect(late).toBeVisible();

    await test.step('a key is dragged in time, deleted and brought back', async () => {
      const ruler = (await learner.getByRole('slider', { name: 'Playhead' }).boundingBox())!;
      const pxPerFrame = (ruler.width - 60) / 25;
      await drag(learner, await middleOf(late), { x: -3 * pxPerFrame, y: 0 });
      await expect(keyMark(learner, 'Position x', 20)).toBeVisible();
      await learner.keyboard.press('Delete');
      await expect(keyMark(learner, 'Position x', 20)).toHaveCount(0);
      await learner.keyboard.press('Control+z');
      await expect(keyMark(learner, 'Position x', 20)).toBeVisible();
      await learner.keyboard.press('Control+z');
      await expect(keyMark(learner, 'Position x', 23)).toBeVisible();
      await learner.keyboard.press('Control+Shift+z');
      await expect(keyMark(learner, 'Position x', 20)).toBeVisible();
    });

    await test.step('the curve is bent by a handle', async () => {
      await keyMark(learner, 'Position x', 1).click();
      await expect(learner.getByRole('button', { name: 'How it leaves: curve by handles' })).toBeVisible();
      const handle = learner.locator('[data-handle="out"] rect').last();
      const at = await middleOf(handle);
      await drag(learner, at, { x: 60, y: -40 });
      await expect(learner.getByRole('button', { name: 'Handles: in line' })).toBeVisible();
      const after = await middleOf(learner.locator('[data-handle="out"] rect').last());
      expect(Math.abs(after.x - at.x - 60)).toBeLessThan(3);
    });

    await saved(learner);
    await learner.getByRole('button', { name: 'Hand in take 1' }).click();
    const handIn = learner.getByRole('dialog', { name: 'Hand in take 1?' });
    await handIn.getByRole('button', { name: 'Check it first' }).click();
    await expect(handIn.getByRole('list', { name: 'What matters most' })).toContainText('6 frames early');
    await handIn.getByLabel('Title of the take').fill('Quicker belt');
    await handIn.getByLabel('Tags, between commas').fill('belt, even');
    await handIn.getByLabel('Note to the instructor').fill('Is it too quick?');
    await handIn.getByRole('button', { name: 'Hand in' }).click();
    await expect(learner.getByRole('region', { name: 'What happens next' })).toContainText('It was read');
    await expect(learner.getByRole('region', { name: 'Self-check' })).toContainText('6 frames early');
    await expect(learner.getByText('Handed in, waits for review')).toBeVisible();
  });

  await test.step('the instructor reviews it at the Desk and returns it', async () => {
    await instructor.getByRole('link', { name: 'Kitchen in Motion' }).click();
    await instructor.getByRole('link', { name: new RegExp(`${title}, Wout Hendriks, take 1, waits`) }).click();
    const finding = instructor.getByRole('button', {
      name: /The dishes arrive 6 frames early: frame 20 instead of 26/,
    });
    await finding.first().click();
    await expect(instructor.getByRole('slider', { name: 'Playhead' })).toHaveAttribute('aria-valuenow', '20');
    await expect(instructor.getByRole('button', { name: /^Take: key on frame 20, .*, 6 frames early$/ })).toBeVisible();
    await expect(instructor.getByRole('img', { name: 'Position x of target and take' })).toBeVisible();
    await expect(instructor.getByRole('group', { name: 'Gap a frame' })).toBeVisible();

    const words = instructor.getByRole('region', { name: 'What the learner says of it' });
    await expect(words).toHaveText(/Wout Hendriks:.*Quicker belt.*belt.*even.*Is it too quick\?/);
    await instructor.getByRole('tab', { name: /Notes/ }).click();
    await instructor.getByRole('button', { name: /^Pin to frame/ }).click();
    await expect(instructor.getByRole('alert')).toHaveText('Write the note first.');
    await instructor.getByLabel('New note on frame 20').fill('It is there already: six frames too soon.');
    await instructor.getByRole('button', { name: 'Pin to frame 20' }).click();
    await expect(instructor.getByRole('list', { name: 'Notes' })).toContainText('six frames too soon');

    await instructor.getByRole('button', { name: 'Return with 1 note' }).click();
    await instructor.getByLabel('Grade, 0 to 100').fill('120');
    await instructor.getByLabel('Grade, 0 to 100').blur();
    await expect(instructor.getByRole('alert')).toHaveText('A number from 0 to 100, or nothing.');
    await instructor.getByRole('button', { name: /Take the proposed/ }).click();
    await expect(instructor.getByLabel('Grade, 0 to 100')).not.toHaveValue('120');
    await instructor.getByLabel('Grade, 0 to 100').fill('55');
    await instructor.getByLabel('Closing words').fill('Count it out loud first.');
    await instructor.getByLabel('Closing words').blur();
    await expect(instructor.getByText('Saved', { exact: true })).toBeVisible();
    await instructor.getByRole('button', { name: 'Return with 1 note' }).click();
    await instructor.getByRole('dialog').getByRole('button', { name: 'Return it' }).click();
    await expect(instructor.getByText('Returned', { exact: true })).toBeVisible();
  });

  await test.step('the learner reads the review note by note and starts the next take from the last', async () => {
    await learner.getByRole('link', { name: 'Kitchen in Motion' }).click();
    await exerciseRow(learner, title).getByRole('link', { name: 'take 1, Quicker belt · returned, 55' }).click();
    await expect(learner.getByText('Count it out loud first.')).toBeVisible();
    await learner.getByRole('button', { name: 'Next note' }).click();
    await expect(learner.getByText('It is there already: six frames too soon.')).toBeVisible();
    await expect(learner.getByRole('slider', { name: 'Playhead' })).toHaveAttribute('aria-valuenow', '20');
    await learner.getByRole('button', { name: 'Start take 2 from this' }).click();
    await expect(keyMark(learner, 'Position x', 20)).toBeVisible();
    await expect(learner.getByRole('button', { name: 'Hand in take 2' })).toBeVisible();
  });

  await test.step('changing the target of a handed-in take asks first', async () => {
    await instructor.getByRole('link', { name: 'Kitchen in Motion' }).click();
    await instructor.getByRole('link', { name: title, exact: true }).click();
    await keyMark(instructor, 'Position x', 26).press('ArrowLeft');
    const warning = instructor.getByRole('dialog', { name: 'Change the target of handed-in takes?' });
    await expect(warning).toContainText('One take was handed in');
    await warning.getByRole('button', { name: 'Leave it as it was' }).click();
    await expect(keyMark(instructor, 'Position x', 26)).toBeVisible();
    await keyMark(instructor, 'Position x', 26).press('ArrowLeft');
    await warning.getByRole('button', { name: 'Change the target' }).click();
    await saved(instructor);
    await instructor.reload();
    await expect(keyMark(instructor, 'Position x', 25)).toBeVisible();
  });
});
