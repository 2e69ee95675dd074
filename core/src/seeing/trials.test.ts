import { expect, test } from 'vitest';
import { glassSlide } from '../../testing/glass-slide.ts';
import type { MotionDocument } from '../motion/document/schema.ts';
import { withKeyAt } from '../motion/edit/index.ts';
import { trackValues } from '../motion/sampling/track.ts';
import { READY_MODELS, usualNumbers } from '../ready/index.ts';
import {
  createDrill,
  type Drill,
  DRILL_FAULTS,
  DRILL_KINDS,
  type DrillFault,
  mainMovement,
  whatDiffers,
} from '../teaching/index.ts';
import { isAnswerOf, isMatch, SIZES } from './drill-kinds.ts';
import {
  type ChoiceTrial,
  isChoice,
  makeChoice,
  makeMatch,
  type MatchTrial,
  movesForDrill,
  trialOf,
} from './trials.ts';

const TOLERANCES = { keyFrames: 1, spacingPercent: 2 };
const glass = glassSlide(
  [
    [1, 0],
    [17, 400],
  ],
  { last: 25 },
);
const three = glassSlide(
  [
    [1, 0],
    [13, 200],
    [25, 400],
  ],
  { last: 30 },
);
const ready = (id: keyof typeof READY_MODELS): MotionDocument =>
  READY_MODELS[id].build(usualNumbers(READY_MODELS[id]) as never);

const drillOf = createDrill;
const choice = (drill: Drill, size: number, seed: number, moves: MotionDocument[] = [glass]) =>
  makeChoice(drill, moves, { size, isCatch: false, fault: drill.fault, seed });
const sides = ({ left, right, answer }: ChoiceTrial): [MotionDocument, MotionDocument] =>
  answer === 'left' ? [left, right] : [right, left];

/** Where the main subject is, frame by frame. */
function way(motion: MotionDocument): number[][] {
  const { subject, track } = mainMovement(motion)!;
  const { first, last } = motion.range;
  return Array.from({ length: last - first + 1 }, (_, i) => trackValues(subject, track, first + i));
}
/** Frames on which two moves are not in the same place. */
function apart(one: MotionDocument, other: MotionDocument): number[] {
  const [a, b] = [way(one), way(other)];
  return a.flatMap((at, i) => (Math.hypot(...at.map((v, c) => v - b[i]![c]!)) > 1e-6 ? [one.range.first + i] : []));
}

test('the two sides differ in what is asked, and in nothing else', () => {
  for (let seed = 1; seed <= 20; seed++) {
    const trial = choice(drillOf('lands-later'), 3, seed);
    const [other, plain] = sides(trial);
    expect(whatDiffers(plain, other, TOLERANCES)).toBe('takes 19 frames, not 16');
    expect(trial.left.range).toEqual(trial.right.range);
    expect(plain.subjects).toEqual(glass.subjects);
    // It is over before the end, however late.
    expect(trial.left.range.last).toBeGreaterThanOrEqual(17 + 12);
  }
  const [other, plain] = sides(choice(drillOf('starts-slower'), 60, 4));
  expect(whatDiffers(plain, other, TOLERANCES)).toMatch(/^same keys; leaves slowly, arrives at speed/);
});

test('each fault is what it is called, and as large as was asked', () => {
  const fault = (name: DrillFault, size: number, moves?: MotionDocument[]) =>
    sides(choice(drillOf('spot-the-fault', name), size, 5, moves));
  const [stopping, stopped] = fault('hard-stop', 100);
  expect(whatDiffers(stopped, stopping, TOLERANCES)).toMatch(/arrives at speed/);
  const [even, eased] = fault('missing-ease', 100);
  expect(whatDiffers(eased, even, TOLERANCES)).toMatch(/the same way on every frame/);
  // It drifts on by 4 % of 400 px in the frames that it stands, and moves the same before them.
  const [creeping, still] = fault('drift', 4);
  expect(way(creeping).at(-1)![0]! - way(still).at(-1)![0]!).toBeCloseTo(16, 6);
  expect(apart(creeping, still)[0]).toBe(18);
  expect(apart(still, { ...still, subjects: still.subjects })).toEqual([]);
  // One pose of three comes later, its ends stay.
  const [late, onTime] = fault('late-pose', 3, [three]);
  expect([mainMovement(onTime)!.events, mainMovement(late)!.events]).toEqual([
    [1, 13, 25],
    [1, 16, 25],
  ]);
  // One drawing is off the line, by the step's length times the tangent.
  const [popped, arc] = fault('popped-arc', 45);
  expect(apart(popped, arc)).toHaveLength(1);
  const at = apart(popped, arc)[0]! - arc.range.first;
  const step = (way(arc)[at + 1]![0]! - way(arc)[at - 1]![0]!) / 2;
  expect(Math.abs(way(popped)[at]![1]! - way(arc)[at]![1]!)).toBeCloseTo(step, 6);
  // Cut where it pops the arc itself is as it was.
  expect(apart(arc, { ...glass, range: arc.range })).toEqual([]);
  // A slide does not float: a drop does.
  const [floating, landing] = fault('float', 90);
  expect(mainMovement(floating)!.subject.name).toBe('Rubber egg');
  expect(whatDiffers(landing, floating, TOLERANCES)).toMatch(/leaves slowly, arrives slowly/);
});

