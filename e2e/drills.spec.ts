import { expect, test } from '@playwright/test';
import { expectAccessible, signIn } from './steps.ts';

test('a learner trains the eye by keys, is told what it was, and finds the result after a reload', async ({ page }) => {
  await signIn(page, 'Sena Aydin');
  await page.getByRole('button', { name: 'Drills' }).click();
  const todo = page.getByRole('region', { name: 'Drills to do' });
  await todo.getByRole('button', { name: 'Begin' }).first().click();
  await expect(page.getByRole('heading', { name: 'Which one comes to rest later?' })).toBeVisible();
  const truth = page.getByRole('region', { name: 'What it was' });
  for (let trial = 1; trial <= 8; trial++) {
    await expect(page.getByText(`trial ${trial} of 40`)).toBeVisible();
    await expect(truth).toHaveCount(0);
    // Once more, by Space, before it is answered.
    if (trial === 1) await page.keyboard.press(' ');
    await page.keyboard.press(trial % 2 === 0 ? 'ArrowLeft' : 'ArrowRight');
    await expect(truth).toContainText(/^(Yes|No): the (left|right) one lands \d+ frames? later\./);
    const said = (await truth.getByRole('status').textContent())!;
    const pressed = trial % 2 === 0 ? 'left' : 'right';
    expect(said.startsWith('Yes')).toBe(said.includes(`the ${pressed} one`));
    if (trial === 1) {
      await expect(page.getByRole('button', { name: 'Stop here' })).toHaveAttribute('aria-disabled', 'true');
      await expectAccessible(page);
    }
    if (trial < 8) await page.keyboard.press('Enter');
    // A page that goes takes no answer with it.
    if (trial === 4) await page.reload();
  }
  await expect(page.getByRole('region', { name: 'So far' })).toContainText(
    /You see .* frames? of lateness at 24 fps \(.* to .*\), 3 times in 4\./,
  );
  await page.getByRole('button', { name: 'Stop here' }).click();
  const own = page.getByRole('region', { name: 'Your drills' });
  await expect(own).toContainText('8 trials');
  await page.reload();
  await expect(own).toContainText('8 trials');
  await signIn(page, 'Marta Olesen');
  await page.getByRole('button', { name: 'Drills' }).click();
  await expect(page.getByRole('row', { name: /^Sena Aydin .* frames?/ })).toBeVisible();
});

test('an instructor sets a drill by a date; a learner finds it on the course, does it, and is counted', async ({
  page,
}) => {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('button', { name: 'Drills' }).click();
  await page.getByRole('button', { name: 'Set Tap the contact' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByLabel('Due').fill('2031-05-02T18:00');
  await expectAccessible(page);
  await sheet.getByRole('button', { name: 'Set it' }).click();
  const set = page.getByRole('region', { name: 'Set for the class' });
  await expect(set).toContainText(/Tap the contact due Fri 2 May 2031, 18:00 · done by 0 of 6/);

  await signIn(page, 'Leif Arnesen');
  const todo = page.getByRole('region', { name: 'Set for you' }).getByRole('listitem').filter({ hasText: 'Tap the' });
  await todo.getByRole('button', { name: 'Begin' }).click();
  const truth = page.getByRole('region', { name: 'What it was' });
  for (let trial = 1; trial <= 8; trial++) {
    await expect(page.getByText(`trial ${trial} of 40`)).toBeVisible();
    await expect(async () => {
      // Once it has played through it takes no tap: let it play again.
      await page.keyboard.press('a');
      await page.keyboard.press(' ');
      await expect(truth).toContainText(/^It lands on frame \d+; you tapped on \d+: /, { timeout: 500 });
    }).toPass();
    if (trial < 8) await page.keyboard.press('Enter');
  }
  await page.getByRole('button', { name: 'Stop here' }).click();
  await expect(page.getByRole('region', { name: 'Your drills' })).toContainText(/Tap the contact Within .* frames?/);
  await page.goto('/');
  await expect(page.getByRole('region', { name: 'Set for you' })).not.toContainText('Tap the contact');

  await signIn(page, 'Marta Olesen');
  await page.getByRole('button', { name: 'Drills' }).click();
  await expect(set).toContainText(/Tap the contact .* done by 1 of 6/);
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Take Tap the contact away' }).click();
  await expect(set).not.toContainText('Tap the contact');
});

test('of two moves one has a fault: found, named, and told; a lesson leads to its drill', async ({ page }) => {
  await signIn(page, 'Ines Calado');
  await page.getByRole('link', { name: '8 Overshoot and settle' }).click();
  await page.getByRole('link', { name: 'Spot the fault: hard stop' }).click();
  await expect(page.getByRole('heading', { name: 'Which one has a fault?' })).toBeVisible();
  await page.keyboard.press('ArrowLeft');
  const truth = page.getByRole('region', { name: 'What it was' });
  await expect(truth).toContainText(/one has the fault “hard stop”: of its slow finish \d+ % of the ease is missing\./);
  await page.getByRole('link', { name: 'Drills' }).click();
  await page.getByRole('button', { name: 'Begin Spot the fault' }).click();
  await expect(page.getByText('trial 1 of 40')).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await expect(truth).toHaveCount(0);
  await page
    .getByRole('group', { name: 'What it is' })
    .getByRole('button', { name: /^Drift/ })
    .click();
  await expect(truth).toContainText(/one has the fault “/);
  await expectAccessible(page);
});
