import { execFileSync } from 'node:child_process';
import { readFile, writeFile } from 'node:fs/promises';
import { expect, type Page } from '@playwright/test';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { test } from './own-browser.ts';
import {
  exerciseRow,
  expectAccessible,
  goToFrame,
  keyFrames,
  keyMark,
  openBench,
  saveChoice,
  saved,
  signIn,
  undoAll,
} from './steps.ts';

/** What another program reads of a film: its codec, its size, and when each picture is shown. */
function probed(path: string): { codec: string; width: number; height: number; times: number[] } {
  const asked = [
    '-v',
    'error',
    '-select_streams',
    'v',
    '-show_entries',
    'stream=codec_name,width,height:packet=pts_time',
  ];
  const { streams, packets } = JSON.parse(
    execFileSync('ffprobe', [...asked, '-of', 'json', path], { encoding: 'utf8' }),
  ) as {
    streams: { codec_name: string; width: number; height: number }[];
    packets: { pts_time: string }[];
  };
  const { codec_name: codec, width, height } = streams[0]!;
  return { codec, width, height, times: packets.map(({ pts_time: at }) => Number(at)).sort((a, b) => a - b) };
}

/** How often an APNG says that it plays; 0 is without end. */
const playsOf = (bytes: Buffer): number => bytes.readUInt32BE(bytes.indexOf('acTL') + 8);

async function openExport(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Files' }).click();
  await page.getByRole('menuitem', { name: 'Save as a file …' }).click();
  await page.getByRole('dialog').waitFor();
}

async function savedAs(page: Page, what: string): Promise<{ path: string; name: string }> {
  const download = await saveChoice(page, what);
  return { path: await download.path(), name: download.suggestedFilename() };
}

test('films, moving pictures and frames of a motion are what other programs read, frame by frame', async ({ page }) => {
  await openBench(page, 'Ines Calado', 'Toaster rack');
  await openExport(page);
  const says = page.getByRole('dialog').getByRole('status');
  const [, pictures, width, height] = (
    /(\d+) pictures of (\d+) × (\d+) px/.exec((await says.textContent())!) ?? []
  ).map(Number);
  await expectAccessible(page);
  await page.keyboard.press('Escape');
  for (const [what, codec] of [
    ['Moving: WebM, VP9', 'vp9'],
    ['Moving: MP4, H.264', 'h264'],
  ] as const) {
    const film = probed((await savedAs(page, what)).path);
    expect(film).toMatchObject({ codec, width, height });
    expect(film.times).toHaveLength(pictures!);
    for (const [i, at] of film.times.entries()) expect(at).toBeCloseTo(i / 24, 2);
  }
  const gif = probed((await savedAs(page, 'Moving: GIF')).path);
  expect(gif).toMatchObject({ codec: 'gif', width, height });
  expect(gif.times).toHaveLength(pictures!);
  for (const [i, at] of gif.times.entries()) expect(Math.abs(at - i / 24)).toBeLessThan(0.006);
  const apng = await savedAs(page, 'Moving: APNG');
  const shown = probed(apng.path).times;
  expect(shown).toHaveLength(pictures!);
  for (const [i, at] of shown.entries()) expect(Math.abs(at - i / 24)).toBeLessThan(0.001);
  // Again and again, or once: as each format says it.
  expect(playsOf(await readFile(apng.path))).toBe(0);
  const once = async (what: string): Promise<Buffer> => {
    await openExport(page);
    await page.getByLabel('What', { exact: true }).selectOption(what);
    await page.getByLabel('again and again').uncheck();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('dialog').getByRole('button', { name: 'Save', exact: true }).click(),
    ]);
    return readFile(await download.path());
  };
  expect(playsOf(await once('Moving: APNG'))).toBe(1);
  expect((await once('Moving: GIF')).includes('NETSCAPE2.0')).toBe(false);
  const zip = await savedAs(page, 'Moving: PNG frames (zip)');
  expect(execFileSync('unzip', ['-Z1', zip.path], { encoding: 'utf8' }).trim().split('\n')).toHaveLength(pictures!);
});

