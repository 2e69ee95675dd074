import type { ExerciseDetails } from '@undulan/contract';
import {
  type Channel,
  createChannel,
  createKey,
  createKeyedSubject,
  createMotion,
  createSubject,
  ellipsePath,
  type Look,
  lookOfDrawings,
  marksToTravel,
  type MotionDocument,
  packColour,
  spreadMarks,
  type Subject,
} from '@undulan/core';
import {
  BOWL,
  BOWL_ABOVE,
  BREAD,
  CABINET,
  COUNTER,
  DRAWER,
  FOREARM,
  HOB_DIAL,
  HONEY,
  LADLE,
  OVEN,
  PAN,
  PAN_HANDLE,
  PANCAKE,
  POT,
  SLOT_RIM,
  SPOON,
  steamDrawing,
  TEA_GLASS,
  TOASTER,
  TOWEL_CORNER,
  TOWEL_END,
  UPPER_ARM,
  WHISK,
  WHISK_LYING,
} from './kitchen-looks.ts';

/** An exercise of the demo course: what it says and its model motion. */
export interface DemoExercise {
  details: ExerciseDetails;
  motion: MotionDocument;
  published: boolean;
  /** Days from the day the demo is loaded until it is due. */
  dueInDays?: number;
}

function scenery(id: string, name: string, look: Subject['look'], x: number, y: number): Subject {
  return { ...createSubject(id, name, look, { x, y }), locked: true };
}

function scene(first: number, last: number, subjects: Subject[], fps = 24): MotionDocument {
  return { ...createMotion(subjects), range: { first, last }, rate: { num: fps, den: 1 } };
}

/** A subject with channels beside its basic ones. */
function withChannels(subject: Subject, ...channels: Channel[]): Subject {
  return { ...subject, channels: [...subject.channels, ...channels] };
}

const counter = scenery('counter', 'Counter', COUNTER, 480, 440);

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
    scenery('cabinet', 'Cabinet', CABINET, 260, 328),
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
    scenery('body', 'Toaster', TOASTER, 480, 368),
    scenery('rim', 'Slot rim', SLOT_RIM, 480, 304),
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

/** Frames in one round of the whisk; its marks crowd at both turns. */
const ROUND = 24;

const whiskCircle: DemoExercise = {
  published: true,
  details: {
    title: 'Whisk circle',
    loops: true,
    brief:
      'A whisk goes round the bowl on a closed path: one round in a second, a mark a frame. It is slow at both ' +
      'ends of the bowl and fast along its sides, and leans into its turns.\n\nThe path is yours to use: spread ' +
      'the marks, then drag single ones.',
    tolerances: { keyFrames: 1, spacingPercent: 5 },
    modelShown: 'always',
  },
  motion: {
    ...scene(1, ROUND, [
      scenery('bowl', 'Bowl from above', BOWL_ABOVE, 480, 280),
      {
        ...withChannels(
          createSubject('whisk', 'Whisk', WHISK, { x: 0, y: 0 }),
          createChannel('travel', 0, marksToTravel(spreadMarks(ROUND, 'dense-both-turns', 0.7, true), 1, true)),
        ),
        guide: { pathId: 'round', orient: false, angle: 0, lean: 2 },
      },
    ]),
    guides: [ellipsePath('round', 'Round the bowl', { x: 480, y: 284 }, 150, 92)],
  },
};

const STEAM_DRAWINGS = 10;

const STEAM = lookOfDrawings(
  { shape: 'drawn', widthPx: 1, heightPx: 1, fill: '#c3d0d4', stroke: '#9fb0b6', strokePx: 8 },
  Array.from({ length: STEAM_DRAWINGS }, (_, i) => steamDrawing(i, STEAM_DRAWINGS)),
);

const potSteam: DemoExercise = {
  published: true,
  details: {
    title: 'Steam over the pot',
    loops: true,
    mayChange: { rate: false, range: false, subjects: true, path: false, channels: null, maxKeys: null },
    brief:
      'Ten drawings of steam, on twos, over and over: the tenth leads into the first.\n\nDraw them on the picture ' +
      'page, each from a copy of the one before; flip between two to see what moves.',
    tolerances: { keyFrames: 1, spacingPercent: 6 },
    modelShown: 'always',
  },
  motion: scene(1, 2 * STEAM_DRAWINGS, [
    counter,
    withChannels(
      createSubject('steam', 'Steam', STEAM, { x: 480, y: 262 }),
      createChannel(
        'drawing',
        1,
        Array.from({ length: STEAM_DRAWINGS }, (_, i) => createKey(1 + 2 * i, i + 1, { leave: 'step' })),
      ),
    ),
    scenery('pot', 'Pot', POT, 480, 372),
  ]),
};

