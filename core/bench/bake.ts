import { BezierInterpolant, LinearInterpolant } from 'three';
import {
  bakeChannelInto,
  bakeMotion,
  CHANNEL_IDS,
  createChannel,
  createKey,
  createMotion,
  createSubject,
  type Handle,
  type HandleLink,
  type Key,
  type Leave,
  type MotionDocument,
  sampleChannel,
} from '../src/index.ts';
import { inHandle, outHandle } from '../src/motion/sampling/handles.ts';
import { measure, type Row } from './row.ts';

const CHANNELS = 10;
const KEYS = 100;
const FRAMES = 10_000;
const SPACE = FRAMES / (KEYS - 1);
const LOOK = { shape: 'box', widthPx: 40, heightPx: 40, fill: '#2456a6' } as const;
const IDS = CHANNEL_IDS.filter((id) => id !== 'fill' && id !== 'stroke' && id !== 'drawing').slice(0, CHANNELS);

/**
 * Ten channels of a hundred keys over ten thousand frames, all keys on the same frames, as one interpolant of stride
 * ten needs them.
 */
function benchMotion(leave: Leave, link: HandleLink): MotionDocument {
  const channels = IDS.map((id, c) => {
    const keys = Array.from({ length: KEYS }, (_, k): Key => {
      // Reaches from a quarter to near a half of the span, as hands set them; automatic handles take a third whatever
      // is stored.
      const reach = (n: number): number => (SPACE * (25 + ((k * 7 + c * 3 + n) % 20))) / 100;
      return createKey(k * SPACE, Math.sin(k * 1.7 + c) * 300, {
        leave,
        link,
        in: { frames: -reach(5), value: -20 - c },
        out: { frames: reach(0), value: 30 + c },
      });
    });
    return createChannel(id, 0, keys);
  });
  return createMotion([{ ...createSubject('rack', 'Rack', LOOK, { x: 0, y: 0 }), channels }]);
}

type Evaluate = (frame: number) => ArrayLike<number>;

function bakePeer(evaluate: Evaluate, out: Float64Array): void {
  for (let frame = 0; frame < FRAMES; frame++) {
    const values = evaluate(frame);
    for (let c = 0; c < CHANNELS; c++) out[c * FRAMES + frame] = values[c]!;
  }
}

function row(
  leave: Leave,
  link: HandleLink,
  work: string,
  aim: number,
  peer: string,
  createPeer: (motion: MotionDocument) => Evaluate,
): Row {
  const motion = benchMotion(leave, link);
  const evaluate = createPeer(motion);
  const out = new Float64Array(CHANNELS * FRAMES);
  const own = new Float64Array(FRAMES);
  const bakeOwn = (): void => motion.subjects[0]!.channels.forEach((channel) => bakeChannelInto(own, channel, 0, 1));
  const times = measure(1, bakeOwn, () => bakePeer(evaluate, out));
  const baked = bakeMotion(motion, { first: 0, last: FRAMES - 1 }).subjects['rack']!;
  let ownError = 0;
  let peerError = 0;
  motion.subjects[0]!.channels.forEach((channel, c) => {
    for (let frame = 0; frame < FRAMES; frame += 7) {
      const value = sampleChannel(channel, frame);
      ownError = Math.max(ownError, Math.abs(baked[channel.id]![frame]! - value));
      peerError = Math.max(peerError, Math.abs(out[c * FRAMES + frame]! - value));
    }
  });
  return { work, peer, ...times, aim, ownError, peerError, errorUnit: 'of ±300' };
}

const keysOf = (motion: MotionDocument): Key[][] => motion.subjects[0]!.channels.map((channel) => channel.keys);

function values(motion: MotionDocument): { times: Float64Array; samples: Float64Array; result: Float64Array } {
  const keys = keysOf(motion);
  return {
    times: Float64Array.from(keys[0]!, (key) => key.frame),
    samples: Float64Array.from(
      { length: KEYS * CHANNELS },
      (_, i) => keys[i % CHANNELS]![Math.floor(i / CHANNELS)]!.value,
    ),
    result: new Float64Array(CHANNELS),
  };
}

function linearPeer(motion: MotionDocument): Evaluate {
  const { times, samples, result } = values(motion);
  const interpolant = new LinearInterpolant(times, samples, CHANNELS, result);
  return (frame) => interpolant.evaluate(frame);
}

function bezierPeer(motion: MotionDocument): Evaluate {
  const { times, samples, result } = values(motion);
  const keys = keysOf(motion);
  const handle = (list: Key[], k: number, side: 'in' | 'out'): Handle => {
    if (side === 'in') return k === 0 ? list[k]!.in : inHandle(list[k - 1]!, list[k]!, list[k + 1]);
    return k === KEYS - 1 ? list[k]!.out : outHandle(list[k - 1], list[k]!, list[k + 1]!);
  };
  const tangents = (side: 'in' | 'out'): Float64Array =>
    Float64Array.from({ length: KEYS * CHANNELS * 2 }, (_, i) => {
      const pair = Math.floor(i / 2);
      const list = keys[pair % CHANNELS]!;
      const k = Math.floor(pair / CHANNELS);
      const { frames, value } = handle(list, k, side);
      return i % 2 === 0 ? list[k]!.frame + frames : list[k]!.value + value;
    });
  const interpolant = new BezierInterpolant(times, samples, CHANNELS, result) as unknown as {
    inTangents: Float64Array;
    outTangents: Float64Array;
    evaluate: Evaluate;
  };
  interpolant.inTangents = tangents('in');
  interpolant.outTangents = tangents('out');
  return (frame) => interpolant.evaluate(frame);
}

const WORK = `bake ${CHANNELS} channels × ${KEYS} keys × ${FRAMES.toLocaleString('en')}`;

export function benchBake(): Row[] {
  return [
    row('linear', 'broken', `${WORK}, linear`, 5, 'three LinearInterpolant', linearPeer),
    row('curve', 'auto', `${WORK}, Bézier, automatic`, 6, 'three BezierInterpolant', bezierPeer),
    row('curve', 'broken', `${WORK}, Bézier by hand`, 6, 'three BezierInterpolant', bezierPeer),
  ];
}
