import { spawnSync } from 'node:child_process';
import { expect, type Page, test } from '@playwright/test';
import { createKey, createKeyedSubject, createMotion, USUAL_TOLERANCES } from '@undulan/core';
import { middleOf, signIn } from './steps.ts';

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

/** An exercise of this title that takes clips, published; gives its id. */
async function clipExercise(instructor: Page, title: string): Promise<string> {
  const { courses } = (await (await instructor.request.get('/api/session')).json()) as { courses: { id: string }[] };
  const details = {
    title,
    brief: 'Slide the pan across the counter, slow in and out. Hand in what you rendered.',
    tolerances: USUAL_TOLERANCES,
    modelShown: 'always',
    accepts: 'clips',
  };
  const made = await instructor.request.post(`/api/courses/${courses[0]!.id}/exercises`, {
    data: { work: { motion: createMotion([PAN]), details } },
  });
  const { id } = (await made.json()) as { id: string };
  await instructor.request.post(`/api/exercises/${id}/publish`);
  return id;
}

/** A pan over a wall, rendered elsewhere: 25 frames, so many late, slow in and out. */
function renderedClip(late: number): Buffer {
  // The first frame has the number 1 there.
  const share = `clip((n-${5 + late})/16\\,0\\,1)`;
  const made = spawnSync(
    'ffmpeg',
    [
      ...['-loglevel', 'error', '-f', 'lavfi', '-i', 'color=c=0xced4cd:s=480x270:r=24:d=1.05'],
      ...['-f', 'lavfi', '-i', 'color=c=0xc9782c:s=60x46:r=24:d=1.05'],
      '-filter_complex',
      `[0][1]overlay=x='70+300*${share}*${share}*(3-2*${share})':y=177:eval=frame`,
      ...['-frames:v', '25', '-c:v', 'libvpx-vp9', '-b:v', '300k', '-f', 'webm', '-'],
    ],
    { maxBuffer: 1e8 },
  );
  expect(made.stderr.toString()).toBe('');
  return made.stdout;
}

test('a clip is handed in: chosen, sent, its subject pointed at, put right, and read', async ({ browser, page }) => {
  const instructor = await (await browser.newContext()).newPage();
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
  const picture = page.getByRole('img', { name: 'Picture 1 of the clip' });
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
});
