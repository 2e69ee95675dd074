import { CoreError } from '../../core-error.ts';
import { channelOf, createKey, findSubject, withChannel } from '../document/document.ts';
import type { Guided, GuidePath, MotionDocument } from '../document/schema.ts';
import type { Edit } from '../keys/change-keys.ts';

/** Adds a guide path, or replaces the one of its id. */
export function setGuide(motion: MotionDocument, path: GuidePath): Edit {
  const known = motion.guides.some((guide) => guide.id === path.id);
  const guides = known ? motion.guides.map((guide) => (guide.id === path.id ? path : guide)) : [...motion.guides, path];
  return { motion: { ...motion, guides }, keys: [], gaveWay: [] };
}

/**
 * Puts a subject on a guide path, or (null) takes it off. One that has no travel yet gets two keys, from the path's
 * start on the first frame to its end on the last, so that it travels at once; its position, which shifts it off the
 * path from then on, is set to nothing where it is not keyed. Throws `unknown-subject`, `unknown-guide`.
 */
export function guideSubject(motion: MotionDocument, subjectId: string, guide: Guided | null): Edit {
  const subject = findSubject(motion, subjectId);
  if (!subject) throw new CoreError('unknown-subject', `There is no subject "${subjectId}" in this motion.`);
  if (guide && !motion.guides.some((path) => path.id === guide.pathId))
    throw new CoreError('unknown-guide', `There is no guide path "${guide.pathId}" in this motion.`);
  let result: MotionDocument = {
    ...motion,
    subjects: motion.subjects.map((other) => (other.id === subjectId ? { ...other, guide } : other)),
  };
  const travel = channelOf(result, subjectId, 'travel');
  if (!guide || travel.keys.length > 0) return { motion: result, keys: [], gaveWay: [] };
  const { first, last } = motion.range;
  // A closed path plays in a loop: it comes back to its start one frame after the last.
  const closed = motion.guides.find((path) => path.id === guide.pathId)!.closed;
  const end = closed ? last + 1 : last;
  const keys = [createKey(first, 0, { leave: 'linear' }), createKey(Math.max(end, first + 1), 1, { leave: 'linear' })];
  result = withChannel(result, subjectId, { ...travel, keys });
  for (const channelId of ['position.x', 'position.y'] as const) {
    const position = channelOf(result, subjectId, channelId);
    if (position.keys.length === 0) result = withChannel(result, subjectId, { ...position, resting: 0 });
  }
  return {
    motion: result,
    keys: keys.map((key) => ({ subjectId, channelId: 'travel' as const, frame: key.frame })),
    gaveWay: [],
  };
}
