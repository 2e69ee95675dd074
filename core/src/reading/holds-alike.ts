import { findChannel } from '../motion/document/document.ts';
import type { Channel, Key, MotionDocument, Subject } from '../motion/document/schema.ts';
import { effectiveHandles } from '../motion/keys/set-handles.ts';
import { extentOfKeys } from '../motion/keys/thin-keys.ts';
import { standsFrom } from '../motion/sampling/stands.ts';
import { askedOf } from './counterpart.ts';
import { isRecorded, regularGap } from './keying.ts';
import { type MatchEvent, matchKeys } from './match-keys.ts';
import { createWarp } from './warp.ts';

/**
 * What stands may be keyed in several ways, each the same picture: the pose before a move, one that is held, and that
 * after the last move, once or again and again; a hold before a jump by its first key alone, or by a second one on its
 * last drawing too. Of two motions that go from stand to stand each is read without the keys for this that the other
 * does without.
 */

/** Keys that stand on one value, by their places; of one that moves on at once, that alone. */
interface Stand {
  places: number[];
  /** Those by which it is seen when the pose is there, and when it is left. */
  seen: number[];
  /** What follows is there with the next drawing, by a jump or by a key on the last drawing before. */
  jumpsOff: boolean;
}

function standsOf({ keys }: Channel, { exposure }: Subject): Stand[] {
  const runs: number[][] = [];
  keys.forEach((_, i) => {
    if (runs.length > 0 && standsFrom(keys, i - 1)) runs.at(-1)!.push(i);
    else runs.push([i]);
  });
  return runs.map((places, r): Stand => {
    const [first, last] = [places[0]!, places.at(-1)!];
    const next = keys[last + 1];
    const isOnLastDrawing = next !== undefined && last > first && next.frame - keys[last]!.frame <= exposure;
    const jumpsOff = next !== undefined && (keys[last]!.leave === 'step' || isOnLastDrawing);
    const seen = [...(r > 0 ? [first] : []), ...(next && !jumpsOff && (r === 0 || last > first) ? [last] : [])];
    return { places, seen, jumpsOff };
  });
}

type StandPair = readonly [own: Stand, other: Stand];
type Keys = readonly [own: readonly Key[], other: readonly Key[]];

/**
 * The places of a stand that its counterpart does without: none that is seen, and of the others those furthest from the
 * counterpart's keys, frames being its frames.
 */
function surplusOf([own, other]: StandPair, [keys, others]: Keys, toOther: (frame: number) => number): number[] {
  const kept = Math.max(1, own.seen.length, other.places.length);
  if (own.places.length <= kept) return [];
  const apart = (frame: number): number => Math.min(...other.places.map((k) => Math.abs(others[k]!.frame - frame)));
  return own.places
    .map((i) => ({ i, rank: own.seen.includes(i) ? -1 : apart(toOther(keys[i]!.frame)) }))
    .sort((a, b) => a.rank - b.rank)
    .slice(kept)
    .map(({ i }) => i);
}

/** Keys so near in frames, and so near in value as a share of how far a channel goes, are the same. */
const SAME_KEY = { frames: 1, share: 0.05 };
/** One this near in frames is the same in whatever pose. */
const ON_IT = 0.5;

/** Whether a key that stands is one of some of the counterpart's. */
function isOneOf(places: readonly number[], { frame, value }: Key, others: readonly Key[]): boolean {
  const most = SAME_KEY.share * extentOfKeys(others);
  return places.some((k) => {
    const other = others[k]!;
    const apart = Math.abs(other.frame - frame);
    return apart <= ON_IT || (apart <= SAME_KEY.frames && Math.abs(other.value - value) <= most);
  });
}

/** How one channel's frames run beside its counterpart's, by where its stands are come to; the first is left. */
function timeBetween(pairs: readonly StandPair[], [keys, others]: Keys): (frame: number) => number {
  const isFirst = ({ places }: Stand): boolean => places[0] === 0;
  const seenAt = (stand: Stand, of: readonly Key[]): number =>
    of[(isFirst(stand) ? stand.places.at(-1) : stand.places[0])!]!.frame;
  const ends = pairs.flatMap(([own, other]) =>
    isFirst(own) === isFirst(other) && (!isFirst(own) || (own.seen.length > 0 && other.seen.length > 0))
      ? [{ from: seenAt(own, keys), to: seenAt(other, others) }]
      : [],
  );
  return createWarp(ends);
}

