import { createKey, createKeyedSubject, type MotionDocument } from '@undulan/core';
import { cabinet, counter, type DemoExercise, scene, scenery, toaster } from './demo-scene.ts';
import {
  BOWL,
  BREAD,
  DRAWER,
  HONEY,
  LADLE,
  OVEN,
  PAN,
  PAN_HANDLE,
  PANCAKE,
  SPOON,
  TEA_GLASS,
  TOWEL_CORNER,
  TOWEL_END,
} from './kitchen-looks.ts';
import { hobDial, plateRoll, potSteam, whiskArm, whiskCircle } from './made-scenes.ts';

const drawerSlide: DemoExercise = {
  published: true,
  details: {
    title: 'Drawer slide',
    takeLimit: 4,
    brief:
      'The cutlery drawer is pulled open and runs out on its rails. It leaves the hand fast and comes to ' +
      'rest slowly.\n\nHold the first pose for four frames. Two extremes are enough: 5 and 21. Let the ' +
      'spacing do the stopping, not a third key.',
    tolerances: { keyFrames: 1, spacingPercent: 4 },
    modelShown: 'always',
  },
  motion: scene(1, 30, [
    counter,
    cabinet,
    createKeyedSubject(
      'drawer',
      'Drawer',
      DRAWER,
      { x: 260, y: 290 },
      {
        'position.x': [
          createKey(1, 260, { leave: 'step' }),
          createKey(5, 260, { link: 'broken', out: { frames: 3, value: 190 }, in: { frames: -1, value: 0 } }),
          createKey(21, 600, { link: 'flat', in: { frames: -9, value: 0 } }),
        ],
      },
    ),
  ]),
};

const teaGlass: DemoExercise = {
  published: true,
  dueInDays: 3,
  details: {
    title: 'Tea glass along the counter',
    accepts: 'both',
    latePolicy: 'mark',
    showsEdits: true,
    brief:
      'A glass of tea is pushed along the counter and must not spill: it starts slowly, is fastest half way ' +
      'and stops slowly.\n\nFirst make it with even spacing and look at it. Then ease both ends and look ' +
      'again: the keys do not change, only what lies between.',
    tolerances: { keyFrames: 1, spacingPercent: 4 },
    modelShown: 'always',
  },
  motion: scene(1, 33, [
    counter,
    createKeyedSubject(
      'glass',
      'Tea glass',
      TEA_GLASS,
      { x: 130, y: 379 },
      {
        'position.x': [createKey(1, 130, { link: 'flat' }), createKey(33, 830, { link: 'flat' })],
      },
    ),
  ]),
};

const pancakeToss: DemoExercise = {
  published: true,
  details: {
    title: 'Pancake toss',
    // The hang at the top is the lesson: its key may be off by less than the others.
    keyTolerances: [{ subjectId: 'pancake', track: 'position', frame: 17, keyFrames: 0.5 }],
    events: [
      { subjectId: 'pancake', track: 'position', frame: 5, name: 'dip' },
      { subjectId: 'pancake', track: 'position', frame: 7, name: 'take-off' },
      { subjectId: 'pancake', track: 'position', frame: 17, name: 'apex' },
      { subjectId: 'pancake', track: 'position', frame: 27, name: 'catch' },
    ],
    brief:
      'Up out of the pan, over, and down again. Gravity makes the spacing: fast out of the pan, hanging at ' +
      'the top, fast into the pan.\n\nDip on 5, leave the pan on 7, apex on 17, catch on 27, a small give on ' +
      '29. It turns over once, at a steady pace, while it is in the air.',
    tolerances: { keyFrames: 1, spacingPercent: 6 },
    modelShown: 'after-first-take',
  },
  motion: scene(1, 36, [
    counter,
    scenery('handle', 'Pan handle', PAN_HANDLE, 300, 412),
    scenery('pan', 'Pan', PAN, 480, 416),
    createKeyedSubject(
      'pancake',
      'Pancake',
      PANCAKE,
      { x: 480, y: 390 },
      {
        'position.y': [
          createKey(1, 390, { leave: 'sine-in-out' }),
          createKey(5, 400, { leave: 'linear' }),
          createKey(7, 380, { leave: 'quad-out' }),
          createKey(17, 110, { leave: 'quad-in' }),
          createKey(27, 380, { leave: 'linear' }),
          createKey(29, 400, { leave: 'sine-in-out' }),
          createKey(33, 390),
        ],
        rotation: [createKey(7, 0, { leave: 'linear' }), createKey(27, 360)],
      },
    ),
  ]),
};

const toasterRack: DemoExercise = {
  published: true,
  dueInDays: -2,
  details: {
    title: 'Toaster rack',
    latePolicy: 'mark',
    brief:
      'The rack snaps up, goes past its stop and settles. Nothing until 9; the peak on 17; back below on 21, ' +
      'up again on 25, at rest on 33.\n\nOvershoot first, then settle: each swing smaller than the one ' +
      'before.',
    tolerances: { keyFrames: 1, spacingPercent: 5 },
    modelShown: 'always',
  },
  motion: scene(1, 49, [
    counter,
    createKeyedSubject(
      'bread',
      'Bread',
      BREAD,
      { x: 480, y: 345 },
      {
        'position.y': [
          createKey(1, 345, { leave: 'step' }),
          createKey(9, 345, { link: 'broken', out: { frames: 4, value: 0 } }),
          createKey(17, 205),
          createKey(21, 245),
          createKey(25, 224),
          createKey(33, 230),
        ],
      },
    ),
    ...toaster,
  ]),
};

