import fc from 'fast-check';
import { expect, test } from 'vitest';
import {
  changeLength,
  type ChannelId,
  copyKeys,
  createChannel,
  createKey,
  createMotion,
  createSubject,
  deleteKeys,
  findSubject,
  freePoses,
  holdPoses,
  insertTime,
  type Key,
  type KeyRef,
  makeHold,
  type MotionDocument,
  moveKeys,
  parseMotion,
  pasteOnto,
  removeTime,
  setKeys,
  setLeave,
} from '../../index.ts';

const LOOK = { shape: 'glass', widthPx: 60, heightPx: 80, fill: '#c8451b' } as const;

function glass(keys: Key[], id: ChannelId = 'position.x'): MotionDocument {
  return createMotion([
    {
      ...createSubject('glass', 'Tea glass', LOOK, { x: 0, y: 0 }),
      channels: [createChannel(id, 0, keys), createChannel('rotation', 0, [])],
    },
  ]);
}

const refs = (...frames: number[]): KeyRef[] =>
  frames.map((frame) => ({ subjectId: 'glass', channelId: 'position.x', frame }));
const keysOf = (motion: MotionDocument, id: ChannelId = 'position.x'): Key[] =>
  findSubject(motion, 'glass')!.channels.find((channel) => channel.id === id)!.keys;
const framesOf = (motion: MotionDocument): number[] => keysOf(motion).map((key) => key.frame);

test('poses held and freed again leave as they did; a key held for its own sake stays held', () => {
  const before = glass([
    createKey(1, 0, { leave: 'sine-in' }),
    createKey(9, 50, { leave: 'step' }),
    createKey(17, 80, { leave: 'curve', link: 'broken', out: { frames: 3, value: 40 } }),
    createKey(25, 100),
  ]);
  const held = holdPoses(before, refs(1, 9, 17, 25)).motion;
  expect(keysOf(held).map((key) => key.leave)).toEqual(['step', 'step', 'step', 'step']);
  expect(parseMotion(JSON.parse(JSON.stringify(held)))).toEqual({ ok: true, value: held });
  expect(keysOf(freePoses(held, refs(1, 9, 17, 25)).motion)).toEqual(keysOf(before));
  expect(freePoses(before, refs(1, 9, 17, 25)).motion).toEqual(before);
});

test('a key set among held poses is held too, and is freed with them; a leave chosen meanwhile is what stays', () => {
  const held = holdPoses(glass([createKey(1, 0, { leave: 'cubic-out' }), createKey(25, 100)]), refs(1, 25)).motion;
  const keyed = setKeys(held, 13, [{ subjectId: 'glass', channelId: 'position.x', value: 70 }]).motion;
  const chosen = setLeave(keyed, refs(1), 'linear').motion;
  expect(keysOf(freePoses(keyed, refs(1, 13, 25)).motion).map((key) => key.leave)).toEqual([
    'cubic-out',
    'cubic-out',
    'curve',
  ]);
  expect(keysOf(freePoses(chosen, refs(1, 13, 25)).motion).map((key) => key.leave)).toEqual([
    'linear',
    'cubic-out',
    'curve',
  ]);
});

test('a hold of eight frames that ripples moves the keys after it; one that does not replaces those within', () => {
  const before = glass([createKey(1, 0), createKey(9, 50), createKey(13, 80), createKey(25, 100)]);
  const rippled = makeHold(before, refs(9), 8, { ripple: true });
  expect([framesOf(rippled.motion), rippled.gaveWay]).toEqual([[1, 9, 17, 21, 33], []]);
  const kept = makeHold(before, refs(9), 8);
  expect([framesOf(kept.motion), kept.gaveWay]).toEqual([[1, 9, 17, 25], refs(13)]);
  const value = keysOf(rippled.motion)
    .slice(1, 3)
    .map((key) => [key.value, key.leave]);
  expect(value).toEqual([
    [50, 'step'],
    [50, 'curve'],
  ]);
  // Two holds at once: the result says where their keys are now.
  const both = makeHold(before, refs(1, 13), 2, { ripple: true });
  expect(framesOf(both.motion)).toEqual([1, 3, 11, 15, 17, 29]);
  expect(both.keys.map((key) => key.frame).sort((a, b) => a - b)).toEqual([1, 3, 15, 17]);
});

