import { extentOf } from '../extent.ts';
import type { MotionDocument } from '../motion/document/schema.ts';
import { trackAlike, trackValues } from '../motion/sampling/track.ts';
import type { Tolerances } from '../reading/index.ts';
import { howOften } from '../spacing/index.ts';
import { framesPerSecond } from '../time/rate.ts';
import { withUnit } from '../with-unit.ts';
import { endsOf, hangsAt, movements, paceOf, PAST, type Seen, type SeenWhole } from './lane-look.ts';

const many = (count: number, one: string): string => `${figure(count)} ${one}${count === 1 ? '' : 's'}`;
const figure = (value: number): string => String(Number(value.toFixed(Math.abs(value) < 10 ? 1 : 0))).replace('-', '−');
const ORDINALS = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth', 'ninth'];
const ordinal = (i: number): string => ORDINALS[i] ?? `${i + 1}th`;
const ON = ['', 'on ones', 'on twos', 'on threes', 'on fours'];

/** A lane's frame on the clock of the first one. */
function ownClock(from: MotionDocument, to: MotionDocument): (frame: number) => number {
  const ratio = framesPerSecond(to.rate) / framesPerSecond(from.rate);
  return (frame) => to.range.first + (frame - from.range.first) * ratio;
}

const DRIFT = 0.001;

/** When it is: the same keys, late, longer. Counted in the first lane's frames. */
function inTime(reference: Seen, lane: Seen, { keyFrames }: Tolerances): string {
  const onClock = ownClock(lane.motion, reference.motion);
  const isOff = (by: number): boolean => Math.abs(by) >= keyFrames - DRIFT;
  const laneEvents = lane.events.map(onClock);
  const later = (by: number): string => `${many(Math.abs(by), 'frame')} ${by > 0 ? 'later' : 'earlier'}`;
  if (laneEvents.length !== reference.events.length) {
    const by = onClock(lane.whole.arrives) - reference.whole.arrives;
    const start = laneEvents[0]! - reference.events[0]!;
    if (isOff(start)) return `sets off ${later(start)}`;
    // How it comes to rest is another matter than when.
    return isOff(by) && Math.abs(by) >= 2 ? `comes to rest ${later(by)}` : '';
  }
  const offsets = laneEvents.map((frame, i) => frame - reference.events[i]!);
  if (offsets.every((by) => !isOff(by))) return 'same keys';
  const first = offsets.findIndex(isOff);
  const by = offsets[first]!;
  const span = (events: readonly number[]): number => events.at(-1)! - events[0]!;
  if (offsets.slice(first).every((other) => !isOff(other - by))) {
    if (first === 0) return later(by);
    if (offsets.length === 2) return `takes ${figure(span(laneEvents))} frames, not ${figure(span(reference.events))}`;
    return first === offsets.length - 1
      ? `its last key ${later(by)}`
      : `${later(by)} from the ${ordinal(first)} key on`;
  }
  const ratio = span(laneEvents) / span(reference.events);
  const isTempo = offsets.every((other, i) => {
    const expected = (reference.events[i]! - reference.events[0]!) * (ratio - 1) + offsets[0]!;
    return Math.abs(other - expected) < Math.max(keyFrames, 0.5);
  });
  if (isTempo && Math.abs(ratio - 1) > 0.02)
    return `takes ${figure(span(laneEvents))} frames, not ${figure(span(reference.events))}`;
  return `the ${ordinal(first)} key ${later(by)}`;
}

