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
  }
  await expect(page.getByRole('region', { name: 'So far' })).toContainText(
    /About .* frames? \(.* to .*\), 3 times in 4\./,
  );
  await page.getByRole('button', { name: 'Stop here' }).click();
  const own = page.getByRole('region', { name: 'Your drills' });
  await expect(own).toContainText('8 trials');
  await page.reload();
  await expect(own).toContainText('8 trials');
  await signIn(page, 'Marta Olesen');
  await page.getByRole('button', { name: 'Drills' }).click();
  await expect(page.getByRole('region', { name: 'The class' })).toContainText('Sena Aydin, Which lands later?');
});