test('a project, tables and a sheet are saved; a film goes on over screens and can be stopped', async ({ page }) => {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('link', { name: 'Toaster rack', exact: true }).click();
  const project = await savedAs(page, 'Project, to be read in again (JSON)');
  expect(project.name).toBe('Toaster rack.undulan.json');
  expect(JSON.parse(await readFile(project.path, 'utf8'))).toMatchObject({
    format: 'undulan-project',
    title: 'Toaster rack',
    terms: { tolerances: expect.any(Object) },
  });
  const table = await savedAs(page, 'Values, a row a frame (CSV)');
  expect((await readFile(table.path, 'utf8')).split('\r\n')[0]).toMatch(/^frame,seconds,/);
  const sheet = await savedAs(page, 'Exposure sheet (CSV)');
  expect((await readFile(sheet.path, 'utf8')).split('\r\n')[0]).toMatch(/: drawing,/);
  await openExport(page);
  await page.getByLabel('What', { exact: true }).selectOption('Moving: WebM, AV1');
  // Large, and of many pictures: it takes a while.
  await page.getByLabel('Width, px').fill('3000');
  await page.getByLabel('Frames a second').fill('120');
  await page.getByLabel('Frames a second').press('Tab');
  await page.getByRole('dialog').getByRole('button', { name: 'Save', exact: true }).click();
  const making = page.getByRole('list', { name: 'Files being made' });
  await expect(making).toBeVisible();
  await page.getByRole('link', { name: 'Kitchen in Motion' }).click();
  await expect(page.getByRole('heading', { name: 'Kitchen in Motion' })).toBeVisible();
  await expect(making).toBeVisible();
  await making.getByRole('button', { name: /^Stop making/ }).click();
  await expect(making).toHaveCount(0);
});

test('of a returned take its findings and notes are saved', async ({ page }) => {
  await signIn(page, 'Jonah Whitby');
  await page
    .getByRole('link', { name: /take 1/ })
    .first()
    .click();
  const notes = await savedAs(page, 'Notes as captions of a clip (WebVTT)');
  const captions = await readFile(notes.path, 'utf8');
  expect(captions).toMatch(/^WEBVTT\n\n\d\d:\d\d:\d\d\.\d{3} --> /);
  const findings = await savedAs(page, 'Findings (CSV)');
  expect((await readFile(findings.path, 'utf8')).split('\r\n')[0]).toMatch(/^kind,severity,/);
  // The browser's own reader of captions finds each of them, on whole frames of the clip.
  await page.goto('about:blank');
  const cues = await page.evaluate(
    (text) =>
      new Promise<{ start: number; end: number; text: string }[]>((resolve) => {
        const track = document.createElement('track');
        track.src = URL.createObjectURL(new Blob([text], { type: 'text/vtt' }));
        track.addEventListener('load', () =>
          resolve(
            [...track.track.cues!].map((cue) => {
              const { startTime: start, endTime: end, text: words } = cue as VTTCue;
              return { start, end, text: words };
            }),
          ),
        );
        document.createElement('video').append(track);
        track.track.mode = 'hidden';
      }),
    captions,
  );
  expect(cues.length).toBe(captions.split(' --> ').length - 1);
  for (const { start, end, text } of cues) {
    expect(Math.abs(start * 24 - Math.round(start * 24))).toBeLessThan(0.02);
    expect(end).toBeGreaterThan(start);
    expect(text).not.toBe('');
  }
});

