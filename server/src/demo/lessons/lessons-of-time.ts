import {
  createDrill,
  createKey,
  createKeyedSubject,
  createLesson,
  type Key,
  type Lesson,
  type MotionDocument,
} from '@undulan/core';
import { cabinet, counter, scene } from '../demo-scene.ts';
import { DRAWER, HOB_DIAL, TOWEL_CORNER } from '../kitchen-looks.ts';
import { board, glassAlong, keysOf } from './lesson-parts.ts';

const swipe = scene(1, 25, [
  counter,
  createKeyedSubject(
    'cloth',
    'Cloth',
    TOWEL_CORNER,
    { x: 130, y: 380 },
    {
      'position.x': keysOf('linear', [9, 130], [15, 830]),
    },
  ),
]);

export const rates: Lesson = {
  ...createLesson('1 A rate is what you see', [
    board(
      'Counting',
      glassAlong(1, 25),
      [24, 12, 8, 4, 2].map((amount) => ({ kind: 'rate' as const, amount })),
      {
        text: 'One second, shown as 24, 12, 8, 4 and 2 pictures.',
        question: 'When does it stop looking like movement?',
        lookAt: 'The way from one picture to the next.',
        notes: 'Cover the charts. Let them say a number before you show the rates.',
        coversFirst: true,
      },
    ),
    board(
      'Ones, twos, threes',
      glassAlong(1, 33),
      [
        { name: 'Slow push, on ones', kind: 'exposure', amount: 1 },
        { name: 'Slow push, on twos', kind: 'exposure', amount: 2 },
        { name: 'Slow push, on threes', kind: 'exposure', amount: 3 },
        { name: 'Fast swipe, on ones', kind: 'exposure', amount: 1, motion: swipe },
        { name: 'Fast swipe, on twos', kind: 'exposure', amount: 2, motion: swipe },
        { name: 'Fast swipe, on threes', kind: 'exposure', amount: 3, motion: swipe },
      ],
      {
        text: 'A slow push of the glass and a fast swipe of the cloth, each on ones, twos and threes.',
        question: 'Which of the two suffers?',
        lookAt: 'The swipe is over in six frames: on threes it has two pictures on its way.',
        notes: 'Step through the swipe frame by frame, then play it again.',
        coversFirst: true,
      },
    ),
    board(
      'Running and travel time',
      glassAlong(1, 25, 24, 0),
      [
        { name: 'Keys on 1 and 24', motion: { ...glassAlong(1, 24, 24, 0), range: { first: 1, last: 24 } } },
        { name: 'Keys on 1 and 25' },
      ],
      {
        text: 'Frames 1 to 24 run for one second, but the way from the first to the last takes 23 frames.',
        question: 'Which of the two travels for a whole second?',
        lookAt: 'The last key: 24 pictures are shown, 23 steps are made.',
        notes: 'A frame is shown for as long as it takes, also the last one.',
      },
    ),
  ]),
  exercise: 'Drawer slide',
  drill: createDrill('how-many-frames'),
};

/** A drawer pulled open, leaving at once and coming to rest slowly. */
const drawer = scene(1, 38, [
  counter,
  cabinet,
  createKeyedSubject(
    'drawer',
    'Drawer',
    DRAWER,
    { x: 260, y: 290 },
    {
      'position.x': keysOf('cubic-out', [1, 260], [33, 600]),
    },
  ),
]);

export const timing: Lesson = {
  ...createLesson('2 Timing: how long', [
    board(
      'How heavy?',
      drawer,
      [6, 12, 18, 32].map((amount) => ({ kind: 'length' as const, amount })),
      {
        text: 'The same drawer, the same spacing; only its time is another.',
        question: 'How heavy is each, and how full?',
        lookAt: 'Nothing but the number of frames changes what it weighs.',
        notes: 'Ask for things: an empty tray, cutlery, a drawer of pans.',
        coversFirst: true,
      },
    ),
    board(
      'Counts',
      drawer,
      [
        { name: '2 counts at 90 a minute', kind: 'length', amount: 32 },
        { name: '2 counts at 96 a minute', kind: 'length', amount: 30 },
      ],
      {
        text: 'Two counts at 90 a minute are 32 frames, at 96 a minute 30.',
        question: 'Which is the quicker one?',
        lookAt: 'Two frames in thirty-two: count aloud rather than look.',
        notes: 'The Planner turns counts into frames.',
      },
    ),
  ]),
  exercise: 'Drawer slide',
  drill: createDrill('how-many-frames'),
};

