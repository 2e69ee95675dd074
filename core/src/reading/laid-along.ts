import { CHANNELS } from '../motion/document/channels.ts';
import { createChannel, findChannel, scaledChannel, shiftedChannel } from '../motion/document/document.ts';
import type { Channel, GuidePath, MotionDocument, Subject } from '../motion/document/schema.ts';
import { samplerOf } from '../motion/path/pose.ts';
import { isWithinPath } from '../motion/path/within-path.ts';
import { sampleChannel } from '../motion/sampling/sample.ts';
import { sameData } from '../steps/index.ts';
import { counterpart } from './counterpart.ts';
import { turnByGuide } from './turned-by-path.ts';

/** Both motions with those that go along the same path laid out along a straight line. */
export interface LaidAlong {
  target: MotionDocument;
  take: MotionDocument;
  /** The target's subjects that are, by their ids. */
  laid: ReadonlySet<string>;
  /** How long once round is, in px, of those whose path closes. */
  rounds: ReadonlyMap<string, number>;
}

/** How far something is from a place on a path that closes, without whole rounds; as it is on one that does not. */
export const withoutRounds = (px: number, round: number | null): number =>
  round === null ? px : px - round * Math.round(px / round);

const AXES = ['position.x', 'position.y'] as const;

const isStill = (subject: Subject, id: Channel['id']): boolean => {
  const channel = findChannel(subject, id);
  return !channel || (channel.keys.length === 0 && !channel.wobble);
};

/** The path a subject goes along by its travel alone. */
function pathOf(motion: MotionDocument, subject: Subject | undefined): GuidePath | null {
  const path = motion.guides.find(({ id }) => id === subject?.guide?.pathId);
  if (!path || !subject || subject.parentId !== null || !AXES.every((id) => isStill(subject, id))) return null;
  return path.closed || isWithinPath(subject, motion.range) ? path : null;
}

/** Paths and how they turn what goes along them are the same where these are. */
function sameWay(one: GuidePath, other: GuidePath, a: Subject, b: Subject): boolean {
  return sameData([one.points, one.closed, turnByGuide(a)], [other.points, other.closed, turnByGuide(b)]);
}

function straightened(subject: Subject, lengthPx: number, behind: number): Subject {
  const travel = findChannel(subject, 'travel') ?? createChannel('travel');
  const along: Channel = { ...scaledChannel(shiftedChannel(travel, -behind), lengthPx), id: 'position.x' };
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
 * Where a take's subject goes along the same path as the target's, both are read by how far along it they are: they are
 * on its line wherever they are. Once round a path that closes leads back to where it began, so that how far something
 * has gone does not show in where it is: a take that is whole rounds ahead is where it ought to be.
 */
export function laidAlong(target: MotionDocument, take: MotionDocument): LaidAlong {
  const laid = new Set<string>();
  const rounds = new Map<string, number>();
  const straight = new Map<Subject, Subject>();
  for (const subject of target.subjects) {
    const own = counterpart(take, subject);
    const [path, ownPath] = [pathOf(target, subject), pathOf(take, own)];
    if (!own || !path || !ownPath || straight.has(own) || !sameWay(path, ownPath, subject, own)) continue;
    const { lengthPx } = samplerOf(path);
    if (!(lengthPx > 0)) continue;
    laid.add(subject.id);
    if (path.closed) rounds.set(subject.id, lengthPx);
    straight.set(subject, straightened(subject, lengthPx, 0));
    const ahead = path.closed ? Math.round(beginning(take, own) - beginning(target, subject)) : 0;
    straight.set(own, straightened(own, lengthPx, ahead));
  }
  if (laid.size === 0) return { target, take, laid, rounds };
  const withLaid = (motion: MotionDocument): MotionDocument => ({
    ...motion,
    subjects: motion.subjects.map((subject) => straight.get(subject) ?? subject),
  });
  return { target: withLaid(target), take: withLaid(take), laid, rounds };
}
