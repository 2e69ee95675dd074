import type { Channel } from '../motion/document/schema.ts';
import { bakeChannelInto } from '../motion/sampling/bake.ts';
import { sampleChannel } from '../motion/sampling/sample.ts';
import { betweenPlaces } from './explained.ts';
import { isRecorded } from './keying.ts';
import { noiseOf } from './moments.ts';
import { type KeyOffset, paceOf } from './offset-fits.ts';
import { type Allowed, type Axis, MOST_FRAMES, type Motions, type OwnCause } from './own-coordinate.ts';

/**
 * Where the keys of one coordinate lie in a take that has others, or samples, told by its curve: late or early by the
 * same, from one key on or all, at another pace, of another size. Frames are the target's.
 */

/** Of more keys than so many, or fewer, no course is looked for; nor beyond so many frames late. */
const LEAST_KEYS = 2;
const MOST_KEYS = 24;
const MOST_LATE = 24;
/** The target's course is laid out in so many steps a frame. */
const PER_FRAME = 4;
/** What a cause may leave, as a root of the mean square, in shares of how far the coordinate goes; and in noise. */
const ALIKE = 0.006;
const NOISE_TIMES = 2;
const WORST_NOISE = 3;
/** As much better another cause has to be. */
const BETTER = 0.9;
/** So many frames of a move are seen at least, and this share of the keys. */
const BEGINS = 3;
const SHOWN = 0.6;
const PACE = { least: 0.55, most: 1.8, ratio: 1.02, shift: 3, same: 0.04 };
/** So many drawings show roughly where a cause puts the keys. */
const ROUGHLY = 64;
/** So many show it nearly. */
const NEARLY = 256;
/** So many of what seems best are looked at closely. */
const CLOSELY = 4;
/** At a pace each key is on a frame of its own. */
const ON_FRAME = { within: 0.5, reach: 1, step: 0.25, rounds: 8 };

/** Drawings of a take: where they are on the target's ruler, and what they show. */
interface Drawings {
  at: Float64Array;
  values: Float64Array;
}

interface Fit {
  usual: number;
  worst: number;
  size: number;
}