test('a project comes back as an exercise, and a table once its columns are named; junk is refused', async ({
  page,
}, info) => {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('link', { name: 'Plate along the rack', exact: true }).click();
  const project = await savedAs(page, 'Project, to be read in again (JSON)');
  const asFile = info.outputPath(project.name);
  // Under a name of its own, so that other journeys find theirs.
  const text = (await readFile(project.path, 'utf8')).replace('"Plate along the rack"', '"Plate, read in"');
  await writeFile(asFile, text);
  const choose = async (file: string): Promise<void> => {
    await page.goto('/');
    await page.getByRole('button', { name: 'Set an exercise' }).click();
    await page.getByLabel('File of a motion').setInputFiles(file);
  };
  await choose(asFile);
  await expect(page.getByRole('heading', { level: 1, name: 'Plate, read in' })).toBeVisible();
  const again = await savedAs(page, 'Project, to be read in again (JSON)');
  expect(await readFile(again.path, 'utf8')).toBe(text);

  const table = info.outputPath('push.csv');
  await writeFile(table, ['t;place', ...Array.from({ length: 25 }, (_, i) => `${i / 24};${i * 0.2}`)].join('\n'));
  await choose(table);
  const sheet = page.getByRole('dialog', { name: 'From a table: push' });
  await expect(sheet.getByRole('status')).toHaveText('No column of numbers is taken: say which column is what.');
  await sheet.getByLabel('Column place').selectOption('Position x');
  await sheet.getByLabel('place, times').fill('100');
  await sheet.getByLabel('place, times').press('Tab');
  await expect(sheet.getByRole('status')).toHaveText('Frames 1 to 25; 25 keys, of which 23 give way.');
  await expectAccessible(page);
  await sheet.getByRole('button', { name: 'Take it' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'push' })).toBeVisible();
  await page.reload();
  await expect(keyMark(page, 'Position x', 25)).toBeVisible();
  expect(await keyFrames(page, 'Position x')).toEqual([1, 25]);

  const junk = info.outputPath('junk.json');
  await writeFile(junk, '{"format":"undulan-project","version":1,"title":"x","motion":{"rate":3}}');
  await choose(junk);
  await expect(page.getByText(/^This project is broken at motion/)).toBeVisible();
});

test('grades are saved as a table, due dates as a calendar', async ({ page }) => {
  await signIn(page, 'Marta Olesen');
  const chosen = async (what: string): Promise<string> => {
    await page.getByRole('button', { name: 'More of this course' }).click();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('menuitem', { name: what }).click(),
    ]);
    return readFile(await download.path(), 'utf8');
  };
  const grades = await chosen('Save grades as a table');
  expect(grades.split('\r\n')[0]).toMatch(/^name,e-mail,Drawer slide: state,/);
  expect(grades).toContain('Jonah Whitby,');
  const calendar = await chosen('Save due dates as a calendar');
  expect(calendar).toMatch(/^BEGIN:VCALENDAR\r\n/);
  expect(calendar).toContain('SUMMARY:Due: Tea glass along the counter');
  await signIn(page, 'Ines Calado');
  expect(await chosen('Save due dates as a calendar')).toContain('BEGIN:VEVENT');
});

test('a style sheet moves each channel as the motion does, in the browser’s own engine', async ({ page }) => {
  await openBench(page, 'Ines Calado', 'Toaster rack');
  const css = await readFile((await savedAs(page, 'Style sheet with keyframes (CSS)')).path, 'utf8');
  const table = await readFile((await savedAs(page, 'Values, a row a frame (CSV)')).path, 'utf8');
  const [heading, ...rows] = table.split('\r\n').map((row) => row.split(','));
  const column = heading!.indexOf('Bread: Position y (px)');
  await page.setContent(`<style>${css}</style><div class="bread"></div>`);
  const played = await page.evaluate((count) => {
    const [animation] = document.getAnimations();
    const bread = document.querySelector('.bread')!;
    animation!.pause();
    return Array.from({ length: count }, (_, i) => {
      animation!.currentTime = (i * 1000) / 24;
      return Number(getComputedStyle(bread).getPropertyValue('--bread-y'));
    });
  }, rows.length);
  const asked = rows.map((row) => Number(row[column]));
  const span = Math.max(...asked) - Math.min(...asked);
  expect(span).toBeGreaterThan(10);
  for (const [i, value] of played.entries()) expect(Math.abs(value - asked[i]!)).toBeLessThan(2e-3 * span);
});

/** How many of a hundred pixels of two pictures are plainly not the same. */
async function differing(page: Page, one: Buffer, other: Buffer): Promise<number> {
  const urls = [one, other].map((bytes) => `data:image/png;base64,${bytes.toString('base64')}`);
  return page.evaluate(async (sources) => {
    const [a, b] = await Promise.all(
      sources.map(async (source) => {
        const picture = await createImageBitmap(await (await fetch(source)).blob());
        const context = new OffscreenCanvas(picture.width, picture.height).getContext('2d')!;
        context.drawImage(picture, 0, 0);
        return context.getImageData(0, 0, picture.width, picture.height);
      }),
    );
    if (a!.width !== b!.width || a!.height !== b!.height) return 100;
    let off = 0;
    for (let i = 0; i < a!.data.length; i += 4)
      if ([0, 1, 2].some((c) => Math.abs(a!.data[i + c]! - b!.data[i + c]!) > 64)) off++;
    return (400 * off) / a!.data.length;
  }, urls);
}

