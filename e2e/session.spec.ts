import { expect, type Page } from '@playwright/test';
import { test } from './own-browser.ts';
import { expectAccessible, goToFrame, signIn } from './steps.ts';

const lessons = (page: Page) => page.getByRole('region', { name: 'Lessons' });
const frame = (page: Page) => page.getByTestId('class-frame');

/** The instructor on the Lectern with a session open. */
async function lead(page: Page, lesson: string): Promise<void> {
  await signIn(page, 'Marta Olesen');
  await lessons(page).getByRole('link', { name: lesson }).first().click();
  await page.getByRole('button', { name: 'Open a session' }).click();
  await expect(page.getByText(/in session · \d here · code/)).toBeVisible();
}

/** A learner in a browser of their own, who joins by the banner. */
async function join(page: Page, name: string): Promise<Page> {
  await signIn(page, name);
  await page.getByRole('button', { name: 'Join the class' }).click();
  await expect(page.getByText('In session', { exact: true })).toBeVisible();
  return page;
}

/** When what a screen plays began by its own clock, in ms since 1970. */
async function beganAt(page: Page, testId: string): Promise<number> {
  const mark = page.getByTestId(testId);
  await expect(mark).toHaveAttribute('data-began-at', /^\d/);
  return Number(await mark.getAttribute('data-began-at'));
}

test('two learners follow board, lanes, playhead and charts; one comes late, one looks around and comes back', async ({
  page,
  ownBrowser,
}) => {
  await lead(page, '3 Spacing');
  const ines = await join(await ownBrowser(), 'Ines Calado');
  await expect(ines.getByRole('heading', { name: 'Slow at the ends' })).toBeVisible();
  await expect(ines.getByText('Its chart is covered.')).toHaveCount(5);
  // Nothing on it is to be done by a learner.
  await expect(ines.getByRole('button', { name: /^Only / })).toHaveCount(0);
  await page.getByRole('button', { name: 'Uncover charts' }).click();
  await expect(ines.getByText('Its chart is covered.')).toHaveCount(0);
  await goToFrame(page, 17);
  await expect(frame(ines)).toHaveText('17');
  const ease = page.getByRole('slider', { name: 'Ease, Slow start' });
  await ease.focus();
  await page.keyboard.press('Home');
  await expect(ines.getByText('the same as the first')).toBeVisible();
  // Late, and where the others are.
  const jonah = await join(await ownBrowser(), 'Jonah Whitby');
  await expect(frame(jonah)).toHaveText('17');
  await expect(jonah.getByText('the same as the first')).toBeVisible();
  await expect(page.getByText(/in session · 2 here/)).toBeVisible();
  await ines.getByRole('button', { name: 'Look around' }).click();
  await goToFrame(ines, 5);
  await goToFrame(page, 20);
  await expect(frame(jonah)).toHaveText('20');
  await expect(frame(ines)).toHaveText('5');
  await ines.getByRole('button', { name: 'Come back' }).click();
  await expect(frame(ines)).toHaveText('20');
  await page
    .getByRole('button', { name: /How much/ })
    .first()
    .click();
  await expect(ines.getByRole('heading', { name: 'How much?' })).toBeVisible();
  await expectAccessible(ines);
  await page.getByRole('button', { name: 'End session' }).click();
  await expect(ines.getByText('The session is over').first()).toBeVisible();
  await expect(jonah.getByText('The session is over').first()).toBeVisible();
});

test('it plays on every screen by one clock: less than half a frame apart', async ({ page, ownBrowser }) => {
  await lead(page, '3 Spacing');
  const ines = await join(await ownBrowser(), 'Ines Calado');
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(frame(ines)).not.toHaveText('1');
  // However late a screen is to show a frame: both mean the same one at the same time.
  const [led, followed] = await Promise.all([beganAt(page, 'playhead'), beganAt(ines, 'class-frame')]);
  expect(Math.abs(led - followed)).toBeLessThan(1000 / 24 / 2);
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  const stoppedAt = await page.getByRole('slider', { name: 'Playhead' }).getAttribute('aria-valuenow');
  await expect(frame(ines)).toHaveText(stoppedAt!);
  await page.getByRole('button', { name: 'End session' }).click();
});

