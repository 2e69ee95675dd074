import { createKey, createKeyedSubject, createMotion } from '../src/motion/document/document.ts';
import type { MotionDocument } from '../src/motion/document/schema.ts';

/** A glass that goes evenly from place to place, each on its frame. */
export function glassSlide(
  places: readonly (readonly [frame: number, x: number])[],
  { last, fps = 24 }: { last: number; fps?: number },
): MotionDocument {
  const look = { shape: 'glass', widthPx: 70, heightPx: 100, fill: '#b5651d' } as const;
  const keys = places.map(([frame, x]) => createKey(frame, x, { leave: 'linear' }));
  return {
    ...createMotion([createKeyedSubject('glass', 'Tea glass', look, { x: 0, y: 0 }, { 'position.x': keys })]),
    rate: { num: fps, den: 1 },
    range: { first: 1, last },
  };
}