test('a frame and the moving picture are written in vectors, and look as they do in pixels', async ({ page }) => {
  await openBench(page, 'Ines Calado', 'Toaster rack');
  const still = await readFile((await savedAs(page, 'Picture of this frame in vectors (SVG)')).path, 'utf8');
  await openExport(page);
  await page.getByLabel('What', { exact: true }).selectOption('Moving: PNG frames (zip)');
  const width = page.getByLabel('Width, px');
  await width.fill(/width="(\d+)"/.exec(still)![1]!);
  await width.press('Tab');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('dialog').getByRole('button', { name: 'Save', exact: true }).click(),
  ]);
  const frames = unzipSync(await readFile(await download.path()));
  const names = Object.keys(frames).sort();
  await openExport(page);
  await page.getByLabel('What', { exact: true }).selectOption('Moving picture in vectors (SVG)');
  await page.getByLabel('between frames too, by the eases of keys').uncheck();
  const [moving] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('dialog').getByRole('button', { name: 'Save', exact: true }).click(),
  ]);
  const stepped = await readFile(await moving.path(), 'utf8');
  const eased = await readFile((await savedAs(page, 'Moving picture in vectors (SVG)')).path, 'utf8');
  await page.goto('about:blank');
  const shown = async (svg: string, seconds: number): Promise<Buffer> => {
    await page.setContent(`<style>body{margin:0}</style>${svg}`);
    await page.evaluate((at) => {
      for (const animation of document.getAnimations()) {
        animation.pause();
        animation.currentTime = 1000 * at;
      }
    }, seconds);
    return page.locator('svg').screenshot();
  };
  expect(still).toContain('<title>Bread</title>');
  expect(await differing(page, await shown(still, 0), Buffer.from(frames[names[0]!]!))).toBeLessThan(0.3);
  for (const [i, name] of names.entries()) {
    if (i % 5 !== 2) continue;
    const pixels = Buffer.from(frames[name]!);
    expect(await differing(page, await shown(stepped, (i + 0.5) / 24), pixels)).toBeLessThan(0.3);
    expect(await differing(page, await shown(eased, i / 24), pixels)).toBeLessThan(0.3);
  }
});

test('an exposure sheet and a review fit paper, A4 and Letter, and are all that is printed', async ({ page }, info) => {
  /** The pages as another program reads them. */
  const printed = async (format: 'A4' | 'Letter'): Promise<string[]> => {
    const path = info.outputPath(`${format}.pdf`);
    await page.pdf({ path, format, margin: { top: '12mm', bottom: '12mm', left: '12mm', right: '12mm' } });
    return execFileSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' }).split('\f').slice(0, -1);
  };
  const show = async (what: string): Promise<void> => {
    await page.getByRole('button', { name: 'Files' }).click();
    await page.getByRole('menuitem', { name: 'Save as a file …' }).click();
    await page.getByLabel('What', { exact: true }).selectOption(what);
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await page.getByRole('button', { name: 'Print, or save as PDF' }).waitFor();
  };
  await openBench(page, 'Ines Calado', 'Toaster rack');
  await show('Exposure sheet on paper (PDF)');
  await expectAccessible(page);
  for (const format of ['A4', 'Letter'] as const) {
    const sheets = await printed(format);
    expect(sheets.length).toBeLessThan(4);
    // Heads stand on every page, each frame has a row; the screen beneath is not there.
    for (const sheet of sheets) expect(sheet).toMatch(/Frame\s+Time\s+Bread/);
    const all = sheets.join('\n');
    for (const frame of [1, 25, 49]) expect(all).toMatch(new RegExp(`^\\s*${frame}\\s+00:00:0`, 'm'));
    expect(all).not.toContain('Hand in');
  }
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Hand in/ })).toBeVisible();
  await show('Timing charts on paper (PDF)');
  for (const format of ['A4', 'Letter'] as const) {
    const [charts, ...more] = await printed(format);
    expect(more).toHaveLength(0);
    expect(charts).toMatch(/Toaster rack[\s\S]*Bread, position, 9 – 20[\s\S]*26 – 31/);
  }
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  const drawn = probed((await savedAs(page, 'Timing charts (PNG)')).path);
  expect(drawn).toMatchObject({ codec: 'png', width: 1800 });

  await signIn(page, 'Jonah Whitby');
  await exerciseRow(page, 'Drawer slide')
    .getByRole('link', { name: /take 1/ })
    .click();
  await show('Review on paper (PDF)');
  const [review, ...more] = await printed('A4');
  expect(more).toHaveLength(0);
  expect(review).toMatch(/Drawer slide, Jonah Whitby, take 1[\s\S]*Grade\s+\d+[\s\S]*Notes[\s\S]*Findings/);
});

