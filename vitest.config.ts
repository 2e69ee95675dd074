import { defineConfig } from 'vitest/config';

const source = { conditions: ['source'] };

/** One project a workspace; the server's needs a database and is run by `npm run test:server`. */
export default defineConfig({
  test: {
    projects: [
      {
        resolve: source,
        ssr: { resolve: source },
        test: { name: 'core', include: ['core/src/**/*.test.ts'], testTimeout: 30_000 },
      },
      { resolve: source, ssr: { resolve: source }, test: { name: 'contract', include: ['contract/src/**/*.test.ts'] } },
      {
        resolve: source,
        ssr: { resolve: source },
        test: { name: 'web', include: ['web/src/**/*.test.{ts,tsx}'], environment: 'happy-dom', testTimeout: 30_000 },
      },
      {
        resolve: source,
        ssr: { resolve: source },
        test: {
          name: 'server',
          include: ['server/test/**/*.test.ts'],
          testTimeout: 30_000,
          hookTimeout: 60_000,
          fileParallelism: false,
        },
      },
    ],
  },
});
