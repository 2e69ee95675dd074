import { mainMovement, type MotionDocument } from '@undulan/core';
import { drawScene, loadPictures, putTrail, TARGET_COLOUR } from '../picture/stage/index.ts';
import type { MovingPlan } from './export-plan.ts';

/** What is drawn into a picture of a file. */
export type PictureLook = Pick<MovingPlan, 'widthPx' | 'heightPx' | 'transparent' | 'trail' | 'numbers'>;

/** Everything that is drawn is there: pictures of its scene, and the letters. */
export async function readyToDraw({ subjects }: MotionDocument): Promise<void> {
  await Promise.all([
    loadPictures(subjects.flatMap(({ look }) => look.pictureId ?? [])),
    document.fonts.load('600 20px "Sometype Mono Variable"'),
    document.fonts.ready,
  ]);
}

/** The height of letters as a share of the picture's. */
const LETTERS = 0.05;

/** Draws a frame as it is seen on the stage, on a canvas of its own. */
export function drawPicture(motion: MotionDocument, frame: number, look: PictureLook): OffscreenCanvas {
  const canvas = new OffscreenCanvas(look.widthPx, look.heightPx);
  const context = canvas.getContext('2d')! as unknown as CanvasRenderingContext2D;
  const scale = look.widthPx / motion.stage.widthPx;
  context.setTransform(scale, 0, 0, look.heightPx / motion.stage.heightPx, 0, 0);
  const shown = look.transparent ? { ...motion, stage: { ...motion.stage, background: '#00000000' } } : motion;
  drawScene(context, shown, frame);
  const moved = look.trail ? mainMovement(motion) : null;
  if (moved?.track.id === 'position' || moved?.track.id === 'travel')
    putTrail(context, motion, moved.subject, TARGET_COLOUR, false);
  if (look.numbers) {
    const px = Math.max(10, LETTERS * look.heightPx);
    context.resetTransform();
    context.font = `600 ${px}px "Sometype Mono Variable", monospace`;
    context.textBaseline = 'bottom';
    const words = String(frame);
    context.lineWidth = px / 5;
    context.strokeStyle = '#ffffff';
    context.fillStyle = '#22303c';
    context.strokeText(words, px / 2, look.heightPx - px / 3);
    context.fillText(words, px / 2, look.heightPx - px / 3);
  }
  return canvas;
}