test('a course’s exercises and lessons are saved as a zip; one of them is taken in beside what is there', async ({
  page,
}) => {
  await signIn(page, 'Marta Olesen');
  const rows = page.getByRole('region', { name: 'Exercises and learners' }).getByRole('row');
  const lessons = page.getByRole('region', { name: 'Lessons' }).getByRole('listitem');
  await expect(lessons.first()).toBeVisible();
  const [exercises, taught] = [(await rows.count()) - 1, await lessons.count()];
  await page.getByRole('button', { name: 'More of this course' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'Save exercises and lessons as a zip' }).click(),
  ]);
  const path = await download.path();
  const listed = execFileSync('unzip', ['-Z1', path], { encoding: 'utf8' }).trim().split('\n');
  expect(listed.filter((name) => name.startsWith('exercises/'))).toHaveLength(exercises);
  expect(listed.filter((name) => name.startsWith('lessons/'))).toHaveLength(taught);

  // One of each, under names of their own, so that other journeys find theirs.
  const files = unzipSync(await readFile(path));
  const course = JSON.parse(strFromU8(files['course.json']!)) as { exercises: string[]; lessons: string[] };
  const [exercise, lesson] = [course.exercises[0]!, course.lessons[0]!];
  files['course.json'] = strToU8(JSON.stringify({ ...course, exercises: [exercise], lessons: [lesson] }));
  files[exercise] = strToU8(strFromU8(files[exercise]!).replace(/"title": "[^"]*"/, '"title": "Taken in"'));
  files[lesson] = strToU8(strFromU8(files[lesson]!).replace(/"name":"[^"]*"/, '"name":"A lesson taken in"'));
  const takeIn = (buffer: Buffer) =>
    page.getByLabel('File of a course').setInputFiles({ name: 'x.zip', mimeType: 'application/zip', buffer });
  await takeIn(Buffer.from(zipSync(files)));
  await expect(page.getByText('Taken in: 1 exercise, not published yet, and 1 lesson.')).toBeVisible();
  await expect(page.getByRole('link', { name: 'Taken in', exact: true })).toBeVisible();
  await expect(page.getByRole('link', { name: 'A lesson taken in' })).toBeVisible();
  await expect(rows).toHaveCount(exercises + 2);
  await takeIn(Buffer.from('PK no'));
  await expect(page.getByText('This file is no zip, or is broken.')).toBeVisible();
});

/** Gives a file to what asks for a motion. */
async function motionFile(page: Page, name: string, buffer: Buffer): Promise<void> {
  await page.getByLabel('File of a motion').setInputFiles({ name, mimeType: 'application/octet-stream', buffer });
}