/** How far, and which way; where the keys are as many, at which of them first. */
function inSize(reference: Seen, lane: Seen, { spacingPercent }: Tolerances): string {
  const [asked, given] = [reference.whole, lane.whole];
  const dot = asked.step.reduce((sum, value, c) => sum + value * given.step[c]!, 0);
  if (dot < 0) return 'the other way';
  if (asked.reach === 0 || given.reach === 0) return '';
  const isOff = (share: number): boolean => Math.abs(share) * 100 >= spacingPercent - DRIFT;
  const placesOf = ({ subject, track, events }: Seen): number[][] =>
    events.map((frame) => trackValues(subject, track, frame));
  const [was, now] = [placesOf(reference), placesOf(lane)];
  const apart = (a: readonly number[], b: readonly number[]): number =>
    Math.hypot(...a.map((value, c) => value - b[c]!));
  if (was.length === now.length && was.length > 2) {
    const step = (places: readonly number[][], i: number): number => apart(places[i]!, places[i - 1]!);
    const i = now.findIndex((_, k) => k > 0 && isOff((step(now, k) - step(was, k)) / asked.reach));
    if (i < 0) return '';
    if (step(was, i) === 0)
      return (
        `does not hold from ${figure(lane.events[i - 1]!)} on: goes on by ` +
        `${figure((step(now, i) / asked.reach) * 100)} %`
      );
    const share = step(now, i) / step(was, i) - 1;
    return `${figure(Math.abs(share) * 100)} % ${share > 0 ? 'farther' : 'less far'} to the ${ordinal(i)} key`;
  }
  // What goes past its end reaches farther by that, which is told apart.
  const far = (whole: SeenWhole): number => Math.hypot(...whole.step) || whole.reach;
  const share = far(given) / far(asked) - 1;
  return isOff(share) ? `goes ${figure(Math.abs(share) * 100)} % ${share > 0 ? 'farther' : 'less far'}` : '';
}

/** A line is measured at so many places at most. */
const MOST_PLACES = 400;

function lineOf({ subject, track, events }: Seen, most: number): { frame: number; at: number[] }[] {
  const [first, last] = [events[0]!, events.at(-1)!];
  const count = Math.min(most, Math.max(2, Math.ceil((last - first) * 4)));
  return Array.from({ length: count + 1 }, (_, i) => {
    const frame = first + ((last - first) * i) / count;
    return { frame, at: trackValues(subject, track, frame) };
  });
}

/** How far a place is aside of the straight line from the first of some places to the one farthest from it. */
function asideOf(places: readonly number[][]): (place: readonly number[]) => number {
  const [x, y] = places[0]! as [number, number];
  const way = places.reduce<[number, number]>(
    (most, at) => {
      const one: [number, number] = [at[0]! - x, at[1]! - y];
      return Math.hypot(...one) > Math.hypot(...most) ? one : most;
    },
    [0, 0],
  );
  const length = Math.hypot(...way);
  return (at) => (length > 0 ? Math.abs(way[0] * (at[1]! - y) - way[1] * (at[0]! - x)) / length : 0);
}

/** Whether what goes as far goes along another line, and where it is farthest from that. */
function inLine(reference: Seen, lane: Seen, { spacingPercent }: Tolerances): string {
  if (lane.track.channelIds.length < 2 || lane.track.id !== reference.track.id) return '';
  // Farther along the same line is no other one.
  if ([reference, lane].some(({ whole }) => whole.past > PAST || whole.back > PAST)) return '';
  const line = lineOf(reference, MOST_PLACES);
  const aside = asideOf(line.map(({ at }) => at));
  // Of a straight line what is beyond its ends is on it still.
  const isStraight = line.every(({ at }) => aside(at) * 1000 <= reference.whole.reach);
  const off = lineOf(lane, MOST_PLACES).map(({ frame, at }) => ({
    frame,
    by: isStraight
      ? aside(at)
      : Math.min(...line.map((other) => Math.hypot(other.at[0]! - at[0]!, other.at[1]! - at[1]!))),
  }));
  const worst = off.reduce((most, one) => (one.by > most.by ? one : most));
  const isOff = worst.by * 100 >= spacingPercent * reference.whole.reach;
  return isOff ? `along another line, farthest off at ${figure(Math.round(worst.frame))}` : '';
}

/** How the stretches leave and arrive, where that is not as in the first lane. */
function inEnds(reference: Seen, lane: Seen): string {
  const [asked, given] = [reference.segments, lane.segments];
  const said = given.map(endsOf);
  const isOneWay = given.every(({ look, isHeld }) => look.isEven || isHeld) && new Set(said).size === 1;
  if (asked.length !== given.length && isOneWay) return `${said[0]!} between all keys`;
  if (asked.length !== given.length) {
    const [first, last] = [given[0]!, given.at(-1)!];
    const [wasFirst, wasLast] = [asked[0]!, asked.at(-1)!];
    const [leaves, arrives] = [paceOf(first.look.startRatio), paceOf(last.look.endRatio)];
    return [
      leaves !== paceOf(wasFirst.look.startRatio) && `leaves ${leaves}`,
      arrives !== paceOf(wasLast.look.endRatio) && `arrives ${arrives}`,
    ]
      .filter((part) => part !== false)
      .join(', ');
  }
  const differing = given.flatMap((segment, i) => (said[i] === endsOf(asked[i]!) ? [] : [i]));
  if (differing.length === 0) return '';
  const [i] = differing;
  const isAlike = differing.every((other) => said[other] === said[i!]);
  if (given.length === 1) return said[i!]!;
  if (differing.length === given.length && isAlike) return `${said[i!]} between all keys`;
  return `from ${figure(given[i!]!.firstFrame)} to ${figure(given[i!]!.lastFrame)}: ${said[i!]}`;
}

