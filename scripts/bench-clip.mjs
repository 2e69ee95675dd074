import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { preview } from 'vite';
import { HEADLESS } from './chromium.mjs';
import { temporaryFolder } from './database.mjs';
import { ensureBuilt, ensureModules, ensurePackages, ROOT } from './prepare.mjs';

/** Measures how long a clip of 10 s at 1280 × 720 takes to be decoded and followed, beside how long it plays. */
const SECONDS = 10;
const SPOT = { x: 120, y: 400 };
const WAYS = ['colour', 'look', 'difference'];

await ensurePackages(['chromium', 'ffmpeg']);
await ensureModules();
await ensureBuilt();
const file = join(temporaryFolder(), 'pan.webm');
const share = `(0.5-0.5*cos(2*PI*n/48))`;
spawnSync('ffmpeg', [
  ...['-y', '-loglevel', 'error', '-f', 'lavfi', '-i', `testsrc=s=1280x720:r=24:d=${SECONDS}`],
  ...['-f', 'lavfi', '-i', `color=c=0xc9782c:s=160x120:r=24:d=${SECONDS}`],
  ...['-filter_complex', `[0]eq=saturation=0.2:brightness=0.2[g];[g][1]overlay=x='40+1000*${share}':y=340:eval=frame`],
  ...['-c:v', 'libvpx-vp9', '-b:v', '2M', '-deadline', 'realtime', file],
]);

const server = await preview({ root: join(ROOT, 'web'), logLevel: 'error', preview: { host: '127.0.0.1', port: 0 } });
const browser = await chromium.launch(HEADLESS);
try {
  const page = await browser.newPage();
  await page.goto(`http://127.0.0.1:${server.httpServer.address().port}/clip.html`);
  await page.getByLabel('Clip').setInputFiles(file);
  for (const by of WAYS) {
    const began = Date.now();
    const pictures = await page.evaluate(
      async ([spot, rate]) => (await window.readClip(spot, rate)).track.frames.length,
      [
        { ...SPOT, by },
        { num: 24, den: 1 },
      ],
    );
    const ms = Date.now() - began;
    console.log(
      `${SECONDS} s of 720p, decoded and followed by ${by}: ${pictures} pictures, ` +
        `${(ms / 1000 / SECONDS).toFixed(2)} times as long as it plays (aim under 1)`,
    );
  }
} finally {
  await browser.close();
  await server.close();
}
