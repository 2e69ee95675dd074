import { framesPerSecond, type MotionDocument } from '@undulan/core';
import { PLAIN_ONION } from '../picture/stage/index.ts';
import { drawPicture, readyToDraw } from './draw-picture.ts';
import { type MovingPlan, planOf, usualChoices } from './export-plan.ts';
import { breathe } from './make-moving.ts';

/** How large pictures of a preview are, as a share of the stage. */
export const QUALITIES = { full: 1, half: 1 / 2, quarter: 1 / 4 } as const;
export type Quality = keyof typeof QUALITIES;

export interface PreviewChoices {
  quality: Quality;
  fps: number;
  span: 'range' | 'work';
}

export function usualPreview({ rate }: MotionDocument): PreviewChoices {
  return { quality: 'half', fps: framesPerSecond(rate), span: 'range' };
}

/** Pictures of a motion in memory, and how they were made. */
export interface RenderedPreview {
  /** What was rendered: of another motion it is stale. */
  motion: MotionDocument;
  plan: MovingPlan;
  pictures: ImageBitmap[];
  madeAt: Date;
  tookSeconds: number;
}

/** More would fill the memory that a page may have. */
const MOST_BYTES = 800_000_000;
const BYTES_A_PIXEL = 4;

export function previewPlan(motion: MotionDocument, { quality, fps, span }: PreviewChoices): MovingPlan {
  const widthPx = Math.max(16, motion.stage.widthPx * QUALITIES[quality]);
  return planOf(motion, { ...usualChoices(motion), kind: 'frames', widthPx, fps, span });
}

/** How much memory a preview takes, in bytes. */
export function bytesOf({ widthPx, heightPx, frames }: MovingPlan): number {
  return widthPx * heightPx * frames.length * BYTES_A_PIXEL;
}

/** Why a preview cannot be rendered; null where it can. */
export function tooLarge(plan: MovingPlan): string | null {
  const megabytes = Math.round(bytesOf(plan) / 1e6);
  return bytesOf(plan) > MOST_BYTES
    ? `It would take ${megabytes} MB of memory: a lower quality, fewer frames a second, or the work range alone.`
    : null;
}

/** The picture that is up so long after the start, played again and again. */
export function pictureAt(seconds: number, { frames, fps }: MovingPlan): number {
  // Exactly at a picture it is up, whatever rounding says.
  return Math.floor(seconds * fps + 1e-6) % frames.length;
}

/** Lets go of the memory of a preview. */
export function dropPreview({ pictures }: RenderedPreview): void {
  for (const picture of pictures) picture.close();
}

/** Renders a motion, picture by picture, while the page goes on. Rejects where it is aborted. */
export async function renderPreview(
  motion: MotionDocument,
  choices: PreviewChoices,
  { onTaken, signal }: { onTaken: (taken: number) => void; signal: AbortSignal },
): Promise<RenderedPreview> {
  const plan = previewPlan(motion, choices);
  const pictured = { motion, target: null, onion: PLAIN_ONION };
  const begun = performance.now();
  await readyToDraw(pictured);
  const pictures: ImageBitmap[] = [];
  try {
    for (const frame of plan.frames) {
      signal.throwIfAborted();
      pictures.push(drawPicture(pictured, frame, plan).transferToImageBitmap());
      onTaken(pictures.length);
      await breathe();
    }
  } catch (error) {
    for (const picture of pictures) picture.close();
    throw error;
  }
  return { motion, plan, pictures, madeAt: new Date(), tookSeconds: (performance.now() - begun) / 1000 };
}
