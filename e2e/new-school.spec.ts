import { readFileSync, rmSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import { startDatabase, temporaryFolder } from '../scripts/database.mjs';
import { startServer } from '../scripts/serve.mjs';
import { test } from './own-browser.ts';
import { expectAccessible, goToFrame, keyMark, moveByKeys, saved } from './steps.ts';

/** An installation of its own, with nobody in it: what is begun here must not be in the others' course list. */
let address: string;
let printed = '';
const stops: (() => Promise<void> | void)[] = [];

// The second goes on with who came in by the first.
test.describe.configure({ mode: 'serial' });

test.beforeAll(async () => {
  const folder = temporaryFolder();
  stops.push(() => rmSync(folder, { recursive: true, force: true }));
  const database = await startDatabase(folder);
  stops.push(database.stop);
  const say = (text: string): void => void (printed += text);
  const server = await startServer({ url: database.url, port: 0, demo: false, logLevel: 'error', say });
  stops.push(server.stop);
  ({ address } = server);
});
test.afterAll(async () => {
  for (const stop of stops.reverse()) await stop();
});

test('from an empty installation to a first returned take, without a command line', async ({ ownBrowser }) => {
  const marta = await ownBrowser();
  const ines = await ownBrowser();
  const title = 'Jar lid';

  await test.step('the first account is made by the link that was printed', async () => {
    await marta.goto(address);
    await expect(marta.getByText('Nobody has an account here yet.')).toBeVisible();
    await marta.getByRole('link', { name: 'Set Undulan up' }).click();
    await marta.getByLabel('Code').fill('guessed');
    await fillAccount(marta, 'Marta Olesen', 'marta@kitchen.example');
    await marta.getByRole('button', { name: 'Set it up' }).click();
    await expect(marta.getByRole('alert')).toHaveText('Give the course a name.');
    await marta.getByLabel('Name of the course').fill('Evening class');
    await marta.getByRole('button', { name: 'Set it up' }).click();
    await expect(marta.getByRole('alert')).toContainText('not the code that was printed');
    await expect.poll(() => printed).toContain('/set-up?code=');
    await marta.goto(/http:\S+\/set-up\?code=\S+/.exec(printed)![0]);
    await expectAccessible(marta);
    await marta.getByLabel('Name of the course').fill('Evening class');
    await fillAccount(marta, 'Marta Olesen', 'marta@kitchen.example');
    await marta.getByRole('button', { name: 'Set it up' }).click();
    await expect(marta.getByRole('heading', { name: 'Evening class' })).toBeVisible();
  });

  await test.step('an exercise is set from a ready model', async () => {
    await marta.getByRole('button', { name: 'Set an exercise' }).click();
    await marta.getByRole('radio', { name: 'Turn' }).click();
    const numbers = marta.getByRole('region', { name: 'Turn, its numbers' });
    await numbers.getByLabel('Title').fill(title);
    await numbers.getByLabel('Takes, frames').fill('24');
    await numbers.getByLabel('Takes, frames').press('Enter');
    await numbers.getByRole('button', { name: 'Set this exercise' }).click();
    await marta.getByRole('button', { name: 'Publish' }).click();
    await marta.getByRole('dialog').getByRole('button', { name: 'Publish' }).click();
    await expect(marta.getByRole('button', { name: 'Published' })).toBeVisible();
    await marta.getByRole('link', { name: 'Evening class' }).click();
  });

  await test.step('a learner comes in by a link, and hands in', async () => {
    const link = await invite(marta, '1');
    await ines.goto(link);
    await expect(ines.getByText('Marta Olesen invites you as a learner.')).toBeVisible();
    await fillAccount(ines, 'Ines Calado', 'ines@kitchen.example');
    await ines.getByRole('button', { name: 'Join Evening class' }).click();
    await expect(ines).toHaveURL(/\/courses\//);
    await ines.getByRole('button', { name: 'Start' }).click();
    await ines.getByRole('button', { name: 'Key here' }).click();
    await goToFrame(ines, 22);
    await ines.getByLabel('Rotation on frame 22').fill('90');
    await ines.getByLabel('Rotation on frame 22').press('Enter');
    await expect(keyMark(ines, 'Rotation', 22)).toBeVisible();
    await saved(ines);
    await ines.getByRole('button', { name: 'Hand in take 1' }).click();
    await ines.getByRole('dialog').getByRole('button', { name: 'Hand in' }).click();
    await expect(ines.getByText('Handed in, waits for review')).toBeVisible();
  });

  await test.step('it is returned, and the learner reads it', async () => {
    await marta.getByRole('link', { name: 'Evening class' }).click();
    await marta.getByRole('link', { name: `${title}, Ines Calado, take 1, waits for review` }).click();
    await expect(marta.getByRole('list', { name: 'Findings' })).toContainText('early');
    // Asked for, it is said where it is given, and nothing lies over that.
    await marta.getByRole('button', { name: /^Return with/ }).click();
    await expect(marta.getByText('Give a grade first')).toBeVisible();
    await marta.getByRole('button', { name: /Take the proposed/ }).click();
    await marta.getByLabel('Closing words').fill('Count it out loud first.');
    await marta.getByLabel('Closing words').blur();
    await expect(marta.getByText('Saved', { exact: true })).toBeVisible();
    await marta.getByRole('button', { name: /^Return with/ }).click();
    await marta.getByRole('dialog').getByRole('button', { name: 'Return it' }).click();
    await expect(marta.getByText('Returned', { exact: true })).toBeVisible();
    await ines.getByRole('link', { name: 'Evening class' }).click();
    await ines.getByRole('link', { name: /take 1 · returned/ }).click();
    await expect(ines.getByText('Count it out loud first.')).toBeVisible();
  });
});

test('another course is begun; links let so many in, with an account or without, and end', async ({ ownBrowser }) => {
  const marta = await ownBrowser();
  await marta.goto(`${address}/sign-in`);
  await enter(marta, 'marta@kitchen.example');
  await marta.getByRole('button', { name: 'More of this course' }).click();
  await marta.getByRole('menuitem', { name: 'Begin another course …' }).click();
  const dialog = marta.getByRole('dialog', { name: 'Begin a course' });
  await dialog.getByRole('button', { name: 'Begin it' }).click();
  await expect(dialog.getByRole('alert')).toHaveText('Give the course a name.');
  await dialog.getByLabel('Name of the course').fill('Second sitting');
  await dialog.getByRole('button', { name: 'Begin it' }).click();
  await expect(marta.getByText('No exercise yet')).toBeVisible();
  await marta.getByRole('button', { name: 'Ledger' }).click();
  await expect(marta.getByText('Nothing to say yet')).toBeVisible();
  await marta.goBack();
  const link = await invite(marta, '2');
  // Without the message that comes and goes.
  await marta.reload();
  const invitations = marta.getByRole('region', { name: 'Invitations' });
  await expect(invitations).toContainText('0 of 2 joined');
  await expectAccessible(marta);

  // One who has an account signs in on the way.
  const ines = await ownBrowser();
  await ines.goto(link);
  await expectAccessible(ines);
  await ines.getByRole('link', { name: 'Sign in with it' }).click();
  await enter(ines, 'ines@kitchen.example');
  await ines.getByRole('button', { name: 'Join as Ines Calado' }).click();
  await expect(ines).toHaveURL(/\/courses\//);
  await expect(ines.getByRole('heading', { name: 'Second sitting' })).toBeVisible();
  await ines.getByRole('button', { name: 'How it goes' }).click();
  await expect(ines.getByText('Once a take of yours is returned')).toBeVisible();

  // One who has none makes it; wrong first.
  const dario = await ownBrowser();
  await dario.goto(link);
  await fillAccount(dario, 'Dario Lund', 'ines@kitchen.example', 'short');
  await dario.getByRole('button', { name: 'Join Second sitting' }).click();
  await expect(dario.getByText('A password has at least 10 characters.')).toBeVisible();
  await fillAccount(dario, 'Dario Lund', 'ines@kitchen.example');
  await dario.getByRole('button', { name: 'Join Second sitting' }).click();
  await expect(dario.getByRole('alert')).toContainText('There is an account with this e-mail already');
  await fillAccount(dario, 'Dario Lund', 'dario@kitchen.example');
  await dario.getByRole('button', { name: 'Join Second sitting' }).click();
  await expect(dario).toHaveURL(/\/courses\//);
  await dario.reload();
  await expect(dario.getByRole('heading', { name: 'Second sitting' })).toBeVisible();

  // All places are taken.
  const late = await ownBrowser();
  await late.goto(link);
  await expect(late.getByRole('heading', { name: 'This link leads nowhere any more' })).toBeVisible();

  await marta.reload();
  await expect(marta.getByRole('table', { name: 'Everyone' }).getByRole('row')).toHaveCount(4);
  await expect(invitations).toContainText('2 of 2 joined');
  await marta.getByRole('button', { name: 'End this invitation' }).click();
  await expect(invitations.getByText(/joined/)).toHaveCount(0);
  await expect(marta.getByRole('button', { name: 'Take Marta Olesen out' })).toHaveAttribute('aria-disabled', 'true');
  await marta.getByRole('button', { name: 'Take Dario Lund out' }).click();
  await marta.getByRole('dialog').getByRole('button', { name: 'Take out' }).click();
  await expect(marta.getByRole('table', { name: 'Everyone' }).getByRole('row')).toHaveCount(3);
  await dario.reload();
  await expect(dario.getByText(/no such course|There is no such/i).first()).toBeVisible();
  await marta.getByLabel('Name of the course').fill('Third sitting');
  await marta.getByRole('button', { name: 'Rename' }).click();
  await expect(marta.getByRole('link', { name: 'Third sitting' })).toBeVisible();
  await marta.getByRole('link', { name: /Undulan/ }).click();
  await expect(marta.getByRole('link', { name: 'Evening class as instructor' })).toBeVisible();
  await expect(marta.getByRole('link', { name: 'Third sitting as instructor' })).toBeVisible();
});

test('an account: another name, all its data as a file, a course that is left, and its end', async ({ ownBrowser }) => {
  const dario = await ownBrowser();
  await dario.goto(`${address}/sign-in`);
  await enter(dario, 'dario@kitchen.example');
  await dario.getByRole('button', { name: 'Account of Dario Lund' }).click();
  await dario.getByRole('menuitem', { name: 'Your account' }).click();
  await expectAccessible(dario);
  const own = dario.getByRole('form', { name: 'Name and e-mail' });
  await own.getByLabel('Name', { exact: true }).fill('Dario Lund-Meyer');
  await own.getByLabel('E-mail', { exact: true }).fill('ines@kitchen.example');
  await own.getByRole('button', { name: 'Keep name and e-mail' }).click();
  await expect(own.getByRole('alert')).toHaveText('That is not the password you have now.');
  await own.getByLabel('Your password, for another e-mail').fill(PASSWORD);
  await own.getByRole('button', { name: 'Keep name and e-mail' }).click();
  await expect(own.getByRole('alert')).toHaveText('There is another account with this e-mail.');
  await own.getByLabel('E-mail', { exact: true }).fill('dario@kitchen.example');
  await own.getByRole('button', { name: 'Keep name and e-mail' }).click();
  await expect(dario.getByRole('button', { name: 'Account of Dario Lund-Meyer' })).toBeVisible();
  const download = dario.waitForEvent('download');
  await dario.getByRole('link', { name: 'Save all your data' }).click();
  const file = await (await download).path();
  expect((JSON.parse(readFileSync(file, 'utf8')) as { account: object }).account).toMatchObject({
    name: 'Dario Lund-Meyer',
    email: 'dario@kitchen.example',
  });
  await expect(dario.getByText('You are in none.')).toBeVisible();

  // A script of theirs comes in by a token, until it is revoked.
  const tokens = dario.getByRole('region', { name: 'Access for scripts' });
  await tokens.getByRole('button', { name: 'Make a token' }).click();
  await expect(tokens.getByRole('alert')).toHaveText('Say what it is for.');
  await tokens.getByLabel('What it is for').fill('Grades at night');
  await tokens.getByRole('button', { name: 'Make a token' }).click();
  const token = await tokens.getByRole('status').locator('code').innerText();
  const asked = () => fetch(`${address}/api/session`, { headers: { Authorization: `Bearer ${token}` } });
  expect(((await (await asked()).json()) as { person: object }).person).toMatchObject({ name: 'Dario Lund-Meyer' });
  await dario.reload();
  await expect(tokens.getByText(token)).toHaveCount(0);
  await expect(tokens).toContainText('last used');
  await tokens.getByRole('link', { name: 'what scripts can do' }).click();
  await expect(dario.getByRole('heading', { name: 'POST /api/drafts/{draftId}/hand-in' })).toBeVisible();
  await expectAccessible(dario);
  await dario.goBack();
  await tokens.getByRole('button', { name: 'Revoke Grades at night' }).click();
  await expect(tokens.getByRole('button', { name: /^Revoke/ })).toHaveCount(0);
  expect((await asked()).status).toBe(401);

  await dario.getByRole('button', { name: 'Delete your account …' }).click();
  const dialog = dario.getByRole('dialog');
  await dialog.getByLabel('Your password').fill('guessed');
  await dialog.getByRole('button', { name: 'Delete the account' }).click();
  await expect(dialog.getByRole('alert')).toHaveText('That is not the password you have now.');
  await dialog.getByLabel('Your password').fill(PASSWORD);
  await dialog.getByLabel('Your password').press('Enter');
  await expect(dario.getByRole('button', { name: 'Sign in' })).toBeVisible();
  await enter(dario, 'dario@kitchen.example');
  await expect(dario.getByRole('alert')).toHaveText('No account has this e-mail and password.');

  // A course is left by who asks for it, not by its only instructor.
  const marta = await ownBrowser();
  await marta.goto(`${address}/sign-in`);
  await enter(marta, 'marta@kitchen.example');
  await marta.getByRole('button', { name: 'Account of Marta Olesen' }).click();
  await marta.getByRole('menuitem', { name: 'Your account' }).click();
  await marta.getByRole('button', { name: 'Leave Third sitting' }).click();
  await marta.getByRole('dialog').getByRole('button', { name: 'Leave it' }).click();
  await expect(marta.getByRole('dialog').getByRole('alert')).toContainText('let another in first');
});

test('a pasted list: what is wrong is said by line, the others are invited and come in as who they are', async ({
  ownBrowser,
}) => {
  const marta = await ownBrowser();
  await marta.goto(`${address}/sign-in`);
  await enter(marta, 'marta@kitchen.example');
  await marta.getByRole('link', { name: 'Third sitting as instructor' }).click();
  await marta.getByRole('button', { name: 'People' }).click();
  await marta.getByRole('button', { name: 'Invite a list …' }).click();
  const dialog = marta.getByRole('dialog', { name: 'Invite a list of people' });
  await dialog.getByLabel('The list').fill('Oona Brandt');
  await expect(dialog.getByRole('alert')).toHaveText('There is no column of e-mails.');
  await dialog
    .getByLabel('The list')
    .fill('Name;E-mail\nOona Brandt;oona@kitchen.example\nMei;\nInes;INES@kitchen.example\nBo Lind;bo@kitchen.example');
  await expect(dialog.getByRole('status')).toHaveText('2 can be invited; 2 are left out, as said beside them.');
  await expect(dialog.getByRole('row', { name: /^3 Mei/ })).toContainText('There is no e-mail.');
  await expect(dialog.getByRole('row', { name: /^4 Ines/ })).toContainText('They are in the course already.');
  await expectAccessible(marta);
  await dialog.getByRole('button', { name: 'Invite 2 people' }).click();
  const invitations = marta.getByRole('region', { name: 'Invitations' });
  const oonas = invitations.getByRole('listitem').filter({ hasText: 'Oona Brandt' });
  const link = await oonas.getByText(/\/join\//).innerText();
  await marta.reload();
  await marta.getByRole('button', { name: 'End the invitation of Bo Lind' }).click();
  await expect(invitations.getByText('Bo Lind')).toHaveCount(0);

  const oona = await ownBrowser();
  await oona.goto(link);
  await expect(oona.getByLabel('Your name')).toHaveValue('Oona Brandt');
  await expect(oona.getByLabel('E-mail')).toHaveValue('oona@kitchen.example');
  await oona.getByLabel('A password').fill(PASSWORD);
  await oona.getByRole('button', { name: 'Join Third sitting' }).click();
  // The page of the invitation has the course's name for a heading, too.
  await expect(oona).toHaveURL(/\/courses\//);
  await expect(oona.getByRole('heading', { name: 'Third sitting' })).toBeVisible();
  await marta.reload();
  await expect(oonas).toHaveCount(0);
  await expect(marta.getByRole('table', { name: 'Everyone' })).toContainText('oona@kitchen.example');
});

test('a course is arranged in units, its exercises put away and taken back; copied and archived whole', async ({
  ownBrowser,
}) => {
  const marta = await ownBrowser();
  await marta.goto(`${address}/sign-in`);
  await enter(marta, 'marta@kitchen.example');
  await marta.getByRole('link', { name: 'Evening class as instructor' }).click();
  const more = async (item: string): Promise<void> => {
    await marta.getByRole('button', { name: 'More of this course' }).click();
    await marta.getByRole('menuitem', { name: item }).click();
  };

  await test.step('what exercises begin with', async () => {
    await marta.getByRole('button', { name: 'People' }).click();
    const begins = marta.getByRole('region', { name: 'New exercises' });
    await begins.getByLabel('Frames a second').fill('none');
    await begins.getByLabel('Frames a second').blur();
    await expect(begins.getByRole('alert')).toBeVisible();
    await begins.getByLabel('Frames a second').fill('12');
    await begins.getByLabel('Frames a second').press('Enter');
    await begins.getByLabel('A key may be off, frames').fill('2');
    await begins.getByLabel('A key may be off, frames').press('Enter');
    await expect(begins.getByRole('status')).toHaveText('Saved');
    await marta.reload();
    await expect(begins.getByLabel('Frames a second')).toHaveValue('12');
    await expect(begins.getByLabel('A key may be off, frames')).toHaveValue('2');
    await marta.getByRole('link', { name: 'Evening class' }).click();
    await marta.getByRole('button', { name: 'Set an exercise' }).click();
    await marta.getByRole('radio', { name: 'Slide' }).click();
    await expect(marta.getByText('12 fps, frames 1 to 33')).toBeVisible();
    await marta.getByRole('button', { name: 'Set this exercise' }).click();
    await expect(marta.getByRole('button', { name: 'Publish' })).toBeVisible();
  });

  await test.step('published at a moment to come, and not after all', async () => {
    await marta.getByRole('button', { name: 'Publish' }).click();
    const dialog = marta.getByRole('dialog');
    await expect(dialog).toContainText('12 fps');
    await dialog.getByLabel('Publish at').fill('2020-01-01T10:00');
    await dialog.getByRole('button', { name: 'Publish it then' }).click();
    await expect(marta.getByText('This moment is over')).toBeVisible();
    await marta.getByRole('button', { name: 'Publish' }).click();
    await dialog.getByLabel('Publish at').fill('2099-03-01T10:00');
    await dialog.getByRole('button', { name: 'Publish it then' }).click();
    await expect(marta.getByRole('button', { name: 'Opens Sun 1 Mar 2099, 10:00' })).toBeVisible();
    await marta.getByRole('link', { name: 'Evening class' }).click();
    await expect(marta.getByText('opens Sun 1 Mar 2099, 10:00')).toBeVisible();
  });

  await test.step('arranged by the keyboard alone, under a unit', async () => {
    await more('Arrange exercises and units …');
    const dialog = marta.getByRole('dialog', { name: 'Exercises and units in order' });
    const order = dialog.getByRole('list', { name: 'Order' });
    await dialog.getByRole('button', { name: 'Add a unit' }).click();
    await expect(dialog.getByRole('button', { name: 'Keep this order' })).toHaveAttribute('aria-disabled', 'true');
    await dialog.getByLabel('Unit', { exact: true }).fill('First steps');
    await dialog.getByLabel('From').fill('2026-09-07');
    await expectAccessible(marta);
    // The unit goes up by one: the slide stands under it then.
    await moveByKeys(
      dialog.getByRole('button', { name: 'Move First steps' }),
      'ArrowUp',
      dialog.getByRole('button', { name: 'Move Slide' }),
    );
    await expect(order.getByRole('listitem').nth(1).getByLabel('Unit', { exact: true })).toHaveValue('First steps');
    await dialog.getByRole('button', { name: 'Keep this order' }).click();
    await expect(dialog).toHaveCount(0);
    await marta.reload();
    await expect(marta.getByRole('row').nth(2)).toHaveText('First stepsfrom 7 Sep 2026');
    await expect(marta.getByRole('row').nth(3)).toContainText('Slide');
  });

  await test.step('put away, removed, and taken back', async () => {
    await marta.getByRole('button', { name: 'More of Jar lid' }).click();
    await expect(marta.getByRole('menuitem', { name: 'Remove' })).toHaveAttribute('aria-disabled', 'true');
    await marta.getByRole('menuitem', { name: 'Archive', exact: true }).click();
    await expect(marta.getByRole('link', { name: 'Jar lid', exact: true })).toHaveCount(0);
    await more('Exercises that are put away …');
    await expect(marta.getByRole('list', { name: 'Put away' })).toContainText('1 take in it');
    await marta.getByRole('button', { name: 'Take Jar lid back' }).click();
    await expect(marta.getByText('Nothing is put away')).toBeVisible();
    await marta.keyboard.press('Escape');
    await expect(marta.getByRole('link', { name: 'Jar lid', exact: true })).toBeVisible();
    await marta.getByRole('button', { name: 'More of Slide' }).click();
    await marta.getByRole('menuitem', { name: 'Remove' }).click();
    await expect(marta.getByRole('link', { name: 'Slide', exact: true })).toHaveCount(0);
    await more('Exercises that are put away …');
    await expect(marta.getByRole('list', { name: 'Put away' })).toContainText('goes for good on');
    await marta.getByRole('button', { name: 'Take Slide back' }).click();
    await expect(marta.getByText('Nothing is put away')).toBeVisible();
    await marta.keyboard.press('Escape');
    await expect(marta.getByRole('link', { name: 'Slide', exact: true })).toBeVisible();
  });

  await test.step('copied, and the copy archived: it is seen, and nothing is begun in it', async () => {
    await more('Copy this course …');
    await marta.getByLabel('Name of the copy').fill('Next spring');
    await marta.getByRole('checkbox', { name: 'With everyone who is in it' }).check();
    await marta.getByRole('button', { name: 'Copy it' }).click();
    await expect(marta.getByRole('heading', { name: 'Next spring' })).toBeVisible();
    await expect(marta.getByRole('link', { name: 'Jar lid', exact: true })).toBeVisible();
    await expect(marta.getByText('First steps')).toBeVisible();
    await expect(marta.getByText('not published')).toHaveCount(2);
    await more('Archive this course');
    await expect(marta.getByText('This course is archived')).toBeVisible();
    await expect(marta.getByRole('button', { name: 'Set an exercise' })).toHaveAttribute('aria-disabled', 'true');
    await marta.getByRole('link', { name: /Undulan/ }).click();
    await expect(marta.getByRole('listitem').last()).toHaveText('Next spring as instructor, archived');
  });
});

test('a returned take is shown in the gallery, remarked on frame by frame, and taken down', async ({ ownBrowser }) => {
  const ines = await ownBrowser();
  await ines.goto(`${address}/sign-in`);
  await enter(ines, 'ines@kitchen.example');
  await ines.getByRole('link', { name: 'Evening class as learner' }).click();
  await ines.getByRole('link', { name: 'Gallery' }).click();
  await expect(ines.getByText('Nothing is shown yet')).toBeVisible();
  await ines.goBack();
  await ines.getByRole('link', { name: /take 1 · returned/ }).click();
  await ines.getByRole('button', { name: 'Show in the gallery …' }).click();
  const dialog = ines.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Show it' }).click();
  await expect(dialog.getByRole('alert')).toHaveText('Give it a title.');
  await dialog.getByLabel('Title of the take').fill('A lid that comes off');
  await dialog.getByLabel('Tags, between commas').fill('turn, weight');
  await dialog.getByLabel('Note to the others').fill('Is it heavy enough?');
  await dialog.getByRole('button', { name: 'Show it' }).click();
  await expect(ines.getByRole('link', { name: 'Shown in the gallery' })).toBeVisible();

  const marta = await ownBrowser();
  await marta.goto(`${address}/sign-in`);
  await enter(marta, 'marta@kitchen.example');
  await marta.getByRole('link', { name: 'Evening class as instructor' }).click();
  await marta.getByRole('link', { name: 'Gallery' }).click();
  await marta.getByLabel('Title, exercise, name or tag').fill('soup');
  await expect(marta.getByText('Nothing here is called that')).toBeVisible();
  await marta.getByLabel('Title, exercise, name or tag').fill('weight calado');
  await expectAccessible(marta);
  await marta.getByRole('link', { name: 'A lid that comes off' }).click();
  await expect(marta.getByText('Is it heavy enough?')).toBeVisible();
  await expect(marta.getByText('Count it out loud first.')).toHaveCount(0);
  await goToFrame(marta, 12);
  await marta.getByRole('button', { name: 'Remark' }).click();
  await expect(marta.getByRole('form', { name: 'A remark' }).getByRole('alert')).toBeVisible();
  await marta.getByLabel('A remark on frame 12').fill('Heavier if it waits here.');
  await marta.getByLabel('A remark on frame 12').press('Enter');
  await expect(marta.getByRole('list', { name: 'Remarks' })).toContainText('Heavier if it waits here.');
  await expectAccessible(marta);

  await ines.getByRole('link', { name: 'Shown in the gallery' }).click();
  await expect(ines.getByRole('button', { name: 'Take it down' })).toBeVisible();
  await ines.reload();
  await ines.getByRole('button', { name: 'To frame 12' }).click();
  await expect(ines.getByLabel('A remark on frame 12')).toBeVisible();
  await ines.getByRole('button', { name: 'Take the remark on frame 12 away' }).click();
  await expect(ines.getByRole('list', { name: 'Remarks' }).getByRole('listitem')).toHaveCount(0);
  await ines.getByRole('button', { name: 'Take it down' }).click();
  await expect(ines.getByText('Nothing is shown yet')).toBeVisible();
  await marta.reload();
  await expect(marta.getByText('No such take is shown in a course of yours.')).toBeVisible();
});

test('a course is left: what was handed in stays in one’s archive, and among the figures as one chooses', async ({
  ownBrowser,
}) => {
  const ines = await ownBrowser();
  await ines.goto(`${address}/sign-in`);
  await enter(ines, 'ines@kitchen.example');
  await ines.getByRole('button', { name: 'Account of Ines Calado' }).click();
  await ines.getByRole('menuitem', { name: 'Your account' }).click();
  await expect(ines.getByRole('button', { name: 'Leave Evening class' })).toBeVisible();
  await expect(ines.getByRole('link', { name: /^Your archive/ })).toHaveCount(0);
  await ines.getByRole('button', { name: 'Leave Evening class' }).click();
  await ines.getByRole('checkbox', { name: /^My takes stay among the figures/ }).check();
  await ines.getByRole('dialog').getByRole('button', { name: 'Leave it' }).click();
  await ines.getByRole('link', { name: /^Your archive/ }).click();
  const left = ines.getByRole('region', { name: 'Evening class' });
  await expect(left.getByRole('row', { name: /^Jar lid, take 1/ })).toBeVisible();
  await expectAccessible(ines);
  await left.getByRole('link', { name: 'Jar lid, take 1' }).click();
  await expect(ines.getByText('Count it out loud first.')).toBeVisible();
  await expect(ines.getByRole('button', { name: /^Start take/ })).toHaveCount(0);
  await expect(ines.getByRole('button', { name: /^Show in the gallery/ })).toHaveCount(0);

  const marta = await ownBrowser();
  await marta.goto(`${address}/sign-in`);
  await enter(marta, 'marta@kitchen.example');
  await marta.getByRole('link', { name: 'Evening class as instructor' }).click();
  await marta.getByRole('button', { name: 'People' }).click();
  await expect(marta.getByRole('table', { name: 'Who left' })).toContainText('stay among the Ledger’s figures');
  await marta.getByRole('link', { name: 'Evening class' }).click();
  await marta.getByRole('button', { name: 'Ledger' }).click();
  const row = marta
    .getByRole('table', { name: 'Learners and exercises' })
    .getByRole('row', { name: /^Ines Calado \(left\)/ });
  await expect(row).toBeVisible();
  // Chosen otherwise afterwards.
  await ines.getByRole('link', { name: 'Your archive' }).click();
  await left.getByRole('checkbox').uncheck();
  await expect(left.getByRole('status')).toHaveText('Saved');
  await ines.reload();
  await expect(left.getByRole('checkbox')).not.toBeChecked();
  await marta.reload();
  await expect(marta.getByText('Nothing to say yet')).toBeVisible();
});

test('a forgotten password: asked for at the door, found in the outbox, chosen anew, once', async ({ ownBrowser }) => {
  const ines = await ownBrowser();
  await ines.goto(`${address}/sign-in`);
  await ines.getByRole('link', { name: 'Forgotten your password?' }).click();
  await ines.getByRole('button', { name: 'Send me a link' }).click();
  await expect(ines.getByRole('alert')).toHaveText('Type an e-mail address, such as name@example.org.');
  await ines.getByLabel('E-mail').fill('ines@kitchen.example');
  await ines.getByRole('button', { name: 'Send me a link' }).click();
  await expect(ines.getByRole('status')).toContainText('a link to a new password is on its way');
  await expectAccessible(ines);

  const marta = await ownBrowser();
  await marta.goto(`${address}/sign-in`);
  await enter(marta, 'marta@kitchen.example');
  await marta.getByRole('button', { name: 'Account of Marta Olesen' }).click();
  await marta.getByRole('menuitem', { name: 'This installation' }).click();
  await expect(marta.getByText('no mail server is set up')).toBeVisible();
  await expectAccessible(marta);
  await marta.getByRole('tab', { name: 'Outbox' }).click();
  const messages = marta.getByRole('list', { name: 'Messages' });
  // What went before: the exercise that was opened before anyone was there, the take and its return.
  await expect(messages).toContainText('Ines Calado handed in take 1 of Jar lid');
  await expect(messages).toContainText('Take 1 of Jar lid is returned');
  await messages.getByRole('button', { name: /asked for a new password/ }).click();
  await expectAccessible(marta);
  const [path] = /\/new-password\/\S+/.exec(await marta.getByRole('article').innerText())!;

  await ines.goto(address + path);
  await expect(ines.getByText('For the account of Ines Calado.')).toBeVisible();
  await ines.getByLabel('New password').fill('short');
  await ines.getByRole('button', { name: 'Choose it and sign in' }).click();
  await expect(ines.getByRole('alert')).toHaveText('A password has at least 10 characters.');
  await ines.getByLabel('New password').fill('another-long-one');
  await ines.getByRole('button', { name: 'Choose it and sign in' }).click();
  await expect(ines.getByRole('button', { name: 'Account of Ines Calado' })).toBeVisible();
  await ines.goto(address + path);
  await expect(ines.getByRole('heading', { name: 'This link leads nowhere any more' })).toBeVisible();
  await ines.goto(`${address}/installation`);
  await expect(ines.getByText('Only who runs this installation sees this')).toBeVisible();

  // Of what comes by mail one chooses; it is kept.
  await ines.goto(`${address}/account`);
  await ines.getByRole('checkbox', { name: 'An exercise is open' }).uncheck();
  await expect(ines.getByRole('region', { name: 'Messages by mail' }).getByRole('status')).toHaveText('Saved');
  await ines.reload();
  await expect(ines.getByRole('checkbox', { name: 'An exercise is open' })).not.toBeChecked();
  await expect(ines.getByRole('checkbox', { name: 'A take of yours is returned' })).toBeChecked();

  // A link is given by hand, too; what is done is in the log.
  await marta.getByRole('tab', { name: 'People' }).click();
  await marta.getByLabel('Name or e-mail').fill('calado');
  await marta.getByRole('button', { name: 'What can be done for Ines Calado' }).click();
  await marta.getByRole('menuitem', { name: 'Make a link to a new password …' }).click();
  await expect(marta.getByRole('dialog')).toContainText('/new-password/');
  await marta.keyboard.press('Escape');
  await marta.getByRole('tab', { name: 'Log' }).click();
  await expect(marta.getByRole('table', { name: 'Log' })).toContainText(
    'Made a link to a new password for Ines Calado (ines@kitchen.example).',
  );
  await marta.reload();
  await expect(marta.getByRole('table', { name: 'Log' })).toBeVisible();
});

const PASSWORD = 'before-opening-time';

async function fillAccount(page: Page, name: string, email: string, password = PASSWORD): Promise<void> {
  await page.getByLabel('Your name').fill(name);
  await page.getByLabel('E-mail').fill(email);
  await page.getByLabel('A password').fill(password);
}

async function enter(page: Page, email: string): Promise<void> {
  // Where one comes from may have a field for an e-mail, too.
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
  await page.getByLabel('E-mail').fill(email);
  await page.getByLabel('Password').fill(PASSWORD);
  await page.getByLabel('Password').press('Enter');
}

/** From a course's page: makes a link for learners with so many places. */
async function invite(page: Page, places: string): Promise<string> {
  await page.getByRole('button', { name: 'People' }).click();
  await page.getByLabel('Places').fill('0');
  await page.getByRole('button', { name: 'Make a link' }).click();
  await expect(page.getByText('It has one place at least.')).toBeVisible();
  await page.getByLabel('Places').fill(places);
  await page.getByRole('button', { name: 'Make a link' }).click();
  const invitations = page.getByRole('region', { name: 'Invitations' });
  await expect(invitations).toContainText(`0 of ${places} joined`);
  return invitations.getByText(/\/join\//).innerText();
}
