import {
  applyTo,
  hasView,
  inverseOf,
  type MotionDocument,
  type Point,
  projectionOf,
  type Subject,
} from '@undulan/core';

/** Where on a stage of this size an event is, from an element that covers the stage. */
export function placeOn(
  pad: Element,
  { widthPx, heightPx }: MotionDocument['stage'],
  event: { clientX: number; clientY: number },
): Point {
  const box = pad.getBoundingClientRect();
  return {
    x: ((event.clientX - box.left) / box.width) * widthPx,
    y: ((event.clientY - box.top) / box.height) * heightPx,
  };
}

/** The ways between the stage at a subject's depth and the picture of it. */
export interface Through {
  seen: (place: Point) => Point;
  back: (place: Point) => Point;
}

const STRAIGHT: Through = { seen: (place) => place, back: (place) => place };

/** Through the camera, as deep as a subject is on a frame; straight where there is neither camera nor depth. */
export function throughView(motion: MotionDocument, subject: Subject, frame: number): Through {
  const out = hasView(motion) ? projectionOf(motion, subject, frame) : null;
  const inverse = out && inverseOf(out);
  return out && inverse ? { seen: (place) => applyTo(out, place), back: (place) => applyTo(inverse, place) } : STRAIGHT;
}
