import { expect, test } from 'vitest';
import { createKey, createKeyedSubject, createMotion, type MotionDocument } from '../motion/index.ts';
import { furthestMoving, modelSeen, proposeRegistration, seenWay } from './lay-track.ts';

const LOOK = { shape: 'disc', widthPx: 60, heightPx: 60, fill: '#c9782c' } as const;
const pan = createKeyedSubject(
  'pan',
  'Pan',
  LOOK,
  { x: 100, y: 300 },
  {
    'position.x': [createKey(1, 100, { leave: 'linear' }), createKey(25, 340)],
  },
);
const lid = createKeyedSubject(
  'lid',
  'Lid',
  LOOK,
  { x: 500, y: 100 },
  {
    'position.y': [createKey(1, 100), createKey(25, 160)],
  },
);
const scene = createMotion([lid, pan]);
const size = { width: 480, height: 270 };

test('what goes furthest over the picture is what is looked for; where nothing moves there is none', () => {
  expect(furthestMoving(scene)?.id).toBe('pan');
  expect(furthestMoving({ ...scene, subjects: [lid] })?.id).toBe('lid');
  const still = createKeyedSubject('jar', 'Jar', LOOK, { x: 9, y: 9 }, {});
  expect(furthestMoving({ ...scene, subjects: [still] })).toBeNull();
});

test('of a long range a few hundred frames tell', () => {
  const long = { ...scene, range: { first: 1, last: 90_000 } };
  const way = seenWay(long, pan, { first: 1, last: 90_000 }, 225);
  expect(way).toHaveLength(400);
  expect(furthestMoving(long)?.id).toBe('pan');
});

test("a clip of the stage's own shape shows all of it; another is as large as makes the ways alike", () => {
  const places = [10, 60, 130].map((x) => ({ x, y: 150 }));
  // 960 px of stage in 480 of the clip, the first place where the pan begins.
  expect(proposeRegistration(places, size, scene, 'pan')).toEqual({
    subjectId: 'pan',
    scale: 2,
    shift: { x: 80, y: 0 },
  });
  // 240 px of way in 120 of the clip, whatever its shape.
  expect(proposeRegistration(places, { width: 300, height: 300 }, scene, 'pan').scale).toBeCloseTo(2, 9);
  // Nothing moved: then it can only be taken to show all.
  expect(proposeRegistration([{ x: 5, y: 5 }], { width: 300, height: 300 }, scene, 'pan').scale).toBeCloseTo(3.2, 9);
});

test('a model that moves by itself keeps its keys', () => {
  const [own, ...others] = modelSeen(scene, ['pan']).subjects;
  expect(others).toEqual([]);
  expect(own!.channels.find(({ id }) => id === 'position.x')!.keys).toEqual(
    pan.channels.find(({ id }) => id === 'position.x')!.keys,
  );
});

test('one that is carried, turned about a pivot or seen by a camera goes where it is seen', () => {
  const hung = { ...lid, parentId: 'pan' };
  const turned = {
    ...pan,
    pivot: { x: 40, y: 0 },
    channels: pan.channels.map((channel) =>
      channel.id === 'rotation' ? { ...channel, keys: [createKey(1, 0), createKey(25, 180)] } : channel,
    ),
  };
  const cases: [MotionDocument, string][] = [
    [{ ...scene, subjects: [hung, pan] }, 'lid'],
    [{ ...scene, subjects: [turned] }, 'pan'],
  ];
  for (const [motion, id] of cases) {
    const seen = seenWay(
      motion,
      motion.subjects.find((subject) => subject.id === id)!,
      motion.range,
    );
    const model = modelSeen(motion, [id]);
    const way = seenWay(model, model.subjects[0]!, model.range);
    way.forEach((place, i) => {
      expect(place.x).toBeCloseTo(seen[i]!.x, 6);
      expect(place.y).toBeCloseTo(seen[i]!.y, 6);
    });
    expect(model.subjects[0]!.parentId).toBeNull();
  }
});
