import type { Drawing } from '@undulan/contract';
import {
  type ChannelId,
  type CriterionId,
  deleteKeys,
  type FindingKind,
  type KeyRef,
  type Leave,
  type MotionDocument,
  moveKeys,
  setHandle,
  setKeys,
  setLeave,
  setLink,
  setRole,
  startingScene,
} from '@undulan/core';
import type { DemoLearner } from './demo-people.ts';
import { DEMO_EXERCISES, type DemoExerciseName } from './kitchen-scenes.ts';

export interface DemoNote {
  frame: number;
  lastFrame?: number;
  subjectId?: string;
  drawing?: Drawing;
  text: string;
  done?: boolean;
  /** What the learner said to it, and the instructor back, in turn. */
  replies?: string[];
}

/** One hand-in of the demo course; without a return it waits for review. */
export interface DemoTake {
  learner: DemoLearner;
  exercise: DemoExerciseName;
  daysAgo: number;
  motion: MotionDocument;
  returned?: {
    grade: number | 'proposed';
    summary: string;
    notes: DemoNote[];
    again?: boolean;
    criteria?: Partial<Record<CriterionId, number>>;
  };
  /** A review that is begun: findings of these kinds are accepted as notes, or dismissed with a reason. */
  begun?: { accept: FindingKind[]; dismiss: Partial<Record<FindingKind, string>> };
}

export interface DemoDraft {
  learner: DemoLearner;
  exercise: DemoExerciseName;
  motion: MotionDocument;
}

/** A subject's channel in the demo, with the faults a learner can put into it. */
function hand(exercise: DemoExerciseName, subjectId: string, channelId: ChannelId) {
  const ref = (frame: number): KeyRef => ({ subjectId, channelId, frame });
  const model = DEMO_EXERCISES[exercise].motion;
  return {
    model,
    start: startingScene(model),
    late: (motion: MotionDocument, frame: number, by: number) => moveKeys(motion, [ref(frame)], by).motion,
    off: (motion: MotionDocument, frame: number, by: number) => moveKeys(motion, [ref(frame)], 0, by).motion,
    leave: (motion: MotionDocument, frames: number[], leave: Leave) => setLeave(motion, frames.map(ref), leave).motion,
    without: (motion: MotionDocument, frame: number) => deleteKeys(motion, [ref(frame)]).motion,
    key: (motion: MotionDocument, frame: number, value: number) =>
      setKeys(motion, frame, [{ subjectId, channelId, value }]).motion,
    breakdown: (motion: MotionDocument, frame: number) => setRole(motion, [ref(frame)], 'breakdown').motion,
    reach: (motion: MotionDocument, frame: number, side: 'in' | 'out', frames: number, value: number) =>
      setHandle(setLink(motion, [ref(frame)], 'broken').motion, ref(frame), side, { frames, value }).motion,
  };
}

const drawer = hand('drawerSlide', 'drawer', 'position.x');
const glass = hand('teaGlass', 'glass', 'position.x');
const pancake = hand('pancakeToss', 'pancake', 'position.y');
const bread = hand('toasterRack', 'bread', 'position.y');
const honey = hand('honeyThread', 'honey', 'position.y');
const ladle = hand('ladleSwing', 'ladle', 'rotation');

const glassEven = glass.leave(glass.model, [1, 33], 'linear');