/** A key that is off by more than this share of the move before it, or of that after the first pose, is another one. */
const OFF_BY = 1 / 3;

/**
 * Whether the counterpart has a key for one that would go: nearer to it than to any that stays, and too far from these
 * to be one of them that is late, or early, by what the stand beside it is not.
 */
function isMeant(gone: readonly number[], [own, other]: StandPair, beside: StandPair, sides: Keys): boolean {
  const [keys, others] = sides;
  const frameOf = (of: readonly Key[], i: number | undefined): number => of[i!]!.frame;
  const isBefore = beside[0].places[0]! < own.places[0]!;
  const [from, to] = isBefore ? [beside[0], own] : [own, beside[0]];
  const move = frameOf(keys, to.places[0]) - frameOf(keys, from.places.at(-1));
  const at = isBefore ? -1 : 0;
  const shift = frameOf(others, beside[1].places.at(at)) - frameOf(keys, beside[0].places.at(at));
  const stays = own.places.filter((i) => !gone.includes(i));
  return other.places.some((k) => {
    const apart = (i: number): number => Math.abs(frameOf(others, k) - shift - frameOf(keys, i));
    const least = Math.min(...stays.map(apart));
    return Math.min(...gone.map(apart)) < least && least > OFF_BY * move;
  });
}

/** A key whose handles stay what they are, whatever is keyed beside it. */
const withOwnHandles = (keys: readonly Key[], i: number): Key =>
  keys[i]!.link === 'auto' ? { ...keys[i]!, link: 'broken', ...effectiveHandles(keys, i) } : keys[i]!;

/** Keys without some that stand; a hold whose last key goes jumps off from the one before, where that one did. */
function without(keys: readonly Key[], stands: readonly Stand[], gone: ReadonlySet<number>): Key[] {
  const jumping = new Set<number>();
  const beside = new Set<number>();
  for (const { places, jumpsOff } of stands) {
    const last = places.at(-1)!;
    if (!gone.has(last) || !jumpsOff) continue;
    const stays = places.findLast((i) => !gone.has(i))!;
    jumping.add(stays);
    for (const i of [stays, last + 1]) beside.add(i);
  }
  return keys.flatMap((_, i) => {
    if (gone.has(i)) return [];
    const key = beside.has(i) ? withOwnHandles(keys, i) : keys[i]!;
    return [jumping.has(i) ? { ...key, leave: 'step' as const } : key];
  });
}

interface Side {
  channel: Channel;
  subject: Subject;
}

/** Poses nearer to each other than this share of how far a channel goes may be the same. */
const SAME_POSE = 0.2;

/**
 * Which of two channels' stands are the same: in their order where there are as many and each has its pose, however
 * late they are, else by pose and frame.
 */
function pairsOf(stands: readonly Stand[], others: readonly Stand[], [keys, asked]: Keys): [Stand, Stand][] {
  const span = extentOfKeys(asked);
  const keyOf = ({ places, seen }: Stand, of: readonly Key[]): Key => of[seen[0] ?? places[0]!]!;
  const isPosed = (stand: Stand, s: number): boolean =>
    Math.abs(keyOf(stand, keys).value - keyOf(others[s]!, asked).value) <= SAME_POSE * span;
  if (stands.length === others.length && stands.every(isPosed)) return stands.map((stand, s) => [stand, others[s]!]);
  const eventsOf = (all: readonly Stand[], of: readonly Key[]): MatchEvent[] =>
    all.map((stand) => ({ frame: keyOf(stand, of).frame, values: [keyOf(stand, of).value] }));
  const frames = Math.max(1, (2 * (asked.at(-1)!.frame - asked[0]!.frame)) / Math.max(1, others.length - 1));
  const match = matchKeys(eventsOf(others, asked), eventsOf(stands, keys), { frames, value: span });
  return match.pairs.map(([i, j]) => [stands[j]!, others[i]!]);
}

