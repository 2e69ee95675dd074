import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { expectAccessible, signIn } from './steps.ts';

const view = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Views' }).getByRole('button', { name, exact: true });

async function openLedger(page: Page): Promise<void> {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('button', { name: 'Ledger' }).click();
  await expect(page.getByRole('heading', { name: 'Teach next' })).toBeVisible();
}

test('what to teach next leads to the takes that show it, one after another, and to a board of them', async ({
  page,
}) => {
  await openLedger(page);
  const late = page.getByRole('region', { name: 'Late', exact: true });
  await expect(late).toContainText('of 6, in');
  await expect(late.getByRole('link', { name: '2 Timing: how long' })).toBeVisible();
  const seen = await late.getByRole('button', { name: /^See the \d+ takes$/ }).innerText();
  const count = Number(/\d+/.exec(seen));
  await late.getByRole('button', { name: seen }).click();
  await expect(page.getByRole('list', { name: 'Findings' })).toContainText(/late/);
  await expect(page.getByText(`1 of ${count}`)).toBeVisible();
  await page.getByRole('button', { name: 'Next take of those chosen' }).click();
  await expect(page.getByText(`2 of ${count}`)).toBeVisible();
  // Loaded again, it is still one of them.
  await page.reload();
  await expect(page.getByText(`2 of ${count}`)).toBeVisible();
  await page.getByRole('button', { name: 'Take before of those chosen' }).click();
  await page.getByRole('button', { name: 'Take before of those chosen' }).hover();
  await expect(page.getByRole('tooltip')).toContainText('It is the first of those chosen.');
  await page.goto('/');
  await page.getByRole('button', { name: 'Ledger' }).click();
  await late.getByRole('button', { name: 'Open as a board' }).click();
  await expect(page).toHaveURL(/\/lessons\//);
  await expect(page.getByLabel('Name of the lesson')).toHaveValue('Teach next: Late');
  await expect(page.getByLabel('Name of lane 1')).toHaveValue('The model');
  await expect(page.getByLabel('Name of lane 3')).toHaveValue('Take B');
  await expect(page.getByText('Its chart is covered.').first()).toBeVisible();
  // Names are off.
  for (const name of ['Leif', 'Jonah', 'Priya']) await expect(page.getByText(name)).toHaveCount(0);
});

test('who, what, how far off, over time and marking are in the address, and saved as table and picture', async ({
  page,
}) => {
  await openLedger(page);
  const learners = page.getByRole('table', { name: 'Learners and exercises' });
  await expect(learners.getByRole('row')).toHaveCount(7);
  await page.getByLabel('Find a learner').fill('raman');
  await expect(learners.getByRole('row')).toHaveCount(2);
  await page.reload();
  await expect(learners.getByRole('row')).toHaveCount(2);
  await page.getByLabel('Find a learner').fill('nobody at all');
  await expect(page.getByText('Nobody of the course is like that.')).toBeVisible();
  await page.getByLabel('Find a learner').fill('');
  await page.getByLabel('Only', { exact: true }).selectOption('who are late');
  await expect(learners.getByRole('row', { name: /^Priya Raman/ })).toContainText('late');
  await expect(learners.getByRole('row', { name: /^Sena Aydin/ })).toHaveCount(0);

  await view(page, 'How far off').click();
  await page.getByLabel('Exercise', { exact: true }).selectOption('Drawer slide');
  await page.getByLabel('Key', { exact: true }).selectOption('Drawer, Position, 21');
  const far = page.getByRole('region', { name: 'How far off: Drawer, Position, 21' });
  await expect(far).toContainText(/\d takes of \d/);
  const address = page.url();
  await page.getByRole('radio', { name: 'first takes' }).click();
  await page.goto(address);
  await expect(page.getByRole('radio', { name: 'latest takes' })).toBeChecked();
  await expect(far).toContainText(/\d takes of \d/);
  await page.getByRole('button', { name: 'Save How far off' }).click();
  const [table] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'Its numbers as a table' }).click(),
  ]);
  const csv = readFileSync(await table.path(), 'utf8');
  expect(csv.trim().split(/\r?\n/).length).toBeGreaterThanOrEqual(6);
  expect(csv).toMatch(/Jonah Whitby,Drawer slide,"Drawer, Position",21,3/);
  await page.getByRole('button', { name: 'Save How far off' }).click();
  const [picture] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'Its chart as a picture' }).click(),
  ]);
  expect(readFileSync(await picture.path(), 'utf8')).toMatch(/^<svg[\s\S]*frames early · late/);
  await far.getByRole('table').getByRole('row', { name: '+3' }).getByRole('button').click();
  await expect(page.getByText(/^1 of \d+$/)).toBeVisible();
  await page.goBack();

  await view(page, 'Over time').click();
  await page.getByLabel('Measure').selectOption('proposed grade');
  await page.getByLabel('Learner', { exact: true }).selectOption('Priya Raman');
  const figures = page.getByRole('table', { name: 'Over time, in numbers' });
  await expect(figures.getByRole('row', { name: /^Drawer slide/ })).toBeVisible();
  await expect(figures.getByRole('columnheader', { name: 'Priya Raman' })).toBeVisible();
  // What drills say is below it, by weeks, of the same learner.
  const drills = page.getByRole('region', { name: 'Seen in drills' });
  await page.getByLabel('Learner', { exact: true }).selectOption('Sena Aydin');
  await drills.getByLabel('Drill', { exact: true }).selectOption('Which starts slower? at 24 fps');
  await expect(drills.getByRole('img', { name: /^Which starts slower\? %: Week of / })).toBeVisible();
  await page.reload();
  await expect(drills.getByRole('columnheader', { name: 'Sena Aydin' })).toBeVisible();
  await expect(drills.getByRole('row').nth(2)).toBeVisible();
  await drills.getByLabel('Drill', { exact: true }).selectOption('Which lands later? at 24 fps');
  await expect(drills.getByRole('row').nth(4)).toBeVisible();
  await page.getByLabel('Learner', { exact: true }).selectOption('Priya Raman');
  await view(page, 'Marking').click();
  await expect(page.getByRole('table', { name: 'Marking, in numbers' })).toContainText('Drawer slide');
  await page.goBack();
  await expect(page.getByRole('img', { name: /^proposed grade: / })).toBeVisible();
});

test('each view is named for a screen reader; a learner sees what their own takes say, and nobody else’s', async ({
  page,
}) => {
  await openLedger(page);
  for (const name of ['Who', 'What', 'How far off', 'Over time', 'Marking']) {
    await view(page, name).click();
    await expect(page.getByRole('img').first()).toBeVisible();
    await expectAccessible(page);
  }
  const address = page.url();
  // At the same address a learner has their own course, and nobody else's.
  await signIn(page, 'Priya Raman');
  await page.goto(address);
  await expect(page.getByRole('heading', { name: 'What to look at next' })).toBeVisible();
  const own = page.getByRole('table', { name: 'Your course, in numbers' });
  await expect(own.getByRole('row', { name: /^Ladle swing/ })).toBeVisible();
  for (const name of ['Ines', 'Jonah', 'Leif']) await expect(page.getByText(name)).toHaveCount(0);
  await expectAccessible(page);
  const next = page.getByRole('complementary', { name: 'What to look at' });
  await next.getByRole('link', { name: /^in / }).first().click();
  await expect(page).toHaveURL(/\/takes\//);
  await page.goBack();
  await next
    .getByRole('link', { name: /^drill: / })
    .first()
    .click();
  await expect(page.getByText('trial 1 of 40')).toBeVisible();
});
