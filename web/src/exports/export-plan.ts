import { framesPerSecond, type MotionDocument, variantOf } from '@undulan/core';

/** What moving files there are, by the letters of their names. */
export const MOVING = {
  gif: { label: 'GIF', ending: 'gif', type: 'image/gif' },
  apng: { label: 'APNG', ending: 'png', type: 'image/apng' },
  webm: { label: 'WebM, VP9', ending: 'webm', type: 'video/webm' },
  'webm-av1': { label: 'WebM, AV1', ending: 'av1.webm', type: 'video/webm' },
  mp4: { label: 'MP4, H.264', ending: 'mp4', type: 'video/mp4' },
  frames: { label: 'PNG frames (zip)', ending: 'zip', type: 'application/zip' },
} as const;
export type MovingKind = keyof typeof MOVING;
export const MOVING_KINDS = Object.keys(MOVING) as MovingKind[];

/** As the person chose it. */
export interface MovingChoices {
  kind: MovingKind;
  widthPx: number;
  fps: number;
  /** As its subjects are exposed, or each drawing for so many frames. */
  exposure: number | null;
  span: 'range' | 'work';
  loops: boolean;
  transparent: boolean;
  trail: boolean;
  numbers: boolean;
}

/** What is drawn and how long it stands. */
export interface MovingPlan extends MovingChoices {
  heightPx: number;
  /** Frames of the motion, one a picture. */
  frames: number[];
}

export function usualChoices(motion: MotionDocument): MovingChoices {
  return {
    kind: 'gif',
    widthPx: Math.min(motion.stage.widthPx, 640),
    fps: framesPerSecond(motion.rate),
    exposure: null,
    span: 'range',
    loops: true,
    transparent: false,
    trail: false,
    numbers: false,
  };
}

/** Which have see-through grounds. */
export const canBeClear = (kind: MovingKind): boolean => kind === 'gif' || kind === 'apng' || kind === 'frames';

/** Every picture of a file: at another rate the drawing that is up then. Sizes are even, as films must be. */
export function planOf(motion: MotionDocument, choices: MovingChoices): MovingPlan {
  const { first, last } = (choices.span === 'work' && motion.workRange) || motion.range;
  const own = framesPerSecond(motion.rate);
  const count = Math.max(1, Math.round(((last - first + 1) / own) * choices.fps));
  // Exactly on a frame is on it, whatever rounding says.
  const frames = Array.from({ length: count }, (_, i) =>
    Math.min(last, first + Math.floor((i * own) / choices.fps + 1e-6)),
  );
  const even = (px: number): number => Math.max(2, 2 * Math.round(px / 2));
  const heightPx = even((choices.widthPx * motion.stage.heightPx) / motion.stage.widthPx);
  return {
    ...choices,
    transparent: choices.transparent && canBeClear(choices.kind),
    widthPx: even(choices.widthPx),
    heightPx,
    frames,
  };
}

/** The motion with the drawings of what moves up for so many frames each. */
export function exposedBy(motion: MotionDocument, exposure: number | null): MotionDocument {
  return exposure === null ? motion : variantOf(motion, { kind: 'exposure', amount: exposure });
}
