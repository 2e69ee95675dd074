import { expect } from '@playwright/test';
import { test } from './own-browser.ts';
import { changeExercise, exerciseRow, goToFrame, keyMark, keyOn, saved, signIn } from './steps.ts';

test('a draft begun before the exercise was changed is refused, brought back within it at once, and handed in', async ({
  ownBrowser,
  page,
}) => {
  await signIn(page, 'Marta Olesen');
  const { courses } = (await (await page.request.get('/api/session')).json()) as { courses: { id: string }[] };
  const { id } = (await (await page.request.post(`/api/courses/${courses[0]!.id}/exercises`, { data: {} })).json()) as {
    id: string;
  };
  await changeExercise(page, id, ({ work }) => {
    work.details.title = 'Hob dial, shorter';
    work.motion.subjects[0]!.channels.find((channel) => channel.id === 'rotation')!.keys = [
      keyOn(1, 0),
      keyOn(13, 120),
    ];
  });
  expect((await page.request.post(`/api/exercises/${id}/publish`)).status()).toBe(204);

  const learner = await ownBrowser();
  await signIn(learner, 'Leif Arnesen');
  await exerciseRow(learner, 'Hob dial, shorter').getByRole('button', { name: 'Start' }).click();
  await goToFrame(learner, 9);
  await learner.getByRole('button', { name: 'Key here' }).click();
  await saved(learner);
  await changeExercise(page, id, ({ work }) => {
    work.motion.range.last = 40;
  });

  const handIn = async (): Promise<void> => {
    await learner.getByRole('button', { name: 'Hand in take 1' }).click();
    await learner
      .getByRole('dialog', { name: 'Hand in take 1?' })
      .getByRole('button', { name: 'Hand in', exact: true })
      .click();
  };
  await learner.reload();
  await handIn();
  const beyond = learner.getByRole('dialog', { name: 'Beyond what the exercise leaves to you' });
  await expect(beyond).toContainText('The exercise sets the range.');
  await beyond.getByRole('button', { name: 'Bring it back within' }).click();
  await expect(learner.getByRole('toolbar', { name: 'Transport' })).toContainText('24 fps · 1–40');
  await saved(learner);
  await learner.reload();
  await expect(keyMark(learner, 'Rotation', 9)).toBeVisible();
  await handIn();
  await expect(learner.getByText('Handed in, waits for review')).toBeVisible();
});