export const DEMO_TAKES: DemoTake[] = [
  {
    learner: 'ines',
    exercise: 'drawerSlide',
    daysAgo: 12,
    motion: drawer.leave(drawer.model, [5], 'linear'),
    returned: {
      grade: 'proposed',
      summary:
        'Your keys are right where they should be. Now look at what is between them: the drawer stops as if ' +
        'it hit a wall.',
      notes: [
        {
          frame: 13,
          subjectId: 'drawer',
          done: true,
          drawing: {
            strokes: [
              {
                kind: 'arrow',
                points: [
                  { x: 470, y: 190 },
                  { x: 640, y: 190 },
                ],
              },
            ],
            ghosts: [{ subjectId: 'drawer', dx: 118, dy: 0, turn: 0 }],
          },
          text:
            'Half of the time, half of the way. Compare with the chart: by now the drawer has done most ' +
            'of its travel.',
          replies: [
            'So it should be where you drew it, with the same keys?',
            'With the same keys. Only the handle of frame 21 changes.',
          ],
        },
        {
          frame: 18,
          lastFrame: 21,
          subjectId: 'drawer',
          done: true,
          text: 'It arrives at full speed. Lay the handle of this key flat and pull it back toward frame 12.',
        },
      ],
    },
  },
  {
    learner: 'ines',
    exercise: 'drawerSlide',
    daysAgo: 9,
    motion: drawer.reach(drawer.model, 21, 'in', -7, 0),
    returned: {
      grade: 94,
      summary: 'That is a drawer on good rails. Well seen.',
      notes: [{ frame: 19, text: 'These last frames are what was missing in take 1.' }],
    },
  },
  {
    learner: 'jonah',
    exercise: 'drawerSlide',
    daysAgo: 11,
    motion: drawer.late(drawer.model, 21, 3),
    returned: {
      grade: 73,
      summary: 'Lovely ease. It simply takes too long: 19 frames where the brief has 16.',
      again: true,
      criteria: { spacing: 95 },
      notes: [
        {
          frame: 21,
          subjectId: 'drawer',
          drawing: {
            strokes: [
              {
                kind: 'pen',
                points: [
                  { x: 742, y: 236 },
                  { x: 752, y: 262 },
                  { x: 748, y: 290 },
                  { x: 756, y: 318 },
                  { x: 748, y: 344 },
                ],
              },
            ],
            ghosts: [{ subjectId: 'drawer', dx: 14, dy: 0, turn: 0 }],
          },
          text: 'Here it should already be standing. Move the last key back by three.',
        },
      ],
    },
  },
  {
    learner: 'leif',
    exercise: 'drawerSlide',
    daysAgo: 2,
    motion: drawer.off(drawer.late(drawer.model, 5, 2), 21, -36),
    begun: { accept: ['key-late'], dismiss: {} },
  },
  {
    learner: 'priya',
    exercise: 'drawerSlide',
    daysAgo: 10,
    motion: drawer.model,
    returned: { grade: 'proposed', summary: 'Nothing to add.', notes: [] },
  },
  {
    learner: 'sena',
    exercise: 'drawerSlide',
    daysAgo: 1,
    motion: drawer.key(drawer.leave(drawer.model, [5], 'linear'), 14, 500),
  },
  {
    learner: 'jonah',
    exercise: 'teaGlass',
    daysAgo: 6,
    motion: glassEven,
    returned: {
      grade: 'proposed',
      summary: 'Right start, right end, right time, and the tea is all over the counter. Ease both ends.',
      notes: [
        { frame: 1, text: 'From standing to full speed in one frame.' },
        { frame: 9, text: 'The target is still gathering speed here; you are a tenth of the way ahead of it.' },
        { frame: 33, text: 'And the same at this end: it needs frames close together before it stops.' },
      ],
    },
  },
  { learner: 'ines', exercise: 'teaGlass', daysAgo: 4, motion: glass.late(glass.model, 33, -3) },
  { learner: 'leif', exercise: 'teaGlass', daysAgo: 3, motion: glass.leave(glass.model, [1], 'cubic-out') },
  {
    learner: 'priya',
    exercise: 'teaGlass',
    daysAgo: 5,
    motion: glass.reach(glass.model, 33, 'in', -13, 0),
    returned: {
      grade: 'proposed',
      summary: 'A soft landing, softer than asked, and it reads well.',
      notes: [{ frame: 27, text: 'A little long in coming to rest: see the gap here.' }],
    },
  },
  {
    learner: 'priya',
    exercise: 'pancakeToss',
    daysAgo: 2,
    motion: pancake.leave(pancake.late(pancake.model, 17, 2), [7, 17], 'linear'),
  },
  { learner: 'ines', exercise: 'pancakeToss', daysAgo: 1, motion: pancake.without(pancake.model, 5) },
  {
    learner: 'priya',
    exercise: 'toasterRack',
    daysAgo: 1,
    motion: bread.late(bread.late(bread.late(bread.leave(bread.model, [9], 'linear'), 25, 6), 21, 5), 17, 3),
  },
  {
    learner: 'jonah',
    exercise: 'toasterRack',
    daysAgo: 3,
    motion: bread.without(bread.without(bread.off(bread.model, 17, 25), 21), 25),
    returned: {
      grade: 'proposed',
      summary: 'It arrives, but it does not settle: without the swings after the peak the rack has no spring in it.',
      notes: [
        { frame: 17, text: 'Go further past the stop: the target is well above where it comes to rest.' },
        { frame: 21, text: 'Here it drops back below. There is no key of yours.' },
      ],
    },
  },
  {
    learner: 'ines',
    exercise: 'honeyThread',
    daysAgo: 1,
    motion: honey.late(honey.late(honey.model, 37, -10), 43, -10),
  },
  { learner: 'leif', exercise: 'ladleSwing', daysAgo: 1, motion: ladle.off(ladle.model, 25, 9) },
  {
    learner: 'priya',
    exercise: 'ladleSwing',
    daysAgo: 7,
    motion: ladle.leave(ladle.model, [1, 13], 'linear'),
    returned: {
      grade: 'proposed',
      summary: 'It turns like a wiper: no weight at either side.',
      again: true,
      notes: [
        {
          frame: 13,
          subjectId: 'ladle',
          drawing: {
            strokes: [
              {
                kind: 'arc',
                points: [
                  { x: 330, y: 330 },
                  { x: 480, y: 400 },
                  { x: 630, y: 330 },
                ],
              },
            ],
            ghosts: [],
          },
          text: 'Slow here, at the turn; fast along this arc at the bottom.',
        },
      ],
    },
  },
  { learner: 'priya', exercise: 'ladleSwing', daysAgo: 4, motion: ladle.leave(ladle.model, [1], 'sine-in') },
];

