import {
  createChannel,
  createDrill,
  createKey,
  createKeyedSubject,
  createLesson,
  createSubject,
  dropFrames,
  ellipsePath,
  type Key,
  type Leave,
  type Lesson,
  type MarkSpread,
  marksToTravel,
  type MotionDocument,
  spreadMarks,
} from '@undulan/core';
import { counter, scene, scenery, toaster, withChannels } from '../demo-scene.ts';
import { BOWL_ABOVE, BREAD, PAN, PAN_HANDLE, PANCAKE, WHISK } from '../kitchen-looks.ts';
import { board, keysOf } from './lesson-parts.ts';

const DOUGH = { shape: 'disc', widthPx: 64, heightPx: 64, fill: '#e6cfa0' } as const;
const PIXELS_PER_METRE = 250;
export const DROP_METRES = 1.2;
const FLOOR = 401;
const FPS = { num: 24, den: 1 };

interface Drop {
  /** How it comes down and goes up between floor and top. */
  falls?: Leave;
  rises?: Leave;
  /** The share of the height that each rebound keeps. */
  kept: number;
  bounces?: number;
}

/** A dough ball dropped 1.2 m and its rebounds, each contact on the nearest whole frame. */
export function doughDrop({ falls = 'quad-in', rises = 'quad-out', kept, bounces = 3 }: Drop): MotionDocument {
  let height = DROP_METRES;
  let time = dropFrames(height, FPS);
  const at = (metres: number): number => FLOOR - metres * PIXELS_PER_METRE;
  const keys = [createKey(1, at(height), { leave: falls }), createKey(1 + Math.round(time), at(0), { leave: rises })];
  for (let bounced = 0; bounced < bounces; bounced++) {
    height *= kept;
    const half = dropFrames(height, FPS);
    keys.push(createKey(1 + Math.round(time + half), at(height), { leave: falls }));
    time += 2 * half;
    keys.push(createKey(1 + Math.round(time), at(0), { leave: rises }));
  }
  const motion = scene(1, Math.max(60, Math.ceil(time) + 8), [
    counter,
    createKeyedSubject('dough', 'Dough ball', DOUGH, { x: 480, y: at(DROP_METRES) }, { 'position.y': keys }),
  ]);
  return { ...motion, stage: { ...motion.stage, pixelsPerMetre: PIXELS_PER_METRE } };
}

export const contact: Lesson = {
  ...createLesson('5 Contact and weight', [
    board(
      'A drop of 1.2 m',
      doughDrop({ kept: 0.7 }),
      [
        { name: 'By gravity' },
        { name: 'Floats into the floor', motion: doughDrop({ kept: 0.7, falls: 'sine-in-out', rises: 'sine-in-out' }) },
        { name: 'Too even', motion: doughDrop({ kept: 0.7, falls: 'linear', rises: 'linear' }) },
        { name: 'Too soft a rebound', motion: doughDrop({ kept: 0.3 }) },
      ],
      {
        text:
          'A fall of 1.2 m takes 11.87 frames: the contact is snapped to frame 13. Each rebound keeps 0.7 of the ' +
          'height: 0.84, 0.59, 0.41 m.',
        question: 'What is it made of?',
        lookAt: 'The last frame before the floor is the fastest one.',
        notes: 'Let them tap the contact. Times go by the square root of the heights.',
        chart: 'curve',
        coversFirst: true,
      },
    ),
  ]),
  exercise: 'Pancake toss',
  drill: createDrill('tap-contact'),
};

interface Toss {
  x?: Key[];
  y?: Key[];
  depth?: Key[];
}

const UP = [createKey(1, 380, { leave: 'quad-out' }), createKey(13, 120, { leave: 'quad-in' }), createKey(25, 380)];

/** A pancake thrown from one pan to another. */
function toss({ x = keysOf('linear', [1, 240], [25, 720]), y = UP, depth }: Toss): MotionDocument {
  const pancake = {
    ...createKeyedSubject('pancake', 'Pancake', PANCAKE, { x: 240, y: 380 }, { 'position.x': x, 'position.y': y }),
    positionJoined: false,
  };
  return scene(1, 31, [
    counter,
    scenery('handle', 'Pan handle', PAN_HANDLE, 60, 412),
    scenery('pan', 'Pan', PAN, 240, 416),
    scenery('other', 'Other pan', PAN, 720, 416),
    depth ? withChannels(pancake, createChannel('depth', 0, depth)) : pancake,
  ]);
}

/** The height of the true arc on a frame, and a pop of some px off it. */
const arcAt = (frame: number): number => 380 - 260 * (1 - ((frame - 13) / 12) ** 2);
const popped = [
  createKey(1, 380, { leave: 'quad-out' }),
  createKey(13, 120, { leave: 'quad-in' }),
  createKey(17, arcAt(17), { role: 'inbetween', leave: 'linear' }),
  createKey(18, arcAt(18) - 46, { role: 'inbetween', leave: 'linear' }),
  createKey(19, arcAt(19), { role: 'inbetween', leave: 'quad-in' }),
  createKey(25, 380),
];

const ROUND = 24;

function whisk(spread: MarkSpread, amount: number): MotionDocument {
  return {
    ...scene(1, ROUND, [
      scenery('bowl', 'Bowl from above', BOWL_ABOVE, 480, 280),
      {
        ...withChannels(
          createSubject('whisk', 'Whisk', WHISK, { x: 0, y: 0 }),
          createChannel('travel', 0, marksToTravel(spreadMarks(ROUND, spread, amount, true), 1, true)),
        ),
        guide: { pathId: 'round', orient: false, angle: 0, lean: 0 },
      },
    ]),
    guides: [ellipsePath('round', 'Round the bowl', { x: 480, y: 284 }, 150, 92)],
  };
}

