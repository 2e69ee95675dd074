import { AxeBuilder } from '@axe-core/playwright';
import { type Cookie, type Download, expect, type Locator, type Page } from '@playwright/test';

/** Who has signed in before, with what the browser keeps of it: it takes as long as many a journey. */
const signedIn = new Map<string, Cookie[]>();

/**
 * Comes in as one of the demo accounts and waits for the course: by the door, unless it was open before and a session
 * of its own is not what matters.
 */
export async function signIn(page: Page, name: string, { anew = false } = {}): Promise<void> {
  await page.context().clearCookies();
  if (!anew) await page.context().addCookies(signedIn.get(name) ?? []);
  await page.goto('/');
  const course = page.getByRole('heading', { name: 'Kitchen in Motion' });
  const door = page.getByRole('heading', { name: 'Have a look around' });
  await course.or(door).waitFor();
  if (await course.isVisible()) return;
  await page.getByRole('button', { name }).click();
  await course.waitFor();
  if (!anew) signedIn.set(name, await page.context().cookies());
}

/** Drags with the mouse in a few moves, as a hand does. */
export async function drag(page: Page, from: { x: number; y: number }, by: { x: number; y: number }): Promise<void> {
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  for (const share of [0.2, 0.6, 1]) await page.mouse.move(from.x + by.x * share, from.y + by.y * share);
  await page.mouse.up();
}

export async function middleOf(locator: Locator): Promise<{ x: number; y: number }> {
  const box = (await locator.boundingBox())!;
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
}

const STAGE_WIDTH_PX = 960;

/** Drags the subject that stands at a place of the 960 px wide stage by stage pixels. */
export async function dragOnStage(
  page: Page,
  at: { x: number; y: number },
  by: { x: number; y: number },
): Promise<void> {
  const box = (await page.locator('canvas').first().boundingBox())!;
  const scale = box.width / STAGE_WIDTH_PX;
  await drag(page, { x: box.x + at.x * scale, y: box.y + at.y * scale }, { x: by.x * scale, y: by.y * scale });
}

export async function goToFrame(page: Page, frame: number): Promise<void> {
  await page.getByRole('textbox', { name: 'Frame', exact: true }).fill(String(frame));
  await page.getByRole('textbox', { name: 'Frame', exact: true }).press('Enter');
  await expect(page.getByRole('slider', { name: 'Playhead' })).toHaveAttribute('aria-valuenow', String(frame));
}

/** A key in the Keys strip. */
export function keyMark(page: Page, channel: string, frame: number): Locator {
  return page.getByRole('button', { name: new RegExp(`^${channel}, key on frame ${frame},`) });
}

/** Waits for it frame by frame: an expectation looks again half a second later, and many a journey waits for this. */
export async function saved(page: Page): Promise<void> {
  await page
    .getByTestId('save-status')
    .filter({ hasText: /^Saved$/ })
    .waitFor();
}

/** The row of the learner's course page for one exercise. */
export function exerciseRow(page: Page, title: string): Locator {
  return page.getByRole('listitem').filter({ has: page.getByRole('heading', { name: title }) });
}

/** Waits until what comes in or goes has. */
function settled(page: Page): Promise<void> {
  return page.evaluate(async () => {
    const ending = document.getAnimations().filter(({ effect }) => effect?.getComputedTiming().endTime !== Infinity);
    await Promise.allSettled(ending.map(({ finished }) => finished));
  });
}

