import { expect, type Page, test } from '@playwright/test';
import { expectAccessible, signIn } from './steps.ts';

/** What people wrote themselves, and names of programs, stay as they are. */
const AS_IT_IS = /^\[?title\]? ?A drop of 1\.2 m|A drop of 1\.2 m|MariaDB|Numbers as 1\.5/;

/** All that is said on a page, or in it for who does not see it, with a decimal point. */
function withPoint(page: Page): Promise<string[]> {
  return page.evaluate(async () => {
    // What has just been pressed may still be on its way to the screen.
    for (let frame = 0; frame < 3; frame++) await new Promise((resolve) => requestAnimationFrame(resolve));
    const said: string[] = [];
    const texts = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = texts.nextNode(); node; node = texts.nextNode())
      if (!['SCRIPT', 'STYLE'].includes(node.parentElement!.tagName)) said.push(node.textContent ?? '');
    for (const element of document.querySelectorAll('*'))
      for (const name of ['aria-label', 'aria-description', 'aria-valuetext', 'title', 'placeholder'])
        said.push(element.getAttribute(name) ?? '');
    for (const field of document.querySelectorAll('input')) said.push(field.value);
    return [...new Set(said.filter((words) => /\d\.\d/.test(words)))];
  });
}

async function expectCommas(page: Page): Promise<void> {
  await expect
    .poll(async () => (await withPoint(page)).filter((words) => !AS_IT_IS.test(words)), page.url())
    .toEqual([]);
}

async function choose(page: Page, name: string): Promise<void> {
  await page.goto('/account');
  await page.getByRole('radio', { name }).click();
  await expect(page.getByRole('radio', { name })).toBeChecked();
}

test('numbers are written with a comma by who chose it, everywhere, and typed either way', async ({ page }) => {
  await signIn(page, 'Marta Olesen');
  await choose(page, 'Numbers as 1,5');
  await expectAccessible(page);
  await page.goto('/');
  await page.getByRole('link', { name: 'Pancake toss', exact: true }).click();
  await expect(page.getByText(/runs \d,\d{3} s/).first()).toBeVisible();
  for (const tab of ['Judging', 'Time, stage', 'Numbers', 'Frames', 'Chart']) {
    await page.getByRole('tab', { name: tab, exact: true }).click();
    await expectCommas(page);
  }
  // Typed with a comma or a point it is the same, and shown with a comma.
  const frame = page.getByRole('textbox', { name: 'Frame', exact: true });
  for (const typed of ['3.5', '7,25', '3,5']) {
    await frame.fill(typed);
    await frame.press('Enter');
    await expect(frame).toHaveValue(typed.replace('.', ','));
  }
  await expect(page.getByRole('slider', { name: 'Playhead' })).toHaveAttribute('aria-valuenow', '3.5');
  await expectCommas(page);
  await page.getByRole('button', { name: 'Try it as a learner' }).click();
  await page.getByRole('button', { name: 'Brief and chart' }).click();
  await expect(page.getByText(/spacing ±/)).toBeVisible();
  await expectCommas(page);

  await page.goto('/');
  await expect(page).toHaveURL(/\/courses\//);
  const course = page.url();
  await page.getByRole('link', { name: /^Drawer slide, Ines/ }).click();
  await expect(page.getByRole('list', { name: 'Findings' })).toContainText(/\d,\d %/);
  for (const tab of [/^Findings/, /^Grade/, /^Takes/, /^Edits/]) {
    await page.getByRole('tab', { name: tab }).click();
    await expectCommas(page);
  }
  for (const view of ['what', 'far', 'time', 'marking']) {
    await page.goto(`${course}/ledger?view=${view}`);
    await expect(page.getByRole('img').first()).toBeVisible();
    await expectCommas(page);
  }
  await page.goto(`${course}/planner`);
  const calculators = page.getByRole('navigation', { name: 'Calculators' });
  await expect(calculators.getByRole('button')).toHaveCount(5);
  for (const calculator of await calculators.getByRole('button').all()) {
    await calculator.click();
    await expect(calculator).toHaveAttribute('aria-current', 'page');
    await expect(page.getByRole('heading', { name: (await calculator.textContent())!, level: 2 })).toBeVisible();
    await expectCommas(page);
  }
  await page.goto(course);
  await page
    .getByRole('link', { name: /^3 Spacing/ })
    .first()
    .click();
  await expect(page.getByLabel('Name of lane 1')).toBeVisible();
  await expectCommas(page);

  await choose(page, 'Numbers as 1.5');
  await page.goto(course);
  await page.getByRole('link', { name: 'Pancake toss', exact: true }).click();
  await expect(page.getByText(/runs \d\.\d{3} s/).first()).toBeVisible();
});
