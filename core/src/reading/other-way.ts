import { type Track, trackValues } from '../motion/sampling/track.ts';
import type { SharedTime } from './shared-time.ts';
import type { TrackSide } from './track-side.ts';

/** Poses off what they are at one size by as much as this share of the span are of that size; between them by more. */
const [AT_POSES, BETWEEN] = [0.05, 0.15];
/** Of so many poses one size may be said. */
const LEAST_POSES = 3;

/** Whether a take goes the other way at its own size, about where it begins, each pose of the target's on its frame. */
export function goesOtherWay(
  { subject: model }: TrackSide,
  { subject: own }: TrackSide,
  track: Track,
  time: SharedTime,
  frames: readonly number[],
  span: number,
): boolean {
  if (!(span > 0) || frames.length < LEAST_POSES) return false;
  const placesAt = (frame: number): [number[], number[]] => [
    trackValues(model, track, frame),
    trackValues(own, track, time.toTake(frame)),
  ];
  const [askedFirst, drawnFirst] = placesAt(frames[0]!);
  const fromFirst = (frame: number): [number[], number[]] => {
    const [asked, drawn] = placesAt(frame);
    return [asked.map((value, c) => value - askedFirst[c]!), drawn.map((value, c) => value - drawnFirst[c]!)];
  };
  const poses: [number[], number[]][] = [];
  let [along, length] = [0, 0];
  for (const frame of frames) {
    const [asked, drawn] = fromFirst(frame);
    const way = asked.reduce((sum, value) => sum + value ** 2, 0);
    const alike = asked.reduce((sum, value, c) => sum + value * drawn[c]!, 0);
    // Most go the way they ought to: that is seen by the first pose.
    if (way > (BETWEEN * span) ** 2 && alike >= 0) return false;
    along += alike;
    length += way;
    poses.push([asked, drawn]);
  }
  const size = length > 0 ? along / length : 0;
  const isAsSized = ([asked, drawn]: [number[], number[]], share: number): boolean =>
    Math.hypot(...asked.map((value, c) => drawn[c]! - size * value)) <= share * span;
  return (
    size < -BETWEEN &&
    poses.every((pose) => isAsSized(pose, AT_POSES)) &&
    frames.slice(1).every((frame, i) => isAsSized(fromFirst((frames[i]! + frame) / 2), BETWEEN))
  );
}
