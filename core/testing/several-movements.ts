import type { ChannelId, FindingKind, MotionDocument } from '../src/index.ts';
import { createDice } from './dice.ts';
import { held, sceneOf, soft, straight, subjectWith } from './worked-scenes.ts';

/**
 * A cup of several movements, and a pan that follows it in one of them: what is wrong with all of the cup is one thing
 * to say.
 */

type Tracks = Partial<Record<ChannelId, [frame: number, value: number][]>>;
/** What becomes of a key; nothing of one that is left out. */
type Change = (frame: number, value: number, id: ChannelId) => [frame: number, value: number] | null;

interface Scene {
  cup: Tracks;
  pan: Tracks;
  last: number;
  /** One of the cup's poses, neither the first nor the last. */
  pose: number;
}

function sceneBy(seed: number): Scene {
  const dice = createDice(seed * 977 + 31);
  const frames = [1];
  for (let i = 0; i < 3 + (seed % 2); i++) frames.push(frames.at(-1)! + dice(9, 17));
  const last = frames.at(-1)!;
  /** Low on every other pose and high on those between, more or less. */
  const swing = (low: number, high: number): [number, number][] =>
    frames.map((frame, i) => [frame, (i % 2 ? high : low) + (dice(-10, 10) / 100) * (high - low)]);
  const sizes = swing(0.8, 1.35);
  const lag = 4 + (seed % 5);
  const after = (own: [number, number][]): [number, number][] => own.map(([frame, value]) => [frame + lag, value]);
  return {
    cup: {
      'position.x': frames.map((frame, i) => [frame, 100 + i * 120 + dice(-20, 20)]),
      'position.y': swing(300, 150),
      rotation: swing(-25, 35),
      'scale.x': sizes,
      // It grows as one, or is squashed and stretched.
      'scale.y': seed % 3 ? sizes : sizes.map(([frame, size]) => [frame, 1 / size]),
    },
    pan:
      seed % 2
        ? { 'position.x': after(frames.map((frame, i) => [frame, 700 - i * 90])), opacity: after(swing(20, 100)) }
        : { rotation: after(swing(-20, 40)), 'position.y': after(swing(400, 250)) },
    last: last + 22,
    pose: frames[dice(1, frames.length - 2)]!,
  };
}

const changed = (tracks: Tracks, change: Change): Tracks =>
  Object.fromEntries(
    Object.entries(tracks).map(([id, keys]) => [
      id,
      keys.flatMap(([frame, value]) => {
        const own = change(frame, value, id as ChannelId);
        return own ? [own] : [];
      }),
    ]),
  );

const motionOf = ({ cup, pan, last }: Scene, goes = soft): MotionDocument => {
  const subject = (name: string, tracks: Tracks) =>
    subjectWith(name, Object.fromEntries(Object.entries(tracks).map(([id, keys]) => [id, goes(...keys)])));
  return sceneOf([subject('cup', cup), subject('pan', pan)], last);
};

const isSize = (id: ChannelId): boolean => id === 'scale.x' || id === 'scale.y';
const LATE = 5;

interface Wrong {
  kinds: FindingKind[];
  change: (scene: Scene) => Change;
  /** It is so of the pan, too. */
  both?: boolean;
  /** How it goes from key to key, if not softly. */
  goes?: typeof soft;
  /** It is of keys, and cannot be told of a recording. */
  ofKeys?: boolean;
}

/** What is wrong with the cup, or with all, and of what kind the one thing is that is to be said. */
const WRONGS: Record<string, Wrong> = {
  'all of it late': { kinds: ['key-late', 'overlap-off'], change: () => (frame, value) => [frame + LATE, value] },
  'everything late': { kinds: ['key-late'], change: () => (frame, value) => [frame + LATE, value], both: true },
  'late from a pose on': {
    kinds: ['key-late'],
    change:
      ({ pose }) =>
      (frame, value) => [frame < pose ? frame : frame + LATE, value],
  },
  'one pose late': {
    kinds: ['key-late'],
    change:
      ({ pose }) =>
      (frame, value) => [frame === pose ? frame + LATE : frame, value],
  },
  'all of it slower': {
    kinds: ['tempo-differs'],
    change: () => (frame, value) => [Math.round(1 + (frame - 1) * 1.25), value],
  },
  'all of it quicker': {
    kinds: ['tempo-differs'],
    change: () => (frame, value) => [Math.round(1 + (frame - 1) * 0.75), value],
  },
  'half as large': {
    kinds: ['pose-off'],
    change:
      ({ cup }) =>
      (frame, value, id) => [frame, isSize(id) ? (value + cup[id]![0]![1]) / 2 : value],
  },
  'never larger': {
    kinds: ['pose-off'],
    change:
      ({ cup }) =>
      (frame, value, id) => [frame, isSize(id) ? cup[id]![0]![1] : value],
  },
  'never turned': {
    kinds: ['pose-off'],
    change: () => (frame, value, id) => [frame, id === 'rotation' ? 0 : value],
  },
  'turned the other way': {
    kinds: ['pose-off'],
    change: () => (frame, value, id) => [frame, id === 'rotation' ? -value : value],
  },
  'grown late': {
    kinds: ['key-late'],
    change: () => (frame, value, id) => [isSize(id) ? frame + LATE : frame, value],
  },
  'further right': {
    kinds: ['pose-off'],
    change: () => (frame, value, id) => [frame, id === 'position.x' ? value + 40 : value],
  },
  'mirrored across': {
    kinds: ['pose-off'],
    change: () => (frame, value, id) => [frame, id === 'position.x' ? 960 - value : value],
  },
  'nothing eased': {
    kinds: ['start-not-slow'],
    change: () => (frame, value) => [frame, value],
    both: true,
    goes: straight,
  },
  'from pose to pose': {
    kinds: ['held-not-moving'],
    change: () => (frame, value) => [frame, value],
    both: true,
    goes: held,
  },
  'a pose left out': {
    kinds: ['key-missing'],
    change:
      ({ pose }) =>
      (frame, value) =>
        frame === pose ? null : [frame, value],
    ofKeys: true,
  },
  'stopped half-way': {
    kinds: ['key-missing', 'held-not-moving'],
    change:
      ({ cup }) =>
      (frame, value) =>
        frame <= cup.rotation![1]![0] ? [frame, value] : null,
  },
  'no more than begun': {
    kinds: ['key-missing'],
    change: () => (frame, value) => (frame === 1 ? [frame, value] : null),
    ofKeys: true,
  },
};

export interface SeveralMoved {
  name: string;
  target: MotionDocument;
  take: MotionDocument;
  kinds: readonly FindingKind[];
  ofKeys: boolean;
}

/** Each of what may be wrong, in one scene; and nothing. */
export function severalMoved(seed: number): SeveralMoved[] {
  const scene = sceneBy(seed);
  const target = motionOf(scene);
  return [
    { name: `nothing, ${seed}`, target, take: target, kinds: [], ofKeys: false },
    ...Object.entries(WRONGS).map(([name, { kinds, change, both, goes, ofKeys = false }]) => {
      const by = change(scene);
      const pan = both ? changed(scene.pan, by) : scene.pan;
      return {
        name: `${name}, ${seed}`,
        target,
        take: motionOf({ ...scene, cup: changed(scene.cup, by), pan }, goes),
        kinds,
        ofKeys,
      };
    }),
  ];
}
