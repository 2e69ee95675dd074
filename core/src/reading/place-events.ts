import { extentOf } from '../extent.ts';
import type { ChannelId } from '../motion/document/channels.ts';
import { type Track, type TrackEvent, trackEvents, trackValues } from '../motion/sampling/track.ts';
import { sameRate } from '../time/rate.ts';
import { curvesOf, samplesOf } from './curves.ts';
import { type Doubt, givenDoubt, worstBetween } from './doubt.ts';
import { noiseOf, seenAt } from './moments.ts';
import { registerEvents, type Registration } from './register-events.ts';
import type { SharedTime } from './shared-time.ts';
import type { TrackSide } from './track-side.ts';

/**
 * Where the events of a target are found in a take that has no keys to tell: those of a movement all together and,
 * where its coordinates go each its own way, those of each by itself.
 */

interface HowToPlace {
  /** How far the movement goes. */
  span: number;
  doubt: Omit<Doubt, 'noise'>;
  /** The take is a recording; else it is the target that is one. */
  isRecording: boolean;
}

interface Placed {
  events: readonly TrackEvent[];
  /** Where each is found, on the target's ruler. */
  places: number[];
  /** Whether each is seen to happen there: it sets off, comes to rest or turns back. */
  isSeen: boolean[];
  curves: Registration;
}

/** How far from where a moment is thought to be it is looked for, in frames. */
const SEEN_REACH = 7;
/** The same, from where it is found to be. */
const SEEN_THERE = 1;

/** A step of more than this share of the span is a movement. */
const MOVES = 0.004;
/**
 * Whether something is seen to happen at an event: not where the motion stands from the one before to the one after, or
 * to where the range ends.
 */
function isSeen({ motion: { range }, subject }: TrackSide, track: Track, span: number) {
  return ({ frame, values }: TrackEvent, i: number, events: readonly TrackEvent[]): boolean => {
    const from = events[i - 1]?.frame ?? Math.min(range.first, frame);
    const to = events[i + 1]?.frame ?? Math.max(range.last, frame) + 1;
    for (let at = Math.ceil(from); at < to; at++) {
      const there = trackValues(subject, track, at);
      if (Math.hypot(...there.map((value, c) => value - values[c]!)) > MOVES * span) return true;
    }
    return false;
  };
}

/** An end of a rest that is not seen, and was found off, is as late as the other end of it. */
function asTheRestBeside(
  { events }: Registration,
  places: readonly number[],
  unseen: { first: boolean; last: boolean },
  most: number,
): number[] {
  const n = places.length;
  return places.map((place, i) => {
    const beside = i === 0 && unseen.first ? 1 : i === n - 1 && unseen.last ? n - 2 : null;
    return beside === null || n < 3 || Math.abs(place - events[i]!) <= most
      ? place
      : places[beside]! + events[i]! - events[beside]!;
  });
}

/** The closing key of a cycle that is found so many frames before a recording's end is seen there. */
export const CLOSES_EARLY = 2;

/**
 * The key one past the range that closes a cycle is not recorded: where nothing is seen of it, and all before is about
 * on time, it is as late as the first one is.
 */
function closedAsBegun({ events, range }: Registration, places: number[], most: number): number[] {
  const last = places.length - 1;
  const isUnseen = events[last] === range.last + 1 && places[last]! > range.last - CLOSES_EARLY;
  const isOnTime = last > 0 && places.slice(0, -1).every((place, i) => Math.abs(place - events[i]!) <= most);
  const closing = range.last + 1 + places[0]! - events[0]!;
  return isUnseen && isOnTime && closing > places[last - 1]! ? places.with(last, closing) : places;
}

/** Where events of a target are found in a take by its curve. */
export function placeEvents(
  target: TrackSide,
  take: TrackSide,
  track: Track,
  time: SharedTime,
  asked: readonly TrackEvent[],
  { span, doubt, isRecording }: HowToPlace,
): Placed {
  // A take's own keys say when, also of what is not seen.
  const seen = isRecording ? asked.map(isSeen(target, track, span)) : asked.map(() => true);
  const events = asked.filter((_, i) => seen[i]! || i === 0 || i === seen.length - 1);
  const curves = curvesOf(target, take, track, time, span, events);
  const samples = samplesOf(curves);
  const areDrawings = take.subject.exposure === 1 && sameRate(target.motion.rate, take.motion.rate);
  const seenNear = (thought: readonly number[], otherwise: readonly number[], reach: number) =>
    seenAt(curves.events, thought, otherwise, samples.target, { ...samples.take, areDrawings }, reach);
  const laid = registerEvents(curves, (thought, otherwise) => seenNear(thought, otherwise, SEEN_REACH));
  const noise = Math.max(...samples.take.columns.map((column) => noiseOf(column))) / span;
  const unseen = { first: !seen[0]!, last: !seen.at(-1)! };
  const given = asTheRestBeside(curves, givenDoubt(curves, laid, { ...doubt, noise }), unseen, doubt.frames);
  const places = closedAsBegun(curves, given, doubt.frames);
  return {
    events,
    places,
    isSeen: seenNear(places, places, SEEN_THERE).map((place) => typeof place === 'number'),
    curves,
  };
}

