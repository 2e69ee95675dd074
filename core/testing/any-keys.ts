import fc from 'fast-check';
import { createKey, type Leave } from '../src/index.ts';

const leaves = fc.constantFrom<Leave[]>(
  'curve',
  'linear',
  'step',
  'back-in-out',
  'elastic-out',
  'bounce-in',
  'quad-in',
);
const handle = (way: 1 | -1) =>
  fc.record({
    frames: fc.integer({ min: 0, max: 12 }).map((frames) => way * frames),
    value: fc.integer({ min: -400, max: 400 }),
  });
/** Keys of one channel between frames 1 and 48, of every way to leave, role, link and handles. */
export const anyKeys = fc
  .uniqueArray(
    fc.record({
      frame: fc.integer({ min: 1, max: 48 }),
      value: fc.integer({ min: -500, max: 500 }),
      leave: leaves,
      role: fc.constantFrom(...(['extreme', 'breakdown', 'inbetween'] as const)),
      link: fc.constantFrom(...(['auto', 'flat', 'broken'] as const)),
      in: handle(-1),
      out: handle(1),
    }),
    { minLength: 2, maxLength: 7, selector: (key) => key.frame },
  )
  .map((keys) =>
    keys.toSorted((a, b) => a.frame - b.frame).map(({ frame, value, ...how }) => createKey(frame, value, how)),
  );