export function courseOf(
  { asked, drawn, extent }: Axis,
  motions: Motions,
  { keyFrames, least }: Allowed,
): OwnCause | null {
  const { range } = motions.target;
  const events = asked.keys.map(({ frame }) => frame);
  if (events.length < LEAST_KEYS || events.length > MOST_KEYS || isRecorded(asked)) return null;
  const lo = Math.min(range.first, events[0]!) - 2 * MOST_LATE;
  const hi = Math.max(range.last, events.at(-1)!) + 2 * MOST_LATE;
  const { take } = motions;
  // Keys may lie as far beyond the range as there are frames.
  if (Math.max(hi - lo, take.range.last - take.range.first) > 2 * MOST_FRAMES) return null;
  const drawings = drawingsOf(drawn, motions);
  if (drawings.at.length < 2 * LEAST_KEYS) return null;
  const table = new Float64Array((hi - lo) * PER_FRAME + 1);
  bakeChannelInto(table, asked, lo, 1 / PER_FRAME);
  const wide = { first: lo, last: hi };
  const askedAt = (frame: number): number => {
    const place = Math.max(0, Math.min(table.length - 1, (frame - lo) * PER_FRAME));
    const whole = Math.min(table.length - 2, Math.floor(place));
    return table[whole]! + (table[whole + 1]! - table[whole]!) * (place - whole);
  };
  const fitOf = (places: readonly number[], isSized: boolean, every = 1): Fit =>
    fitThrough(drawings, betweenPlaces({ events, range: wide }, places), askedAt, isSized, every);
  const noise = noiseOf(drawings.values, 'quarter');
  const isAlike = ({ usual, worst }: Fit): boolean =>
    usual <= Math.max(ALIKE * extent, NOISE_TIMES * noise) && worst <= least / 2 + WORST_NOISE * noise;
  if (fitOf(events, false).worst <= least) return null;

  const every = Math.max(1, Math.floor(drawings.at.length / ROUGHLY));
  /** The best of some places, where it is enough: of those that seem to be, looked at closely. */
  const bestOf = (all: Iterable<number[]>, isSized: boolean): { places: number[]; fit: Fit } | null => {
    const seeming = Array.from(all, (places) => ({ places, left: fitOf(places, isSized, every).usual }))
      .sort((one, other) => one.left - other.left)
      .slice(0, CLOSELY);
    let best: { places: number[]; fit: Fit } | null = null;
    for (const { places } of seeming) {
      const fit = fitOf(places, isSized);
      if (!best || fit.usual < BETTER * best.fit.usual) best = { places, fit };
    }
    return best && isAlike(best.fit) ? best : null;
  };
  const told = (places: number[], size: number, when: OwnCause['time']): OwnCause => ({ places, size, time: when });
  const lateness = (places: readonly number[], k: number): number => places[k]! - events[k]!;
  // What would begin as the take ends, or have ended before it begins, explains that nothing moves.
  const isShown = (places: readonly number[], k: number): boolean => {
    const [from, to] = [drawings.at[0]!, drawings.at.at(-1)!];
    const shown = places.filter((place) => place >= from - 1 && place <= to);
    return places[k]! <= to - BEGINS && shown.length >= Math.max(LEAST_KEYS, SHOWN * places.length);
  };
  const isLate = (by: number): boolean => Math.abs(by) > keyFrames + 1 / 2;

  const sized = fitOf(events, true);
  if (isAlike(sized)) return told([...events], sized.size, null);
  for (const isSized of [false, true]) {
    const late = bestOf(shifted(events), isSized);
    if (late && isLate(lateness(late.places, 0)) && isShown(late.places, 0))
      return told(late.places, late.fit.size, { from: events[0]!, shift: lateness(late.places, 0), pace: 1 });
  }
  const partly = bestOf(shiftedFrom(events), false);
  if (partly) {
    const k = partly.places.findIndex((place, i) => place !== events[i]);
    const by = lateness(partly.places, k);
    return isLate(by) && isShown(partly.places, k)
      ? told(partly.places, 1, { from: events[k]!, shift: by, pace: 1 })
      : null;
  }
  const { pace, places } = atPace(events, (places, by) => fitOf(places, false, by).usual, drawings.at.length);
  // One key that is late is no other pace.
  const offsets = places.map((place, i): KeyOffset => {
    const frame = events[i]!;
    return { frame, off: place - frame, tolerance: keyFrames, isSampled: true };
  });
  const isPaced = Math.abs(pace - 1) >= PACE.same && paceOf(offsets, ON_FRAME.within, false) !== null;
  if (!isPaced || !isAlike(fitOf(places, false))) return null;
  return told(places, 1, { from: events[0]!, shift: lateness(places, 0), pace });
}

/** What is drawn of a coordinate: its samples, or what its keys show on each frame. */
function drawingsOf(drawn: Channel, { take: { range }, time }: Motions): Drawings {
  const keyed = drawn.keys.filter(({ frame }) => frame >= range.first && frame <= range.last);
  const all = isRecorded(drawn)
    ? keyed.map(({ frame, value }) => ({ frame, value }))
    : Array.from({ length: range.last - range.first + 1 }, (_, i) => ({
        frame: range.first + i,
        value: sampleChannel(drawn, range.first + i),
      }));
  return {
    at: Float64Array.from(all, ({ frame }) => time.toTarget(frame)),
    values: Float64Array.from(all, ({ value }) => value),
  };
}

