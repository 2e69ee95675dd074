import type { FollowedClip } from '@undulan/contract';
import {
  channelOf,
  ClipFollower,
  type MotionDocument,
  type Place,
  sampleChannel,
  setLeave,
  trackOf,
} from '@undulan/core';
import type { DemoLearner } from './demo-people.ts';
import { filmed } from './filmed.ts';
import { DEMO_EXERCISES, type DemoExerciseName } from './kitchen-scenes.ts';

/** A take that a learner made with another program, and handed in as a clip. */
export interface DemoClip {
  learner: DemoLearner;
  exercise: DemoExerciseName;
  daysAgo: number;
  name: string;
  type: string;
  make: () => Promise<{ bytes: Uint8Array; followed: FollowedClip }>;
}

const [WIDTH, HEIGHT, FPS] = [480, 270, 24];
/** Pixels of the clip for one of the stage. */
const SCALE = 0.5;

/** The wall and the counter as they are drawn in a program of the learner's own. */
const KITCHEN =
  `<rect width="${WIDTH}" height="${HEIGHT}" fill="#e8e3d8"/>` +
  '<path d="M0 60H480M0 120H480M0 180H480M80 0V217M160 0V217M240 0V217M320 0V217M400 0V217" stroke="#d8d1c1" ' +
  'stroke-width="2"/><rect y="216" width="480" height="54" fill="#8d7a60"/>' +
  '<rect y="216" width="480" height="5" fill="#a8967a"/>';

const glassAt = ({ x, y }: Place): string =>
  `${KITCHEN}<g transform="translate(${x} ${y})"><path d="M-19 -27L-14 27H14L19 -27Z" fill="#f6faf8"/>` +
  `<path d="M-17 -13L-13 25H13L17 -13Z" fill="#b5651d"/></g>`;

/** Where the glass is in the clip on each frame of a motion. */
function glassPlaces(motion: MotionDocument): Place[] {
  const { first, last } = motion.range;
  const along = (axis: 'x' | 'y', frame: number): number =>
    SCALE * sampleChannel(channelOf(motion, 'glass', `position.${axis}`), frame);
  return Array.from({ length: last - first + 1 }, (_, i) => ({ x: along('x', first + i), y: along('y', first + i) }));
}

/** The glass pushed off at once, where it should set off slowly; its tea is followed by colour. */
async function pushedGlass(): ReturnType<DemoClip['make']> {
  const { motion } = DEMO_EXERCISES.teaGlass;
  const pushed = setLeave(motion, [{ subjectId: 'glass', channelId: 'position.x', frame: 1 }], 'quad-out').motion;
  const places = glassPlaces(pushed);
  const size = { width: WIDTH, height: HEIGHT };
  const { bytes, pictures, seconds } = await filmed({ ...size, fps: FPS }, places.length, (i) => glassAt(places[i]!));
  const follower = new ClipFollower([{ ...places[0]!, picture: 0, by: 'colour' }]);
  pictures.forEach((picture, i) => follower.see(picture, seconds[i]!));
  return { bytes, followed: { by: 'colour', ...size, track: trackOf(follower, { expected: motion.rate }) } };
}

export const DEMO_CLIPS: readonly DemoClip[] = [
  { learner: 'wout', exercise: 'teaGlass', daysAgo: 2, name: 'glass.gif', type: 'image/gif', make: pushedGlass },
];
