import { type BrowserContext, type Page, test as base } from '@playwright/test';

/**
 * A test in which other people have a browser of their own. What they have open is closed as the test ends: left open,
 * it would go on drawing, and be in class, beside every later one.
 */
export const test = base.extend<{ ownBrowser: () => Promise<Page> }>({
  ownBrowser: async ({ browser }, use) => {
    const opened: BrowserContext[] = [];
    await use(async () => {
      const context = await browser.newContext();
      opened.push(context);
      return context.newPage();
    });
    await Promise.all(opened.map((context) => context.close()));
  },
});
