import { expect, type Page } from '@playwright/test';
import { test } from './own-browser.ts';
import { exerciseRow, goToFrame, keyMark, openBench, saved, signIn, undoAll } from './steps.ts';

/** The current look of each main view, from the demo course: `npm run screenshots`. */
async function picture(page: Page, name: string): Promise<void> {
  await settle(page);
  await page.screenshot({ path: pathOf(name) });
}

const pathOf = (name: string): string => `${import.meta.dirname}/../docs/screenshots/${name}.png`;

async function settle(page: Page): Promise<void> {
  await page.mouse.move(2, 2);
  await page.evaluate(async () => {
    if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
    await document.fonts.ready;
  });
  await page.waitForTimeout(300);
}

/** Looks of a page, one beneath the other in one picture; each of `turns` goes from one to the next. */
async function looks(page: Page, name: string, ...turns: (() => Promise<void>)[]): Promise<void> {
  const all: string[] = [];
  for (const turn of [() => Promise.resolve(), ...turns]) {
    await turn();
    await settle(page);
    all.push(`data:image/png;base64,${(await page.screenshot()).toString('base64')}`);
  }
  await page.setContent(
    `<style>body { margin: 0; background: #23313d } img { display: block; margin-bottom: 6px }</style>` +
      all.map((look) => `<img src="${look}">`).join(''),
  );
  await page.locator('body').screenshot({ path: pathOf(name) });
}

test('sign-in', async ({ page }) => {
  await page.goto('/sign-in');
  await expect(page.getByText('Have a look around')).toBeVisible();
  await picture(page, 'sign-in');
});

test('course of the instructor', async ({ page }) => {
  await signIn(page, 'Marta Olesen');
  await expect(page.getByRole('table')).toBeVisible();
  await picture(page, 'course-instructor');
});

test('course of a learner', async ({ page }) => {
  await signIn(page, 'Ines Calado');
  await expect(exerciseRow(page, 'Toaster rack')).toBeVisible();
  await picture(page, 'course-learner');
});

test('setting', async ({ page }) => {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('link', { name: 'Toaster rack', exact: true }).click();
  await keyMark(page, 'Position y', 17).click();
  await goToFrame(page, 15);
  await picture(page, 'setting');
  await page.getByRole('tab', { name: 'Judging' }).click();
  await picture(page, 'setting-judging');
});

test('bench', async ({ page }) => {
  await signIn(page, 'Ines Calado');
  await exerciseRow(page, 'Toaster rack').getByRole('button', { name: 'Continue' }).click();
  await keyMark(page, 'Position y', 20).click();
  await goToFrame(page, 17);
  await picture(page, 'bench');
  await page.evaluate(() => localStorage.setItem('undulan:theme', 'dark'));
  await page.reload();
  await page.getByRole('button', { name: 'Brief and chart' }).click();
  await goToFrame(page, 17);
  await picture(page, 'bench-dark');
});

test('bench, shaping', async ({ page }) => {
  await openBench(page, 'Ines Calado', 'Toaster rack');
  await goToFrame(page, 14);
  await keyMark(page, 'Position y', 9).click();
  await page.keyboard.press('1');
  await page.keyboard.press('3');
  await page.keyboard.press('4');
  await page.getByRole('slider', { name: 'Drawing 14 of 9 to 20' }).press('Shift+ArrowLeft');
  await page.getByRole('button', { name: /on frame 9, key of the curve/ }).click();
  await saved(page);
  await picture(page, 'bench-strips');
  await undoAll(page);
});

test('desk', async ({ page }) => {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('link', { name: /Toaster rack, Priya Raman/ }).click();
  await expect(page.getByRole('list', { name: 'Findings' })).toBeVisible();
  await goToFrame(page, 17);
  await picture(page, 'desk');
});

test('desk, a clip', async ({ page }) => {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('link', { name: /Tea glass along the counter, Wout Hendriks/ }).click();
  await expect(page.getByRole('list', { name: 'Findings' })).toBeVisible();
  await goToFrame(page, 9);
  await picture(page, 'desk-clip');
});

test('ledger', async ({ page }) => {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('button', { name: 'Ledger' }).click();
  await expect(page.getByRole('img', { name: /^How far off: / })).toBeVisible();
  await looks(
    page,
    'ledger',
    async () => {
      await page.getByRole('navigation', { name: 'Views' }).getByRole('button', { name: 'Over time' }).click();
      await page.getByLabel('Learner', { exact: true }).selectOption('Jonah Whitby');
      await expect(page.getByRole('img', { name: /^Which lands later/ })).toBeVisible();
    },
    async () => {
      await signIn(page, 'Jonah Whitby');
      await page.getByRole('button', { name: 'How it goes' }).click();
      await expect(page.getByRole('img', { name: /^grade: / })).toBeVisible();
    },
  );
});