/** How far the drawings are from the target's course where that puts them; of what size it is, if that is open. */
function fitThrough(
  { at, values }: Drawings,
  toTarget: (at: number) => number,
  askedAt: (frame: number) => number,
  isSized: boolean,
  every: number,
): Fit {
  const asked: number[] = [];
  const drawn: number[] = [];
  for (let i = 0; i < at.length; i += every) {
    asked.push(askedAt(toTarget(at[i]!)));
    drawn.push(values[i]!);
  }
  const first = { asked: asked[0]!, drawn: drawn[0]! };
  let size = 1;
  if (isSized) {
    let [along, length] = [0, 0];
    asked.forEach((value, i) => {
      along += (value - first.asked) * (drawn[i]! - first.drawn);
      length += (value - first.asked) ** 2;
    });
    size = length > 0 ? along / length : 1;
  }
  let [sum, worst] = [0, 0];
  asked.forEach((value, i) => {
    const said = isSized ? first.drawn + (value - first.asked) * size : value;
    const miss = Math.abs(drawn[i]! - said);
    sum += miss ** 2;
    worst = Math.max(worst, miss);
  });
  return { usual: Math.sqrt(sum / asked.length), worst, size };
}

/** All keys late or early by as much. */
function* shifted(events: readonly number[]): Generator<number[]> {
  for (let by = -MOST_LATE; by <= MOST_LATE; by += 1 / 2) if (by !== 0) yield events.map((frame) => frame + by);
}

/** All keys from one on late or early by as much, none passing the one before. */
function* shiftedFrom(events: readonly number[]): Generator<number[]> {
  for (let k = 1; k + 1 < events.length; k++)
    for (let by = -MOST_LATE; by <= MOST_LATE; by += 1 / 2)
      if (by !== 0 && events[k]! + by > events[k - 1]!) yield events.map((frame, i) => (i < k ? frame : frame + by));
}

/** The pace that leaves least, and where the keys are then, each on a frame of its own. */
function atPace(
  events: readonly number[],
  left: (places: readonly number[], every: number) => number,
  count: number,
): { pace: number; places: number[] } {
  const first = events[0]!;
  const [every, near] = [ROUGHLY, NEARLY].map((most) => Math.max(1, Math.floor(count / most))) as [number, number];
  const placesAt = (pace: number, shift: number): number[] =>
    events.map((frame) => first + shift + (frame - first) * pace);
  let best = { pace: 1, shift: 0, left: Infinity };
  const tryOut = (pace: number, shift: number, every: number): void => {
    const own = left(placesAt(pace, shift), every);
    if (own < best.left) best = { pace, shift, left: own };
  };
  for (let pace = PACE.least; pace <= PACE.most; pace *= PACE.ratio)
    for (let shift = -PACE.shift; shift <= PACE.shift; shift++) tryOut(pace, shift, every);
  const about = { ...best };
  best = { ...best, left: Infinity };
  for (let pace = about.pace - 0.02; pace <= about.pace + 0.02; pace += 0.004)
    for (let shift = about.shift - 1; shift <= about.shift + 1; shift += 1 / 2) tryOut(pace, shift, near);
  let places = placesAt(best.pace, best.shift);
  let [least, isBetter] = [left(places, near), true];
  const onFrames = places.map(Math.round);
  const leftOnFrames = left(onFrames, near);
  if (leftOnFrames < least) [places, least] = [onFrames, leftOnFrames];
  for (let round = 0; round < ON_FRAME.rounds && isBetter; round++) {
    isBetter = false;
    for (let k = 0; k < places.length; k++) {
      const from = places[k]!;
      for (let by = -ON_FRAME.reach; by <= ON_FRAME.reach; by += ON_FRAME.step) {
        const tried = places.with(k, Math.round((from + by) / ON_FRAME.step) * ON_FRAME.step);
        const isInOrder = tried.every((place, i) => i === 0 || place > tried[i - 1]!);
        const own = isInOrder ? left(tried, near) : Infinity;
        if (own < least) [places, least, isBetter] = [tried, own, true];
      }
    }
  }
  return { pace: best.pace, places };
}
