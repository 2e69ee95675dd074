import { type Doubt, missAt } from './doubt.ts';
import { apart, inOrder } from './laid-curve.ts';
import type { Registration } from './whole-fit.ts';

/** A step of more than this share of the span is a jump, if those beside it are less than this share of it. */
const A_JUMP = 0.15;
const BESIDE = 0.25;
/** So near to where an event is found its jump is looked for, in frames. */
const REACH = 4;

/**
 * An event whose pose a take is in only with the drawing after a jump, and that was found before it, is on that
 * drawing: what is held until then goes there by no way that could be laid on the target's.
 */
export function beyondJumps(curves: Registration, places: readonly number[], { share }: Doubt): number[] {
  const { events, take, channels, span } = curves;
  const stepTo = (frame: number): number => apart(channels, take, frame - 1, take, frame) / span;
  const jumpsTo = (frame: number): boolean => {
    const step = stepTo(frame);
    return step > A_JUMP && Math.max(stepTo(frame - 1), stepTo(frame + 1)) < BESIDE * step;
  };
  const given = places.map((place, i) => {
    if (missAt(curves, events[i]!, place) <= share) return place;
    const from = Math.floor(place) + 1;
    const there = Array.from({ length: REACH }, (_, k) => from + k).find(
      (frame) => jumpsTo(frame) && missAt(curves, events[i]!, frame) <= share,
    );
    return there ?? place;
  });
  return inOrder(given, places);
}
