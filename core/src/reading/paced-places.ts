import { betweenPlaces, type Drawn, type Given, likeness, type Miss, missOf } from './laid-miss.ts';
import { lateAt, type LateKey, type PacedPart, type Part, partPacesOf } from './part-paces.ts';
import type { Registration } from './whole-fit.ts';

/** Events at another pace in a recording, each on a whole frame of its own. */

/** An event is so near to where its pace has it. */
export const NEAR = 1;
/** The same where only a part is at that pace, which is less sure. */
const IN_PART = 2;
/** How often each event is tried a frame earlier and later. */
const ROUNDS = 3;
/** Of more events than so many none is tried. */
export const MOST_EVENTS = 24;
/** When what happens on the last frames of a recording would have happened is not seen. */
const AT_END = 3;
/** A part of another pace goes on for so many events after the one it begins with. */
const LEAST_AFTER = 2;
/** It is looked for on so many frames, at paces so far apart, and leaves no more than this. */
const PACED = { frames: 60, least: 0.5, slowest: 2, ratio: 1.04, about: 0.1, step: 0.01, most: 0.08 };

/**
 * Where the events lie if that explains all that is recorded: all is at another pace up to an event, from one on, or at
 * one before it and at another after it. Told by where each was found, of which one may be wrong, or by the curve.
 */
export function partlyPacedPlaces(laid: Registration, places: readonly number[], given: Given): number[] | null {
  const curves = { ...laid, held: given.held };
  const { events, recorded } = curves;
  if (events.length > MOST_EVENTS) return null;
  const { isAlike } = likeness(curves, given);
  const offsets = events.map((frame, i) => ({
    frame,
    off: places[i]! - frame,
    tolerance: NEAR,
    isSampled: false,
    // When what comes as it ends would have come a recording does not show.
    isAtEnd: places[i]! > recorded.last - AT_END,
  }));
  const onesAt = (parts: readonly PacedPart[] | null): number[] | null =>
    parts && onFrames(curves, placesAt(events, parts), IN_PART, isAlike);
  const told = onesAt(partsOf(offsets, events[0]!));
  if (told) return told;
  const part = pacedPart(curves);
  return part && onesAt([part]);
}

/** The parts that explain all offsets, or all but one. */
function partsOf(offsets: readonly LateKey[], begin: number): PacedPart[] | null {
  for (let out = -1; out < offsets.length; out++) {
    const parts = partPacesOf(
      offsets.filter((_, i) => i !== out),
      NEAR,
      begin,
    );
    if (parts) return parts;
  }
  return null;
}

const placesAt = (events: readonly number[], parts: readonly PacedPart[]): number[] =>
  events.map((frame) => frame + lateAt(frame, parts));

/** The part up to an event, or from one on, at the pace that leaves least, by few frames; null where it is much. */
function pacedPart(curves: Drawn): PacedPart | null {
  const { events, held, recorded } = curves;
  const frames = (recorded.last - recorded.first) / held;
  const few = { ...curves, held: held * Math.max(1, Math.round(frames / PACED.frames)) };
  const parts = events
    .slice(1, -1)
    .flatMap((frame, i): Part[] => [
      ...(i + 1 >= LEAST_AFTER ? [{ first: events[0]!, last: frame }] : []),
      ...(events.length - i - 2 >= LEAST_AFTER ? [{ first: frame, last: events.at(-1)! }] : []),
    ]);
  const best: { part: PacedPart | null; miss: number } = { part: null, miss: PACED.most };
  const tryAt = (pace: number): void => {
    for (const each of parts) {
      const part = { ...each, pace };
      const places = placesAt(events, [part]);
      const miss = missOf(few, betweenPlaces(few, places), paceBetween(events, places), best.miss);
      if (miss && miss.usual < best.miss) [best.part, best.miss] = [part, miss.usual];
    }
  };
  for (let pace = PACED.least; pace <= PACED.slowest; pace *= PACED.ratio) tryAt(pace);
  if (!best.part) return null;
  const about = best.part.pace;
  for (let pace = about - PACED.about; pace <= about + PACED.about; pace += PACED.step) tryAt(pace);
  return best.part;
}

/** The take's frames for one of the target's, from the first of some events to the last. */
const paceBetween = (events: readonly number[], places: readonly number[]): number =>
  (places.at(-1)! - places[0]!) / (events.at(-1)! - events[0]!);

/** Of keys at another pace each on a whole frame near to where that has it: as they are where they leave least. */
export function onFrames(
  curves: Drawn,
  said: readonly number[],
  reach: number,
  isAlike: (miss: Miss | null) => boolean,
): number[] | null {
  const { events } = curves;
  if (events.length > MOST_EVENTS) return null;
  const pace = paceBetween(events, said);
  const missAt = (places: readonly number[], enough = Infinity): Miss | null =>
    places.every((place, i) => i === 0 || place > places[i - 1]!)
      ? missOf(curves, betweenPlaces(curves, places), pace, enough)
      : null;
  let places = said.map(Math.round);
  let miss = missAt(places);
  for (let round = 0; round < ROUNDS; round++)
    for (let k = 0; k < places.length; k++)
      for (const by of [-1, 1]) {
        const tried = places.with(k, places[k]! + by);
        const other = Math.abs(tried[k]! - said[k]!) <= reach ? missAt(tried, miss?.usual) : null;
        if (other && (!miss || other.usual < miss.usual)) [places, miss] = [tried, other];
      }
  return isAlike(miss) ? places : null;
}