/** The instructor's own phrases. */
export const DEMO_PHRASES = [
  'Right keys, wrong spacing: look only at what lies between.',
  'Closer together before it stops.',
  'The pose is good; it comes too late to be read.',
  'Hold it as flat as a table, then let it go.',
];

/** The towel drawn out as a board: both parts start and stop together. */
function towelAsBoard(): MotionDocument {
  const corner = hand('teaTowelDrag', 'corner', 'position.x');
  const end = hand('teaTowelDrag', 'end', 'position.x');
  const led = corner.leave(corner.key(corner.key(corner.start, 5, 240), 21, 700), [5], 'sine-in-out');
  const followed = end.leave(end.key(end.key(led, 5, 190), 21, 650), [5], 'sine-in-out');
  const turned = hand('teaTowelDrag', 'end', 'rotation');
  return turned.breakdown(turned.key(turned.key(turned.key(followed, 5, 0), 13, 30), 21, 0), 13);
}

export const DEMO_DRAFTS: DemoDraft[] = [
  { learner: 'priya', exercise: 'teaTowelDrag', motion: towelAsBoard() },
  { learner: 'wout', exercise: 'drawerSlide', motion: drawer.key(drawer.key(drawer.start, 5, 260), 18, 590) },
  { learner: 'jonah', exercise: 'teaGlass', motion: glass.leave(glassEven, [1], 'sine-in-out') },
  { learner: 'sena', exercise: 'teaGlass', motion: glass.key(glass.start, 1, 130) },
  {
    learner: 'ines',
    exercise: 'toasterRack',
    motion: bread.breakdown(
      bread.key(
        bread.key(bread.key(bread.leave(bread.key(bread.start, 9, 345), [9], 'linear'), 20, 215), 26, 238),
        31,
        230,
      ),
      26,
    ),
  },
];

/** The course's palette of eases. */
export const DEMO_EASES = [
  { name: 'Honey: slow, slow, snap', css: 'cubic-bezier(0.85, 0, 0.95, 0.35)' },
  { name: 'Drawer: pulled, then coasting', css: 'cubic-bezier(0.2, 0.5, 0.3, 1)' },
  { name: 'Lid: two small bounces', css: 'linear(0, 0.36 20%, 1 44%, 0.88 54%, 1 66%, 0.96 74%, 1 82%, 1)' },
];
