import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, parse } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, type Page } from '@playwright/test';
import { createKey, createKeyedSubject, createMotion, type TrackFile, USUAL_TOLERANCES } from '@undulan/core';
import { zipSync } from 'fflate';
import { test } from './own-browser.ts';
import { middleOf, signIn } from './steps.ts';

const ROOT = fileURLToPath(new URL('..', import.meta.url));

const PAN = createKeyedSubject(
  'pan',
  'Pan',
  { shape: 'box', widthPx: 120, heightPx: 92, fill: '#c9782c' },
  { x: 200, y: 400 },
  {
    'position.x': [createKey(5, 200), createKey(21, 800)],
    'position.y': [createKey(5, 400), createKey(21, 400)],
  },
);

const LID = createKeyedSubject(
  'lid',
  'Lid',
  { shape: 'disc', widthPx: 80, heightPx: 80, fill: '#2456a6' },
  { x: 200, y: 150 },
  {
    'position.x': [createKey(7, 200), createKey(21, 600)],
    'position.y': [createKey(7, 150), createKey(21, 150)],
  },
);

/** An exercise of this title that takes clips, published; gives its id. */
async function clipExercise(instructor: Page, title: string, subjects = [PAN]): Promise<string> {
  const { courses } = (await (await instructor.request.get('/api/session')).json()) as { courses: { id: string }[] };
  const details = {
    title,
    brief: 'Slide the pan across the counter, slow in and out. Hand in what you rendered.',
    tolerances: USUAL_TOLERANCES,
    modelShown: 'always',
    accepts: 'clips',
  };
  const made = await instructor.request.post(`/api/courses/${courses[0]!.id}/exercises`, {
    data: { work: { motion: createMotion(subjects), details } },
  });
  const { id } = (await made.json()) as { id: string };
  await instructor.request.post(`/api/exercises/${id}/publish`);
  return id;
}

/** A pan over a wall, rendered elsewhere: 25 frames, so many late, slow in and out; as the last arguments say. */
function render(late: number, ...output: string[]): Buffer {
  // The first frame has the number 1 there.
  const share = `clip((n-${5 + late})/16\\,0\\,1)`;
  const made = spawnSync(
    'ffmpeg',
    [
      ...['-y', '-loglevel', 'error', '-f', 'lavfi', '-i', 'color=c=0xced4cd:s=480x270:r=24:d=1.05'],
      ...['-f', 'lavfi', '-i', 'color=c=0xc9782c:s=60x46:r=24:d=1.05'],
      ...['-filter_complex', `[0][1]overlay=x='70+300*${share}*${share}*(3-2*${share})':y=177:eval=frame`],
      ...['-frames:v', '25', ...output],
    ],
    { maxBuffer: 1e8 },
  );
  expect(made.stderr.toString()).toBe('');
  return made.stdout;
}

const renderedClip = (late: number): Buffer => render(late, '-c:v', 'libvpx-vp9', '-b:v', '300k', '-f', 'webm', '-');

/** The times at which pictures of a file are shown, as another program reads them. */
function timesIn(file: string): number[] {
  const said = spawnSync('ffprobe', [
    ...['-v', 'error', '-select_streams', 'v', '-show_entries', 'frame=pts_time', '-of', 'csv=p=0', file],
  ]).stdout.toString();
  return said.split('\n').flatMap((line) => (line.trim() ? [Number.parseFloat(line)] : []));
}

test('by command every kind of clip is decoded picture by picture, as another program does', () => {
  const info = test.info();
  const folder = info.outputPath('clips');
  mkdirSync(folder, { recursive: true });
  const into = (name: string, ...options: string[]): void => void render(2, ...options, join(folder, name));
  into('vp9.webm', '-c:v', 'libvpx-vp9', '-b:v', '300k');
  into('h264.mp4', '-c:v', 'libx264', '-bf', '3', '-pix_fmt', 'yuv420p');
  into('moving.gif');
  into('pictures.apng', '-f', 'apng', '-plays', '0');
  // Every third picture left out: no steady rate.
  const whole = join(folder, 'vp9.webm');
  const uneven = ['-vf', "select='mod(n,3)'", '-fps_mode', 'vfr', join(folder, 'uneven.webm')];
  spawnSync('ffmpeg', ['-loglevel', 'error', '-i', whole, '-c:v', 'libvpx-vp9', ...uneven]);
  const out = info.outputPath('tracks');
  const ran = spawnSync('node', ['scripts/clip.mjs', folder, '--at', '100,200', '--out', out], { cwd: ROOT });
  expect(ran.stderr.toString()).toBe('');
  for (const name of ['vp9.webm', 'h264.mp4', 'moving.gif', 'pictures.apng', 'uneven.webm']) {
    const path = join(out, `${parse(name).name}.track.json`);
    const track = JSON.parse(readFileSync(path, 'utf8')) as TrackFile;
    const times = timesIn(join(folder, name));
    expect(
      track.frames.map(({ seconds }) => seconds),
      name,
    ).toHaveLength(times.length);
    track.frames.forEach(({ seconds }, i) => expect(seconds - times[i]!, `${name}, ${i}`).toBeCloseTo(0, 2));
    expect(track.rate, name).toEqual({ num: 24, den: 1 });
    expect(track.isSteady, name).toBe(name !== 'uneven.webm');
    expect(track.frames[0]!.x).toBeCloseTo(100, 0);
    expect(track.frames.at(-1)!.x).toBeCloseTo(400, 0);
  }
});

