import type { MotionDocument, Subject } from '../motion/document/schema.ts';
import { type Track, trackAlike, trackRoles, tracksOf, trackValues } from '../motion/sampling/track.ts';
import type { Tolerances } from '../reading/index.ts';
import { fastestOf, readSpacing, type SpacingLook, timingCharts } from '../spacing/index.ts';
import { exposedFrame } from '../time/exposure.ts';
import { framesPerSecond } from '../time/rate.ts';

/** What a lane shows of one movement, in its own frames. */
interface Seen {
  motion: MotionDocument;
  subject: Subject;
  track: Track;
  /** Keyed extremes, each on its frame. */
  events: number[];
  /** The stretches between turns, with what the eye sees of each. */
  segments: SeenSegment[];
  /** From the first to the last event. */
  whole: SeenWhole;
}

interface SeenSegment {
  firstFrame: number;
  lastFrame: number;
  look: SpacingLook;
  isHeld: boolean;
}

interface SeenWhole {
  /** The frame on which it has set off, and that from which it stays where it ends. */
  setsOff: number;
  arrives: number;
  /** From its first place to its last, a number a channel. */
  step: number[];
  /** How far from its first place it comes. */
  reach: number;
  /** Beyond its last place and its first, as shares of the step, and how often it is past the last. */
  past: number;
  back: number;
  timesPast: number;
  /** Where it is fastest, and how fast, in units a second. */
  peak: { frame: number; speed: number };
}

/** Of the way, less is no movement. */
const STILL = 0.005;
const PAST = 0.01;

function wholeOf(motion: MotionDocument, subject: Subject, track: Track, events: readonly number[]): SeenWhole {
  const [first, last] = [events[0]!, events.at(-1)!];
  const { range, rate } = motion;
  const shown = (frame: number): number[] =>
    trackValues(subject, track, exposedFrame(frame, range.first, subject.exposure));
  const [start, end] = [trackValues(subject, track, first), trackValues(subject, track, last)];
  const step = end.map((value, c) => value - start[c]!);
  const size = Math.hypot(...step);
  let [reach, past, back, timesPast, isPast] = [0, 0, 0, 0, false];
  const frames = Array.from({ length: Math.floor(last) - Math.ceil(first) + 1 }, (_, i) => Math.ceil(first) + i);
  const apart = (frame: number, from: readonly number[]): number =>
    Math.hypot(...shown(frame).map((value, c) => value - from[c]!));
  for (const frame of frames) {
    reach = Math.max(reach, apart(frame, start));
    if (size === 0) continue;
    const along = shown(frame).reduce((sum, value, c) => sum + (value - start[c]!) * step[c]!, 0) / size ** 2;
    past = Math.max(past, along - 1);
    back = Math.max(back, -along);
    if (along > 1 + PAST && !isPast) timesPast++;
    isPast = along > 1 + PAST;
  }
  const still = STILL * Math.max(reach, size);
  return {
    setsOff: frames.find((frame) => apart(frame, start) > still) ?? first,
    arrives: (frames.findLast((frame) => apart(frame, end) > still) ?? first - 1) + 1,
    step,
    reach,
    past,
    back,
    timesPast,
    peak: fastestOf(subject, track, first, last, rate),
  };
}

/** Whether it stands until it is on its last frame at once. */
const isJump = (progress: readonly number[]): boolean =>
  progress.length > 2 && progress.slice(0, -1).every((value) => Math.abs(value) < STILL);

function seen(motion: MotionDocument, subject: Subject, track: Track): Seen | null {
  const events = [...trackRoles(subject, track)].filter(([, role]) => role === 'extreme').map(([frame]) => frame);
  if (events.length < 2) return null;
  const range = { first: Math.min(motion.range.first, events[0]!), last: Math.max(motion.range.last, events.at(-1)!) };
  const charts = timingCharts({ ...motion, range }, subject, track);
  if (charts.length === 0) return null;
  return {
    motion,
    subject,
    track,
    events,
    segments: charts.map((chart) => ({
      firstFrame: chart.firstFrame,
      lastFrame: chart.lastFrame,
      look: readSpacing(chart),
      isHeld: isJump(chart.marks.map(({ progress }) => progress)),
    })),
    whole: wholeOf(motion, subject, track, events),
  };
}

/** The movements of a motion: of every subject that is not scenery, each track that goes somewhere. */
function movements(motion: MotionDocument): Seen[] {
  return motion.subjects
    .filter((subject) => !subject.locked)
    .flatMap((subject) =>
      tracksOf(subject)
        .filter(({ id }) => id !== 'drawing')
        .flatMap((track) => seen(motion, subject, track) ?? []),
    );
}

