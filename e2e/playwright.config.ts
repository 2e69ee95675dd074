import { defineConfig } from '@playwright/test';
import { HEADLESS } from '../scripts/chromium.mjs';

const address = process.env['UNDULAN_ADDRESS'];
if (!address)
  throw new Error('Run these tests by "npm run test:e2e": it starts an application with demo data for them.');

export default defineConfig({
  testDir: '.',
  // The longest, of two people, takes a fifth of it on an idle machine of two cores.
  timeout: 180_000,
  // Nothing takes as long but on a machine that stood still: only what fails waits for it.
  expect: { timeout: 30_000 },
  // One after the other, but shared out test by test: by files one share would be half as long again as the other.
  workers: 1,
  fullyParallel: true,
  // Where nobody watches, one that fails once is tried again and told as flaky.
  retries: process.env['CI'] ? 1 : 0,
  reporter: 'list',
  projects: [
    { name: 'journeys', testMatch: '*.spec.ts' },
    { name: 'pictures', testMatch: 'pictures.ts' },
    { name: 'samples', testMatch: 'samples.ts' },
  ],
  outputDir: '../test-results',
  use: {
    baseURL: address,
    viewport: { width: 1280, height: 800 },
    video: 'off',
    screenshot: 'only-on-failure',
    launchOptions: HEADLESS,
  },
});
