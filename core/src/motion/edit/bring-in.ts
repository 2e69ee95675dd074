import type { FrameRange } from '../../time/range.ts';
import { findSubject } from '../document/document.ts';
import { onGrain } from '../document/frame-grain.ts';
import type { Channel, GuidePath, MotionDocument, Subject } from '../document/schema.ts';
import type { Edit } from '../keys/change-keys.ts';

/** From a subject of a motion that came in to one of the open motion. */
export interface Brought {
  from: string;
  to: string;
}

/**
 * Subjects of another motion that are taken to be some of this one's: by their ids, else by their names, else the only
 * one of each that moves.
 */
export function guessBrought(motion: MotionDocument, other: MotionDocument): Brought[] {
  const moving = ({ subjects }: MotionDocument): Subject[] =>
    subjects.filter(({ channels, locked }) => !locked && channels.some(({ keys }) => keys.length > 0));
  const coming = moving(other);
  const free = motion.subjects.filter(({ locked }) => !locked);
  const pairs = coming.flatMap(({ id, name }): Brought[] => {
    const same = free.find((subject) => subject.id === id && subject.name === name);
    const named = same ?? free.find((subject) => subject.name.toLowerCase() === name.toLowerCase());
    return named ? [{ from: id, to: named.id }] : [];
  });
  if (pairs.length > 0) return pairs;
  const [only, ...more] = coming;
  const own = moving(motion);
  const [target, ...others] = own.length > 0 ? own : free;
  return only && target && more.length === 0 && others.length === 0 ? [{ from: only.id, to: target.id }] : [];
}

/**
 * The keys of subjects of another motion in the place of some of this one's: whole channels that move there, with what
 * they do outside their keys. Channels that do not move there stay. What goes along a path takes its travel only where
 * the subject here goes along one, too.
 */
export function bringKeys(motion: MotionDocument, other: MotionDocument, pairs: readonly Brought[]): Edit {
  let { subjects } = motion;
  for (const { from, to } of pairs) {
    const source = findSubject(other, from);
    const target = findSubject(motion, to);
    if (!source || !target) continue;
    const coming = source.channels.filter(
      ({ id, keys }) => keys.length > 0 && (id !== 'travel' || (source.guide !== null && target.guide !== null)),
    );
    const ids = new Set(coming.map(({ id }) => id));
    const kept = target.channels.map((channel): Channel => coming.find(({ id }) => id === channel.id) ?? channel);
    const added = coming.filter(({ id }) => target.channels.every((channel) => channel.id !== id));
    const joined = ids.has('position.x') || ids.has('position.y');
    subjects = subjects.map((subject) =>
      subject.id === to
        ? {
            ...subject,
            channels: [...kept, ...added],
            ...(joined && { positionJoined: source.positionJoined }),
          }
        : subject,
    );
  }
  return { motion: { ...motion, subjects }, keys: [], gaveWay: [] };
}

/** An id that none of those taken is. */
function freeId(id: string, taken: ReadonlySet<string>): string {
  let free = id;
  for (let number = 2; taken.has(free); number++) free = `${id.slice(0, 56)}-${number}`;
  return free;
}

/**
 * All subjects of another motion before those of this one, with the paths they go along, under ids of their own: what
 * is here stays as it is.
 */
export function bringSubjects(motion: MotionDocument, other: MotionDocument): Edit {
  const [subjectIds, guideIds] = [new Map<string, string>(), new Map<string, string>()];
  const [taken, takenGuides] = [
    new Set(motion.subjects.map(({ id }) => id)),
    new Set(motion.guides.map(({ id }) => id)),
  ];
  for (const { id } of other.subjects) {
    subjectIds.set(id, freeId(id, taken));
    taken.add(subjectIds.get(id)!);
  }
  for (const { id } of other.guides) {
    guideIds.set(id, freeId(id, takenGuides));
    takenGuides.add(guideIds.get(id)!);
  }
  // A stage has one camera: the one that is here.
  const hasCamera = motion.subjects.some(({ look }) => look.shape === 'camera');
  const coming = other.subjects.filter(({ look }) => !hasCamera || look.shape !== 'camera');
  const subjects = coming.map((subject): Subject => ({
    ...subject,
    id: subjectIds.get(subject.id)!,
    parentId: coming.some(({ id }) => id === subject.parentId) ? subjectIds.get(subject.parentId!)! : null,
    guide: subject.guide && { ...subject.guide, pathId: guideIds.get(subject.guide.pathId)! },
  }));
  const guides = other.guides.map((guide): GuidePath => ({ ...guide, id: guideIds.get(guide.id)! }));
  return {
    motion: { ...motion, subjects: [...motion.subjects, ...subjects], guides: [...motion.guides, ...guides] },
    keys: [],
    gaveWay: [],
  };
}

/** A whole motion so many frames later: keys, who is on stage when, cues, ranges, and when wobbles begin and end. */
export function shiftMotion(motion: MotionDocument, frames: number): MotionDocument {
  if (frames === 0) return motion;
  const moved = (range: FrameRange): FrameRange => ({ first: range.first + frames, last: range.last + frames });
  return {
    ...motion,
    range: moved(motion.range),
    workRange: motion.workRange && moved(motion.workRange),
    restFrame: motion.restFrame === null ? null : motion.restFrame + frames,
    cues: motion.cues.map((cue) => ({ ...cue, frame: onGrain(cue.frame + frames) })),
    subjects: motion.subjects.map((subject) => ({
      ...subject,
      ...(subject.onStage && { onStage: moved(subject.onStage) }),
      channels: subject.channels.map((channel) => ({
        ...channel,
        ...(channel.wobble && {
          wobble: {
            ...channel.wobble,
            firstFrame: channel.wobble.firstFrame + frames,
            lastFrame: channel.wobble.lastFrame + frames,
          },
        }),
        keys: channel.keys.map((key) => ({ ...key, frame: onGrain(key.frame + frames) })),
      })),
    })),
  };
}