const FASTER = 1.15;

/** The reference's frame at which the lane is as far along its events: by their keys where they are as many. */
function alongEvents(reference: Seen, lane: Seen): { frameOf: (frame: number) => number; tempo: number } {
  const onClock = ownClock(lane.motion, reference.motion);
  const [to, from] = [reference.events, lane.events];
  const tempo = (from.at(-1)! - from[0]!) / framesPerSecond(lane.motion.rate);
  if (from.length !== to.length) return { frameOf: onClock, tempo: 1 };
  return {
    tempo: tempo / ((to.at(-1)! - to[0]!) / framesPerSecond(reference.motion.rate)),
    frameOf: (frame) => {
      const i = Math.min(
        from.length - 2,
        Math.max(
          0,
          from.findLastIndex((event) => event <= frame),
        ),
      );
      const share = (frame - from[i]!) / (from[i + 1]! - from[i]!);
      return to[i]! + share * (to[i + 1]! - to[i]!);
    },
  };
}

/** Where it is fastest, and by how much, where that is another frame or another speed. */
function inMiddle(reference: Seen, lane: Seen, { keyFrames }: Tolerances): string {
  // What jumps has no speed to tell.
  if (lane.whole.peak.speed === 0 || lane.segments.every(({ look, isHeld }) => look.isEven || isHeld)) return '';
  const { frameOf, tempo } = alongEvents(reference, lane);
  const frame = frameOf(lane.whole.peak.frame);
  const ratio = Math.abs(lane.whole.peak.speed / reference.whole.peak.speed) * tempo;
  const isElsewhere = Math.abs(frame - reference.whole.peak.frame) > Math.max(1, keyFrames);
  const speed = ratio > FASTER || ratio < 1 / FASTER;
  if (!isElsewhere && !speed) return '';
  const at = `fastest at ${figure(Math.round(lane.whole.peak.frame))}`;
  return speed && Number.isFinite(ratio) ? `${at} (${figure(ratio)} times as fast)` : at;
}

/** Turns and holds: back first, past the end, hanging between. */
function inTurns(reference: Seen | null, lane: Seen): string[] {
  const { whole } = lane;
  const was = reference?.whole;
  const parts: string[] = [];
  if (whole.back > PAST && whole.back - (was?.back ?? 0) > PAST)
    parts.push(`goes ${figure(whole.back * 100)} % back first`);
  const isOther = Math.abs(whole.past - (was?.past ?? 0)) > PAST || whole.timesPast !== (was?.timesPast ?? 0);
  if (whole.past > PAST && isOther) {
    const often = whole.timesPast > 1 ? `, ${howOften(whole.timesPast)}` : '';
    parts.push(`goes ${figure(whole.past * 100)} % past its end and comes back${often}`);
  } else if (was && was.past > PAST && whole.past <= PAST) parts.push('stops without going past its end');
  const hangs = lane.segments.flatMap((segment) => hangsAt(lane, segment) ?? []);
  const didHang = reference?.segments.some((segment) => hangsAt(reference, segment) !== null);
  if (hangs.length > 0 && !didHang) parts.push(`slowest at ${figure(Math.round(hangs[0]!))}, between its ends`);
  return parts;
}

/** How drawings are exposed and at which rate, where that is another. */
function inPictures(reference: Seen | null, { motion, subject }: Seen): string[] {
  const parts: string[] = [];
  const fps = framesPerSecond(motion.rate);
  if (reference && Math.abs(fps - framesPerSecond(reference.motion.rate)) > DRIFT)
    parts.push(`${figure(fps)} pictures a second`);
  if (subject.exposure !== (reference?.subject.exposure ?? 1)) parts.push(ON[subject.exposure]!);
  return parts;
}

