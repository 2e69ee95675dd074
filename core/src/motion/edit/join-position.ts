import { CoreError } from '../../core-error.ts';
import { channelOf, findSubject, withChannel } from '../document/document.ts';
import type { Channel, Handle, Key, MotionDocument } from '../document/schema.ts';
import type { Edit, KeyRef } from '../keys/change-keys.ts';
import { fitKeys } from '../keys/fit-keys.ts';
import { effectiveHandles } from '../keys/set-handles.ts';
import { sampleChannel } from '../sampling/sample.ts';
import { withKeyAt } from './insert-key.ts';

const AXES = ['position.x', 'position.y'] as const;

/** How far a named ease may be off where it has to be written as curves to be cut, in px. */
const TOLERANCE_PX = 0.005;

function setJoined(motion: MotionDocument, subjectId: string, positionJoined: boolean): MotionDocument {
  if (!findSubject(motion, subjectId))
    throw new CoreError('unknown-subject', `There is no subject "${subjectId}" in this motion.`);
  return {
    ...motion,
    subjects: motion.subjects.map((subject) => (subject.id === subjectId ? { ...subject, positionJoined } : subject)),
  };
}

/** Lets position x and y be keyed apart. No key changes. Throws `unknown-subject`. */
export function splitPosition(motion: MotionDocument, subjectId: string): Edit {
  return { motion: setJoined(motion, subjectId, false), keys: [], gaveWay: [] };
}

/**
 * A named ease cannot be cut in two: those that a frame of `cuts` falls into are written as curves first, on whole
 * frames. One between fractional frames stays.
 */
function withoutNamedEases(channel: Channel, cuts: ReadonlySet<number>): Channel {
  const { keys } = channel;
  const arriving = new Map<number, Handle>();
  const written = keys.flatMap((key, index): Key[] => {
    const next = keys[index + 1];
    const isNamed = key.leave !== 'step' && key.leave !== 'linear' && key.leave !== 'curve';
    if (
      !next ||
      !isNamed ||
      ![...cuts].some((frame) => frame > key.frame && frame < next.frame) ||
      !Number.isInteger(key.frame) ||
      !Number.isInteger(next.frame)
    )
      return [key];
    const values = Array.from({ length: next.frame - key.frame + 1 }, (_, i) =>
      sampleChannel({ ...channel, wobble: undefined }, key.frame + i),
    );
    const drawn = fitKeys([values], key.frame, [key.frame, next.frame], () => [], TOLERANCE_PX)[0]!;
    arriving.set(next.frame, drawn.at(-1)!.in);
    const [first, ...others] = drawn.slice(0, -1);
    return [
      { ...first!, role: key.role, in: effectiveHandles(keys, index).in, link: 'broken' },
      ...others.map((made) => ({ ...made, role: 'inbetween' as const })),
    ];
  });
  return {
    ...channel,
    keys: written.map((key) => {
      const handle = arriving.get(key.frame);
      if (!handle) return key;
      const index = keys.findIndex((old) => old.frame === key.frame);
      const isWritten = key.leave !== keys[index]!.leave;
      return { ...key, link: 'broken', in: handle, out: isWritten ? key.out : effectiveHandles(keys, index).out };
    }),
  };
}

/**
 * Keys position x and y together again: wherever one has a key the other gets one that leaves its motion as it is; a
 * named ease that has to be cut is written as curves first, within 0.01 px on whole frames. Throws `unknown-subject`.
 */
export function joinPosition(motion: MotionDocument, subjectId: string): Edit {
  const before = AXES.map((axis) => channelOf(motion, subjectId, axis)) as [Channel, Channel];
  const framesOf = (channel: Channel): Set<number> => new Set(channel.keys.map((key) => key.frame));
  const written = [
    withoutNamedEases(before[0], framesOf(before[1])),
    withoutNamedEases(before[1], framesOf(before[0])),
  ];
  const frames = [...new Set(written.flatMap((channel) => [...framesOf(channel)]))].sort((a, b) => a - b);
  const keys: KeyRef[] = [];
  let joined = setJoined(motion, subjectId, true);
  written.forEach((channel, axis) => {
    const known = framesOf(before[axis]!);
    const cut = frames.reduce(withKeyAt, channel);
    for (const frame of frames) if (!known.has(frame)) keys.push({ subjectId, channelId: AXES[axis]!, frame });
    joined = withChannel(joined, subjectId, cut);
  });
  return { motion: joined, keys, gaveWay: [] };
}
