import DynamicTimeWarping from 'dynamic-time-warping';
import { createChannel, createKey, createMotion, createSharedTime, createSubject, TRACKS } from '../src/index.ts';
import { curvesOf } from '../src/reading/curves.ts';
import { matchKeys } from '../src/reading/match-keys.ts';
import { registerEvents } from '../src/reading/register-events.ts';
import { measure, type Row } from './row.ts';

const SECONDS = 30;
const EVERY = 24;
/** How late the take's keys are, one after the other, in frames. */
const LATE = [0, 2, 4, 3, 1, -1, -2, 0];
const LOOK = { shape: 'disc', widthPx: 60, heightPx: 60, fill: '#2456a6' } as const;
const POSITION = TRACKS.find(({ id }) => id === 'position')!;

/** A dish pushed to and fro for thirty seconds, each key so much later. */
function dish(late: readonly number[]) {
  const keys = Array.from({ length: SECONDS }, (_, i) =>
    createKey(1 + i * EVERY + late[i % late.length]!, 300 + 200 * Math.sin(i * 1.7), { link: 'flat' }),
  );
  const subject = createSubject('dish', 'Dish', LOOK, { x: 0, y: 0 });
  const channels = subject.channels.map((channel) =>
    channel.id === 'position.x' ? createChannel('position.x', 0, keys) : channel,
  );
  const motion = { ...createMotion([{ ...subject, channels }]), range: { first: 1, last: SECONDS * EVERY } };
  return { motion, subject: motion.subjects[0]! };
}

/**
 * Where each of a target's events lies in a recording of thirty seconds: by registration, and by dynamic time warping
 * of all drawings, which knows of no events.
 */
export function benchRegistration(): Row[] {
  const [target, take] = [dish([0]), dish(LATE)];
  const keys = target.subject.channels[0]!.keys;
  const events = keys.map(({ frame, value }) => ({ frame, role: 'extreme' as const, values: [value, 0] }));
  const curves = curvesOf(target, take, POSITION, createSharedTime(target.motion, take.motion), 400, events);
  const drawingsOf = ({ columns, first, perFrame }: typeof curves.target): number[] =>
    Array.from({ length: SECONDS * EVERY }, (_, i) => columns[0]![(1 + i - first) * perFrame]!);
  const [asked, drawn] = [drawingsOf(curves.target), drawingsOf(curves.take)];
  const own = (): number[] =>
    registerEvents(curves, (thought) => thought.map(() => undefined), {
      share: 0.04,
      noise: 0,
      seen: events.length,
      held: 1,
    }).places;
  const peer = (): [number, number][] => new DynamicTimeWarping(asked, drawn, (a, b) => Math.abs(a - b)).getPath();
  const worst = (placeOf: (frame: number) => number): number =>
    Math.max(...keys.map(({ frame }, i) => Math.abs(placeOf(frame) - frame - LATE[i % LATE.length]!)));
  const [places, path] = [own(), peer()];
  const onPath = (frame: number): number => {
    const met = path.filter(([i]) => i === frame - 1).map(([, k]) => k + 1);
    return met.reduce((sum, k) => sum + k, 0) / met.length;
  };
  return [
    {
      work: `events of a recording of ${SECONDS} s`,
      peer: 'dynamic-time-warping getPath',
      ...measure(1, own, peer),
      aim: 40,
      ownError: worst((frame) => places[keys.findIndex((key) => key.frame === frame)]!),
      peerError: worst(onPath),
      errorUnit: 'frames',
    },
    matchingRow(),
  ];
}

/** Keys of a long take, one a beat. */
const KEYS = 600;

/** A take's keys matched with the target's: within a window, and by dynamic time warping of all of them. */
function matchingRow(): Row {
  const value = (i: number): number => 300 + 200 * Math.sin(i * 1.7);
  const asked = Array.from({ length: KEYS }, (_, i) => ({ frame: 1 + i * EVERY, values: [value(i)] }));
  const drawn = asked.map((key, i) => ({ ...key, frame: key.frame + LATE[i % LATE.length]! }));
  const scale = { frames: 2 * EVERY, value: 400 };
  const own = (): [number, number][] => matchKeys(asked, drawn, scale).pairs;
  const apart = (a: (typeof asked)[number], b: (typeof asked)[number]): number =>
    Math.abs(a.frame - b.frame) / scale.frames + Math.abs(a.values[0]! - b.values[0]!) / scale.value;
  const peer = (): [number, number][] => new DynamicTimeWarping(asked, drawn, apart).getPath();
  const wrong = (pairs: readonly [number, number][]): number =>
    KEYS - new Set(pairs.flatMap(([i, k]) => (i === k ? [i] : []))).size;
  return {
    work: `${KEYS} keys matched, within a window`,
    peer: 'dynamic-time-warping getPath',
    ...measure(1, own, peer),
    aim: 40,
    ownError: wrong(own()),
    peerError: wrong(peer()),
    errorUnit: 'keys not matched',
  };
}