test('breakdowns keep their share of the span when an extreme moves, if wanted', () => {
  const before = glass([
    createKey(1, 0),
    createKey(7, 20, { role: 'breakdown' }),
    createKey(13, 50, { role: 'inbetween' }),
    createKey(25, 100),
    createKey(31, 90, { role: 'breakdown' }),
    createKey(37, 0),
  ]);
  expect(framesOf(moveKeys(before, refs(25), 8).motion)).toEqual([1, 7, 13, 31, 33, 37]);
  expect(framesOf(moveKeys(before, refs(25), 8, 0, { keepShares: true }).motion)).toEqual([1, 9, 17, 33, 35, 37]);
});

test('moving extremes with shares kept and moving them back is nothing', () => {
  fc.assert(
    fc.property(fc.integer({ min: -7, max: 7 }), fc.integer({ min: 0, max: 2 }), (by, middle) => {
      const roles = ['breakdown', 'inbetween', 'extreme'] as const;
      const before = glass([
        createKey(0, 0),
        createKey(8, 20, { role: roles[middle]! }),
        createKey(16, 100),
        createKey(24, 50, { role: 'breakdown' }),
        createKey(32, 0),
      ]);
      const there = moveKeys(before, refs(16), by, 0, { keepShares: true });
      const back = moveKeys(there.motion, there.keys, -by, 0, { keepShares: true });
      framesOf(back.motion).forEach((frame, i) => expect(frame).toBeCloseTo(framesOf(before)[i]!, 2));
    }),
  );
});

test('a length of 49 frames takes keys on 1, 13 and 25 to 1, 25 and 49; 40 frames round, and say by how much', () => {
  const before = {
    ...glass([createKey(1, 0), createKey(13, 50), createKey(25, 100)]),
    cues: [{ frame: 13, name: 'contact' }],
  };
  const longer = changeLength(before, 49, { withKeys: true });
  expect([framesOf(longer.motion), longer.motion.range, longer.motion.cues[0]!.frame]).toEqual([
    [1, 25, 49],
    { first: 1, last: 49 },
    25,
  ]);
  const snapped = changeLength(before, 40, { withKeys: true, snap: true });
  expect(framesOf(snapped.motion)).toEqual([1, 21, 40]);
  expect(snapped.roundings.map(({ frame, exact, roundingFrames }) => [frame, exact, roundingFrames])).toEqual([
    [1, { num: 1, den: 1 }, 0],
    [13, { num: 41, den: 2 }, 0.5],
    [25, { num: 40, den: 1 }, 0],
  ]);
  const bare = changeLength(before, 49, { withKeys: false });
  expect([framesOf(bare.motion), bare.motion.range.last]).toEqual([[1, 13, 25], 49]);
  expect(changeLength(before, 49, { withKeys: true, keepRange: true }).motion.range).toEqual(before.range);
});

test('time put in and taken out can leave the range as an exercise set it', () => {
  const before = glass([createKey(1, 0), createKey(13, 50), createKey(25, 100)]);
  const longer = insertTime(before, 10, 4, { keepRange: true });
  expect([framesOf(longer.motion), longer.motion.range]).toEqual([[1, 17, 29], before.range]);
  expect(removeTime(longer.motion, 10, 13, { keepRange: true }).motion).toEqual(before);
});

test('keys of one channel go onto another of the same unit, and not onto one of another', () => {
  const before = glass([createKey(1, 0), createKey(13, 50)]);
  const clip = copyKeys(before, refs(1, 13));
  const onto = pasteOnto(before, clip, { subjectId: 'glass', channelId: 'position.y' }, 5);
  expect(keysOf(onto.motion, 'position.y').map((key) => [key.frame, key.value])).toEqual([
    [5, 0],
    [17, 50],
  ]);
  expect(pasteOnto(before, clip, { subjectId: 'glass', channelId: 'rotation' }, 5)).toMatchObject({
    motion: before,
    refused: 'Position x is in px, rotation in °: the keys cannot be put there.',
  });
  expect(
    deleteKeys(onto.motion, onto.keys).motion.subjects[0]!.channels.find((channel) => channel.id === 'position.y')!
      .keys,
  ).toEqual([]);
});