/** How far a movement is off between its events, with these in these places, in shares of its span. */
const worstOf = ({ events, curves }: Placed, places: readonly number[]): number =>
  Math.max(
    0,
    ...events
      .slice(1)
      .map(({ frame }, i) => worstBetween(curves, [events[i]!.frame, frame], [places[i]!, places[i + 1]!], Infinity)),
  );

/** A coordinate that goes less than this share of the way says nothing by itself. */
const A_COORDINATE = 0.1;

interface Coordinate {
  id: ChannelId;
  placed: Placed;
  /** It goes as it ought to with its events where those of the movement are. */
  isTogether: boolean;
  /** It does with them where they are found of it alone. */
  isRight: boolean;
  isOnTime: boolean;
}

/**
 * Where the coordinates of a recorded movement do not happen together: where the events of the movement are by the
 * coordinates that go as they ought to, each in its own time; and where each of these has its own. Null where they do
 * happen together, or no one of them tells.
 */
export function placeApart(
  target: TrackSide,
  take: TrackSide,
  track: Track,
  time: SharedTime,
  joint: Placed,
  how: HowToPlace,
): { places: number[]; own: Map<ChannelId, [event: TrackEvent, place: number][]> } | null {
  const { channels, target: asked } = joint.curves;
  if (!how.isRecording || channels < 2 || channels < track.channelIds.length) return null;
  const isPosed = missesOf(target, take, track, time, joint, joint.places).every(
    (miss) => miss <= how.doubt.share * how.span,
  );
  if (isPosed && worstOf(joint, joint.places) <= how.doubt.share) return null;
  const coordinates = track.channelIds.flatMap((id, c): Coordinate[] => {
    const { low, high } = extentOf(asked.columns[c]!);
    if (high - low < A_COORDINATE * how.span) return [];
    const share = (how.doubt.share * how.span) / (high - low);
    const own = { ...how, span: high - low, doubt: { ...how.doubt, share } };
    const found = coordinateOf(target, take, { ...track, channelIds: [id] }, time, joint, own);
    return found ? [found] : [];
  });
  if (coordinates.length < 2 || coordinates.every(({ isTogether }) => isTogether)) return null;
  const right = coordinates.filter(({ isRight }) => isRight);
  if (right.length < coordinates.length && !right.some(({ isOnTime }) => isOnTime)) return null;
  const own = new Map(right.map(({ id, placed }) => [id, seenOf(placed)]));
  const all = [...own.values()].flat();
  const places = joint.events.map(({ frame }, i) => {
    const there = all.flatMap(([event, place]) => (event.frame === frame ? [place] : []));
    there.sort((a, b) => Math.abs(a - frame) - Math.abs(b - frame));
    return there[0] ?? joint.places[i]!;
  });
  return places.some((place, i) => i > 0 && place <= places[i - 1]!) ? null : { places, own };
}

const seenOf = ({ events, places, isSeen: there }: Placed): [event: TrackEvent, place: number][] =>
  events.flatMap((event, i) => (there[i] ? [[event, places[i]!] as [TrackEvent, number]] : []));

/** How far the take is from the pose at each event with these in these places, in the track's unit. */
const missesOf = (
  target: TrackSide,
  take: TrackSide,
  track: Track,
  time: SharedTime,
  { events }: Placed,
  places: readonly number[],
): number[] =>
  events.map(({ frame }, i) => {
    const asked = trackValues(target.subject, track, frame);
    const drawn = trackValues(take.subject, track, time.toTake(places[i]!));
    return Math.hypot(...drawn.map((value, c) => value - asked[c]!));
  });

/** One coordinate of a movement, `alone` being a track of it; null where it has no events of its own. */
function coordinateOf(
  target: TrackSide,
  take: TrackSide,
  alone: Track,
  time: SharedTime,
  joint: Placed,
  how: HowToPlace,
): Coordinate | null {
  const found = new Map(joint.events.map((event, i) => [event.frame, joint.places[i]!]));
  const events = trackEvents(target.subject, alone).filter(({ frame }) => found.has(frame));
  if (events.length < 2) return null;
  const { frames, share } = how.doubt;
  const placed = placeEvents(target, take, alone, time, events, how);
  const together = placed.events.map(({ frame }) => found.get(frame)!);
  const [offTogether, offAlone] = [together, placed.places].map((places) =>
    missesOf(target, take, alone, time, placed, places),
  );
  const isAsPosed = (own: readonly number[], other: readonly number[]): boolean =>
    own.every((miss, i) => miss <= Math.max(share * how.span, other[i]!));
  return {
    id: alone.channelIds[0]!,
    placed,
    isTogether: isAsPosed(offTogether!, offAlone!) && worstOf(placed, together) <= share,
    isRight: isAsPosed(offAlone!, offTogether!) && worstOf(placed, placed.places) <= share,
    isOnTime: placed.events.every(({ frame }, i) => Math.abs(placed.places[i]! - frame) <= frames),
  };
}