test('by command, what is broken, lies or is no clip is refused with why, and nothing is written', () => {
  const folder = test.info().outputPath('hostile');
  mkdirSync(folder, { recursive: true });
  const film = renderedClip(0);
  const put = (name: string, bytes: Uint8Array): void => writeFileSync(join(folder, name), bytes);
  put(
    'cut.mp4',
    render(0, '-c:v', 'libx264', '-f', 'mp4', '-movflags', 'frag_keyframe+empty_moov', '-').subarray(0, 900),
  );
  put('head.webm', film.subarray(0, 60));
  put('words.webm', Buffer.from('This is no film at all, whatever it is called.'));
  // A picture of 65,535 pixels a side, of which nothing follows.
  put('huge.gif', Buffer.concat([Buffer.from('GIF89a'), Buffer.alloc(2, 255), Buffer.alloc(2, 255), Buffer.alloc(3)]));
  const zip = Buffer.from(zipSync({ 'a.png': new Uint8Array(1000) }));
  // It says it is two gigabytes large once it is unpacked.
  zip.writeUInt32LE(0x7fffffff, zip.indexOf('PK\x01\x02') + 24);
  put('bomb.zip', zip);
  const out = test.info().outputPath('none');
  const ran = spawnSync('node', ['scripts/clip.mjs', folder, '--at', '100,200', '--out', out], { cwd: ROOT });
  expect(ran.status).toBe(1);
  const said = ran.stderr.toString().trim().split('\n');
  expect(said).toHaveLength(5);
  expect(said.find((line) => line.startsWith('bomb.zip'))).toBe(
    'bomb.zip: This zip is too large: at most 7200 files and 600 MB in all.',
  );
  expect(said.find((line) => line.startsWith('words.webm'))).toContain('This file is no clip');
  for (const name of ['cut.mp4', 'head.webm', 'huge.gif'])
    expect(said.find((line) => line.startsWith(name))).toMatch(/broken|no picture|decode/);
  expect(existsSync(out)).toBe(false);
});