test('a table is brought onto the subject of what is open, beside it or in its place, in one step', async ({
  page,
}) => {
  await openBench(page, 'Ines Calado', 'Toaster rack');
  const before = await keyFrames(page, 'Position y');
  const rows = Array.from({ length: 12 }, (_, i) => `${i + 5},${i < 6 ? 300 : 260}`);
  await motionFile(page, 'rise.csv', Buffer.from(['frame,position y', ...rows].join('\n')));
  const table = page.getByRole('dialog', { name: 'From a table: rise' });
  await expect(table.getByRole('status')).toHaveText('Frames 5 to 16; 12 keys, of which 8 give way.');
  await table.getByRole('button', { name: 'Take it' }).click();
  const sheet = page.getByRole('dialog', { name: 'Bring in: rise' });
  await expect(sheet.getByLabel('Keys of Moved')).toHaveValue('bread');
  await expectAccessible(page);
  // What the exercise keeps is said before it is tried.
  await sheet.getByLabel('Its subjects, beside what is here').check();
  await expect(sheet.getByRole('status')).toHaveText(/^The exercise sets the subjects/);
  await expect(sheet.getByRole('button', { name: 'Bring it in' })).toHaveAttribute('aria-disabled', 'true');
  await sheet.getByLabel('Its keys, onto the subjects here').check();
  await sheet.getByLabel('Its first frame on').fill('8');
  await sheet.getByLabel('Its first frame on').press('Tab');
  await sheet.getByRole('button', { name: 'Bring it in' }).click();
  await expect.poll(() => keyFrames(page, 'Position y')).toEqual([8, 13, 14, 19]);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => keyFrames(page, 'Position y')).toEqual(before);
  await motionFile(page, 'junk.glb', Buffer.from('glTF and then nothing'));
  await expect(page.getByText(/This glTF file cannot be read/)).toBeVisible();
});

test('work made elsewhere comes in as nodes over time, is handed in, and is read like any other', async ({
  ownBrowser,
}) => {
  const instructor = await ownBrowser();
  const learner = await ownBrowser();
  await signIn(instructor, 'Marta Olesen');
  await instructor.getByRole('button', { name: 'Set an exercise' }).click();
  await instructor.getByRole('radio', { name: 'Turn' }).click();
  await instructor.getByRole('dialog').getByLabel('Title').fill('Lid by another program');
  await instructor.getByRole('button', { name: 'Set this exercise' }).click();
  await instructor.getByRole('button', { name: 'Publish' }).click();
  await instructor.getByRole('dialog').getByRole('button', { name: 'Publish' }).click();
  await expect(instructor.getByRole('button', { name: 'Published' })).toBeVisible();
  const gltf = await savedAs(instructor, 'Animation of nodes (glTF 2.0)');
  await signIn(learner, 'Jonah Whitby');
  await exerciseRow(learner, 'Lid by another program').getByRole('button', { name: 'Start' }).click();
  await learner.getByRole('button', { name: /^Record o/ }).waitFor();
  await motionFile(learner, 'lid.gltf', await readFile(gltf.path));
  const nodes = learner.getByRole('dialog', { name: 'From glTF: lid' });
  await expect(nodes.getByRole('checkbox').first()).toBeChecked();
  await expect(nodes.getByRole('status')).toHaveText(/^Frames 1 to \d+; \d+ keys, of which \d+ give way\.$/);
  await expectAccessible(learner);
  await nodes.getByRole('button', { name: 'Take it' }).click();
  await learner.getByRole('button', { name: 'Bring it in' }).click();
  await expect.poll(async () => (await keyFrames(learner, 'Rotation')).length).toBeGreaterThan(2);
  await saved(learner);
  await learner.getByRole('button', { name: 'Hand in take 1' }).click();
  await learner.getByRole('dialog').getByRole('button', { name: 'Hand in' }).click();
  await expect(learner.getByText('Handed in, waits for review')).toBeVisible();
  await instructor.goto(learner.url());
  await expect(instructor.getByText('Nothing found')).toBeVisible();
});