/** Fails on anything the accessibility rules of WCAG 2.1 A and AA find on the page as it is, or those named. */
export async function expectAccessible(page: Page, rules?: readonly string[]): Promise<void> {
  // What passes is only counted, and no page of its own is opened to end on: there are no frames within a page.
  const all = new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).setLegacyMode();
  const builder = rules ? all.withRules([...rules]) : all.withTags(['wcag2a', 'wcag2aa', 'wcag21aa']);
  await settled(page);
  let { violations } = await builder.analyze();
  if (violations.length > 0) {
    // Half faded, words are pale: what came in meanwhile is looked at again when it is there.
    await settled(page);
    ({ violations } = await builder.analyze());
  }
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html).join(' | ')}`)).toEqual([]);
}

/** Opens a learner's draft on the Bench. */
export async function openBench(page: Page, learner: string, exercise: string): Promise<void> {
  await signIn(page, learner);
  await exerciseRow(page, exercise).getByRole('button', { name: 'Continue' }).click();
  await page.getByRole('button', { name: /^Record o/ }).waitFor();
}

/** Takes back every step there is, so that the next journey finds the work as it was. */
export async function undoAll(page: Page): Promise<void> {
  const undo = page.getByRole('button', { name: 'Undo' });
  while ((await undo.getAttribute('aria-disabled')) !== 'true') await undo.press('Enter');
  await saved(page);
}

/** The frames that have a key on a channel, as the Keys strip shows them. */
export async function keyFrames(page: Page, channel: string): Promise<number[]> {
  const labels = await page
    .getByRole('button', { name: new RegExp(`^${channel}, key on frame `) })
    .evaluateAll((marks) => marks.map((mark) => mark.getAttribute('aria-label') ?? ''));
  return labels.map((label) => Number(/on frame (-?[\d.]+),/.exec(label)![1]));
}

/** Chooses how the selected keys leave from the menu that draws every way. */
export async function leaveBy(page: Page, way: string): Promise<void> {
  await page.getByRole('button', { name: 'How it leaves' }).click();
  await page.getByRole('dialog', { name: 'How it leaves' }).getByRole('button', { name: way, exact: true }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: `How it leaves: ${way}` })).toBeVisible();
}

/** Saves one of the files of what is open, once it is made. */
export async function saveChoice(page: Page, what: string): Promise<Download> {
  await page.getByRole('button', { name: 'Files' }).click();
  await page.getByRole('menuitem', { name: 'Save as a file …' }).click();
  await page.getByLabel('What', { exact: true }).selectOption(what);
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: 60_000 }),
    page.getByRole('dialog').getByRole('button', { name: 'Save', exact: true }).click(),
  ]);
  return download;
}

/** What of an exercise is changed past its screens. */
interface ExerciseSetting {
  work: {
    motion: {
      range: { first: number; last: number };
      subjects: { name: string; channels: { id: string; keys: unknown[] }[] }[];
    };
    details: { title: string };
  };
}

/** A key as documents have it, on a frame. */
export const keyOn = (frame: number, value: number) => ({
  frame,
  value,
  role: 'extreme',
  leave: 'curve',
  in: { frames: 0, value: 0 },
  out: { frames: 0, value: 0 },
  link: 'auto',
});

/** Changes an exercise as its instructor, in the application's own words. */
export async function changeExercise(
  page: Page,
  exerciseId: string,
  by: (setting: ExerciseSetting) => void,
): Promise<void> {
  const setting = (await (await page.request.get(`/api/exercises/${exerciseId}`)).json()) as ExerciseSetting;
  by(setting);
  expect(
    (await page.request.put(`/api/exercises/${exerciseId}`, { data: { ...setting, targetMayChange: true } })).status(),
  ).toBe(200);
}

/** Moves a row by its handle past another by keyboard: each key once what came before it is seen. */
export async function moveByKeys(handle: Locator, key: 'ArrowUp' | 'ArrowDown', past: Locator): Promise<void> {
  const page = handle.page();
  const isPast = async (): Promise<boolean> => {
    const [own, other] = [(await handle.boundingBox())!.y, (await past.boundingBox())!.y];
    return key === 'ArrowDown' ? own > other : own < other;
  };
  await handle.focus();
  await page.keyboard.press('Space');
  await expect(handle).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByText(/was moved over/)).toHaveCount(1);
  await page.keyboard.press(key);
  await expect.poll(isPast).toBe(true);
  await page.keyboard.press('Space');
  await expect(handle).not.toHaveAttribute('aria-pressed', 'true');
}