test('a clip is handed in: chosen, sent, its subject pointed at, put right, and read', async ({ ownBrowser, page }) => {
  const instructor = await ownBrowser();
  await signIn(instructor, 'Marta');
  await clipExercise(instructor, 'Pan slide as a clip');
  await signIn(page, 'Ines');
  const row = page.getByRole('listitem').filter({ hasText: 'Pan slide as a clip' });
  await row.getByRole('button', { name: 'Hand in a clip' }).click();
  await page.getByLabel('Clip', { exact: true }).setInputFiles({
    name: 'notes.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from('no clip'),
  });
  await expect(page.getByText('This file is no clip:')).toBeVisible();
  await page.getByRole('button', { name: 'Another clip' }).click();
  await page.getByLabel('Clip', { exact: true }).setInputFiles({
    name: 'pan.webm',
    mimeType: 'video/webm',
    buffer: renderedClip(3),
  });
  await expect(page.getByText('The clip has been sent.')).toBeVisible();
  const picture = page.getByRole('button', { name: 'Picture 1 of the clip' });
  const middle = await middleOf(picture);
  const box = (await picture.boundingBox())!;
  await page.mouse.click(box.x + (100 / 480) * box.width, middle.y + (65 / 270) * box.height);
  await expect(page.getByText('24 fps · on ones · 480 × 270 · 25 pictures')).toBeVisible();
  await page.getByRole('slider', { name: 'Picture' }).fill('12');
  await page.getByLabel('Title of the take').fill('From my own program');
  await page.getByRole('button', { name: 'Hand in take 1' }).click();
  await expect(page).toHaveURL(/\/takes\//);
  await instructor.goto(page.url());
  await expect(instructor.getByText('Everything is 3 frames late.')).toBeVisible();
  await expect(instructor.getByRole('group', { name: 'How sure it is a frame' })).toBeVisible();

  // Returned and shown, its film is in the gallery for the others.
  await instructor.getByRole('tab', { name: /^Grade/ }).click();
  await instructor.getByRole('button', { name: /Take the proposed/ }).click();
  await instructor.getByRole('button', { name: /^Return with/ }).click();
  await instructor.getByRole('dialog').getByRole('button', { name: 'Return it' }).click();
  await expect(instructor.getByText('Returned', { exact: true })).toBeVisible();
  await page.reload();
  await page.getByRole('button', { name: 'Show in the gallery …' }).click();
  await expect(page.getByRole('dialog')).toContainText('the clip it was followed in');
  await page.getByRole('dialog').getByRole('button', { name: 'Show it' }).click();
  await page.getByRole('link', { name: 'Shown in the gallery' }).click();
  await signIn(instructor, 'Jonah');
  const film = instructor.waitForResponse((answer) => /\/api\/clips\//.test(answer.url()));
  await instructor.goto(page.url());
  await expect(instructor.getByRole('group', { name: 'How sure it is a frame' })).toBeVisible();
  expect((await film).ok()).toBe(true);
});

test('a clip that was cut off goes on where it was, after a reload too; a spot put right is followed', async ({
  ownBrowser,
  page,
}) => {
  const instructor = await ownBrowser();
  await signIn(instructor, 'Marta');
  const id = await clipExercise(instructor, 'Pan slide, sent twice');
  await signIn(page, 'Jonah');
  await page.goto(`/exercises/${id}/clip`);
  // With a part that says nothing (a `free` box), so that it goes in several pieces.
  const film = render(
    0,
    '-c:v',
    'libx264',
    '-pix_fmt',
    'yuv420p',
    '-movflags',
    'frag_keyframe+empty_moov',
    '-f',
    'mp4',
    '-',
  );
  const free = Buffer.alloc(5_000_000);
  free.writeUInt32BE(free.length);
  free.write('free', 4);
  const clip = { name: 'pan.mp4', mimeType: 'video/mp4', buffer: Buffer.concat([film, free]) };
  let pieces = 0;
  await page.route('**/api/uploads/*', async (route) => {
    if (route.request().method() === 'PATCH' && ++pieces > 1) await route.abort('connectionfailed');
    else await route.continue();
  });
  const choose = page.getByLabel('Clip', { exact: true });
  await choose.setInputFiles(clip);
  await expect.poll(() => pieces).toBeGreaterThan(1);
  await page.reload();
  await page.unroute('**/api/uploads/*');
  const offsets: (string | undefined)[] = [];
  page.on('request', (request) => {
    if (request.method() === 'PATCH') offsets.push(request.headers()['upload-offset']);
  });
  await choose.setInputFiles(clip);
  await expect(page.getByText('The clip has been sent.')).toBeVisible();
  expect(offsets[0]).toBe('2000000');

  const press = async (x: number, y: number): Promise<void> => {
    const box = (await page.getByRole('button', { name: /^Picture \d+ of the clip$/ }).boundingBox())!;
    await page.mouse.click(box.x + (x / 480) * box.width, box.y + (y / 270) * box.height);
  };
  // On the wall first: that stands still.
  await press(300, 60);
  const facts = page.getByRole('region', { name: 'What is read of it' });
  await expect(facts.getByText('Nothing is seen to happen.')).toBeVisible();
  await press(100, 200);
  await expect(facts.getByText('2 events are seen.')).toBeVisible();
  await page.getByRole('slider', { name: 'Picture' }).fill('24');
  // From where it is, it is dragged a little along.
  const box = (await page.getByRole('button', { name: 'Picture 25 of the clip' }).boundingBox())!;
  const perPixel = box.width / 480;
  await page.mouse.move(box.x + 400 * perPixel, box.y + 200 * perPixel);
  await page.mouse.down();
  await page.mouse.move(box.x + 410 * perPixel, box.y + 200 * perPixel, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByText('Where the spot is off')).toBeVisible();
  await page.getByRole('button', { name: 'Hand in take 1' }).click();
  await expect(page).toHaveURL(/\/takes\//);
});

/** The pan as it should go, and over it the lid, so many frames late. */
function renderedTwo(lidLate: number): Buffer {
  const share = (from: number, to: number): string => `clip((n-${from - 1})/${to - from}\\,0\\,1)`;
  const soft = (own: string): string => `${own}*${own}*(3-2*${own})`;
  const made = spawnSync(
    'ffmpeg',
    [
      ...['-y', '-loglevel', 'error', '-f', 'lavfi', '-i', 'color=c=0xced4cd:s=480x270:r=24:d=1.05'],
      ...['-f', 'lavfi', '-i', 'color=c=0xc9782c:s=60x46:r=24:d=1.05'],
      ...['-f', 'lavfi', '-i', 'color=c=0x2456a6:s=40x40:r=24:d=1.05'],
      '-filter_complex',
      `[0][1]overlay=x='70+300*${soft(share(5, 21))}':y=177:eval=frame[a];` +
        `[a][2]overlay=x='80+200*${soft(share(7 + lidLate, 21 + lidLate))}':y=55:eval=frame`,
      ...['-frames:v', '25', '-c:v', 'libvpx-vp9', '-b:v', '400k', '-f', 'webm', '-'],
    ],
    { maxBuffer: 1e8 },
  );
  expect(made.stderr.toString()).toBe('');
  return made.stdout;
}

test('what moves is found, another part and a known length pointed at, and each part is read for itself', async ({
  ownBrowser,
  page,
}) => {
  const instructor = await ownBrowser();
  await signIn(instructor, 'Marta');
  await clipExercise(instructor, 'Pan and lid as a clip', [PAN, LID]);
  await signIn(page, 'Ines');
  const row = page.getByRole('listitem').filter({ hasText: 'Pan and lid as a clip' });
  await row.getByRole('button', { name: 'Hand in a clip' }).click();
  await page
    .getByLabel('Clip', { exact: true })
    .setInputFiles({ name: 'two.webm', mimeType: 'video/webm', buffer: renderedTwo(3) });
  await page.getByRole('button', { name: 'Find what moves' }).click();
  await page.getByText('24 fps · on ones · 480 × 270 · 25 pictures').waitFor();
  await page.getByRole('slider', { name: 'Picture' }).fill('0');
  const picture = page.getByRole('button', { name: 'Picture 1 of the clip' });
  const press = async (x: number, y: number): Promise<void> => {
    const box = (await picture.boundingBox())!;
    await page.mouse.click(box.x + (x / 480) * box.width, box.y + (y / 270) * box.height);
  };
  await page.getByRole('radio', { name: 'Lid' }).click();
  await press(100, 75);
  await page.getByRole('radio', { name: 'Lid ✓' }).waitFor();
  // 60 of its pixels are 1.2 m: two stage pixels, of which a metre has a hundred, for each of its own.
  await page.getByRole('radio', { name: 'a known length' }).click();
  await press(70, 200);
  await press(130, 200);
  await page.getByLabel('It is as long as').fill('soon');
  await page.getByLabel('It is as long as').press('Enter');
  await page.getByText(/Type a length/).waitFor();
  await page.getByLabel('It is as long as').fill('120 cm');
  await page.getByLabel('It is as long as').press('Enter');
  await page.getByRole('button', { name: 'Hand in take 1' }).click();
  await expect(page).toHaveURL(/\/takes\//);
  await instructor.goto(page.url());
  await expect(instructor.getByText(/^Read from a clip\./)).toBeVisible();
  await expect(instructor.getByText(/lid/i).first()).toBeVisible();
  const findings = await instructor.getByRole('tabpanel').filter({ hasText: 'Read from a clip' }).innerText();
  expect(findings).toMatch(/lid.*late|late.*lid/is);
  expect(findings).not.toMatch(/\bpan\b/i);

  // The instructor follows the lid in the pan's place: read by that, the take is another.
  await instructor.getByRole('link', { name: 'Follow it anew' }).click();
  const anew = instructor.getByRole('button', { name: 'Picture 1 of the clip' });
  await anew.waitFor();
  const box = (await anew.boundingBox())!;
  await instructor.mouse.click(box.x + (100 / 480) * box.width, box.y + (75 / 270) * box.height);
  await instructor.getByText('24 fps · on ones · 480 × 270 · 25 pictures').waitFor();
  await instructor.getByRole('button', { name: 'Read it by this' }).click();
  await expect(instructor.getByText(/the pan/i).first()).toBeVisible({ timeout: 30_000 });
});