test('a pop of a tossed pancake, in its arc, is one drawing; no fault changes more than it is', () => {
  for (let seed = 0; seed < 30; seed++) {
    const toss = ready('toss');
    const [popped, arc] = sides(choice(drillOf('spot-the-fault', 'popped-arc'), 40, seed, [toss]));
    expect(apart(popped, arc)).toHaveLength(1);
    for (const id of ['slide', 'swing', 'turn', 'bounce', 'toss'] as const)
      for (const fault of DRILL_FAULTS) {
        const trial = choice(drillOf('spot-the-fault', fault), SIZES[fault]!.at(-1)!, seed, [ready(id)]);
        const [faulty, clean] = sides(trial);
        expect(apart(faulty, clean).length).toBeGreaterThan(0);
        expect(faulty.range).toEqual(clean.range);
        expect(faulty.subjects.map(({ look }) => look)).toEqual(clean.subjects.map(({ look }) => look));
      }
  }
});

test('of two charts one is that of the move, the other starts slower or faster by what is asked', () => {
  const ends = Array.from({ length: 40 }, (_, seed) => {
    const [shown, other] = sides(choice(drillOf('choose-chart'), 60, seed));
    expect(mainMovement(shown)!.events).toEqual(mainMovement(other)!.events);
    return way(shown)[2]![0]! > way(other)[2]![0]!;
  });
  expect(new Set(ends).size).toBe(2);
});

test('a match has its truth: frames that it moves, where it lands, its drawings', () => {
  const lengths = Array.from({ length: 60 }, (_, seed) => {
    const { motion, frames, lands, ticks } = makeMatch(drillOf('how-many-frames'), [glass], seed);
    const [first, last] = mainMovement(motion)!.events;
    expect([frames, lands]).toEqual([last! - first!, last]);
    expect(way(motion)[lands - motion.range.first]![0]).toBeCloseTo(400, 6);
    expect(motion.range.last).toBeGreaterThanOrEqual(lands);
    expect(ticks).toEqual(ticks.toSorted((a, b) => a - b));
    return frames;
  });
  expect(Math.min(...lengths)).toBeGreaterThanOrEqual(6);
  expect(Math.max(...lengths)).toBeLessThanOrEqual(40);
  expect(new Set(lengths).size).toBeGreaterThan(15);
});

test('what bounces lands where it first comes down; what comes and goes lands nowhere, and is not asked', () => {
  for (let seed = 0; seed < 20; seed++) {
    const { motion, lands } = makeMatch(drillOf('tap-contact'), [ready('bounce'), ready('swing')], seed);
    expect(mainMovement(motion)!.subject.name).toBe('Rubber egg');
    expect(lands).toBe(mainMovement(motion)!.events[1]);
    expect(makeMatch(drillOf('tap-contact'), [ready('swing')], seed).motion.subjects.at(-1)!.name).toBe('Rubber egg');
  }
  // One that stands at first is not asked for its length.
  const standing = glassSlide(
    [
      [1, 0],
      [9, 0],
      [20, 300],
    ],
    { last: 24 },
  );
  expect(makeMatch(drillOf('how-many-frames'), [standing], 3).motion.subjects.at(-1)!.look).not.toEqual(
    standing.subjects[0]!.look,
  );
});

