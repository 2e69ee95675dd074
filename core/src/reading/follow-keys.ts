import { findSubject } from '../motion/document/document.ts';
import type { MotionDocument } from '../motion/document/schema.ts';
import { type TrackEvent, trackEvents, TRACKS } from '../motion/sampling/track.ts';
import type { TargetTerms } from './schema.ts';

interface TargetKey {
  subjectId: string;
  track: string;
  frame: number;
}

const distance = (a: TrackEvent, b: TrackEvent): number =>
  Math.hypot(...a.values.map((value, c) => value - (b.values[c] ?? value)));

/** Of two lists of as many keys those that belong to one another: in order. */
function inOrder(before: readonly TrackEvent[], after: readonly TrackEvent[]): Map<number, number> {
  return new Map(before.map(({ frame }, i) => [frame, after[i]!.frame]));
}

/**
 * Where each key of a track went: keys have no names, so that of the two ways to think it, all in order or those that
 * left in order to where others came, that is taken which changes their poses less. Null where there are more or fewer
 * keys than before: what has gone went nowhere.
 */
function movesOf(before: readonly TrackEvent[], after: readonly TrackEvent[]): Map<number, number> | null {
  if (before.length !== after.length) return null;
  const [was, is] = [before, after].map((events) => new Map(events.map((event) => [event.frame, event])));
  const gone = before.filter(({ frame }) => !is!.has(frame));
  if (gone.length === 0) return null;
  const come = after.filter(({ frame }) => !was!.has(frame));
  const stay = before.filter(({ frame }) => is!.has(frame));
  const ways = [inOrder(before, after), new Map([...inOrder(stay, stay), ...inOrder(gone, come)])];
  const change = (way: Map<number, number>): number =>
    before.reduce((sum, event) => sum + distance(event, is!.get(way.get(event.frame)!)!), 0);
  return change(ways[0]!) <= change(ways[1]!) ? ways[0]! : ways[1]!;
}

/** What is said of single keys of a target, carried along where its keys were moved; the same where none was. */
export function termsFollowing<T extends Pick<TargetTerms, 'events' | 'keyTolerances'>>(
  terms: T,
  before: MotionDocument,
  after: MotionDocument,
): T {
  const moves = new Map<string, Map<number, number> | null>();
  const movesAbout = ({ subjectId, track: id }: TargetKey): Map<number, number> | null => {
    const name = `${subjectId} ${id}`;
    if (!moves.has(name)) {
      const track = TRACKS.find((other) => other.id === id);
      const [was, is] = [findSubject(before, subjectId), findSubject(after, subjectId)];
      moves.set(
        name,
        track && was && is && was !== is ? movesOf(trackEvents(was, track), trackEvents(is, track)) : null,
      );
    }
    return moves.get(name)!;
  };
  const follow = <K extends TargetKey>(keys: K[]): K[] => {
    const followed = keys.map((key) => {
      const frame = movesAbout(key)?.get(key.frame) ?? key.frame;
      return frame === key.frame ? key : { ...key, frame };
    });
    return followed.some((key, i) => key !== keys[i]) ? followed : keys;
  };
  const { events, keyTolerances } = terms;
  const [named, tolerated] = [events && follow(events), keyTolerances && follow(keyTolerances)];
  return named === events && tolerated === keyTolerances
    ? terms
    : { ...terms, ...(named && { events: named }), ...(tolerated && { keyTolerances: tolerated }) };
}
