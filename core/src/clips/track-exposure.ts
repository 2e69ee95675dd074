import type { Place } from './clip-picture.ts';

/** How long drawings stand in a clip, where what is followed moves. */
export interface TrackExposure {
  /** The usual number of frames. */
  exposure: number;
  /** Of the frames it moves in, how many go to drawings that stand so long; by number. */
  framesBy: Map<number, number>;
  /** Whether a picture shows the drawing of the one before, by picture. */
  repeats: boolean[];
}

/** It moves where it goes this share of its fastest pace, over so many frames to both sides. */
const MOVING = 0.15;
const ABOUT = 4;
/** A step of less than this share of those about it is none. */
const HELD = 0.22;
/** And in any case one of less than so many pixels. */
const NONE = 0.12;
const LONGEST = 6;

/**
 * How long drawings stand, by the steps of what is followed, one place a frame: where it moves at all, a step that is
 * next to nothing beside those about it repeats a drawing. The length that most frames go to is the usual one.
 */
export function exposureOf(places: readonly Place[]): TrackExposure {
  const steps = places.map((place, i) =>
    i === 0 ? 0 : Math.hypot(place.x - places[i - 1]!.x, place.y - places[i - 1]!.y),
  );
  const paces = steps.map((_, i) => {
    const [from, to] = [Math.max(1, i - ABOUT), Math.min(steps.length - 1, i + ABOUT)];
    let sum = 0;
    for (let k = from; k <= to; k++) sum += steps[k]!;
    return to < from ? 0 : sum / (to - from + 1);
  });
  const fastest = paces.reduce((most, pace) => Math.max(most, pace), 0);
  const repeats = steps.map((step, i) => i > 0 && step < Math.max(NONE, HELD * paces[i]!));
  const framesBy = new Map<number, number>();
  const moves = (i: number): boolean => paces[i]! >= Math.max(4 * NONE, MOVING * fastest);
  for (let i = 1; i < steps.length; i++) {
    if (repeats[i] || !moves(i)) continue;
    let stands = 1;
    while (repeats[i + stands]) stands++;
    // The last drawing stands as long as the clip goes on; what stands longer is a rest.
    if (i + stands >= steps.length || stands > LONGEST || !moves(i + stands)) continue;
    framesBy.set(stands, (framesBy.get(stands) ?? 0) + stands);
  }
  const [usual] = [...framesBy].reduce((best, own) => (own[1] > best[1] ? own : best), [1, 0]);
  return { exposure: usual, framesBy, repeats };
}