const SLOW = 0.6;
const FAST = 1.4;
type Pace = 'slowly' | 'at speed' | 'fast';

const paceOf = (ratio: number): Pace => (ratio < SLOW ? 'slowly' : ratio > FAST ? 'fast' : 'at speed');

/** How a stretch leaves and arrives, in a word each; what is even is told as that. */
function endsOf({ look, isHeld }: SeenSegment): string {
  if (isHeld) return 'held, then jumps';
  if (look.isEven) return 'the same way on every frame';
  return `leaves ${paceOf(look.startRatio)}, arrives ${paceOf(look.endRatio)}`;
}

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

/** How far, and which way. */
function inSize({ whole: asked }: Seen, { whole: given }: Seen, { spacingPercent }: Tolerances): string {
  const dot = asked.step.reduce((sum, value, c) => sum + value * given.step[c]!, 0);
  if (dot < 0) return 'the other way';
  if (asked.reach === 0 || given.reach === 0) return '';
  // What goes past its end reaches farther by that, which is told apart.
  const far = (whole: SeenWhole): number => Math.hypot(...whole.step) || whole.reach;
  const share = Math.round((far(given) / far(asked) - 1) * 100);
  return Math.abs(share) > spacingPercent ? `goes ${Math.abs(share)} % ${share > 0 ? 'farther' : 'less far'}` : '';
}

/** How the stretches leave and arrive, where that is not as in the first lane. */
function inEnds(reference: Seen, lane: Seen): string {
  const [asked, given] = [reference.segments, lane.segments];
  const said = given.map(endsOf);
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

/** Where it is fastest, and by how much, where that is another frame or another speed. */
function inMiddle(reference: Seen, lane: Seen, { keyFrames }: Tolerances): string {
  if (lane.segments.every(({ look, isHeld }) => look.isEven || isHeld)) return '';
  const frame = ownClock(lane.motion, reference.motion)(lane.whole.peak.frame);
  const ratio = Math.abs(lane.whole.peak.speed / reference.whole.peak.speed);
  const isElsewhere = Math.abs(frame - reference.whole.peak.frame) > Math.max(1, keyFrames);
  const speed = ratio > FASTER || ratio < 1 / FASTER;
  if (!isElsewhere && !speed) return '';
  const at = `fastest at ${figure(Math.round(lane.whole.peak.frame))}`;
  return speed && Number.isFinite(ratio) ? `${at} (${figure(ratio)} times as fast)` : at;
}

const HANGS = 0.35;

/** The frame between its ends on which a stretch goes slowest, where it nearly stands there. */
function hangsAt({ motion, subject, track }: Seen, { firstFrame, lastFrame }: SeenSegment): number | null {
  const chart = timingCharts({ ...motion, range: { first: firstFrame, last: lastFrame } }, subject, track)[0];
  if (!chart || chart.marks.length < 6) return null;
  const mean = 1 / (lastFrame - firstFrame);
  const speeds = chart.marks
    .slice(1)
    .map((mark, i) => (mark.progress - chart.marks[i]!.progress) / (mark.frame - chart.marks[i]!.frame));
  const inner = speeds.slice(2, -2);
  const least = Math.min(...inner);
  const at = inner.indexOf(least) + 2;
  const isBetween = Math.max(...speeds.slice(0, at)) > mean && Math.max(...speeds.slice(at + 1)) > mean;
  return least < HANGS * mean && isBetween ? (chart.marks[at]!.frame + chart.marks[at + 1]!.frame) / 2 : null;
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
    const often = whole.timesPast > 1 ? `, ${whole.timesPast} times` : '';
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
      } else parts.push(`${many(lane.segments.length, 'stretch').replace('stretchs', 'stretches')} between turns`);
      return named(all, lane) + [...parts, ...inTurns(null, lane)].join(', ');
    })
    .join('; ');
}

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
      inSize(was, now, tolerances),
      ...inPictures(was, now),
      inEnds(was, now),
      inMiddle(was, now, tolerances),
    ]
      .filter(Boolean)
      .concat(inTurns(was, now));
    if (rest.length === 0 && (time === 'same keys' || time === '')) continue;
    said.push(
      named(asked, was) + (time ? [time, ...(rest.length ? [rest.join(', ')] : [])].join('; ') : rest.join(', ')),
    );
  }
  for (const now of given)
    if (!asked.some((was) => was.subject.id === now.subject.id)) said.push(`${now.subject.name} moves too`);
  if (said.length === 0) return 'the same as the first';
  const shown = said.slice(0, MOST_SAID);
  return shown.join('; ') + (said.length > shown.length ? `; and ${said.length - shown.length} more` : '');
}
