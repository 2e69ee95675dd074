import { createChannel, findChannel, scaledChannel, shiftedChannel } from '../motion/document/document.ts';
import type { Channel, MotionDocument, Subject } from '../motion/document/schema.ts';
import { carrierAt, carriersOf, nearTurn, partsOf } from '../motion/path/carriers.ts';
import { applyTo, channelValue } from '../motion/path/pose.ts';
import { sampleChannel } from '../motion/sampling/sample.ts';
import { frameCount } from '../time/range.ts';
import { counterpart } from './counterpart.ts';
import { byFrames, mayMove, MOST_PLACES, THERE } from './frame-by-frame.ts';

/**
 * What is carried by another subject than its counterpart is, or by none, may be the same picture all the same: both
 * are read by where they are on the stage then, how they are turned and how large they are.
 */

type PlacedId = 'position.x' | 'position.y' | 'rotation' | 'scale.x' | 'scale.y';
const GROUPS: readonly (readonly PlacedId[])[] = [['position.x', 'position.y'], ['rotation'], ['scale.x'], ['scale.y']];

/** Where a subject is on the stage, how it is turned and how large it is. */
type OnStage = (frame: number) => Record<PlacedId, number>;

function onStage(motion: MotionDocument, subject: Subject): OnStage {
  const carrier = carrierAt(motion, subject.parentId);
  let turned = 0;
  return (frame) => {
    const own = (id: PlacedId): number => channelValue(subject, id, frame);
    const by = carrier(frame);
    const { turn, scaleX, scaleY } = partsOf(by);
    const { x, y } = applyTo(by, { x: own('position.x'), y: own('position.y') });
    turned = nearTurn(turn, turned);
    return {
      'position.x': x,
      'position.y': y,
      rotation: own('rotation') + turned,
      'scale.x': own('scale.x') * scaleX,
      'scale.y': own('scale.y') * scaleY,
    };
  };
}

/** The one channel of a subject and what carries it that moves it so, brought to the stage; null where several do. */
function byOneAlone(id: PlacedId, chain: readonly Subject[], first: number, there: number): Channel | null {
  const moving = chain.flatMap((subject) => {
    const channel = findChannel(subject, id);
    return channel && mayMove(channel) ? [channel] : [];
  });
  if (moving.length === 0) return createChannel(id, there);
  const [only, ...others] = moving as [Channel, ...Channel[]];
  if (others.length > 0) return null;
  const here = sampleChannel(only, first);
  if (!id.startsWith('scale')) return shiftedChannel(only, there - here);
  return here === 0 ? null : scaledChannel(only, there / here);
}

/** A subject freed of what carries it, by the same keys where one of them draws the same; else with one a frame. */
function freed(motion: MotionDocument, subject: Subject): Subject {
  const { first, last } = motion.range;
  const places: Record<PlacedId, number>[] = [];
  const placeAt = onStage(motion, subject);
  for (let frame = first; frame <= last; frame++) places.push(placeAt(frame));
  const chain = [...carriersOf(motion, subject.id)].flatMap((id) => motion.subjects.find((one) => one.id === id) ?? []);
  const channels = GROUPS.flatMap((ids): Channel[] => {
    const kept = ids.flatMap((id) => byOneAlone(id, chain, first, places[0]![id]) ?? []);
    const isSame =
      kept.length === ids.length &&
      places.every((place, i) =>
        kept.every((channel, c) => Math.abs(sampleChannel(channel, first + i) - place[ids[c]!]) <= THERE),
      );
    if (isSame) return kept;
    return ids.map((id) =>
      byFrames(
        id,
        first,
        places.map((place) => place[id]),
      ),
    );
  });
  const isPlaced = (id: Channel['id']): boolean => channels.some((channel) => channel.id === id);
  return {
    ...subject,
    parentId: null,
    channels: [...channels, ...subject.channels.filter(({ id }) => !isPlaced(id))],
  };
}

/** Some subjects freed; a group that carries nothing any more is not seen, and goes. */
function withFreed(motion: MotionDocument, free: ReadonlySet<Subject>): MotionDocument {
  const carried = (id: string): Subject[] => motion.subjects.filter(({ parentId }) => parentId === id);
  const isEmptied = ({ id, look }: Subject): boolean =>
    look.shape === 'group' && carried(id).length > 0 && carried(id).every((subject) => free.has(subject));
  return {
    ...motion,
    subjects: motion.subjects.flatMap((subject) => {
      if (isEmptied(subject)) return [];
      return free.has(subject) && subject.parentId !== null ? [freed(motion, subject)] : [subject];
    }),
  };
}

/** Whether a subject goes along a path by itself. */
const isGuided = ({ guide }: Subject): boolean => guide !== null;

/** A target's subjects, each with its counterpart, that are carried otherwise in the one than in the other. */
function hungOtherwise(target: MotionDocument, take: MotionDocument): [asked: Subject, own: Subject][] {
  const pairs = target.subjects.flatMap((asked): [Subject, Subject][] => {
    const own = counterpart(take, asked);
    if (!own || isGuided(asked) || isGuided(own)) return [];
    const carrier = target.subjects.find(({ id }) => id === asked.parentId);
    const alike = carrier ? (counterpart(take, carrier)?.id ?? null) : null;
    return (carrier !== undefined && alike === null) || alike !== own.parentId ? [[asked, own]] : [];
  });
  const frames = frameCount(target.range) + frameCount(take.range);
  return pairs.length * frames > MOST_PLACES ? [] : pairs;
}

/** Whether all of a take is carried as its target is. */
export const isHungAlike = (target: MotionDocument, take: MotionDocument): boolean =>
  hungOtherwise(target, take).length === 0;

/** Target and take, with those freed that are carried otherwise in the one than in the other. */
export function hungAlike(
  target: MotionDocument,
  take: MotionDocument,
): { target: MotionDocument; take: MotionDocument } {
  const pairs = hungOtherwise(target, take);
  if (pairs.length === 0) return { target, take };
  return {
    target: withFreed(target, new Set(pairs.map(([a]) => a))),
    take: withFreed(take, new Set(pairs.map(([, b]) => b))),
  };
}