/** A part of the stirring arm, hung by its left end. */
function armPart(
  [id, name, look]: readonly [string, string, Look],
  parentId: string | null,
  at: { x: number; y: number },
  turns: readonly (readonly [frame: number, degrees: number])[],
): Subject {
  return {
    ...createKeyedSubject(id, name, look, at, {
      rotation: turns.map(([frame, degrees]) => createKey(frame, degrees, { link: 'auto' })),
    }),
    parentId,
    pivot: { x: -60, y: 0 },
  };
}

const whiskArm: DemoExercise = {
  published: true,
  details: {
    title: 'Whisk arm',
    brief:
      'An arm of three parts stirs: the upper arm leads, the forearm follows two frames later, the whisk two after ' +
      'that.\n\nDrag the end of the whisk: the parts before it follow, as far as the arm reaches.',
    tolerances: { keyFrames: 1.5, spacingPercent: 8 },
    modelShown: 'always',
  },
  motion: scene(1, 37, [
    counter,
    armPart(['upper', 'Upper arm', UPPER_ARM], null, { x: 300, y: 250 }, [
      [1, -38],
      [13, -6],
      [25, -38],
      [37, -38],
    ]),
    armPart(['fore', 'Forearm', FOREARM], 'upper', { x: 60, y: 0 }, [
      [3, 22],
      [15, 30],
      [27, 22],
      [37, 22],
    ]),
    {
      ...armPart(['whisk', 'Whisk', WHISK_LYING], 'fore', { x: 60, y: 0 }, [
        [5, 30],
        [17, 12],
        [29, 34],
        [37, 30],
      ]),
      chain: { links: 2, limit: 0.98, stretches: false },
    },
    scenery('bowl', 'Bowl', BOWL, 560, 402),
  ]),
};

const GREY = '#3a3f42';

const hobDial: DemoExercise = {
  published: false,
  details: {
    title: 'Hob dial',
    brief:
      'The dial turns to full in a second and the plate under it begins to glow: late, and slowly. Colour has timing ' +
      'and spacing, too.',
    tolerances: { keyFrames: 1, spacingPercent: 5 },
    modelShown: 'always',
  },
  motion: scene(1, 49, [
    withChannels(
      createSubject(
        'plate',
        'Hob plate',
        { shape: 'disc', widthPx: 250, heightPx: 250, fill: GREY },
        { x: 620, y: 250 },
      ),
      createChannel('fill', packColour(GREY), [
        createKey(13, packColour(GREY), { leave: 'sine-in-out' }),
        createKey(45, packColour('#d2532a')),
      ]),
    ),
    createKeyedSubject(
      'dial',
      'Dial',
      HOB_DIAL,
      { x: 330, y: 270 },
      {
        rotation: [createKey(1, 0, { link: 'flat' }), createKey(25, 270, { link: 'flat' })],
      },
    ),
  ]),
};

/** Under which the demo course keeps the picture of its plate. */
export const PLATE_PICTURE_ID = '5f2b7c1e-8a44-4c7e-9b1d-2f6a0c3d4e51';

const plateRoll: DemoExercise = {
  published: false,
  details: {
    title: 'Plate along the rack',
    brief:
      'A plate, brought in as a picture, rolls along the rack and comes to rest. It turns as far as it goes: once ' +
      'round for each of its girths.',
    tolerances: { keyFrames: 1, spacingPercent: 5 },
    modelShown: 'always',
  },
  motion: scene(1, 41, [
    counter,
    createKeyedSubject(
      'plate',
      'Plate',
      { shape: 'picture', widthPx: 180, heightPx: 180, fill: '#6b7680', pictureId: PLATE_PICTURE_ID },
      { x: 150, y: 343 },
      {
        'position.x': [createKey(1, 150, { link: 'flat' }), createKey(33, 715, { link: 'flat' })],
        rotation: [createKey(1, 0, { link: 'flat' }), createKey(33, 360, { link: 'flat' })],
      },
    ),
  ]),
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