test('people', async ({ page }) => {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('button', { name: 'People' }).click();
  await page.getByRole('button', { name: 'Make a link' }).click();
  await expect(page.getByText(/0 of 30 joined/)).toBeVisible();
  await page.reload();
  await expect(page.getByText(/0 of 30 joined/)).toBeVisible();
  const begins = page.getByRole('region', { name: 'New exercises' });
  await begins.getByLabel('A key may be off, frames').fill('1.5');
  await begins.getByLabel('A key may be off, frames').press('Enter');
  await expect(begins.getByRole('status')).toHaveText('Saved');
  await looks(page, 'people', async () => {
    await page.getByRole('button', { name: 'Account of Marta Olesen' }).click();
    await page.getByRole('menuitem', { name: 'This installation' }).click();
    await page.getByRole('tab', { name: 'Outbox' }).click();
    await page.getByRole('list', { name: 'Messages' }).getByRole('button').first().click();
    await expect(page.getByRole('article')).toBeVisible();
  });
});

test('review', async ({ page }) => {
  await signIn(page, 'Jonah Whitby');
  await exerciseRow(page, 'Drawer slide')
    .getByRole('link', { name: /take 1/ })
    .click();
  await page.getByRole('button', { name: 'Next note' }).click();
  await picture(page, 'review');
});

test('stage', async ({ page }) => {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('link', { name: 'Whisk arm', exact: true }).click();
  await page.getByRole('button', { name: /^Record o/ }).waitFor();
  await page.getByRole('radio', { name: 'Picture only' }).click();
  await page.getByRole('region', { name: 'Subjects' }).getByRole('button', { name: 'Whisk', exact: true }).click();
  await goToFrame(page, 9);
  await picture(page, 'stage');
});

test('planner', async ({ page }) => {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('button', { name: 'Planner' }).click();
  // The walk through the screen is offered on the first visit only: that is this one.
  await expect(page.getByRole('navigation', { name: 'Calculators' })).toBeVisible();
  const address = page.url().split('?')[0];
  const runs = 'run=0-516-924-1837&run=0-544-990-1887&run=0-492-900-1842&beat=reach&beat=grip&beat=pull&beat=stop';
  await page.goto(`${address}?tool=act&length=46f&${runs}`);
  await expect(page.getByRole('navigation', { name: 'Calculators' })).toBeVisible();
  await picture(page, 'planner-act');
  await page.goto(`${address}?tool=distance`);
  await expect(page.getByRole('heading', { name: /distance/i }).first()).toBeVisible();
  await picture(page, 'planner-distance');
});

test('a drill', async ({ page }) => {
  await signIn(page, 'Sena Aydin');
  await page.getByRole('button', { name: 'Drills' }).click();
  await page.getByLabel('Which fault').selectOption('Drift');
  await page.getByRole('button', { name: 'Begin Spot the fault' }).click();
  for (let trial = 1; trial <= 8; trial++) {
    await page.getByText(`trial ${trial} of 40`).waitFor();
    await page.keyboard.press('ArrowLeft');
    if (trial < 8) await page.keyboard.press('Enter');
  }
  await page.getByRole('region', { name: 'So far' }).waitFor();
  await page.waitForTimeout(2500);
  await picture(page, 'drill');
});

test('lectern, and a session on a learner’s side', async ({ page, ownBrowser }) => {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('region', { name: 'Lessons' }).getByRole('link', { name: '3 Spacing' }).first().click();
  await page.getByRole('button', { name: 'Uncover charts' }).click();
  await page.getByRole('button', { name: 'More of Slow finish' }).click();
  await page.getByRole('menuitem', { name: 'Take the lane out' }).click();
  await goToFrame(page, 15);
  await picture(page, 'lectern');
  await page.getByRole('button', { name: 'Open a session' }).click();
  const learners = await Promise.all(
    ['Ines Calado', 'Jonah Whitby', 'Priya Raman'].map(async (name) => {
      const own = await ownBrowser();
      await signIn(own, name);
      await own.getByRole('button', { name: 'Join the class' }).click();
      return own;
    }),
  );
  await page.getByRole('button', { name: 'Questions' }).click();
  await page.getByLabel('Kind of question').selectOption('Put the contact on the ruler');
  await page.getByRole('button', { name: 'Ask the class' }).click();
  for (const [i, own] of learners.entries()) {
    await own.getByLabel('On frame').fill(String([32, 33, 30][i]));
    await own.getByLabel('On frame').press('Enter');
  }
  const asked = page.getByRole('region', { name: 'Question 1' });
  await expect(asked).toContainText('3 of 3 answered');
  await asked.getByRole('button', { name: 'Reveal' }).click();
  await expect(learners[0]!.getByText('It is frame 33.')).toBeVisible();
  await picture(learners[0]!, 'session');
  await page.getByRole('button', { name: 'End session' }).click();
});