test('the takes of the class are saved in one go, a folder each: a clip with its reading', async ({ page }) => {
  await signIn(page, 'Marta Olesen');
  await page.getByRole('button', { name: 'More of this course' }).click();
  await page.getByRole('menuitem', { name: 'Save the class’s takes …' }).click();
  const sheet = page.getByRole('dialog', { name: 'Save the class’s takes' });
  await sheet.getByLabel('Exercise').selectOption('Drawer slide');
  await sheet.getByLabel('Width, px').fill('160');
  await sheet.getByLabel('Width, px').press('Tab');
  await sheet.getByLabel('the target beside it').check();
  await sheet.getByLabel('as a project too').check();
  await expectAccessible(page);
  const count = Number(/^(\d+) take/.exec((await sheet.getByRole('status').textContent())!)![1]);
  const coming = page.waitForEvent('download', { timeout: 90_000 });
  await sheet.getByRole('button', { name: 'Save', exact: true }).click();
  // It goes on being made on another screen.
  await page.getByRole('link', { name: 'Toaster rack', exact: true }).click();
  await expect(page.getByRole('progressbar', { name: /^Making Kitchen in Motion, takes/ })).toBeVisible();
  const files = unzipSync(await readFile(await (await coming).path()));
  const clips = Object.keys(files).filter((name) => name.endsWith('/clip.mp4'));
  expect(clips).toHaveLength(count);
  expect(count).toBeGreaterThan(1);
  const folder = clips.find((name) => name.startsWith('Drawer slide/Jonah Whitby, take 1/'))!.replace('clip.mp4', '');
  for (const name of ['findings.csv', 'reading.json', 'notes.vtt', 'take.undulan.json'])
    expect(Object.keys(files)).toContain(folder + name);
  const path = test.info().outputPath('clip.mp4');
  await writeFile(path, files[`${folder}clip.mp4`]!);
  const { motion } = JSON.parse(strFromU8(files[`${folder}take.undulan.json`]!)) as {
    motion: { range: { first: number; last: number } };
  };
  const film = probed(path);
  expect(film).toMatchObject({ codec: 'h264', width: 320 });
  expect(film.times).toHaveLength(motion.range.last - motion.range.first + 1);
});

test('the range is rendered into memory and plays in real time; once the motion changes it is stale', async ({
  page,
}) => {
  await openBench(page, 'Ines Calado', 'Toaster rack');
  await page.getByRole('button', { name: 'Files' }).click();
  await page.getByRole('menuitem', { name: 'Rendered preview' }).click();
  const panel = page.getByRole('region', { name: 'Rendered preview' });
  await expect(panel).toContainText('49 pictures of 480 × 270 px, 25 MB.');
  await panel.getByLabel('Frames a second').fill('12');
  await panel.getByLabel('Frames a second').press('Tab');
  await panel.getByRole('button', { name: 'Render', exact: true }).click();
  await expect(panel).toContainText(/made .+ in \d+\.\d s: 480 × 270 px, 25 pictures, 13 MB/);
  await expectAccessible(page);
  // It plays: other frames come up by themselves; paused, one stays.
  const picture = panel.getByRole('img');
  const first = await picture.getAttribute('aria-label');
  await expect(picture).not.toHaveAttribute('aria-label', first!);
  await panel.getByRole('button', { name: 'Pause' }).click();
  const rest = await picture.getAttribute('aria-label');
  await expect(panel.getByRole('status')).toHaveCount(0);
  await goToFrame(page, 12);
  await page.getByRole('button', { name: 'Key here' }).click();
  await expect(panel.getByRole('status')).toHaveText('The motion has changed since: render it again.');
  await expect(picture).toHaveAttribute('aria-label', rest!);
  await panel.getByRole('button', { name: 'Render again' }).click();
  await expect(panel.getByRole('status')).toHaveCount(0);
  await panel.getByRole('button', { name: 'Close the preview' }).click();
  await undoAll(page);
});

test('sample files of every kind are on the course page, for a learner too, and come in again', async ({ page }) => {
  await signIn(page, 'Ines Calado');
  await page.getByRole('button', { name: 'More of this course' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: 60_000 }),
    page.getByRole('menuitem', { name: 'Save sample files as a zip' }).click(),
  ]);
  const files = unzipSync(await readFile(await download.path()));
  expect(Object.keys(files).sort()).toEqual([
    'clip.gif',
    'exposure sheet.csv',
    'first frame.svg',
    'keyframes.css',
    'moving.svg',
    'nodes.gltf',
    'project.undulan.json',
    'timing charts.svg',
    'values, as exposed.csv',
    'values.csv',
  ]);
  await openBench(page, 'Ines Calado', 'Toaster rack');
  await motionFile(page, 'project.undulan.json', Buffer.from(files['project.undulan.json']!));
  const sheet = page.getByRole('dialog', { name: /^Bring in:/ });
  await expect(sheet.getByRole('status')).toHaveText('Say whose keys go to which subject.');
  await sheet
    .getByRole('combobox', { name: /^Keys of/ })
    .first()
    .selectOption('Bread');
  await expect(sheet.getByRole('status')).toHaveText(/^In place of the keys of the same channels/);
  await sheet.getByRole('button', { name: 'Not now' }).click();
});
