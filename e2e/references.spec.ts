import { spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, type Locator, type Page, test } from '@playwright/test';
import { createKey, createKeyedSubject, createMotion, USUAL_TOLERANCES } from '@undulan/core';
import { HEADLESS } from '../scripts/chromium.mjs';
import { drag, exerciseRow, expectAccessible, keyFrames, keyMark, middleOf, saved, signIn } from './steps.ts';

/** A hand that waits half a second, slides over the counter for a second and rests, over and over each two seconds. */
function hand(file: string): string {
  const share = 'clip(mod(t\\,2)-0.5\\,0\\,1)';
  const made = spawnSync('ffmpeg', [
    ...['-y', '-loglevel', 'error', '-f', 'lavfi', '-i', 'color=c=0xe9e2d3:s=320x240:r=30:d=8'],
    ...['-f', 'lavfi', '-i', 'color=c=0xb5522d:s=36x30:r=30:d=8'],
    ...['-filter_complex', `[0][1]overlay=x='30+210*${share}*${share}*(3-2*${share})':y=140:eval=frame`],
    ...['-pix_fmt', 'yuv420p', file],
  ]);
  expect(made.stderr.toString()).toBe('');
  return file;
}

/** Of the process that runs them; the one that only lists them makes none. */
const folder = join(tmpdir(), `undulan-camera-${process.pid}`);
const CAMERA = join(folder, 'camera.y4m');
test.use({
  launchOptions: {
    ...HEADLESS,
    args: [
      ...HEADLESS.args,
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${CAMERA}`,
    ],
  },
});
test.beforeAll(() => {
  mkdirSync(folder, { recursive: true });
  hand(CAMERA);
});
test.afterAll(() => rmSync(folder, { recursive: true, force: true }));

const GLASS = createKeyedSubject(
  'glass',
  'Tea glass',
  { shape: 'glass', widthPx: 60, heightPx: 90, fill: '#7a4a9e' },
  { x: 200, y: 300 },
  { 'position.x': [createKey(1, 200), createKey(25, 700)] },
);

/** An exercise of this title, published; gives its id. */
async function exerciseOf(instructor: Page, title: string): Promise<string> {
  const { courses } = (await (await instructor.request.get('/api/session')).json()) as { courses: { id: string }[] };
  const details = {
    title,
    brief: 'Slide the glass as you hear it.',
    tolerances: USUAL_TOLERANCES,
    modelShown: 'always',
  };
  const motion = { ...createMotion([GLASS]), range: { first: 1, last: 49 } };
  const made = await instructor.request.post(`/api/courses/${courses[0]!.id}/exercises`, {
    data: { work: { motion, details } },
  });
  const { id } = (await made.json()) as { id: string };
  await instructor.request.post(`/api/exercises/${id}/publish`);
  return id;
}

/** Opens the Reference tab of Setting for an exercise of this title. */
async function openReference(page: Page, title: string): Promise<string> {
  await signIn(page, 'Marta Olesen');
  const id = await exerciseOf(page, title);
  await page.goto(`/exercises/${id}/setting`);
  await page.getByRole('tab', { name: 'Reference' }).click();
  return id;
}

async function layStandIn(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: 'Made-up sound' }).click();
  await page.getByRole('menuitem', { name }).click();
  await page.getByRole('region', { name: 'Reference strip' }).waitFor();
  await page.getByRole('region', { name: 'Reference', exact: true }).getByText('Saved', { exact: true }).waitFor();
}

const beginsOn = (page: Page): Locator => page.getByRole('slider', { name: 'The reference begins on frame' });

test('a sound is laid under the work: it begins elsewhere, is cut, heard in time, and its onsets become cues', async ({
  page,
}) => {
  await openReference(page, 'Glass by ear');
  await layStandIn(page, 'A knock');
  await page.getByRole('button', { name: 'Find onsets' }).click();
  await page.getByText('3 found, 3 taken').waitFor();
  await page.getByRole('button', { name: 'Onset at 0.75 s' }).click();
  await page.getByText('3 found, 2 taken').waitFor();
  await beginsOn(page).press('ArrowRight');
  await expect(page.getByRole('textbox', { name: 'Begins on' })).toHaveValue('2');
  await page.getByRole('button', { name: 'Mark 2 cues' }).click();
  await page.getByRole('button', { name: 'Cues 2' }).waitFor();
  await saved(page);

  // A key that is dragged near a cue stands on it: the knock is at 0.5 s, on 14.
  await keyMark(page, 'Position x', 25).click();
  const [key, cue] = [await middleOf(keyMark(page, 'Position x', 25)), await middleOf(keyMark(page, 'Position x', 1))];
  await drag(page, key, { x: ((key.x - cue.x) * (14 - 25)) / 24 + 4, y: 0 });
  await keyMark(page, 'Position x', 14).waitFor();

  await page.getByRole('textbox', { name: 'To, s' }).fill('1');
  await page.getByRole('textbox', { name: 'To, s' }).press('Enter');
  await page.getByText('3 found, 1 taken').waitFor();
  await page.getByRole('textbox', { name: 'Speed, %' }).fill('5000');
  await page.getByRole('textbox', { name: 'Speed, %' }).press('Enter');
  await page.getByText('A number from 10 to 1000.').waitFor();
  await page.getByRole('textbox', { name: 'Speed, %' }).press('Escape');

  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await page.getByText('sounding').waitFor();
  await expect(page.getByRole('slider', { name: 'Playhead' })).toHaveAttribute('aria-valuenow', /^2\d$/);
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  const off = /was off by ([\d.]+) of a frame at most/.exec((await page.getByText(/was off by/).textContent())!);
  expect(Number(off![1])).toBeLessThan(0.5);

  await page.reload();
  await expect(beginsOn(page)).toHaveAttribute('aria-valuenow', '2');
  await page.getByRole('tab', { name: 'Reference' }).click();
  await expect(page.getByRole('textbox', { name: 'To, s' })).toHaveValue('1');
  await page.getByRole('button', { name: 'Take the reference away' }).click();
  await beginsOn(page).waitFor({ state: 'detached' });
  await page.getByRole('button', { name: 'Put it back' }).click();
  await expect(beginsOn(page)).toHaveAttribute('aria-valuenow', '2');
});

test('acted out before a camera: the hand is pointed at, gives cues and moves the model, in one step', async ({
  page,
}) => {
  await openReference(page, 'Glass by hand');
  await page.getByRole('button', { name: 'Film yourself' }).click();
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  // Long enough for the hand to have gone once, wherever in its round it was.
  await page.waitForTimeout(3500);
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await page.getByRole('button', { name: 'Lay it under the work' }).click();
  const footage = page.getByRole('img', { name: 'The reference on this frame' });
  await footage.waitFor();
  await page.getByRole('radio', { name: 'Under' }).click();
  await footage.waitFor({ state: 'detached' });
  await page.getByRole('radio', { name: 'Beside' }).click();
  await footage.waitFor();
  await expectAccessible(page);

  await page.getByRole('button', { name: 'Follow something in it' }).click();
  // In a picture in which it rests at the left: it is followed forth and back from there.
  const picture = page.getByRole('button', { name: /^Picture \d+ of the clip/ });
  const slider = page.getByRole('slider', { name: 'Picture' });
  await expect.poll(async () => Number(await slider.getAttribute('max'))).toBeGreaterThan(60);
  await pointAtHand(page, picture, slider);
  await expect(page.getByRole('button', { name: /^Mark [1-9]\d* cues?$/ })).toBeEnabled({ timeout: 30_000 });
  await page.getByRole('button', { name: /^Mark \d+ cues?$/ }).click();
  await page.getByRole('button', { name: /^Cues [1-9]/ }).waitFor();

  await page.getByRole('button', { name: 'Follow something in it' }).click();
  await pointAtHand(page, picture, slider);
  const act = page.getByRole('button', { name: 'Let Tea glass do it' });
  await expect(act).toBeEnabled({ timeout: 30_000 });
  await act.click();
  await expect.poll(() => keyFrames(page, 'Position y').then(({ length }) => length)).toBeGreaterThan(2);
  expect(await keyFrames(page, 'Position x')).not.toEqual([1, 25]);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => keyFrames(page, 'Position x')).toEqual([1, 25]);
});

/** The hand's colour, as the camera's file has it. */
const HAND = { r: 181, g: 82, b: 45 };

/** Goes on through the pictures until one shows the hand, and presses it in its middle. */
async function pointAtHand(page: Page, picture: Locator, slider: Locator): Promise<void> {
  await picture.waitFor();
  await slider.fill('12');
  const share = await picture.evaluate((canvas: HTMLCanvasElement, { r, g, b }) => {
    const { width, height } = canvas;
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, width, height);
    let [x, y, count] = [0, 0, 0];
    for (let i = 0; i < data.length; i += 4) {
      if (Math.abs(data[i]! - r) + Math.abs(data[i + 1]! - g) + Math.abs(data[i + 2]! - b) > 90) continue;
      x += (i / 4) % width;
      y += Math.floor(i / 4 / width);
      count++;
    }
    return { x: x / count / width, y: y / count / height };
  }, HAND);
  const box = (await picture.boundingBox())!;
  await page.mouse.click(box.x + share.x * box.width, box.y + share.y * box.height);
}

test('a learner hears what the exercise gives, lays something else, and taps along in the Planner', async ({
  page,
}) => {
  const id = await openReference(page, 'Glass given');
  await layStandIn(page, 'A kettle');
  await signIn(page, 'Ines Calado');
  await exerciseRow(page, 'Glass given').getByRole('button', { name: 'Start' }).click();
  await expect(page.getByRole('region', { name: 'Reference strip' })).toContainText('kettle.wav');
  await page.getByRole('tab', { name: 'Reference' }).click();
  await page.getByText('The exercise gives it.').waitFor();
  await layStandIn(page, 'Steps');
  await expect(page.getByRole('region', { name: 'Reference strip' })).toContainText('steps.wav');
  await page.getByRole('button', { name: 'Take the reference away' }).click();
  await expect(page.getByRole('region', { name: 'Reference strip' })).toContainText('kettle.wav');
  await expectAccessible(page);

  const { courseId } = (await (await page.request.get(`/api/exercises/${id}/assignment`)).json()) as {
    courseId: string;
  };
  await page.goto(`/courses/${courseId}/planner`);
  await layStandIn(page, 'Steps');
  await page.getByRole('button', { name: 'Find onsets' }).click();
  await page.getByText('7 found, 7 taken').waitFor();
  await page.getByRole('button', { name: 'Mark 7 cues' }).click();
  await page.getByRole('button', { name: 'To Counts: 6 at 120.0 bpm' }).waitFor();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  // The space bar taps, and does not stop what is played.
  for (let beat = 0; beat < 3; beat++) await page.keyboard.press(' ', { delay: 30 });
  await page.getByRole('button', { name: 'Stop', exact: true }).waitFor();
  await page.keyboard.press('Enter');
  await page.getByRole('radio', { name: 'Run 2' }).waitFor();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Take the reference away' }).click();
  await beginsOn(page).waitFor({ state: 'detached' });
});

test('what is neither footage nor sound is refused in words; a lost connection leaves what lay there', async ({
  page,
}) => {
  await openReference(page, 'Glass refused');
  const choose = async (name: string, buffer: Buffer): Promise<void> => {
    const [chooser] = await Promise.all([
      page.waitForEvent('filechooser'),
      page.getByRole('button', { name: 'Choose a file' }).click(),
    ]);
    await chooser.setFiles({ name, mimeType: 'video/mp4', buffer });
  };
  await choose('notes.mp4', Buffer.from('A page of text, called a film.'));
  await page.getByText(/neither footage nor sound/).waitFor();
  const film = readFileSync(hand(join(folder, 'hand.webm')));
  await choose('cut.webm', film.subarray(0, 300));
  await page.getByText(/broken|nothing to see or hear/).waitFor();
  await choose('hand.webm', film);
  await page.getByRole('img', { name: 'The reference on this frame' }).waitFor();
  await page.route('**/api/exercises/*/reference', (route) => route.abort());
  await beginsOn(page).press('ArrowRight');
  await page
    .getByRole('alert')
    .or(page.getByText(/connection|reached/))
    .first()
    .waitFor();
  await expect(beginsOn(page)).toHaveAttribute('aria-valuenow', '1');
});
