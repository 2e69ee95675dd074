import { sampleChannel } from '../motion/sampling/sample.ts';
import { trackEvents, TRACKS } from '../motion/sampling/track.ts';
import { curvesOf, samplesOf } from './curves.ts';
import { explainedPlaces } from './explained.ts';
import { drawnEvery, isRecorded } from './keying.ts';
import { noiseOf } from './moments.ts';
import type { Axis, Motions } from './own-coordinate.ts';
import { createWarp } from './warp.ts';
import { fitWhole } from './whole-fit.ts';

/** Of more keys no course is looked for. */
const MOST_KEYS = 24;

const POSITION = TRACKS.find(({ id }) => id === 'position')!;

/**
 * Where the target's keys of one coordinate lie in a take that has others, or samples, where one thing explains all of
 * its curve, and of what size it is; `least` px are none. Frames are the target's.
 */
export function courseOf(axis: Axis, { time }: Motions, least: number): { places: number[]; size: number } | null {
  const { id, asked, sides, extent } = axis;
  if (asked.keys.length > MOST_KEYS || isRecorded(asked)) return null;
  const track = { ...POSITION, channelIds: [id] };
  const [events, drawn] = [sides.target, sides.take].map(({ subject }) => trackEvents(subject, track)) as [
    ReturnType<typeof trackEvents>,
    ReturnType<typeof trackEvents>,
  ];
  const curves = curvesOf(sides.target, sides.take, track, time, extent, events);
  const places = explainedPlaces(curves, fitWhole(curves), {
    share: least / extent,
    noise: noiseOf(samplesOf(curves).take.columns[0]!) / extent,
    seen: events.length,
    held: Math.max(sides.take.subject.exposure, drawnEvery(drawn, events) ?? 1),
  });
  return places && { places, size: curves.isPut ? sizeAt(axis, places, curves.recorded, time.toTake) : 1 };
}

/** The size that leaves least of how far the take is from its first pose, in squares, with the keys in these places. */
function sizeAt(
  { asked, drawn, sides }: Axis,
  places: readonly number[],
  recorded: { first: number; last: number },
  toTake: (frame: number) => number,
): number {
  const placed = createWarp(asked.keys.map(({ frame }, i) => ({ from: frame, to: places[i]! })));
  const { range } = sides.target.motion;
  let start: { asked: number; drawn: number } | null = null;
  let [along, length] = [0, 0];
  for (let frame = range.first; frame <= range.last; frame++) {
    const at = placed(frame);
    if (at < recorded.first || at > recorded.last) continue;
    const here = { asked: sampleChannel(asked, frame), drawn: sampleChannel(drawn, toTake(at)) };
    start ??= here;
    along += (here.asked - start.asked) * (here.drawn - start.drawn);
    length += (here.asked - start.asked) ** 2;
  }
  return length > 0 ? along / length : 1;
}
