import { applyTo, boxOfLook, exposedFrame, type MotionDocument, pileOf, seenPose, type Subject } from '@undulan/core';
import { drawScene, lookStateAt } from './draw-scene.ts';
import type { MaskOf } from './skin-mask.ts';
import { drawAhead, maskFrameOf, putSkins } from './skins-ahead.ts';

/** Which other frames lie beneath the picture, and how. */
export interface OnionSettings {
  on: boolean;
  before: number;
  after: number;
  /** Every so many frames; of keys every so many keys. */
  every: number;
  /** Counts frames, or only those with keys; or lays the whole range beneath. */
  of: 'frames' | 'keys' | 'range';
  style: 'filled' | 'outline';
  /** Those farther away are fainter. */
  fading: boolean;
}

export const PLAIN_ONION: OnionSettings = {
  on: false,
  before: 3,
  after: 3,
  every: 1,
  of: 'frames',
  style: 'outline',
  fading: true,
};

export const MOST_SKINS = 24;
/** The whole range laid beneath is, of a longer one, so many frames spread evenly over it. */
export const MOST_OF_RANGE = 240;

export interface Skin {
  frame: number;
  side: 'before' | 'after';
  opacity: number;
}

const FULL = { filled: 0.45, outline: 0.9 };
const FAINT_SHARE = 0.2;

/** The frames of the onion skin about a frame, farthest first so that near ones lie on top. */
export function onionSkins(
  frame: number,
  settings: OnionSettings,
  range: { first: number; last: number },
  keyFrames: readonly number[],
): Skin[] {
  const { before, after, every, of, style, fading } = settings;
  const whole = Math.round(frame);
  /** Every so many places on one side, nearest first. */
  const taken = (side: 'before' | 'after', most: number): number[] => {
    const way = side === 'before' ? -1 : 1;
    const count = of === 'range' ? Infinity : most;
    if (of === 'keys') {
      const keys = keyFrames.filter((key) => (key - whole) * way > 0 && key >= range.first && key <= range.last);
      return (side === 'before' ? keys.toReversed() : keys).filter((_, i) => (i + 1) % every === 0).slice(0, count);
    }
    const frames: number[] = [];
    const step =
      of === 'range' ? every * Math.max(1, Math.ceil((range.last - range.first) / every / MOST_OF_RANGE)) : every;
    for (
      let place = whole + step * way;
      place >= range.first && place <= range.last && frames.length < count;
      place += step * way
    )
      frames.push(place);
    return frames;
  };
  const skins = (side: 'before' | 'after', frames: readonly number[]): Skin[] =>
    frames.map((place, i) => ({
      frame: place,
      side,
      opacity: FULL[style] * (fading ? 1 - (1 - FAINT_SHARE) * (i / Math.max(frames.length, 1)) : 1),
    }));
  return [
    ...skins('before', taken('before', before)).toReversed(),
    ...skins('after', taken('after', after)).toReversed(),
  ];
}

const SIDE_COLOURS = { before: '#7a4a9e', after: '#9a6b00' } as const;

/** Draws the onion skin: what was in plum, what comes in ochre and dashed. */
export function drawOnion(
  context: CanvasRenderingContext2D,
  motion: MotionDocument,
  frame: number,
  settings: OnionSettings,
  keyFrames: readonly number[],
  { numbered, fast }: { numbered: Subject | undefined; fast: boolean },
): void {
  const skins = onionSkins(frame, settings, motion.range, keyFrames);
  // Ready shapes are drawn quicker than their masks are put down.
  // Ready shapes are drawn quicker than what was drawn ahead is put down.
  const ahead = fast && skins.length <= MOST_AHEAD && motion.subjects.some(({ look }) => look.drawings !== undefined);
  if (ahead) {
    const maskFrame = maskFrameOf(context, {
      style: settings.style,
      chosen: JSON.stringify([settings, settings.of === 'keys' && keyFrames]),
    });
    putSkins(context, motion, maskFrame, { under: frame, skins: skins.map(maskOf) });
    const next = comingFrames(frame).map((coming) => ({
      under: coming,
      skins: onionSkins(coming, settings, motion.range, keyFrames).map(maskOf),
    }));
    drawAhead(motion, maskFrame, next);
  } else
    for (const skin of skins)
      drawScene(context, motion, skin.frame, { ...maskOf(skin), style: settings.style, bare: true, fast });
  if (numbered) for (const skin of skins) numberSkin(context, motion, numbered, skin);
}

const maskOf = ({ frame, side, opacity }: Skin): MaskOf => ({
  frame,
  colour: SIDE_COLOURS[side],
  dashed: side === 'after',
  opacity,
});

/** More skins than this are not drawn ahead: they would not be ready in time. */
const MOST_AHEAD = 12;

/** Where the playhead was, and by how much it came there: it is taken to go on like that. */
let lastFrame = 1;
let lastStep = 0;
const COMING = 3;

function comingFrames(frame: number): number[] {
  if (frame !== lastFrame) lastStep = frame - lastFrame;
  lastFrame = frame;
  return lastStep === 0 ? [] : Array.from({ length: COMING }, (_, i) => frame + (i + 1) * lastStep);
}

/** A skin's number over the subject that is worked on: of its drawing, where it has a pile of them, else its frame. */
function numberSkin(
  context: CanvasRenderingContext2D,
  motion: MotionDocument,
  subject: Subject,
  { frame, side, opacity }: Skin,
): void {
  const shown = exposedFrame(frame, motion.range.first, subject.exposure);
  const pose = seenPose(motion, subject, shown);
  if (!pose) return;
  const { drawing } = lookStateAt(subject, shown);
  const box = boxOfLook(subject.look, drawing);
  const isPile = pileOf(subject.look) > 1;
  const at = applyTo(pose, { x: side === 'before' ? box.left : box.right, y: box.top });
  context.save();
  context.globalAlpha = Math.max(0.5, opacity);
  context.fillStyle = SIDE_COLOURS[side];
  context.font = '600 15px "Sometype Mono Variable", monospace';
  context.textAlign = side === 'before' ? 'right' : 'left';
  context.fillText(String(isPile ? Math.round(drawing) : frame), at.x, at.y - 5);
  context.restore();
}