/** A channel without the keys where it stands that its counterpart does without; the same one where there are none. */
function keyedLike(own: Side, other: Side, isTarget: boolean): Channel {
  const [stands, others] = [own, other].map(({ channel, subject }) => standsOf(channel, subject)) as [Stand[], Stand[]];
  // A pose that the take does not stand on, or has none of, is the target's all the same.
  const areOthers = isTarget && stands.length !== others.length;
  if (stands.length < 2 || others.length < 2 || areOthers) return own.channel;
  const sides = [own.channel.keys, other.channel.keys] as const;
  const pairs = pairsOf(stands, others, sides);
  const toOther = timeBetween(pairs, sides);
  // What is left of the counterpart's poses may be what is keyed there.
  const left = others.filter((stand) => !pairs.some(([, asked]) => asked === stand)).flatMap(({ places }) => places);
  const gone = pairs.flatMap((pair, p) => {
    const [stand, asked] = pair;
    const surplus = surplusOf(pair, sides, toOther).filter((i) => {
      const key = { ...sides[0][i]!, frame: toOther(sides[0][i]!.frame) };
      return !isOneOf(left, key, sides[1]);
    });
    if (surplus.length === 0) return [];
    // A jump is one only beside a jump.
    if (stand.jumpsOff && !asked.jumpsOff && surplus.includes(stand.places.at(-1)!)) return [];
    const beside = pairs[p - 1] ?? pairs[p + 1];
    return isTarget && (!beside || isMeant(surplus, pair, beside, sides)) ? [] : surplus;
  });
  return gone.length === 0 ? own.channel : { ...own.channel, keys: without(sides[0], stands, new Set(gone)) };
}

/** Of more keys it is not looked at how they stand. */
const MOST_KEYS = 400;

const isAnyStanding = ({ keys }: Channel): boolean => keys.some((_, i) => standsFrom(keys, i));

/** Whether what lies between its poses is keyed as well, on most frames. */
const hasItsInbetweens = ({ keys }: Channel): boolean =>
  regularGap(keys) === 1 && keys.some(({ role }) => role === 'inbetween');

/** Whether a channel is keyed from pose to pose, not by frames, and its keys say nothing of what comes beyond them. */
const isPosed = (channel: Channel, other: Channel): boolean =>
  channel.keys.length <= MOST_KEYS &&
  !channel.before &&
  !channel.after &&
  !isRecorded(channel, other) &&
  !hasItsInbetweens(channel);

interface How {
  /** What the keys of each subject are compared with. */
  otherOf: ReadonlyMap<Subject, Subject>;
  isTarget: boolean;
  /** The frame kept for the untouched pose: keys on it are told as that. */
  restFrame: number | null;
}

/** A motion with each channel keyed like its counterpart's where it stands. */
function standingLike(motion: MotionDocument, { otherOf, isTarget, restFrame }: How): MotionDocument {
  let isAny = false;
  const isAtRest = ({ keys }: Channel): boolean => restFrame !== null && keys.some(({ frame }) => frame === restFrame);
  const subjects = motion.subjects.map((subject): Subject => {
    const other = otherOf.get(subject);
    if (!other) return subject;
    const channels = subject.channels.map((channel) => {
      const own = isAnyStanding(channel) ? findChannel(other, channel.id) : undefined;
      const isPlain = own && isPosed(channel, own) && isPosed(own, channel) && !isAtRest(channel);
      if (!isPlain) return channel;
      const alike = keyedLike({ channel, subject }, { channel: own, subject: other }, isTarget);
      if (alike !== channel) isAny = true;
      return alike;
    });
    return { ...subject, channels };
  });
  return isAny ? { ...motion, subjects } : motion;
}

/** Target and take, keyed alike where they stand. */
export function holdsAlike(
  target: MotionDocument,
  take: MotionDocument,
): { target: MotionDocument; take: MotionDocument } {
  const askedBy = askedOf(target, take);
  const drawnBy = new Map([...askedBy].map(([drawn, asked]) => [asked, drawn]));
  const { restFrame } = target;
  return {
    target: standingLike(target, { otherOf: drawnBy, isTarget: true, restFrame }),
    take: standingLike(take, { otherOf: askedBy, isTarget: false, restFrame }),
  };
}
