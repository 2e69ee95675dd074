import { keyFramesOf, mainMovement, type MotionDocument, picturesOfLook, type Subject } from '@undulan/core';
import {
  drawOnion,
  drawScene,
  loadPictures,
  type OnionSettings,
  putTrail,
  type SceneContext,
  TARGET_COLOUR,
} from '../picture/stage/index.ts';
import { drawChartBeneath } from './draw-chart.ts';
import { frameBeside, type MovingPlan } from './export-plan.ts';

/** How a picture of a file is drawn. */
export type PictureLook = Pick<
  MovingPlan,
  'widthPx' | 'heightPx' | 'scene' | 'transparent' | 'ground' | 'trail' | 'onion' | 'numbers' | 'beside'
>;

/** What is drawn: a motion, what may stand beside it, and the frames that may lie beneath. */
export interface Pictured {
  motion: MotionDocument;
  target: MotionDocument | null;
  onion: OnionSettings;
}

/** Everything that is drawn is there: pictures of its scenes, and the letters. */
export async function readyToDraw({ motion, target }: Pick<Pictured, 'motion' | 'target'>): Promise<void> {
  const subjects = [...motion.subjects, ...(target?.subjects ?? [])];
  await Promise.all([
    loadPictures(subjects.flatMap(({ look }) => picturesOfLook(look))),
    document.fonts.load('600 20px "Sometype Mono Variable"'),
    document.fonts.ready,
  ]);
}

/** The height of letters as a share of the picture's. */
const LETTERS = 0.05;

/** Writes a frame's number into the corner of a picture so high. */
export function drawNumber(context: SceneContext, frame: number, heightPx: number): void {
  const px = Math.max(10, LETTERS * heightPx);
  context.font = `600 ${px}px "Sometype Mono Variable", monospace`;
  context.textAlign = 'left';
  context.textBaseline = 'alphabetic';
  const words = String(frame);
  context.lineWidth = px / 5;
  context.strokeStyle = '#ffffff';
  context.fillStyle = '#22303c';
  context.strokeText(words, px / 2, heightPx - px / 2);
  context.fillText(words, px / 2, heightPx - px / 2);
}

/** Whose trail is drawn: of what moves most, where it moves from place to place. */
export function trailedSubject(motion: MotionDocument): Subject | null {
  const moved = mainMovement(motion);
  return moved?.track.id === 'position' || moved?.track.id === 'travel' ? moved.subject : null;
}

/** The stage of a motion as a file has it: see-through, of another colour, or its own. */
export function onGround(motion: MotionDocument, { transparent, ground }: Pick<PictureLook, 'transparent' | 'ground'>) {
  const background = transparent ? '#00000000' : (ground ?? motion.stage.background);
  return { ...motion, stage: { ...motion.stage, background } };
}

/** Draws a frame as it is seen on the stage, on a canvas of its own, with what is asked for beside it. */
export function drawPicture({ motion, target, onion }: Pictured, frame: number, look: PictureLook): OffscreenCanvas {
  const canvas = new OffscreenCanvas(look.widthPx, look.heightPx);
  const context = canvas.getContext('2d')! as unknown as CanvasRenderingContext2D;
  const { widthPx, heightPx } = look.scene;
  const scale = widthPx / motion.stage.widthPx;
  const onStage = (leftPx: number): void =>
    context.setTransform(scale, 0, 0, heightPx / motion.stage.heightPx, leftPx, 0);
  const within = (leftPx: number, draw: () => void): void => {
    context.save();
    context.beginPath();
    context.rect(leftPx, 0, widthPx, heightPx);
    context.clip();
    onStage(leftPx);
    draw();
    context.restore();
  };
  const other = look.beside === 'target' ? target : null;
  if (other) within(widthPx, () => drawScene(context, onGround(other, look), frameBeside(motion, frame, other)));
  within(0, () => {
    const shown = onGround(motion, look);
    drawScene(context, shown, frame);
    if (look.onion) {
      const keyFrames = keyFramesOf(mainMovement(motion)?.subject.channels ?? []);
      drawOnion(context, motion, frame, onion, keyFrames, { numbered: undefined, fast: false });
    }
    const trailed = look.trail ? trailedSubject(motion) : null;
    if (trailed) putTrail(context, motion, trailed, TARGET_COLOUR, false);
  });
  context.resetTransform();
  if (look.numbers) drawNumber(context, frame, heightPx);
  if (look.beside === 'chart') {
    const box = { top: heightPx, widthPx, heightPx: look.heightPx - heightPx };
    drawChartBeneath(context, motion, frame, box);
  }
  return canvas;
}