function named(all: readonly Seen[], { subject, track }: Seen): string {
  const several = new Set(all.map((other) => other.subject.id)).size > 1;
  const tracks = all.filter((other) => other.subject.id === subject.id).length > 1;
  const name = [several && subject.name, tracks && track.label.toLowerCase()]
    .filter((part) => part !== false)
    .join(', ');
  return name && `${name}: `;
}

const stretches = ({ segments }: Seen): string =>
  `${segments.length} ${segments.length === 1 ? 'stretch' : 'stretches'} between turns`;

/** What is seen of a lane by itself: how it leaves and arrives, where it is fastest, its turns. */
export function describeLane(motion: MotionDocument): string {
  const all = movements(motion);
  if (all.length === 0) return 'nothing moves';
  return all
    .slice(0, MOST_SAID)
    .map((lane) => {
      const parts = [...inPictures(null, lane)];
      const [first] = lane.segments;
      if (lane.segments.length === 1) {
        parts.push(endsOf(first!));
        if (!first!.look.isEven && !first!.isHeld)
          parts.push(`fastest at ${figure(Math.round(lane.whole.peak.frame))}`);
      } else parts.push(stretches(lane));
      return named(all, lane) + [...parts, ...inTurns(null, lane)].join(', ');
    })
    .join('; ');
}

/** What moves in a lane and stands still in the first one, and between what. */
function movesToo({ subject, track, events }: Seen, several: boolean): string {
  const whose = several ? `${subject.name}: ` : '';
  const frames = Array.from({ length: Math.ceil(events.at(-1)! - events[0]!) + 1 }, (_, i) => events[0]! + i);
  const extents = track.channelIds.map((_, c) =>
    extentOf(frames.map((frame) => trackValues(subject, track, frame)[c]!)),
  );
  const { low, high } = extents.reduce((most, one) => (one.high - one.low > most.high - most.low ? one : most));
  const between =
    track.channelIds.length > 1 ? `by ${amount(high - low)}` : `between ${amount(low)} and ${amount(high)}`;
  return `${whose}${track.label.toLowerCase()} moves too, ${withUnit(between, track.unit)}`;
}

const amount = (value: number): string => String(Number(value.toPrecision(3))).replace('-', '−');

/** Movements spoken of in one sentence. */
const MOST_SAID = 2;

/**
 * What of a lane is not as in the first one, in one sentence: first the cause (later, longer, less far, the other way),
 * then how it leaves and arrives, then where it is fastest, then turns and holds. Nothing under the tolerances is said.
 */
export function whatDiffers(reference: MotionDocument, lane: MotionDocument, tolerances: Tolerances): string {
  const [asked, given] = [movements(reference), movements(lane)];
  const said: string[] = [];
  for (const was of asked) {
    const track = trackAlike(lane.subjects.find(({ id }) => id === was.subject.id) ?? was.subject, was.track);
    const now = given.find((other) => other.subject.id === was.subject.id && other.track.id === track.id);
    if (!now) {
      said.push(`${named(asked, was)}does not move`);
      continue;
    }
    const time = inTime(was, now, tolerances);
    const rest = [
      inSize(was, now, tolerances) || inLine(was, now, tolerances),
      ...inPictures(was, now),
      inEnds(was, now),
      inMiddle(was, now, tolerances),
    ]
      .filter(Boolean)
      .concat(inTurns(was, now));
    if (rest.length === 0 && now.segments.length !== was.segments.length)
      rest.push(`${stretches(now)}, not ${was.segments.length}`);
    if (rest.length === 0 && (time === 'same keys' || time === '')) continue;
    said.push(
      named(asked, was) + (time ? [time, ...(rest.length ? [rest.join(', ')] : [])].join('; ') : rest.join(', ')),
    );
  }
  if (
    asked.length > 0 &&
    !asked.some((was) => given.some((now) => now.subject.id === was.subject.id)) &&
    given.length > 0
  )
    return `another move: ${describeLane(lane)}`;
  for (const now of given)
    if (
      !asked.some((was) => was.subject.id === now.subject.id && trackAlike(now.subject, was.track).id === now.track.id)
    )
      said.push(movesToo(now, new Set(given.map(({ subject }) => subject.id)).size > 1));
  if (said.length === 0) return 'the same as the first';
  const shown = said.slice(0, MOST_SAID);
  return shown.join('; ') + (said.length > shown.length ? `; and ${said.length - shown.length} more` : '');
}
