import { findChannel, findSubject } from '../document/document.ts';
import type { Point } from '../document/geometry.ts';
import type { MotionDocument, Subject } from '../document/schema.ts';
import { type Affine, applyTo, channelValue, combine, inverseOf, poseOf } from './pose.ts';

/** How the picture is made on a frame: what is in its middle, how near, how it is rolled (degrees), how deep it is. */
export interface View extends Point {
  zoom: number;
  roll: number;
  /** Metres behind the picture plane that the camera has moved. */
  depth: number;
}

/** The eye stands so far before the picture plane: what is as far behind it is half as large. */
export const EYE_METRES = 5;
/** Nearer to the eye nothing is seen. */
const NEAREST_METRES = 0.05;
const LEAST_ZOOM = 0.01;

/** The camera of a motion: the first there is. It is seen through unless it is hidden. */
export function cameraOf(motion: MotionDocument): Subject | undefined {
  return motion.subjects.find(({ look, visible }) => look.shape === 'camera' && visible);
}

/** The view through the camera on a frame; without one the whole stage, from straight before it. */
export function viewAt(motion: MotionDocument, frame: number): View {
  const camera = cameraOf(motion);
  const { widthPx, heightPx } = motion.stage;
  if (!camera) return { x: widthPx / 2, y: heightPx / 2, zoom: 1, roll: 0, depth: 0 };
  const { a, b, e, f } = poseOf(motion, camera, frame);
  return {
    x: e,
    y: f,
    zoom: Math.max(LEAST_ZOOM, channelValue(camera, 'scale.x', frame)),
    roll: (Math.atan2(b, a) * 180) / Math.PI,
    depth: channelValue(camera, 'depth', frame),
  };
}

/** How deep a subject is, in metres behind the picture plane: its own depth and that of what carries it. */
export function depthAt(motion: MotionDocument, subject: Subject, frame: number): number {
  const own = channelValue(subject, 'depth', frame);
  const parent = subject.parentId === null ? undefined : findSubject(motion, subject.parentId);
  return parent ? own + depthAt(motion, parent, frame) : own;
}

/**
 * From the stage at a depth (metres) to the picture, both in px: central projection from the eye, which looks at the
 * view's middle. Null for what is at the eye or behind it.
 */
export function projection(
  { x, y, zoom, roll, depth }: View,
  stage: MotionDocument['stage'],
  at: number,
): Affine | null {
  const away = EYE_METRES + at - depth;
  if (away < NEAREST_METRES) return null;
  const scale = (zoom * EYE_METRES) / away;
  const angle = (-roll * Math.PI) / 180;
  const [cos, sin] = [Math.cos(angle) * scale, Math.sin(angle) * scale];
  return {
    a: cos,
    b: sin,
    c: -sin,
    d: cos,
    e: stage.widthPx / 2 - cos * x + sin * y,
    f: stage.heightPx / 2 - sin * x - cos * y,
  };
}

/** Whether anything of a motion is not seen straight from before it: a camera, or a depth. */
export function hasView(motion: MotionDocument): boolean {
  return motion.subjects.some(
    (subject) => (subject.look.shape === 'camera' && subject.visible) || findChannel(subject, 'depth') !== undefined,
  );
}

/** The projection at a subject's depth on a frame; null for none (straight from before) and for what is not in view. */
export function projectionOf(motion: MotionDocument, subject: Subject, frame: number): Affine | null {
  return projection(viewAt(motion, frame), motion.stage, depthAt(motion, subject, frame));
}

/** The transform that puts a subject's look into the picture at a frame; null where it is behind the eye. */
export function seenPose(motion: MotionDocument, subject: Subject, frame: number): Affine | null {
  const pose = poseOf(motion, subject, frame);
  if (!hasView(motion)) return pose;
  const seen = projectionOf(motion, subject, frame);
  return seen && combine(seen, pose);
}

/**
 * The way from the picture into the space that a subject's position is in, on a frame; null where what carries it has
 * no area.
 */
export function intoPlace(motion: MotionDocument, subject: Subject, frame: number): ((at: Point) => Point) | null {
  const parent = subject.parentId === null ? undefined : findSubject(motion, subject.parentId);
  const seen = projectionOf(motion, subject, frame);
  if (!seen) return null;
  const inverse = inverseOf(parent ? combine(seen, poseOf(motion, parent, frame)) : seen);
  return inverse && ((at) => applyTo(inverse, at));
}
