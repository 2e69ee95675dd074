import { rmSync } from 'node:fs';
import { chromium } from '@playwright/test';
import sharp from 'sharp';
import { build, preview } from 'vite';
import { HEADLESS } from './chromium.mjs';
import { temporaryFolder } from './database.mjs';
import { ensureModules, ensurePackages, ROOT } from './prepare.mjs';

/** Measures the Bench in headless Chromium over a crowded motion: scrubbing with onion skin, and playing. */
const WORK = '50 subjects × 8 channels × 2,000 frames, onion skin 3 + 3';
const MOVES = 300;
/** Moves before these that are not counted: the browser compiles what it meets often. */
const WARM_UP = 60;
const SECONDS = Number(process.env.BENCH_SECONDS ?? 60);
const AIM_MS = 16;

/** The times from an input to its paint that the page has taken. */
async function printInputs(page, what) {
  const inputMs = (await page.evaluate(() => window.inputMs)).sort((a, b) => a - b);
  const p = (share) => inputMs[Math.floor(inputMs.length * share)];
  console.log(
    `${what}: ${inputMs.length} inputs, to paint median ${p(0.5).toFixed(1)} ms, p95 ${p(0.95).toFixed(1)} ` +
      `ms (aim under ${AIM_MS} ms)`,
  );
}

/** What came of playing for so long. */
async function printPlayed(page, what) {
  const { shown, dropped, reachedFps } = await page.evaluate(() => window.clock.report);
  console.log(
    `playing ${what} at 24 fps for ${SECONDS} s: ${shown} shown, ${dropped} dropped, ` +
      `${reachedFps.toFixed(2)} fps reached (aim none dropped)`,
  );
}

await ensurePackages(['chromium']);
await ensureModules();
const outDir = temporaryFolder();
const shared = { root: `${ROOT}/web`, logLevel: 'error' };
await build({ ...shared, build: { outDir, emptyOutDir: true, rollupOptions: { input: `${ROOT}/web/bench.html` } } });
const server = await preview({ ...shared, build: { outDir }, preview: { host: '127.0.0.1', port: 0 } });
const { port } = server.httpServer.address();
const browser = await chromium.launch(HEADLESS);
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`http://127.0.0.1:${port}/bench.html`);
  const ruler = await page.getByRole('slider', { name: 'Playhead' }).boundingBox();
  await page.waitForTimeout(1000);
  await page.mouse.move(ruler.x + 40, ruler.y + 10);
  await page.mouse.down();
  const scrub = async (moves) => {
    for (let i = 0; i < moves; i++)
      await page.mouse.move(ruler.x + 40 + ((ruler.width - 80) * i) / moves, ruler.y + 10);
  };
  await scrub(WARM_UP);
  await page.evaluate(() => void (window.inputMs = []));
  await scrub(MOVES);
  await page.mouse.up();
  await page.waitForTimeout(200);
  await printInputs(page, `scrubbing ${WORK}`);

  await page.keyboard.press('Space');
  await page.waitForTimeout(SECONDS * 1000);
  await printPlayed(page, '50 subjects × 8 channels × 2,000 frames');

  const film = await page.evaluate(() => window.filmTimes());
  console.log(
    `WebM of 48 frames at 1280 × 720: ${Math.round(film.own)} ms; an encoder given 48 blank frames ` +
      `${Math.round(film.empty)} ms: ${(film.own / film.empty).toFixed(2)} times (aim 2 s)`,
  );

  await page.goto(`http://127.0.0.1:${port}/bench.html?lanes`);
  await page
    .getByRole('img', { name: /^Picture of/ })
    .first()
    .waitFor();
  await page.evaluate(() => window.clock.play());
  await page.waitForTimeout(SECONDS * 1000);
  await printPlayed(page, 'six lanes of 200 frames, each with its picture, trail and chart');

  const picture = await sharp({ create: { width: 1000, height: 1000, channels: 4, background: '#9fb6c6' } })
    .png()
    .toBuffer();
  await page.route('**/api/pictures/*', (route) => route.fulfill({ contentType: 'image/png', body: picture }));
  await page.goto(`http://127.0.0.1:${port}/bench.html?drawn`);
  await page.waitForTimeout(1500);
  const drawnRuler = await page.getByRole('slider', { name: 'Playhead' }).boundingBox();
  await page.mouse.move(drawnRuler.x + 40, drawnRuler.y + 10);
  await page.mouse.down();
  for (let i = 0; i < WARM_UP + MOVES; i++) {
    if (i === WARM_UP) await page.evaluate(() => void (window.inputMs = []));
    await page.mouse.move(drawnRuler.x + 40 + ((drawnRuler.width - 80) * i) / (WARM_UP + MOVES), drawnRuler.y + 10);
  }
  await page.mouse.up();
  await page.waitForTimeout(200);
  await printInputs(
    page,
    'scrubbing 60 drawn subjects × 40 points, three pictures of 1,000 × 1,000 px, onion skin 3 + 3',
  );

  const dragged = async (what, closedStrips) => {
    await page.goto(`http://127.0.0.1:${port}/bench.html?curves&closed=${closedStrips.join(',')}`);
    const key = page.getByRole('button', { name: /^Position x .*frame 496, key of the curve/ });
    await key.waitFor();
    // The playhead where the key is, as it is in use: sentence, numbers and charts change too.
    const frame = page.getByRole('textbox', { name: 'Frame', exact: true });
    await frame.fill('494');
    await frame.press('Enter');
    await page.waitForTimeout(500);
    const mark = await key.boundingBox();
    const [x, y] = [mark.x + mark.width / 2, mark.y + mark.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    for (let i = 1; i <= WARM_UP + MOVES; i++) {
      if (i === WARM_UP) await page.evaluate(() => void (window.inputMs = []));
      await page.mouse.move(x + 2 * Math.sin(i / 9), y - 60 * Math.sin(i / 15));
    }
    await page.mouse.up();
    await page.waitForTimeout(200);
    await printInputs(page, `dragging a key of 200 keys × 6 curves, ${what}`);
  };
  await dragged('Keys and Curve open', ['film', 'speed', 'loom']);
  await dragged('Speed and Loom open too', ['film']);
} finally {
  await browser.close();
  await server.close();
  rmSync(outDir, { recursive: true, force: true });
}
