import { expect, test } from 'vitest';
import {
  createChannel,
  createKey,
  createMotion,
  createSubject,
  ellipsePath,
  guideSubject,
  parseMotion,
  setGuide,
  setOutside,
  setWobble,
  startingScene,
  trackEvents,
  TRACKS,
  tracksOf,
} from '../index.ts';

const LOOK = { shape: 'drawer', widthPx: 200, heightPx: 80, fill: '#9a6b00' } as const;

function drawerMotion() {
  const subject = createSubject('drawer', 'Drawer', LOOK, { x: 120, y: 300 });
  const keys = [createKey(1, 150), createKey(25, 600)];
  const channels = subject.channels.map((channel) =>
    channel.id === 'position.x' ? createChannel('position.x', 120, keys) : channel,
  );
  return createMotion([{ ...subject, channels }]);
}

test('a document survives JSON and its schema unchanged', () => {
  const motion = drawerMotion();
  expect(parseMotion(JSON.parse(JSON.stringify(motion)))).toEqual({ ok: true, value: motion });
});

test('everything a document can hold survives JSON and its schema unchanged', () => {
  const { motion } = guideSubject(
    setGuide(drawerMotion(), ellipsePath('rail', 'Rail', { x: 480, y: 270 }, 200, 60)).motion,
    'drawer',
    { pathId: 'rail', orient: true, angle: 5, lean: 1 },
  );
  const travel = { subjectId: 'drawer', channelId: 'travel' } as const;
  const wobbling = setWobble(motion, travel, {
    seed: 3,
    amplitude: 0.01,
    periodFrames: 8,
    roughness: 0.4,
    firstFrame: 1,
    lastFrame: 25,
    fadeInFrames: 2,
    fadeOutFrames: 4,
  }).motion;
  const whole = {
    ...setOutside(wobbling, travel, 'after', { kind: 'repeat', count: 3 }).motion,
    workRange: { first: 2, last: 9 },
    restFrame: 0,
    cues: [{ frame: 9, name: 'contact' }],
  };
  expect(parseMotion(JSON.parse(JSON.stringify(whole)))).toEqual({ ok: true, value: whole });
});

test('keys out of order, two subjects of one id and another format are refused with the place named', () => {
  const motion = drawerMotion();
  const [subject] = motion.subjects;
  const swapped = { ...subject!, channels: [createChannel('rotation', 0, [createKey(9, 1), createKey(2, 1)])] };
  expect(parseMotion({ ...motion, subjects: [swapped] })).toMatchObject({
    ok: false,
    issues: [{ path: ['subjects', 0, 'channels', 0, 'keys'] }],
  });
  expect(parseMotion({ ...motion, subjects: [subject, subject] }).ok).toBe(false);
  expect(parseMotion({ ...motion, format: 'other' }).ok).toBe(false);
  expect(parseMotion({ ...motion, range: { first: 5, last: 1 } })).toMatchObject({
    ok: false,
    issues: [{ path: ['range', 'last'] }],
  });
});

test('the starting scene stands as on the first frame and gives no key away', () => {
  const start = startingScene(drawerMotion());
  const channels = start.subjects[0]!.channels;
  expect(channels.find((channel) => channel.id === 'position.x')).toEqual({ id: 'position.x', resting: 150, keys: [] });
  expect(channels.every((channel) => channel.keys.length === 0)).toBe(true);
});

test('position is one track: keys of x and y on one frame are one drawing, under the weightier role', () => {
  const subject = {
    ...createSubject('pancake', 'Pancake', LOOK, { x: 0, y: 0 }),
    channels: [
      createChannel('position.x', 0, [createKey(1, 0), createKey(13, 300, { role: 'inbetween' }), createKey(25, 600)]),
      createChannel('position.y', 0, [createKey(1, 400), createKey(13, 50)]),
    ],
  };
  expect(tracksOf(subject).map((track) => track.id)).toEqual(['position']);
  expect(trackEvents(subject, TRACKS[0]!)).toEqual([
    { frame: 1, role: 'extreme', values: [0, 400] },
    { frame: 13, role: 'extreme', values: [300, 50] },
    { frame: 25, role: 'extreme', values: [600, 50] },
  ]);
});
