import type { MotionDocument } from '../motion/document/schema.ts';
import { isSamePlace } from '../motion/sampling/stands.ts';
import { trackValues } from '../motion/sampling/track.ts';
import { READY_MODELS, type ReadyModel, type ReadyModelId, usualNumbers } from '../ready/index.ts';
import { seededRandom } from '../seeded.ts';
import {
  type Drill,
  DRILL_FAULTS,
  type DrillFault,
  easedMotion,
  mainMovement,
  ticksAsked,
  variantOf,
} from '../teaching/index.ts';
import { framesPerSecond } from '../time/index.ts';
import { chosenOf, type DrillAnswer, isMatch, SIZES, trainedBy } from './drill-kinds.ts';
import { FAULT_MOVES, isEasable, landingLater } from './fault-moves.ts';
import { nextTrial } from './threshold.ts';

/** A choice of two that differ in one thing. Of charts both are of one move that is shown: the right one's. */
export interface ChoiceTrial {
  left: MotionDocument;
  right: MotionDocument;
  answer: 'left' | 'right';
  size: number;
  isCatch: boolean;
  /** The fault that one of them has, where that is what is asked. */
  fault: DrillFault | null;
}

/** One move, of which something is to be told: frames from its first to its last key, when it lands, or its chart. */
export interface MatchTrial {
  motion: MotionDocument;
  frames: number;
  lands: number;
  ticks: number[];
}

export const isChoice = (trial: ChoiceTrial | MatchTrial): trial is ChoiceTrial => 'answer' in trial;

/** Less than this takes a move too short to be judged, in frames. */
const LEAST_FRAMES = 8;

function atRate(motion: MotionDocument, fps: number): MotionDocument {
  return framesPerSecond(motion.rate) === fps ? motion : variantOf(motion, { kind: 'rate', amount: fps });
}

/** Those of some moves that an eye can be trained on, at a drill's rate. */
export function movesForDrill(moves: readonly MotionDocument[], { fps }: Drill): MotionDocument[] {
  return moves
    .map((move) => atRate(move, fps))
    .filter((move) => {
      const events = mainMovement(move)?.events ?? [];
      return events.length > 1 && events.at(-1)! - events[0]! >= LEAST_FRAMES;
    });
}

const STAND_INS: Partial<Record<DrillFault, ReadyModelId>> = {
  float: 'bounce',
  'late-pose': 'swing',
  'popped-arc': 'toss',
};

/** A course may have no move that falls, or none of several poses: then a ready model stands in. */
function standInFor(fault: DrillFault | null): MotionDocument {
  const model: ReadyModel = READY_MODELS[(fault && STAND_INS[fault]) ?? 'slide'];
  return model.build({ ...usualNumbers(model), ...(fault === 'float' && { bounces: 0 }) });
}

/** Every drawing is shown: what differs must not fall between two exposures. */
const onOnes = (motion: MotionDocument): MotionDocument => variantOf(motion, { kind: 'exposure', amount: 1 });

/** One of the moves that fit, drawn from the seed; of none one that does. */
function moveFor(
  fit: readonly MotionDocument[],
  { fps }: Drill,
  fault: DrillFault | null,
  draw: () => number,
): MotionDocument {
  return onOnes(fit[Math.floor(draw() * fit.length)] ?? atRate(standInFor(fault), fps));
}

/** All faults in turn, in an order of its own each round. */
function faultInTurn(seed: number, number: number): DrillFault {
  const draw = seededRandom(seed + Math.floor(number / DRILL_FAULTS.length));
  const order = DRILL_FAULTS.map((fault) => ({ fault, at: draw() })).sort((a, b) => a.at - b.at);
  return order[number % order.length]!.fault;
}

/** Of a chart the start is eased by so much at most where another is to be told from it, in percent. */
const FULL = 100;

/** Both sides of a choice, the one that is asked for first: later, slower, faulty, or whose chart is shown. */
function sidesOf(drill: Drill, fault: DrillFault | null, move: MotionDocument, size: number, draw: () => number) {
  if (fault) {
    const { clean, faulty } = FAULT_MOVES[fault].make(move, size, draw);
    return [faulty, clean] as const;
  }
  if (drill.kind === 'lands-later') return [landingLater(move, size), move] as const;
  if (drill.kind === 'starts-slower') return [easedMotion(move, size / FULL, 0), easedMotion(move, 0, 0)] as const;
  const less = Math.round(draw() * (FULL - size));
  const charts = [less, less + size].map((start) => easedMotion(move, start / FULL, 0));
  return draw() < 0.5 ? ([charts[0]!, charts[1]!] as const) : ([charts[1]!, charts[0]!] as const);
}

/** Both are shown as long, with room for the latest there is: how long it plays must not tell. */
function shownAlike(sides: readonly MotionDocument[], room: number): MotionDocument[] {
  const first = Math.min(...sides.map(({ range }) => range.first));
  const last = Math.max(...sides.map(({ range }) => range.last)) + room;
  return sides.map((side) => ({ ...side, range: { first, last }, workRange: null }));
}

