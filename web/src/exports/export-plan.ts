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
  /** Of this colour, or as the stage has it. */
  ground: string | null;
  trail: boolean;
  /** The frames before and after beneath each, as they are set for the picture. */
  onion: boolean;
  numbers: boolean;
  beside: Beside;
}

/** What stands at a picture's right or beneath it. */
export const BESIDE = { nothing: 'nothing', target: 'the target', chart: 'its timing chart' } as const;
export type Beside = keyof typeof BESIDE;

/** What is drawn and how long it stands. Its width and height are the file's. */
export interface MovingPlan extends MovingChoices {
  heightPx: number;
  /** Of the scene in it. */
  scene: { widthPx: number; heightPx: number };
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
    ground: null,
    trail: false,
    onion: false,
    numbers: false,
    beside: 'nothing',
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
  const scene = { widthPx: even(choices.widthPx), heightPx: even(choices.widthPx * shapeOf(motion.stage)) };
  const { beside } = choices;
  return {
    ...choices,
    transparent: choices.transparent && canBeClear(choices.kind),
    widthPx: beside === 'target' ? 2 * scene.widthPx : scene.widthPx,
    heightPx: scene.heightPx + (beside === 'chart' ? even(CHART_SHARE * scene.widthPx) : 0),
    scene,
    frames,
  };
}

/** A chart beneath a picture is so high, as a share of its width. */
const CHART_SHARE = 0.16;

const even = (px: number): number => Math.max(2, 2 * Math.round(px / 2));
const shapeOf = ({ widthPx, heightPx }: MotionDocument['stage']): number => heightPx / widthPx;

/** The frame of another motion that is up when a frame of this one is, both begun together; it stays on its last. */
export function frameBeside(of: MotionDocument, frame: number, other: MotionDocument): number {
  const seconds = (frame - of.range.first) / framesPerSecond(of.rate);
  const gone = Math.floor(seconds * framesPerSecond(other.rate) + 1e-6);
  return Math.min(other.range.last, other.range.first + gone);
}

/** The motion with the drawings of what moves up for so many frames each. */
export function exposedBy(motion: MotionDocument, exposure: number | null): MotionDocument {
  return exposure === null ? motion : variantOf(motion, { kind: 'exposure', amount: exposure });
}
