import {
  describeLane,
  framesPerSecond,
  type Lane,
  laneMotion,
  Lesson,
  type MotionDocument,
  sampleChannel,
  whatDiffers,
} from '@undulan/core';
import { expect, test } from 'vitest';
import { DEMO_LESSONS } from '../src/demo/lessons/index.ts';
import { damped } from '../src/demo/lessons/lessons-of-weight.ts';

const TOLERANCES = { keyFrames: 1, spacingPercent: 4 };

function boardNamed(name: string) {
  const board = DEMO_LESSONS.flatMap(({ boards }) => boards).find((other) => other.name === name)!;
  const motions = board.lanes.map((lane: Lane) => laneMotion(board, lane));
  return { board, motions, says: motions.slice(1).map((motion) => whatDiffers(motions[0]!, motion, TOLERANCES)) };
}

function at({ subjects }: MotionDocument, subjectId: string, channelId: string, frame: number): number {
  const channels = subjects.find(({ id }) => id === subjectId)!.channels;
  return sampleChannel(
    channels.find(({ id }) => id === channelId)!,
    frame,
  );
}

test('there are ten lessons, each is one, and every lane moves and differs from the first', () => {
  expect(DEMO_LESSONS).toHaveLength(10);
  for (const lesson of DEMO_LESSONS) {
    expect(Lesson.safeParse(lesson).error).toBeUndefined();
    expect(lesson.exercise).not.toBe('');
    for (const board of lesson.boards) {
      const { motions, says } = boardNamed(board.name);
      for (const motion of motions) expect(describeLane(motion)).not.toBe('nothing moves');
      for (const [i, said] of says.entries())
        expect(said, `${lesson.name}, ${board.name}, lane ${i + 2}`).not.toBe('the same as the first');
      expect(board.question && board.notes && board.lookAt).not.toBe('');
    }
  }
});

test('1: one second at five rates, and 24 frames that are 23 steps', () => {
  const { motions } = boardNamed('Counting');
  for (const motion of motions) {
    const keys = motion.subjects.at(-1)!.channels[0]!.keys;
    expect((keys.at(-1)!.frame - keys[0]!.frame) / framesPerSecond(motion.rate)).toBe(1);
  }
  expect(motions.map(({ rate }) => rate.num)).toEqual([24, 12, 8, 4, 2]);
  expect(boardNamed('Running and travel time').says).toEqual(['takes 24 frames, not 23']);
});

test('2: two counts at 90 and at 96 a minute', () => {
  // A count lasts 60/90 s, so two of them 32 frames at 24 fps; 60/96 s 30.
  const frames = boardNamed('Counts').motions.map(
    ({ subjects }) => subjects.at(-1)!.channels[0]!.keys.at(-1)!.frame - 1,
  );
  expect(frames).toEqual([(24 * 2 * 60) / 90, (24 * 2 * 60) / 96]);
});

test('3: halves into the end and out of the start; slow finishes by the share that they lose', () => {
  const { motions } = boardNamed('By halves');
  const shares = (motion: MotionDocument) =>
    [1, 2, 3, 4, 5].map((frame) => (at(motion, 'glass', 'position.x', frame) - 130) / 700);
  expect(shares(motions[1]!)).toEqual([0, 1 / 2, 3 / 4, 7 / 8, 1]);
  expect(shares(motions[2]!)).toEqual([0, 1 / 8, 1 / 4, 1 / 2, 1]);
  const even = 700 / 32;
  const arriving = boardNamed('How much?').motions.map(
    (motion) => (830 - at(motion, 'glass', 'position.x', 32.999)) / 0.001 / even,
  );
  expect(arriving.map((ratio) => Math.round(ratio * 100))).toEqual([80, 50, 20, 5]);
});

test('4: what drifts, goes on, or swings over is told as that', () => {
  expect(boardNamed('After the stop').says).toEqual([
    'position moves too, by 2 px',
    'same keys; does not hold from 25 on: goes on by 4 %',
    expect.stringMatching(/past its end and comes back$/),
  ]);
});

test('5: a fall of 1.2 m lands on frame 13; rebounds of 0.84, 0.59 and 0.41 m by the root of their heights', () => {
  const { motions, says } = boardNamed('A drop of 1.2 m');
  const keys = motions[0]!.subjects.at(-1)!.channels.find(({ id }) => id === 'position.y')!.keys;
  // 11.87 frames down; a rebound's half takes √0.7 of what came before: 9.93, 8.31, 6.95.
  expect(keys.map(({ frame }) => frame)).toEqual([1, 13, 23, 33, 41, 49, 56, 63]);
  const metres = keys.map(({ value }) => Number(((401 - value) / 250).toFixed(2)));
  expect(metres).toEqual([1.2, 0, 0.84, 0, 0.59, 0, 0.41, 0]);
  expect(says[1]).toMatch(/the same way on every frame/);
});

test('6: the popped arc is off on one frame, the other breaks in depth', () => {
  const { says } = boardNamed('Pan to pan');
  expect(says[0]).toMatch(/along another line/);
  expect(says[1]).toMatch(/along another line, farthest off at 18/);
  expect(says[2]).toMatch(/^depth moves too/);
  expect(boardNamed('Round the bowl').says[1]).toMatch(/slowest at 13, between its ends/);
});

test('7 and 8: as far back, and as often past, as they are named', () => {
  const anticipated = boardNamed('Before it goes down').says;
  expect(anticipated[0]).toMatch(/^comes to rest 3 frames later; .*goes 6 % back first$/);
  expect(anticipated[1]).toMatch(/goes 15 % back first$/);
  expect(damped(0.3, 0.35, 3).map((share) => Number(share.toFixed(3)))).toEqual([0.3, -0.105, 0.037]);
  expect(boardNamed('The rack comes up').says[0]).toMatch(/goes 30 % past its end and comes back$/);
});

test('9: the end follows by 3, by 6, and goes before', () => {
  expect(boardNamed('Dragged by a corner').says).toEqual([
    'Towel end: 3 frames later',
    'Towel end: 6 frames later',
    'Towel end: 3 frames earlier',
  ]);
  expect(boardNamed('Three parts of an arm').says).toEqual([
    'Forearm: 2 frames later; Whisk: 4 frames later',
    'Forearm: 4 frames later; Whisk: 8 frames later',
  ]);
});

test('10: what is longer along its speed is as much narrower, but where its volume is lost', () => {
  const volumes = boardNamed('Along its speed').motions.map(
    (motion) => at(motion, 'dough', 'scale.x', 12) * at(motion, 'dough', 'scale.y', 12),
  );
  expect(volumes.map((volume) => Number(volume.toFixed(3)))).toEqual([1, 1, 1, 1.6, expect.any(Number)]);
  const longest = boardNamed('Along its speed').motions.at(-1)!;
  expect(at(longest, 'dough', 'scale.y', 13)).toBe(1.6);
});