/** Whether it is elsewhere on its next event than on one of them, counted from its last if below 0. */
function movesFrom(motion: MotionDocument, event: number): boolean {
  const { subject, track, events } = mainMovement(motion)!;
  const i = event < 0 ? events.length + event : event;
  return !isSamePlace(trackValues(subject, track, events[i]!), trackValues(subject, track, events[i + 1]!));
}

/** Whether it moves until its last key: what stands before it has landed already. */
const movesToItsEnd = (motion: MotionDocument): boolean => movesFrom(motion, -2);

/** Whether it moves as soon as it is keyed to and until its last key: where it begins and ends can be seen. */
const movesThroughout = (motion: MotionDocument): boolean => movesFrom(motion, 0) && movesToItsEnd(motion);

/** One choice of two: the same for the same seed. */
export function makeChoice(
  drill: Drill,
  moves: readonly MotionDocument[],
  { size, isCatch, fault, seed }: { size: number; isCatch: boolean; fault: DrillFault | null; seed: number },
): ChoiceTrial {
  const draw = seededRandom(seed);
  const answer = draw() < 0.5 ? 'left' : 'right';
  const fit = moves.filter(fault ? FAULT_MOVES[fault].fits : drill.kind === 'lands-later' ? movesToItsEnd : isEasable);
  const sides = sidesOf(drill, fault, moveFor(fit, drill, fault, draw), size, draw);
  const room = drill.kind === 'lands-later' ? SIZES['lands-later']!.at(-1)! : fault === 'late-pose' ? LANDS_ROOM : 0;
  const [asked, other] = shownAlike(sides, room);
  const [left, right] = answer === 'left' ? [asked!, other!] : [other!, asked!];
  return { left, right, answer, size, isCatch, fault };
}
const LANDS_ROOM = 2;

/** A move is made to take from so few to so many frames, as many times each half as each double. */
const SHORTEST = 6;
const LONGEST = 40;
/** It stands still so long before it moves: nobody taps by counting rounds. */
const STILL_BEFORE = 14;

/** On which key it lands: the first at which it is lowest, of what falls; the last of a move in one go. */
function landingOf(motion: MotionDocument): number | null {
  const { subject, track, events } = mainMovement(motion)!;
  const places = events.map((frame) => trackValues(subject, track, frame));
  const [from, to] = [places[0]!, places[1]!];
  if (track.id === 'position' && to[1]! - from[1]! > Math.abs(to[0]! - from[0]!)) {
    const floor = Math.max(...places.map((place) => place[1]!));
    return to[1] === floor ? events[1]! : null;
  }
  return events.length === 2 ? events[1]! : null;
}

/** One move to tell something of: the same for the same seed. */
export function makeMatch(drill: Drill, moves: readonly MotionDocument[], seed: number): MatchTrial {
  const { kind } = drill;
  const draw = seededRandom(seed);
  const suits = (move: MotionDocument): boolean =>
    kind === 'tap-contact' ? landingOf(move) !== null : kind !== 'drag-chart' || isEasable(move);
  const fit = moves.filter((move) => movesThroughout(move) && suits(move));
  const own = moveFor(fit, drill, kind === 'tap-contact' ? 'float' : null, draw);
  const amount = Math.round(SHORTEST * (LONGEST / SHORTEST) ** draw());
  // What goes in one go leaves slowly and lands at speed; what bounces does so by itself.
  const eased =
    kind === 'drag-chart'
      ? easedMotion(own, draw(), draw())
      : mainMovement(own)!.events.length === 2
        ? easedMotion(own, draw() * EASED_START, 0)
        : own;
  const sized = kind === 'how-many-frames' ? variantOf(eased, { kind: 'length', amount }) : eased;
  const motion = variantOf(sized, { kind: 'shift', amount: Math.round(draw() * STILL_BEFORE) });
  return {
    motion: { ...motion, workRange: null },
    frames: amount,
    lands: landingOf(motion) ?? mainMovement(motion)!.events.at(-1)!,
    ticks: ticksAsked(motion),
  };
}
const EASED_START = 0.8;

/** A number of a seed of its own each. */
const APART = 7919;

/** The next trial of a drill after some answers: the same for the same seed and answers. */
export function trialOf(
  drill: Drill & { seed: number },
  moves: readonly MotionDocument[],
  answers: readonly DrillAnswer[],
): ChoiceTrial | MatchTrial {
  const number = answers.length;
  const seed = (drill.seed + APART * number) >>> 0;
  if (isMatch(drill.kind)) return makeMatch(drill, moves, seed);
  const fault = drill.kind === 'spot-the-fault' ? (drill.fault ?? faultInTurn(drill.seed, number)) : null;
  const trained = trainedBy(drill, fault ? { size: 0, right: false, fault } : null);
  const alike = chosenOf(answers).filter((answer) => trainedBy(drill, answer) === trained);
  return makeChoice(drill, moves, { ...nextTrial(alike, SIZES[trained]!, number), fault, seed });
}