export const arcs: Lesson = {
  ...createLesson('6 Arcs', [
    board(
      'Pan to pan',
      toss({}),
      [
        { name: 'A true arc' },
        { name: 'Up, across, down', motion: toss({ x: keysOf('linear', [1, 240], [9, 240], [17, 720], [25, 720]) }) },
        { name: 'Pops on one frame', motion: toss({ y: popped }) },
        {
          name: 'Right from the front only',
          motion: toss({
            depth: [
              createKey(1, 0, { leave: 'linear' }),
              createKey(13, 0, { leave: 'linear' }),
              createKey(16, 0.6, { leave: 'linear' }),
              createKey(25, 0),
            ],
          }),
        },
      ],
      {
        text: 'Sideways evenly, up and down by gravity: together an arc.',
        question: 'Which one would land in the pan?',
        lookAt: 'Play the third frame by frame: 17, 18, 19. Look at the fourth from the side.',
        notes: 'Open the fourth on the spread: the other views show where it breaks.',
        coversFirst: true,
      },
    ),
    board(
      'Round the bowl',
      whisk('even', 0),
      [
        { name: 'Even' },
        { name: 'Dense at one side', motion: whisk('dense-one-side', 0.7) },
        { name: 'Dense at both turns', motion: whisk('dense-both-turns', 0.7) },
      ],
      {
        text: 'Twenty-four marks on a closed path, one a frame.',
        question: 'Which one has a hand on it?',
        lookAt: 'The path is the same in all of them.',
        notes: 'A mark can be dragged on the picture page.',
        alignedAt: 'start',
      },
    ),
  ]),
  exercise: 'Whisk circle',
  drill: createDrill('spot-the-fault', 'popped-arc'),
};

const LEVER = { shape: 'pill', widthPx: 120, heightPx: 44, fill: '#5b6670' } as const;

/** The rack's lever pressed down by 220 px in 8 frames, after going back by a share of that. */
export function lever(backFrames: number, backShare: number, actionFrames = 8): MotionDocument {
  const [top, way, begins] = [180, 220, 9];
  const keys = [createKey(begins, top, { leave: 'sine-in-out' })];
  if (backFrames > 0) keys.push(createKey(begins + backFrames, top - way * backShare, { leave: 'sine-in-out' }));
  keys.push(createKey(begins + backFrames + actionFrames, top + way));
  return scene(1, 41, [
    counter,
    scenery('slit', 'Slit', { shape: 'pill', widthPx: 16, heightPx: 330, fill: '#c9d6d4' }, 480, 280),
    createKeyedSubject('lever', 'Rack lever', LEVER, { x: 480, y: top }, { 'position.y': keys }),
  ]);
}

export const anticipation: Lesson = {
  ...createLesson('7 Anticipation', [
    board(
      'Before it goes down',
      lever(0, 0),
      [
        { name: 'None' },
        { name: '3 frames back, 6 %', motion: lever(3, 0.06) },
        { name: '8 frames back, 15 %', motion: lever(8, 0.15) },
        { name: 'Longer than the action', motion: lever(16, 0.3) },
      ],
      {
        text: 'A lever pressed down in eight frames, with more and more before it.',
        question: 'When do you know that it will move?',
        lookAt: 'The eye needs a moment to arrive where something is going to happen.',
        notes: 'Play them one by one: the first is over before most have looked.',
        coversFirst: true,
        chart: 'curve',
      },
    ),
  ]),
  exercise: 'Drawer slide',
  drill: createDrill('starts-slower'),
};

const [RACK_DOWN, RACK_UP] = [345, 225];

/** The rack snaps up in 8 frames and swings about its place: shares of the way it is past it, 4 frames each. */
export function rackSwings(shares: readonly number[]): MotionDocument {
  const way = RACK_UP - RACK_DOWN;
  const swings = shares.map((share, i) => createKey(17 + 4 * i, RACK_UP + way * share, { leave: 'sine-in-out' }));
  const rests = shares.length === 0 ? [createKey(17, RACK_UP)] : [createKey(17 + 4 * shares.length, RACK_UP)];
  return scene(1, 49, [
    counter,
    createKeyedSubject(
      'bread',
      'Bread',
      BREAD,
      { x: 480, y: RACK_DOWN },
      {
        'position.y': [createKey(9, RACK_DOWN, { leave: 'quad-out' }), ...swings, ...rests],
      },
    ),
    ...toaster,
  ]);
}

/** Swings from the first share on, each so much of the one before, one side and the other. */
export const damped = (first: number, kept: number, count: number): number[] =>
  Array.from({ length: count }, (_, i) => first * (-kept) ** i);

export const settling: Lesson = {
  ...createLesson('8 Overshoot and settle', [
    board(
      'The rack comes up',
      rackSwings([]),
      [
        { name: 'Stops dead' },
        { name: 'Once past', motion: rackSwings([0.3]) },
        { name: 'Each swing 0.35 of the last', motion: rackSwings(damped(0.3, 0.35, 3)) },
        { name: 'Swings that do not die', motion: rackSwings(damped(0.3, 1, 4)) },
        { name: 'Too many', motion: rackSwings(damped(0.3, 0.8, 6)) },
      ],
      {
        text: 'The same snap upward; what follows tells what it is made of.',
        question: 'Which is a spring, and which is a mistake?',
        lookAt: 'Turns are extremes: equal times between them, and each smaller.',
        notes: 'The third keeps 0.35 of each swing. The fourth keeps all of it.',
        chart: 'curve',
        coversFirst: true,
      },
    ),
  ]),
  exercise: 'Toaster rack',
  drill: createDrill('spot-the-fault', 'hard-stop'),
};
