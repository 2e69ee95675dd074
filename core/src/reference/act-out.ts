import { type ClipEventKind, type ClipTrack, placesOfTrack } from '../clips/index.ts';
import { extentOf } from '../extent.ts';
import { withChannel } from '../motion/document/document.ts';
import {
  channelOf,
  type Cue,
  type Edit,
  type KeyRef,
  type MotionDocument,
  onGrain,
  type Stage,
} from '../motion/index.ts';
import { fitKeys } from '../motion/keys/fit-keys.ts';
import { FRAME_LIMIT, framesPerSecond, type Rate } from '../time/index.ts';
import { endFrameOf, frameAt, type Placement, secondsAt } from './placement.ts';

/** What was done in front of a camera, on the frames of the ruler. */
export interface Acted {
  /** Where it was on each frame from `first` on, in pixels of the stage. */
  places: { x: number; y: number }[];
  first: number;
  /** Frames on which something happens: they are to have keys. */
  stops: number[];
}

/** What an event of a track is called as a cue. */
const EVENT_NAMES: Record<ClipEventKind, string> = {
  'sets-off': 'sets off',
  contact: 'contact',
  turns: 'turns',
  'comes-to-rest': 'rests',
};

/** Keys meet what was done to within this share of how far it went. */
const TOLERANCE_SHARE = 0.01;

/** How pictures of a size lie on a stage that they fill as far as they fit. */
export function fitOnStage(
  { width, height }: { width: number; height: number },
  { widthPx, heightPx }: Pick<Stage, 'widthPx' | 'heightPx'>,
): { scale: number; x: number; y: number } {
  const scale = Math.min(widthPx / width, heightPx / height);
  return { scale, x: (widthPx - width * scale) / 2, y: (heightPx - height * scale) / 2 };
}

/**
 * Where on the ruler, between frames too, what is followed in a reference does something, named; of what is left of it.
 */
export function cuesOfTrack(
  track: ClipTrack,
  placement: Placement,
  rate: Rate,
  kinds: readonly ClipEventKind[],
): Cue[] {
  const begins = track.frames[0]?.seconds ?? 0;
  return track.events
    .filter(({ kind }) => kinds.includes(kind))
    .map(({ frame, kind }) => ({ seconds: begins + frame / framesPerSecond(track.rate), kind }))
    .filter(({ seconds }) => seconds >= placement.fromSeconds - 1e-9 && seconds <= placement.toSeconds + 1e-9)
    .map(({ seconds, kind }) => ({ frame: onGrain(frameAt(placement, seconds, rate)), name: EVENT_NAMES[kind] }));
}

/**
 * What is followed in a reference, as it lies on the ruler and, filling it, on the stage; between two of its pictures
 * straight from one to the other. Null where nothing of it is left.
 */
export function performanceOf(
  track: ClipTrack,
  placement: Placement,
  { rate, stage, size }: { rate: Rate; stage: Stage; size: { width: number; height: number } },
): Acted | null {
  const { scale, x, y } = fitOnStage(size, stage);
  const seen = placesOfTrack(track);
  if (seen.length < 2) return null;
  const begins = track.frames[0]!.seconds;
  const trackFps = framesPerSecond(track.rate);
  const ends = begins + (seen.length - 1) / trackFps;
  const first = Math.ceil(frameAt(placement, Math.max(begins, placement.fromSeconds), rate) - 1e-6);
  const last = Math.floor(Math.min(frameAt(placement, ends, rate), endFrameOf(placement, rate)) + 1e-6);
  if (last <= first || first < -FRAME_LIMIT || last > FRAME_LIMIT) return null;
  const places = Array.from({ length: last - first + 1 }, (_, i) => {
    const at = Math.min(Math.max(0, (secondsAt(placement, first + i, rate) - begins) * trackFps), seen.length - 1);
    const from = Math.min(Math.floor(at + 1e-6), seen.length - 2);
    const t = Math.max(0, at - from);
    const between = (of: 'x' | 'y'): number => seen[from]![of] * (1 - t) + seen[from + 1]![of] * t;
    return { x: between('x') * scale + x, y: between('y') * scale + y };
  });
  const happens = cuesOfTrack(track, placement, rate, ['sets-off', 'contact', 'turns', 'comes-to-rest'])
    .map(({ frame }) => Math.round(frame))
    .filter((frame) => frame > first && frame < last);
  return { places, first, stops: [...new Set([first, ...happens, last])].sort((a, b) => a - b) };
}

/**
 * Makes a subject do what was done: its position keyed where something happens, and between as often as its spacing
 * asks for, within a hundredth of how far it went. Its position's keys on other frames stay. Throws `unknown-subject`.
 */
export function actOut(motion: MotionDocument, subjectId: string, { places, first, stops }: Acted): Edit {
  const columns = [places.map(({ x }) => x), places.map(({ y }) => y)];
  const size = Math.max(...columns.map(extentOf).map(({ low, high }) => high - low));
  const fitted = fitKeys(columns, first, stops, () => [], Math.max(0.5, TOLERANCE_SHARE * size));
  const last = first + places.length - 1;
  let result = motion;
  const keys: KeyRef[] = [];
  const gaveWay: KeyRef[] = [];
  (['position.x', 'position.y'] as const).forEach((channelId, c) => {
    const channel = channelOf(result, subjectId, channelId);
    const stay = channel.keys.filter(({ frame }) => frame < first || frame > last);
    const own = fitted[c]!.map((key) => ({
      ...key,
      role: stops.includes(key.frame) ? ('extreme' as const) : ('inbetween' as const),
    }));
    for (const key of channel.keys) if (!stay.includes(key)) gaveWay.push({ subjectId, channelId, frame: key.frame });
    keys.push(...own.map(({ frame }) => ({ subjectId, channelId, frame })));
    const all = [...stay, ...own].sort((a, b) => a.frame - b.frame);
    result = withChannel(result, subjectId, { ...channel, resting: own[0]!.value, keys: all });
  });
  return { motion: result, keys, gaveWay };
}