test('a whole drill is the same for the same seed and answers; sides are drawn, faults come in turn', () => {
  for (const kind of DRILL_KINDS) {
    const drill = { ...drillOf(kind), seed: 11 };
    const answers: Parameters<typeof trialOf>[2][number][] = [];
    const trials: (ChoiceTrial | MatchTrial)[] = [];
    for (let number = 0; number < 13; number++) {
      const trial = trialOf(drill, [glass, three], answers);
      expect(trialOf(drill, [glass, three], answers)).toEqual(trial);
      expect(isChoice(trial)).toBe(!isMatch(kind));
      trials.push(trial);
      const answer = isChoice(trial)
        ? { size: trial.size, right: true, ...(trial.fault && { fault: trial.fault }), isCatch: trial.isCatch }
        : { truth: trial.frames, off: 1 };
      expect(isAnswerOf(drill, answer)).toBe(true);
      answers.push(answer);
    }
    if (kind !== 'spot-the-fault') continue;
    const faults = trials.map((trial) => (trial as ChoiceTrial).fault);
    expect(faults.slice(0, 6).toSorted()).toEqual(DRILL_FAULTS.toSorted());
    expect(faults.slice(6, 12).toSorted()).toEqual(DRILL_FAULTS.toSorted());
    // The eleventh of all, whatever its fault, cannot be missed.
    expect(trials.map((trial) => (trial as ChoiceTrial).isCatch).indexOf(true)).toBe(10);
  }
  const left = Array.from({ length: 400 }, (_, seed) => choice(drillOf('lands-later'), 2, seed).answer === 'left');
  expect(Math.abs(left.filter(Boolean).length - 200)).toBeLessThan(40);
});

test('lateness is asked for in whole frames only; answers that no drill asks for are none', () => {
  expect(SIZES['lands-later']!.every(Number.isInteger)).toBe(true);
  expect(SIZES['late-pose']!.every(Number.isInteger)).toBe(true);
  expect(isAnswerOf(drillOf('lands-later'), { size: 1.5, right: true })).toBe(false);
  expect(isAnswerOf(drillOf('lands-later'), { truth: 4, off: 1 })).toBe(false);
  expect(isAnswerOf(drillOf('tap-contact'), { size: 1, right: true })).toBe(false);
  expect(isAnswerOf(drillOf('spot-the-fault'), { size: 5, right: true })).toBe(false);
  expect(isAnswerOf(drillOf('spot-the-fault', 'drift'), { size: 5, right: true, fault: 'float' })).toBe(false);
  expect(isAnswerOf(drillOf('spot-the-fault', 'drift'), { size: 4, right: true, fault: 'drift' })).toBe(true);
});

test('a move too short or that stands still trains nobody; all are shown at the rate of the drill', () => {
  const fit = (move: MotionDocument, fps: Drill['fps'] = 24) =>
    movesForDrill([move], { ...drillOf('lands-later'), fps });
  expect(fit(glass)).toEqual([glass]);
  const [finer] = fit(glass, 48);
  expect([finer!.rate, mainMovement(finer!)!.events]).toEqual([{ num: 48, den: 1 }, [1, 33]]);
  expect(
    fit(
      glassSlide(
        [
          [1, 0],
          [5, 90],
        ],
        { last: 9 },
      ),
    ),
  ).toEqual([]);
  expect(fit(glassSlide([[1, 0]], { last: 9 }))).toEqual([]);
  // Eight frames at 24 are four at 12: too few.
  expect(
    fit(
      glassSlide(
        [
          [1, 0],
          [9, 90],
        ],
        { last: 12 },
      ),
      12,
    ),
  ).toEqual([]);
  const noMoves = makeChoice({ ...drillOf('lands-later'), fps: 60 }, [], {
    size: 3,
    isCatch: false,
    fault: null,
    seed: 1,
  });
  expect(noMoves.left.rate).toEqual({ num: 60, den: 1 });
});

test('what stands at its end, or is keyed frame by frame, is not asked of: nothing could be told apart', () => {
  const stands = glassSlide(
    [
      [1, 0],
      [17, 400],
      [29, 400],
    ],
    { last: 34 },
  );
  const dense = {
    ...three,
    subjects: three.subjects.map((subject) => ({
      ...subject,
      channels: subject.channels.map((channel) =>
        [3, 5, 8, 10, 16, 20].reduce((keyed, frame) => withKeyAt(keyed, frame), channel),
      ),
    })),
  };
  for (const [kind, move] of [
    ['lands-later', stands],
    ['starts-slower', dense],
    ['choose-chart', dense],
  ] as const)
    for (const size of [SIZES[kind]![0]!, SIZES[kind]!.at(-1)!]) {
      const [asked, other] = sides(choice(drillOf(kind), size, 3, [move]));
      expect(apart(asked, other).length).toBeGreaterThan(0);
    }
});
