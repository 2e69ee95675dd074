import {
  createChannel,
  createKey,
  createKeyedSubject,
  createSubject,
  ellipsePath,
  type Look,
  lookOfDrawings,
  marksToTravel,
  packColour,
  spreadMarks,
  type Subject,
} from '@undulan/core';
import { counter, type DemoExercise, scene, scenery, withChannels } from './demo-scene.ts';
import {
  BOWL,
  BOWL_ABOVE,
  FOREARM,
  HOB_DIAL,
  POT,
  steamDrawing,
  UPPER_ARM,
  WHISK,
  WHISK_LYING,
} from './kitchen-looks.ts';

/** Frames in one round of the whisk; its marks crowd at both turns. */
const ROUND = 24;

export const whiskCircle: DemoExercise = {
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

export const potSteam: DemoExercise = {
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

export const whiskArm: DemoExercise = {
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

export const hobDial: DemoExercise = {
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

export const plateRoll: DemoExercise = {
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
