import { extentOf } from '../extent.ts';
import type { ChannelId } from '../motion/document/channels.ts';
import { type Track, type TrackEvent, trackEvents, trackValues } from '../motion/sampling/track.ts';
import { worstBetween } from './doubt.ts';
import { type HowToPlace, type Placed, placeEvents } from './place-events.ts';
import type { SharedTime } from './shared-time.ts';
import type { TrackSide } from './track-side.ts';

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
