import {
  createDrill,
  createKey,
  createKeyedSubject,
  createLesson,
  type Key,
  type Lesson,
  type MotionDocument,
} from '@undulan/core';
import { counter, scene } from '../demo-scene.ts';
import { TOWEL_CORNER, TOWEL_END } from '../kitchen-looks.ts';
import { whiskArm } from '../made-scenes.ts';
import { board, keysOf } from './lesson-parts.ts';

/** A towel pulled by its corner; its end would go with it at once. */
const towel = scene(1, 37, [
  counter,
  createKeyedSubject(
    'corner',
    'Held corner',
    TOWEL_CORNER,
    { x: 240, y: 330 },
    {
      'position.x': keysOf('sine-in-out', [7, 240], [23, 700]),
    },
  ),
  createKeyedSubject(
    'end',
    'Towel end',
    TOWEL_END,
    { x: 190, y: 372 },
    {
      'position.x': keysOf('sine-in-out', [7, 190], [23, 650]),
    },
  ),
]);

const lags = (...amounts: number[]) =>
  amounts.map((amount) => ({
    kind: 'lag' as const,
    amount,
    name: amount === 0 ? 'All at once' : amount > 0 ? `${amount} frames after` : 'Before its leader',
  }));

export const overlap: Lesson = {
  ...createLesson('9 Overlap', [
    board('Dragged by a corner', towel, lags(0, 3, 6, -3), {
      text: 'The corner is pulled; the end follows.',
      question: 'Which is cloth, and which is a board?',
      lookAt: 'The frames on which one has stopped and the other has not.',
      notes: 'The last one pulls itself: ask who is holding what.',
      coversFirst: true,
      chart: 'speed',
    }),
    board('Three parts of an arm', whiskArm.motion, lags(0, 2, 4), {
      text: 'Upper arm, forearm, whisk: each carries the next.',
      question: 'Where does the stirring begin?',
      lookAt: 'Each part turns when the one that carries it is half way.',
      notes: 'Drag the lag while it plays.',
    }),
  ]),
  exercise: 'Tea towel drag',
  drill: createDrill('lands-later'),
};

const FLOOR = 401;
const TOP = 120;
const BALL = { shape: 'disc', widthPx: 80, heightPx: 80, fill: '#e6cfa0' } as const;

interface Squash {
  /** How long it is along its speed on the frame before contact; and how wide for it: 1 ÷ that keeps its volume. */
  stretch: number;
  width?: number;
  /** On which frame it is longest. */
  longestOn?: number;
}

/** A ball of dough that falls in 12 frames, is stretched by its speed and squashed by the floor. */
export function doughSquash({ stretch, width = 1 / stretch, longestOn = 12 }: Squash): MotionDocument {
  const values = (value: number, squashed: number): Key[] =>
    [
      createKey(1, 1, { leave: 'quad-in' }),
      createKey(longestOn, value, { leave: 'linear' }),
      createKey(longestOn === 13 ? 14 : 13, squashed, { leave: 'sine-out' }),
      createKey(17, 1, { leave: 'linear' }),
      createKey(25, 1),
    ].sort((a, b) => a.frame - b.frame);
  return scene(1, 37, [
    counter,
    createKeyedSubject(
      'dough',
      'Dough',
      BALL,
      { x: 480, y: TOP },
      {
        'position.y': [
          createKey(1, TOP, { leave: 'quad-in' }),
          createKey(13, FLOOR, { leave: 'quad-out' }),
          createKey(21, FLOOR - 130, { leave: 'quad-in' }),
          createKey(29, FLOOR),
        ],
        'scale.y': values(stretch, 1 / stretch),
        'scale.x': values(width, width === 1 ? 1 : stretch),
      },
    ),
  ]);
}

export const squash: Lesson = {
  ...createLesson('10 Squash, stretch, exaggeration', [
    board(
      'Along its speed',
      doughSquash({ stretch: 1 }),
      [
        { name: 'Stiff' },
        { name: 'Longer by 1.25', motion: doughSquash({ stretch: 1.25 }) },
        { name: 'Longer by 1.6', motion: doughSquash({ stretch: 1.6 }) },
        { name: 'Volume lost', motion: doughSquash({ stretch: 1.6, width: 1 }) },
        { name: 'Longest at contact', motion: doughSquash({ stretch: 1.6, longestOn: 13 }) },
      ],
      {
        text: 'Longer along its speed, as much narrower across: its volume stays.',
        question: 'Which one hits the counter?',
        lookAt: 'The frame before contact is the longest, the frame of contact the flattest.',
        notes: 'Step over 11 to 14 in the last two.',
        coversFirst: true,
      },
    ),
    board(
      'Only the extremes',
      doughSquash({ stretch: 1.6 }),
      [{ name: 'As it plays' }, { name: 'Extremes alone', kind: 'stepped' }],
      {
        text: 'In real time the eye does not see the shape of single frames; it feels them.',
        question: 'How far can a frame go before it is seen?',
        lookAt: 'The extremes alone look wild; between others they are right.',
        notes: 'Play at speed first, then show the extremes.',
      },
    ),
  ]),
  exercise: 'Pancake toss',
  drill: createDrill('spot-the-fault'),
};