test('the class is asked, answers come live, the truth is revealed, and all of it is there afterwards', async ({
  page,
  ownBrowser,
}) => {
  await lead(page, '2 Timing');
  const [ines, jonah] = await Promise.all([
    join(await ownBrowser(), 'Ines Calado'),
    join(await ownBrowser(), 'Jonah Whitby'),
  ]);
  await page.getByRole('button', { name: 'Questions' }).click();
  await page.getByLabel('Kind of question').selectOption('How many frames');
  await page.getByLabel('About which lane').selectOption('In 18 frames');
  await page.getByRole('button', { name: 'Ask the class' }).click();
  const question = ines.getByRole('region', { name: 'The question' });
  await expect(question).toContainText('How many frames does it take: In 18 frames?');
  await question.getByLabel('Frames').fill('16');
  await question.getByLabel('Frames').press('Enter');
  await expect(question).toContainText('Your answer: 16 frames');
  await jonah.getByRole('region', { name: 'The question' }).getByLabel('Frames').fill('12');
  await jonah.keyboard.press('Enter');
  const asked = page.getByRole('region', { name: 'Question 1' });
  await expect(asked).toContainText('2 of 2 answered');
  await expect(asked.getByRole('img', { name: 'Answers: 1 on frames 12, 1 on frames 16' })).toBeVisible();
  await expect(asked).not.toContainText('Ines Calado');
  await expect(ines.getByText('It is 18 frames.')).toHaveCount(0);
  await asked.getByRole('button', { name: 'Names' }).click();
  await asked.getByRole('button', { name: 'Reveal' }).click();
  await expect(asked).toContainText('Ines Calado: 16 frames');
  await expect(ines.getByText('It is 18 frames.')).toBeVisible();
  // A choice, and a chart drawn on a rail.
  await page.getByLabel('Kind of question').selectOption('Which of these …');
  await page.getByRole('button', { name: 'Ask the class' }).click();
  await jonah.getByRole('button', { name: 'In 32 frames' }).click();
  await expect(page.getByRole('region', { name: 'Question 2' })).toContainText('1 of 2 answered');
  await page.getByLabel('Kind of question').selectOption('Draw the chart');
  await page.getByRole('button', { name: 'Ask the class' }).click();
  const tick = ines.getByRole('slider', { name: 'Timing chart, tick 1' });
  await tick.focus();
  await ines.keyboard.press('PageUp');
  await ines.getByRole('button', { name: 'Answer', exact: true }).click();
  await expect(page.getByRole('img', { name: '1 charts over each other' })).toBeVisible();
  await expectAccessible(page);
  const address = ines.url();
  await page.getByRole('button', { name: 'End session' }).click();
  await expect(ines.getByText('You answered 16 frames.')).toBeVisible();
  await ines.goto(address);
  await expect(ines.getByText('You answered 16 frames.')).toBeVisible();
});

test('a line that was lost comes back, and the screen is where the others are', async ({ page, ownBrowser }) => {
  await lead(page, '2 Timing');
  const ines = await join(await ownBrowser(), 'Ines Calado');
  await ines.context().setOffline(true);
  await ines.evaluate(() => window.dispatchEvent(new Event('offline')));
  await expect(ines.getByText('The line is down. It goes on trying.')).toBeVisible();
  await goToFrame(page, 9);
  await ines.context().setOffline(false);
  await expect(ines.getByText('In session', { exact: true })).toBeVisible();
  await expect(frame(ines)).toHaveText('9');
  await page.getByRole('button', { name: 'End session' }).click();
});