/** The honey sags until a frame and then falls in six. */
function honeyMotion(snaps: number): MotionDocument {
  return scene(1, 54, [
    counter,
    scenery('bowl', 'Bowl', BOWL, 480, 404),
    scenery('spoon', 'Spoon', SPOON, 400, 92),
    createKeyedSubject(
      'honey',
      'Honey',
      HONEY,
      { x: 480, y: 128 },
      {
        'position.y': [
          createKey(1, 128, { leave: 'sine-in' }),
          createKey(snaps, 196, { leave: 'quad-in' }),
          createKey(snaps + 6, 372),
        ],
      },
    ),
  ]);
}

const honeyThread: DemoExercise = {
  published: true,
  details: {
    title: 'Honey thread',
    alternatives: [{ name: 'A sag of one second', motion: honeyMotion(25) }],
    brief:
      'A drop of honey hangs from the spoon: slow, slow, snap. It sags for a second and a half and falls in ' +
      'six frames.\n\nThe lesson is the contrast. If the sag is too quick, the snap is lost.',
    tolerances: { keyFrames: 1.5, spacingPercent: 5 },
    modelShown: 'never',
  },
  motion: honeyMotion(37),
};

const ovenLight: DemoExercise = {
  published: false,
  details: {
    title: 'Oven light',
    brief: 'The light behind the oven door fades up and down. A fade has timing and spacing too.',
    tolerances: { keyFrames: 2, spacingPercent: 6 },
    modelShown: 'always',
  },
  motion: scene(1, 48, [
    scenery('oven', 'Oven', OVEN, 480, 270),
    createKeyedSubject(
      'light',
      'Light',
      { shape: 'disc', widthPx: 220, heightPx: 220, fill: '#f0c14b' },
      { x: 480, y: 270 },
      {
        opacity: [createKey(1, 10), createKey(25, 100), createKey(49, 10)],
      },
    ),
  ]),
};

const ladleSwing: DemoExercise = {
  published: true,
  details: {
    title: 'Ladle swing',
    loops: true,
    mayChange: { rate: false, range: false, subjects: false, path: false, channels: ['rotation'], maxKeys: 5 },
    brief:
      'The ladle hangs from its hook and swings, slow at both turns and fastest at the bottom.\n\nIt loops: ' +
      'one swing there and back takes 24 frames, and the closing key stands on 25, one past the last, so ' +
      'that no drawing is held twice.',
    tolerances: { keyFrames: 1, spacingPercent: 4 },
    modelShown: 'always',
  },
  motion: scene(1, 24, [
    scenery('rail', 'Rail', { shape: 'pill', widthPx: 420, heightPx: 14, fill: '#8d99a0' }, 480, 120),
    {
      ...createKeyedSubject(
        'ladle',
        'Ladle',
        LADLE,
        { x: 480, y: 124 },
        {
          rotation: [
            createKey(1, -32, { leave: 'sine-in-out' }),
            createKey(13, 32, { leave: 'sine-in-out' }),
            createKey(25, -32),
          ],
        },
      ),
      pivot: { x: 0, y: -118 },
    },
  ]),
};

const teaTowelDrag: DemoExercise = {
  published: true,
  details: {
    title: 'Tea towel drag',
    brief:
      'A wet tea towel is dragged along the counter. Its held corner leads; the end follows four frames ' +
      'later, swings past and settles.\n\nTwo parts that start and stop together look like a board. Block ' +
      'both as held poses first, then let the end be late.',
    tolerances: { keyFrames: 1.5, spacingPercent: 6 },
    modelShown: 'always',
  },
  motion: {
    ...scene(1, 41, [
      counter,
      createKeyedSubject(
        'end',
        'Towel end',
        TOWEL_END,
        { x: 190, y: 372 },
        {
          'position.x': [
            createKey(1, 190, { leave: 'step' }),
            createKey(9, 190, { link: 'flat' }),
            createKey(25, 690, { link: 'flat' }),
            createKey(33, 650, { link: 'flat' }),
          ],
          rotation: [
            createKey(9, 0, { link: 'flat' }),
            createKey(17, 34, { role: 'breakdown' }),
            createKey(25, -14, { link: 'flat' }),
            createKey(31, 6, { role: 'breakdown' }),
            createKey(37, 0),
          ],
        },
      ),
      createKeyedSubject(
        'corner',
        'Held corner',
        TOWEL_CORNER,
        { x: 240, y: 330 },
        {
          'position.x': [
            createKey(1, 240, { leave: 'step' }),
            createKey(5, 240, { link: 'flat' }),
            createKey(21, 700, { link: 'flat' }),
          ],
          'position.y': [
            createKey(5, 330, { link: 'flat' }),
            createKey(13, 300, { role: 'breakdown' }),
            createKey(21, 330, { link: 'flat' }),
          ],
        },
      ),
    ]),
    cues: [
      { frame: 5, name: 'pull' },
      { frame: 21, name: 'stop' },
    ],
  },
};

/** The demo course's exercises in teaching order. */
export const DEMO_EXERCISES = {
  drawerSlide,
  teaGlass,
  ladleSwing,
  pancakeToss,
  toasterRack,
  honeyThread,
  teaTowelDrag,
  whiskCircle,
  potSteam,
  whiskArm,
  ovenLight,
  hobDial,
  plateRoll,
};
export type DemoExerciseName = keyof typeof DEMO_EXERCISES;
