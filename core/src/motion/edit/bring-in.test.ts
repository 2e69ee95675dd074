import { expect, test } from 'vitest';
import { createKey, createKeyedSubject, createMotion, MotionDocument, sampleChannel } from '../index.ts';
import { bringKeys, bringSubjects, guessBrought, shiftMotion } from './bring-in.ts';

const look = { shape: 'glass', widthPx: 70, heightPx: 100, fill: '#b5651d' } as const;
const glass = (id: string, name: string, x: number) =>
  createKeyedSubject(id, name, look, { x: 0, y: 9 }, { 'position.x': [createKey(1, 0), createKey(24, x)] });
const path = {
  id: 'path',
  name: 'Path',
  closed: false,
  points: [0, 100].map((x) => ({ x, y: 0, in: { x: 0, y: 0 }, out: { x: 0, y: 0 } })),
};
const riding = {
  ...createKeyedSubject('glass', 'Glass', look, { x: 0, y: 0 }, {}),
  guide: { pathId: 'path', orient: false, angle: 0, lean: 0 },
  channels: [{ id: 'travel' as const, resting: 0, keys: [createKey(1, 0), createKey(9, 1)] }],
};

test('subjects are found again by id and name, by name, or where each side has one that moves', () => {
  const here = createMotion([glass('glass', 'Glass', 5), glass('spoon', 'Spoon', 5)]);
  expect(guessBrought(here, createMotion([glass('glass', 'Glass', 9)]))).toEqual([{ from: 'glass', to: 'glass' }]);
  expect(guessBrought(here, createMotion([glass('x', 'SPOON', 9)]))).toEqual([{ from: 'x', to: 'spoon' }]);
  expect(guessBrought(here, createMotion([glass('x', 'Ladle', 9)]))).toEqual([]);
  expect(guessBrought(createMotion([glass('glass', 'Glass', 5)]), createMotion([glass('x', 'Ladle', 9)]))).toEqual([
    { from: 'x', to: 'glass' },
  ]);
  const scenery = createMotion([{ ...glass('glass', 'Glass', 5), locked: true }]);
  expect(guessBrought(scenery, createMotion([glass('glass', 'Glass', 9)]))).toEqual([]);
});

test('channels that move there come whole, the others stay; travel only onto what goes along a path', () => {
  const turn = createKeyedSubject(
    'glass',
    'Glass',
    look,
    { x: 3, y: 4 },
    { rotation: [createKey(1, 0), createKey(5, 90)] },
  );
  const here = createMotion([turn]);
  const there = createMotion([glass('other', 'Other', 50)]);
  const [brought] = bringKeys(here, there, [{ from: 'other', to: 'glass' }]).motion.subjects;
  const at = (id: string) => brought!.channels.find((channel) => channel.id === id);
  expect(at('position.x')!.keys.map(({ value }) => value)).toEqual([0, 50]);
  expect(at('rotation')!.keys).toHaveLength(2);
  expect(at('position.y')).toMatchObject({ resting: 4, keys: [] });
  expect(brought).toMatchObject({ id: 'glass', name: 'Glass' });
  const onPath = { ...createMotion([riding]), guides: [path] };
  const pairs = [{ from: 'glass', to: 'glass' }];
  expect(bringKeys(here, onPath, pairs).motion.subjects[0]!.channels.some(({ id }) => id === 'travel')).toBe(false);
  expect(bringKeys(onPath, onPath, pairs).motion).toEqual(onPath);
  expect(bringKeys(here, there, [{ from: 'nobody', to: 'glass' }]).motion).toEqual(here);
});

test('what is put beside keeps what is here, hangs as it did, and is a motion again', () => {
  const child = { ...glass('spoon', 'Spoon', 7), parentId: 'glass' };
  const other = { ...createMotion([riding, child]), guides: [path] };
  const once = bringSubjects(other, other).motion;
  const twice = bringSubjects(once, other).motion;
  expect(twice.subjects.map(({ id }) => id)).toEqual(['glass', 'spoon', 'glass-2', 'spoon-2', 'glass-3', 'spoon-3']);
  expect(twice.subjects.slice(0, 2)).toEqual(other.subjects);
  expect(twice.subjects.map(({ parentId }) => parentId)).toEqual([null, 'glass', null, 'glass-2', null, 'glass-3']);
  expect(twice.subjects.map(({ guide }) => guide?.pathId)).toEqual([
    'path',
    undefined,
    'path-2',
    undefined,
    'path-3',
    undefined,
  ]);
  expect(MotionDocument.safeParse(twice).success).toBe(true);
  const camera = { ...glass('eye', 'Camera', 0), look: { ...look, shape: 'camera' as const } };
  const filmed = createMotion([camera, glass('glass', 'Glass', 5)]);
  expect(bringSubjects(createMotion([]), filmed).motion.subjects).toHaveLength(2);
  expect(bringSubjects(filmed, filmed).motion.subjects).toHaveLength(3);
});

test('a motion that is shifted is the same later: each value so many frames on, and back it is as it was', () => {
  const wobble = { seed: 3, amplitude: 4, periodFrames: 6, roughness: 0.4, fadeInFrames: 2, fadeOutFrames: 2 };
  const subject = glass('glass', 'Glass', 80);
  const motion = {
    ...createMotion([
      {
        ...subject,
        onStage: { first: 2, last: 20 },
        channels: subject.channels.map((channel) => ({
          ...channel,
          wobble: { ...wobble, firstFrame: 1, lastFrame: 24 },
        })),
      },
    ]),
    cues: [{ frame: 7, name: 'Down' }],
  };
  const later = shiftMotion(motion, 990);
  expect(later.range).toEqual({ first: 991, last: 1015 });
  const [x, y] = [later.subjects[0]!.channels[0]!, motion.subjects[0]!.channels[0]!];
  expect(x.wobble).toMatchObject({ firstFrame: 991, lastFrame: 1014 });
  for (const frame of [1, 4.5, 12, 24])
    expect(sampleChannel({ ...x, wobble: undefined }, frame + 990)).toBeCloseTo(
      sampleChannel({ ...y, wobble: undefined }, frame),
      6,
    );
  expect(shiftMotion(later, -990)).toEqual(motion);
});