export const spacing: Lesson = {
  ...createLesson('3 Spacing: same ends, same frames', [
    board(
      'Slow at the ends',
      glassAlong(1, 33),
      [
        { kind: 'even' },
        { kind: 'slow-both', name: 'Slow both ends', amount: 80 },
        { kind: 'slow-start', name: 'Slow start', amount: 80 },
        { kind: 'slow-finish', name: 'Slow finish', amount: 80 },
        { kind: 'slow-middle', name: 'Hangs at the middle', amount: 80 },
      ],
      {
        text: 'The glass leaves on 1 and stands on 33 in all of them.',
        question: 'Which one would you believe if the glass were full?',
        lookAt: 'Where the marks crowd it is slow.',
        notes: 'Let them tap the moment it is fastest. Step backwards through the third.',
        coversFirst: true,
      },
    ),
    board(
      'By halves',
      glassAlong(1, 5, 8, 4),
      [
        { kind: 'even' },
        { kind: 'halves', name: 'Halves into the end' },
        { kind: 'halves-start', name: 'Halves out of the start' },
      ],
      {
        text: '0, 1/2, 3/4, 7/8, 1 against 0, 1/8, 1/4, 1/2, 1: five drawings at eight a second.',
        question: 'Which one stops, and which one hits?',
        lookAt: 'Each drawing goes half of what is left.',
        notes: 'Draw it on paper first: fold a strip in half, and the half again.',
      },
    ),
    board(
      'How much?',
      glassAlong(1, 33),
      [20, 50, 80, 95].map((amount) => ({ kind: 'slow-finish' as const, amount })),
      {
        text: 'A slow finish by 20, 50, 80 and 95 %.',
        question: 'From which one on do you feel a hand that stops it?',
        lookAt: 'The last steps, and what the middle pays for them.',
        notes: 'Drag the amount of the first lane while it plays.',
        chart: 'speed',
      },
    ),
  ]),
  exercise: 'Tea glass along the counter',
  drill: createDrill('choose-chart'),
};

/** The hob dial turned to three quarters on 25, and what it does then. */
function dial(rotation: Key[], x: Key[] = []): MotionDocument {
  return scene(1, 49, [
    counter,
    createKeyedSubject(
      'dial',
      'Hob dial',
      HOB_DIAL,
      { x: 480, y: 250 },
      {
        rotation,
        ...(x.length > 0 && { 'position.x': x }),
      },
    ),
  ]);
}

const turned = [createKey(1, 0, { leave: 'sine-in-out' }), createKey(25, 270, { link: 'flat' })];

export const holds: Lesson = {
  ...createLesson('4 A hold holds', [
    board(
      'After the stop',
      dial([...turned, createKey(49, 270, { link: 'flat' })]),
      [
        { name: 'Still' },
        { name: 'Drifts by 2 px', motion: dial(turned, keysOf('linear', [25, 480], [49, 482])) },
        {
          name: 'Goes on by 4 %',
          motion: dial([turned[0]!, createKey(25, 270, { leave: 'sine-out' }), createKey(49, 280.8)]),
        },
        {
          name: 'Handles swing over',
          motion: dial([
            createKey(1, 0, { link: 'flat' }),
            createKey(25, 270, { link: 'mirrored', in: { frames: -8, value: -60 }, out: { frames: 8, value: 60 } }),
            createKey(49, 270, { link: 'flat' }),
          ]),
        },
      ],
      {
        text: 'The dial stops on 25. What follows is a hold, or should be.',
        question: 'Which is alive, and which is wrong?',
        lookAt: 'Two keys of the same value do not make a hold: what is between them does.',
        notes: 'The second is a mistake nobody meant, the third is meant: a moving hold.',
        chart: 'curve',
        coversFirst: true,
      },
    ),
  ]),
  exercise: 'Toaster rack',
  drill: createDrill('spot-the-fault', 'drift'),
};
