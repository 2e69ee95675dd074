import { mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { basename, dirname, extname, join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { ensureBuilt, ensureModules, ensurePackages, ROOT } from './prepare.mjs';

/**
 * Follows a spot in a clip and says what it does: the same decoding and tracking as in the browser, in headless
 * Chromium. Of a folder of clips each becomes a track in the folder `--out`; a folder of pictures is one clip.
 */
const USAGE = `npm run clip -- FILE --at X,Y [--by colour|look|difference] [--still X,Y] [--rate 24]
  [--exercise FILE.undulan.json] --out track.json

  FILE        WebM, MP4, GIF, animated PNG, a zip or a folder of numbered images; or a folder of clips
  --at        where the spot is in the first picture, in pixels of the clip
  --by        how it is followed: by its colour, its look, or its difference from a still ground; else by what fits
  --still     something that stands still in the first picture: what the camera moves is taken out of what is read
  --exercise  a project whose motion it is read against
  --rate      what numbered images run at; the exercise's otherwise, or 24
  --out       the file to write; of a folder of clips the folder`;

const IMAGE = /\.(png|jpe?g|webp)$/i;
const CLIP = /\.(webm|mp4|m4v|mov|mkv|gif|apng|png|webp|zip)$/i;

class Refused extends Error {}

const WAYS = ['colour', 'look', 'difference'];

function placeOf(option, text) {
  const place = /^\s*(\d+(?:\.\d+)?)\s*[,;\s]\s*(\d+(?:\.\d+)?)\s*$/.exec(text);
  if (!place) throw new Refused(`${option} takes a place in pixels, like 320,180; "${text}" is none.`);
  return { x: Number(place[1]), y: Number(place[2]) };
}

function optionsOf() {
  let parsed;
  try {
    parsed = parseArgs({
      allowPositionals: true,
      options: {
        at: { type: 'string' },
        by: { type: 'string' },
        still: { type: 'string' },
        exercise: { type: 'string' },
        rate: { type: 'string' },
        out: { type: 'string' },
      },
    });
  } catch (error) {
    throw new Refused(`${error.message}\n\n${USAGE}`);
  }
  const { values, positionals } = parsed;
  const from = process.env.INIT_CWD ?? process.cwd();
  if (positionals.length !== 1 || !values.at || !values.out) throw new Refused(USAGE);
  if (values.by && !WAYS.includes(values.by))
    throw new Refused(`--by takes colour, look or difference; "${values.by}" is none of them.`);
  return {
    path: resolve(from, positionals[0]),
    spot: { ...placeOf('--at', values.at), ...(values.by && { by: values.by }) },
    still: values.still && { ...placeOf('--still', values.still), by: 'look' },
    exercise: values.exercise && resolve(from, values.exercise),
    rate: values.rate,
    out: resolve(from, values.out),
  };
}

/** The clips of a path, each with the files it is made of and where its track goes. */
function clipsOf(path, out) {
  let stat;
  try {
    stat = statSync(path);
  } catch {
    throw new Refused(`There is no file or folder ${path}.`);
  }
  if (!stat.isDirectory()) return [{ name: basename(path), files: [path], out }];
  const names = readdirSync(path).sort((a, b) => a.localeCompare(b, 'en', { numeric: true }));
  const clips = names.filter((name) => CLIP.test(name));
  if (clips.length > 0 && clips.every((name) => IMAGE.test(name)))
    return [{ name: basename(path), files: clips.map((name) => join(path, name)), out }];
  if (clips.length === 0) throw new Refused(`There are no clips in ${path}.`);
  return clips.map((name) => ({
    name,
    files: [join(path, name)],
    out: join(out, `${basename(name, extname(name))}.track.json`),
  }));
}

/** What is followed read against a project's motion: its subject that goes furthest, laid over by its first place. */
async function readingOf({ track, width, height }, { motion, terms }) {
  const { furthestMoving, placesOfTrack, proposeRegistration, readTrackAgainst, USUAL_TOLERANCES } =
    await import('@undulan/core');
  const subject = furthestMoving(motion);
  if (!subject) throw new Refused('Nothing moves in the exercise: there is nothing to read a clip against.');
  const registration = proposeRegistration(placesOfTrack(track), { width, height }, motion, subject.id);
  return readTrackAgainst(track, registration, { tolerances: USUAL_TOLERANCES, ...terms, motion });
}

async function main() {
  const { path, spot, still, exercise, rate: rateText, out } = optionsOf();
  const clips = clipsOf(path, out);
  await ensurePackages(['chromium']);
  await ensureModules();
  await ensureBuilt();
  const { parseRate, problemOf, readProject, writeTrackFile } = await import('@undulan/core');
  const { chromium } = await import('@playwright/test');
  const { preview } = await import('vite');
  const { HEADLESS } = await import('./chromium.mjs');
  const project = exercise ? readProject(readFileSync(exercise, 'utf8')) : null;
  if (project && !project.ok) throw new Refused(`${exercise}: ${problemOf(project)}`);
  const said = rateText ? parseRate(rateText) : null;
  if (said && !said.ok) throw new Refused(`--rate: ${problemOf(said)}`);
  const rate = said?.value ?? project?.value.motion.rate ?? { num: 24, den: 1 };

  const server = await preview({
    root: join(ROOT, 'web'),
    logLevel: 'error',
    preview: { host: '127.0.0.1', port: 0 },
  });
  const browser = await chromium.launch(HEADLESS);
  let failed = 0;
  try {
    const page = await browser.newPage();
    await page.goto(`http://127.0.0.1:${server.httpServer.address().port}/clip.html`);
    for (const clip of clips) {
      try {
        await page.getByLabel('Clip').setInputFiles(clip.files);
        const read = await page.evaluate(([...asked]) => window.readClip(...asked), [spot, rate, still]);
        const reading = project && (await readingOf(read, project.value));
        mkdirSync(dirname(clip.out), { recursive: true });
        const { track, ...rest } = read;
        writeFileSync(clip.out, writeTrackFile({ ...track, ...rest, reading }));
        console.log(`${clip.name}: ${read.track.frames.length} pictures → ${clip.out}`);
      } catch (error) {
        failed++;
        console.error(`${clip.name}: ${error.message.replace(/^page\.evaluate: (Error: )?/, '').split('\n')[0]}`);
      }
    }
  } finally {
    await browser.close();
    await server.close();
  }
  if (failed > 0) process.exitCode = 1;
}

try {
  await main();
} catch (error) {
  if (!(error instanceof Refused)) throw error;
  console.error(error.message);
  process.exitCode = 2;
}
