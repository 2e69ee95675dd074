import { CHANNELS } from '../motion/document/channels.ts';
import { createChannel, findChannel } from '../motion/document/document.ts';
import type { Channel, GuidePath, MotionDocument, Subject } from '../motion/document/schema.ts';
import { samplerOf } from '../motion/path/pose.ts';
import { sampleChannel } from '../motion/sampling/sample.ts';
import { sameData } from '../steps/index.ts';
import { counterpart } from './counterpart.ts';
import { turnByGuide } from './turned-by-path.ts';

/** Both motions with those that go round the same closed path laid out along a straight line. */
export interface LaidRound {
  target: MotionDocument;
  take: MotionDocument;
  /** How long once round is, in px, by the target's subject. */
  rounds: ReadonlyMap<string, number>;
}

const AXES = ['position.x', 'position.y'] as const;

const isStill = (subject: Subject, id: Channel['id']): boolean => {
  const channel = findChannel(subject, id);
  return !channel || (channel.keys.length === 0 && !channel.wobble);
};

/** The closed path a subject goes along by its travel alone. */
function roundOf({ guides }: MotionDocument, subject: Subject | undefined): GuidePath | null {
  const path = guides.find(({ id }) => id === subject?.guide?.pathId);
  return path?.closed && subject!.parentId === null && AXES.every((id) => isStill(subject!, id)) ? path : null;
}

/** Paths and how they turn what goes along them are the same where these are. */
function sameWay(one: GuidePath, other: GuidePath, a: Subject, b: Subject): boolean {
  return sameData([one.points, turnByGuide(a)], [other.points, turnByGuide(b)]);
}

function straightened(subject: Subject, lengthPx: number, behind: number): Subject {
  const travel = findChannel(subject, 'travel') ?? createChannel('travel');
  const px = (share: number): number => (share - behind) * lengthPx;
  const along: Channel = {
    ...travel,
    id: 'position.x',
    resting: px(travel.resting),
    ...(travel.wobble && { wobble: { ...travel.wobble, amplitude: travel.wobble.amplitude * lengthPx } }),
    keys: travel.keys.map((key) => ({
      ...key,
      value: px(key.value),
      in: { ...key.in, value: key.in.value * lengthPx },
      out: { ...key.out, value: key.out.value * lengthPx },
    })),
  };
  return {
    ...subject,
    guide: null,
    channels: [along, ...subject.channels.filter(({ id }) => id !== 'travel' && id !== 'position.x')],
  };
}

/** Where on its path a subject is when a motion begins, as a share. */
function beginning({ range }: MotionDocument, subject: Subject): number {
  const travel = findChannel(subject, 'travel');
  return travel ? sampleChannel(travel, range.first) : CHANNELS.travel.resting;
}

/**
 * Once round a path that closes leads back to where it began: how far something has gone does not show in where it is.
 * So where a take's subject goes round the same path as the target's, both are read by how far along it they are; a
 * take that is whole rounds ahead is where it ought to be.
 */
export function laidRound(target: MotionDocument, take: MotionDocument): LaidRound {
  const rounds = new Map<string, number>();
  const straight = new Map<Subject, Subject>();
  for (const subject of target.subjects) {
    const own = counterpart(take, subject);
    const [path, ownPath] = [roundOf(target, subject), roundOf(take, own)];
    if (!own || !path || !ownPath || straight.has(own) || !sameWay(path, ownPath, subject, own)) continue;
    const { lengthPx } = samplerOf(path);
    if (!(lengthPx > 0)) continue;
    rounds.set(subject.id, lengthPx);
    straight.set(subject, straightened(subject, lengthPx, 0));
    const ahead = Math.round(beginning(take, own) - beginning(target, subject));
    straight.set(own, straightened(own, lengthPx, ahead));
  }
  if (rounds.size === 0) return { target, take, rounds };
  const laid = (motion: MotionDocument): MotionDocument => ({
    ...motion,
    subjects: motion.subjects.map((subject) => straight.get(subject) ?? subject),
  });
  return { target: laid(target), take: laid(take), rounds };
}
