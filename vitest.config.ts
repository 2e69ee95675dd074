import { defineConfig } from 'vitest/config';

const source = { conditions: ['source'] };

/** One project a workspace; the server's needs a database and is run by `npm run test:server`. */
export default defineConfig({
  test: {
    projects: [
      {
        resolve: source,
        ssr: { resolve: source },
        // Pure functions have nothing to keep apart: files share what they import.
        test: { name: 'core', include: ['core/src/**/*.test.ts'], testTimeout: 120_000, isolate: false },
      },
      {
        resolve: source,
        ssr: { resolve: source },
        test: { name: 'contract', include: ['contract/src/**/*.test.ts'], isolate: false },
      },
      {
        resolve: source,
        ssr: { resolve: source },
        // Files share what they import, which takes longer than they do; each clears what it leaves in the browser.
        test: {
          name: 'web',
          include: ['web/src/**/*.test.{ts,tsx}'],
          environment: 'happy-dom',
          setupFiles: ['web/testing/clean-up.ts'],
          testTimeout: 120_000,
          isolate: false,
          unstubGlobals: true,
          restoreMocks: true,
        },
      },
      {
        resolve: source,
        ssr: { resolve: source },
        test: {
          name: 'server',
          include: ['server/test/**/*.test.ts'],
          isolate: false,
          testTimeout: 120_000,
          hookTimeout: 60_000,
          fileParallelism: false,
        },
      },
    ],
  },
});
